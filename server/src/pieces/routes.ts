import { randomUUID } from 'node:crypto';
import {
  addedSchema,
  besideSchema,
  bringInSchema,
  createdSchema,
  downloadQuerySchema,
  keepVersionSchema,
  ownPlanForSchema,
  pieceForSchema,
  pieceSchema,
  savedSchema,
  savePlanSchema,
  seenFingersSchema,
  standingSchema,
  versionListSchema,
  versionSchema,
  versionSummarySchema,
  type PieceList,
} from '@kettle-step/contract';
import { MAX_FILE_BYTES, type Result } from '@kettle-step/core';
import { raw, Router } from 'express';
import { savedRevision } from '../database/outcome';
import { onlyAs } from '../http/guards';
import { REFUSALS, unknownNote, unreadable } from '../http/refusals';
import { download, found, refuse, route } from '../http/route';
import type { Pooled } from '../worker-pool/pool';
import { DOWNLOADS, downloadType } from './export';
import type { OwnPlanStore } from './own-plans';
import type { PieceStore } from './store';
import type { PieceTasks } from './tasks';
import type { VersionStore } from './versions';

/** A plan of the longest piece that is read, as JSON, with its document. */
const LONGEST_PLAN = '36mb';

/** Files come and go as bytes, whatever they call themselves. */
const BYTES = 'application/octet-stream';

const { noSuchPiece, noSuchVersion } = REFUSALS;

/** A file name for the download that every system takes. */
const fileName = (title: string, ending: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/[^\w -]+/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase() || 'piece'
  }.${ending}`;

/** What a task came to; a file that cannot be read ends the route. */
const readable = <T>(outcome: Result<T, string>): T =>
  outcome.kind === 'ok' ? outcome.value : refuse(unreadable(outcome.error));

/** What the routes of pieces use. */
export interface PieceRooms {
  readonly pieces: PieceStore;
  readonly versions: VersionStore;
  readonly ownPlans: OwnPlanStore;
  readonly tasks: Pooled<PieceTasks>;
  /** Moves a piece from the shelf into the trash; false where there is none. */
  readonly toTrash: (id: string) => Promise<boolean>;
}

const shelfRoutes = (router: Router, { pieces, tasks, toTrash }: PieceRooms): void => {
  router.get('/', async (_request, response) => {
    // Not taken through the schema: thousands of rows would hold others up, and the page checks what it gets.
    const list: PieceList = { pieces: await pieces.list() };
    response.json(list);
  });
  router.post(
    '/',
    onlyAs(BYTES),
    raw({ type: BYTES, limit: MAX_FILE_BYTES }),
    route({ query: bringInSchema, answer: createdSchema, status: 201 }, async ({ query, request }) => {
      const body: unknown = request.body;
      const bytes = body instanceof Uint8Array ? body : new Uint8Array();
      const { name, part, tune } = query;
      const { piece, notices } = readable(await tasks.import(bytes, name, { parts: part, tune }));
      const id = randomUUID();
      await pieces.add(id, piece, null, new Date());
      return { id, title: piece.title, notices };
    }),
  );
  router.get(
    '/:id',
    route({ answer: pieceSchema }, async ({ params: { id } }) => found(await pieces.get(id!), noSuchPiece)),
  );
  router.delete(
    '/:id',
    route({}, async ({ params: { id } }) => {
      found(await toTrash(id!), noSuchPiece);
    }),
  );
};

const planRoutes = (router: Router, { pieces, ownPlans, tasks }: PieceRooms): void => {
  router.put(
    '/:id/plan',
    route({ body: savePlanSchema, limit: LONGEST_PLAN, answer: savedSchema }, async ({ params: { id }, body }) => {
      const { document } = body;
      const music = document === undefined ? undefined : readable(await tasks.correct(document));
      const outcome = await pieces.savePlan(id!, body, music, new Date());
      if (outcome.kind === 'unknown-note') return refuse(unknownNote(outcome.noteId));
      return savedRevision(outcome, noSuchPiece, REFUSALS.changedElsewhere);
    }),
  );
  router.put(
    '/:id/student',
    route({ body: pieceForSchema }, async ({ params: { id }, body }) => {
      const outcome = await pieces.giveTo(id!, body.studentId);
      if (outcome !== 'given') refuse(outcome === 'no-student' ? REFUSALS.noSuchStudent : noSuchPiece);
    }),
  );
  router.get(
    '/:id/standing',
    route({ answer: standingSchema }, async ({ params: { id } }) => found(await pieces.standing(id!), noSuchPiece)),
  );
  router.post(
    '/:id/own',
    route({ body: ownPlanForSchema, answer: addedSchema, status: 201 }, async ({ params: { id }, body }) => {
      const made = await ownPlans.add(id!, body.studentId, new Date());
      if (made.kind === 'added') return made;
      return refuse(made.kind === 'no-student' ? REFUSALS.noSuchStudent : noSuchPiece);
    }),
  );
  router.get(
    '/:id/beside',
    route({ answer: besideSchema }, async ({ params: { id } }) => found(await ownPlans.beside(id!), noSuchPiece)),
  );
  router.put(
    '/:id/seen',
    route({ body: seenFingersSchema, limit: LONGEST_PLAN }, async ({ params: { id }, body }) => {
      found(await ownPlans.see(id!, body), REFUSALS.hasNoGeneral);
    }),
  );
};

const versionRoutes = (router: Router, { versions }: PieceRooms): void => {
  router.get(
    '/:id/versions',
    route({ answer: versionListSchema }, async ({ params: { id } }) => ({
      versions: found(await versions.list(id!), noSuchPiece),
    })),
  );
  router.post(
    '/:id/versions',
    route(
      { body: keepVersionSchema, limit: LONGEST_PLAN, answer: versionSummarySchema, status: 201 },
      async ({ params: { id }, body }) => found(await versions.keep(id!, body, new Date()), noSuchPiece),
    ),
  );
  router.get(
    '/:id/versions/:version',
    route({ answer: versionSchema }, async ({ params: { id, version } }) =>
      found(await versions.get(id!, version!), noSuchVersion),
    ),
  );
  router.delete(
    '/:id/versions/:version',
    route({}, async ({ params: { id, version } }) => {
      found(await versions.remove(id!, version!), noSuchVersion);
    }),
  );
};

const fileRoutes = (router: Router, { pieces, tasks }: PieceRooms): void => {
  router.get(
    '/:id/export.:form',
    download({ query: downloadQuerySchema }, async ({ params: { id, form: wanted }, query: { numbers } }) => {
      const form = found(
        DOWNLOADS.find((known) => known === wanted),
        REFUSALS.noSuchForm,
      );
      const { title, document, standing, plan } = found(await pieces.get(id!), noSuchPiece);
      const exported = { fingers: plan.fingers, desk: plan.desk, standing };
      const file = readable(await tasks.export(document, exported, form, numbers));
      return { name: fileName(title, form), type: downloadType(form), content: Buffer.from(file) };
    }),
  );
  // The file as it was brought in.
  router.get(
    '/:id/source',
    download({}, async ({ params: { id } }) => {
      const { name, bytes } = found(await pieces.source(id!), noSuchPiece);
      return { name: name || 'piece', type: BYTES, content: bytes ?? refuse(REFUSALS.sourceNotKept) };
    }),
  );
};

/** `/api/pieces`: the shelf, its pieces, their plans and versions, and the files that come and go. */
export const pieceRoutes = (rooms: PieceRooms): Router => {
  const router = Router();
  for (const routes of [shelfRoutes, planRoutes, versionRoutes, fileRoutes]) routes(router, rooms);
  return router;
};
