import { randomUUID } from 'node:crypto';
import {
  besideSchema,
  bringInSchema,
  createdSchema,
  ownPlanForSchema,
  pieceForSchema,
  pieceIdSchema,
  pieceSchema,
  keepVersionSchema,
  savedSchema,
  savePlanSchema,
  seenFingersSchema,
  standingSchema,
  versionListSchema,
  versionSummarySchema,
  type PieceList,
} from '@kettle-step/contract';
import { MAX_FILE_BYTES } from '@kettle-step/core';
import { raw, Router, type Request, type Response } from 'express';
import { jsonUpTo, onlyAs } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS, unknownNote, unreadable } from '../http/refusals';
import type { Workshop } from '../workshop/workshop';
import { DOWNLOADS, DOWNLOAD_TYPES, NUMBERS_SENT } from './export';
import type { OwnPlanStore } from './own-plans';
import type { PieceStore } from './store';
import type { VersionStore } from './versions';

/** A plan of the longest piece that is read, as JSON, with its document. */
const MAX_PLAN_BYTES = '36mb';

/** Files come and go as bytes, whatever they call themselves. */
const BYTES = 'application/octet-stream';

const noSuchPiece = (response: Response): void => sendProblem(response, REFUSALS.noSuchPiece);

const idOf = (request: Request): string | undefined => pieceIdSchema.safeParse(request.params['id']).data;

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

const importRoute =
  (store: PieceStore, workshop: Workshop) =>
  async (request: Request, response: Response): Promise<void> => {
    const body: unknown = request.body;
    const said = bringInSchema.safeParse(request.query);
    if (!said.success) return sendProblem(response, REFUSALS.badChoice);
    const { name, part, tune } = said.data;
    const bytes = body instanceof Uint8Array ? body : new Uint8Array();
    const imported = await workshop.do({ kind: 'import', bytes, name, choice: { parts: part, tune } });
    if (imported.kind === 'error') return sendProblem(response, unreadable(imported.error));
    const { piece, notices } = imported.value;
    const id = randomUUID();
    await store.add(id, piece, null, new Date());
    response.status(201).json(createdSchema.parse({ id, title: piece.title, notices }));
  };

const saveRoute =
  (store: PieceStore, workshop: Workshop) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id) return noSuchPiece(response);
    const plan = savePlanSchema.safeParse(request.body);
    if (!plan.success) return sendProblem(response, notAsAgreed('plan', plan.error.issues[0]));
    const { document } = plan.data;
    const music = document === undefined ? undefined : await workshop.do({ kind: 'correct', document });
    if (music?.kind === 'error') return sendProblem(response, unreadable(music.error));
    const outcome = await store.savePlan(id, plan.data, music?.value, new Date());
    switch (outcome.kind) {
      case 'saved':
        response.json(savedSchema.parse({ revision: outcome.revision }));
        return;
      case 'conflict':
        return sendProblem(response, REFUSALS.changedElsewhere, { currentRevision: outcome.currentRevision });
      case 'not-found':
        return noSuchPiece(response);
      case 'unknown-note':
        return sendProblem(response, unknownNote(outcome.noteId));
    }
  };

const forRoute =
  (store: PieceStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id) return noSuchPiece(response);
    const said = pieceForSchema.safeParse(request.body);
    if (!said.success) return sendProblem(response, notAsAgreed('piece', said.error.issues[0]));
    const outcome = await store.giveTo(id, said.data.studentId);
    if (outcome === 'no-student') return sendProblem(response, REFUSALS.noSuchStudent);
    if (outcome === 'no-piece') return noSuchPiece(response);
    response.status(204).end();
  };

const addOwnRoute =
  (ownPlans: OwnPlanStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id) return noSuchPiece(response);
    const said = ownPlanForSchema.safeParse(request.body);
    if (!said.success) return sendProblem(response, notAsAgreed('piece', said.error.issues[0]));
    const made = await ownPlans.add(id, said.data.studentId, new Date());
    if (made.kind === 'no-student') return sendProblem(response, REFUSALS.noSuchStudent);
    if (made.kind === 'no-piece') return noSuchPiece(response);
    response.status(201).json({ id: made.id });
  };

const seeRoute =
  (ownPlans: OwnPlanStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id) return noSuchPiece(response);
    const seen = seenFingersSchema.safeParse(request.body);
    if (!seen.success) return sendProblem(response, notAsAgreed('plan', seen.error.issues[0]));
    if (!(await ownPlans.see(id, seen.data))) return sendProblem(response, REFUSALS.hasNoGeneral);
    response.status(204).end();
  };

const besideRoute =
  (ownPlans: OwnPlanStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const beside = id && (await ownPlans.beside(id));
    if (!beside) return noSuchPiece(response);
    response.json(besideSchema.parse(beside));
  };

const standingRoute =
  (store: PieceStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const standing = id && (await store.standing(id));
    if (!standing) return noSuchPiece(response);
    response.json(standingSchema.parse(standing));
  };

const noSuchVersion = (response: Response): void => sendProblem(response, REFUSALS.noSuchVersion);

const listVersionsRoute =
  (versions: VersionStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const kept = id && (await versions.list(id));
    if (!kept) return noSuchPiece(response);
    response.json(versionListSchema.parse({ versions: kept }));
  };

const keepVersionRoute =
  (versions: VersionStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id) return noSuchPiece(response);
    const version = keepVersionSchema.safeParse(request.body);
    if (!version.success) return sendProblem(response, notAsAgreed('plan', version.error.issues[0]));
    const kept = await versions.keep(id, version.data, new Date());
    if (!kept) return noSuchPiece(response);
    response.status(201).json(versionSummarySchema.parse(kept));
  };

const getVersionRoute =
  (versions: VersionStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const version = id && (await versions.get(id, String(request.params['version'])));
    if (!version) return noSuchVersion(response);
    response.json(version);
  };

const removeVersionRoute =
  (versions: VersionStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    if (!id || !(await versions.remove(id, String(request.params['version'])))) return noSuchVersion(response);
    response.status(204).end();
  };

const exportRoute =
  (store: PieceStore, workshop: Workshop) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const form = DOWNLOADS.find((known) => known === request.params['form']);
    if (!form) return sendProblem(response, REFUSALS.noSuchForm);
    const piece = id && (await store.get(id));
    if (!piece) return noSuchPiece(response);
    const { document, standing } = piece;
    const { fingers, desk } = piece.plan;
    const numbers = NUMBERS_SENT.find((known) => known === request.query['numbers']) ?? 'plan';
    const exported = { fingers, desk, standing };
    const file = await workshop.do({ kind: 'export', document, exported, form, numbers });
    if (file.kind === 'error') return sendProblem(response, unreadable(file.error));
    // The name sets a type of its own: ours comes after.
    response.attachment(fileName(piece.title, form)).type(DOWNLOAD_TYPES[form]).send(Buffer.from(file.value));
  };

/** The file as it was brought in. It is handed out as bytes, whatever it calls itself. */
const sourceRoute =
  (store: PieceStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const source = id && (await store.source(id));
    if (!source) return noSuchPiece(response);
    if (source.bytes === null) return sendProblem(response, REFUSALS.sourceNotKept);
    response
      .attachment(source.name || 'piece')
      .type(BYTES)
      .send(source.bytes);
  };

/**
 * `/api/pieces`: the shelf, its pieces, their plans, and the doors in and out.
 * @param takeOff - takes a piece off the shelf, into the bin
 */
export const pieceRoutes = (
  store: PieceStore,
  versions: VersionStore,
  ownPlans: OwnPlanStore,
  workshop: Workshop,
  takeOff: (id: string) => Promise<boolean>,
): Router => {
  const router = Router();

  router.get('/', async (_request, response) => {
    // Not taken through the schema: thousands of rows would hold others up, and the page checks what it gets.
    const list: PieceList = { pieces: await store.list() };
    response.json(list);
  });

  const file = [onlyAs(BYTES), raw({ type: BYTES, limit: MAX_FILE_BYTES })];
  const asJson = jsonUpTo(MAX_PLAN_BYTES);

  router.post('/', file, importRoute(store, workshop));

  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    const piece = id && (await store.get(id));
    if (!piece) return noSuchPiece(response);
    response.json(pieceSchema.parse(piece));
  });

  router.delete('/:id', async (request, response) => {
    const id = idOf(request);
    if (!id || !(await takeOff(id))) return noSuchPiece(response);
    response.status(204).end();
  });

  router.put('/:id/plan', asJson, saveRoute(store, workshop));
  router.put('/:id/student', asJson, forRoute(store));
  router.get('/:id/standing', standingRoute(store));

  router.post('/:id/own', asJson, addOwnRoute(ownPlans));
  router.get('/:id/beside', besideRoute(ownPlans));
  router.put('/:id/seen', asJson, seeRoute(ownPlans));

  router.get('/:id/versions', listVersionsRoute(versions));
  router.post('/:id/versions', asJson, keepVersionRoute(versions));
  router.get('/:id/versions/:version', getVersionRoute(versions));
  router.delete('/:id/versions/:version', removeVersionRoute(versions));

  router.get('/:id/export.:form', exportRoute(store, workshop));
  router.get('/:id/source', sourceRoute(store));

  return router;
};
