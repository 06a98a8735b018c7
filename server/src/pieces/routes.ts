import { randomUUID } from 'node:crypto';
import {
  createdSchema,
  pieceIdSchema,
  pieceListSchema,
  pieceSchema,
  savedSchema,
  savePlanSchema,
} from '@kettle-step/contract';
import { explainMusicXmlError, MAX_FILE_BYTES } from '@kettle-step/core';
import { json, raw, Router, type Request, type Response } from 'express';
import { sendProblem } from '../http/problems';
import { exportPiece } from './export';
import { importPiece } from './import';
import type { PieceStore } from './store';

/** A plan of the longest piece that is read, as JSON. */
const MAX_PLAN_BYTES = '24mb';

const noSuchPiece = (response: Response): void =>
  sendProblem(response, 'not-found', 'This piece is no longer on the shelf.');

const idOf = (request: Request): string | undefined => pieceIdSchema.safeParse(request.params['id']).data;

/** A file name for the download that every system takes. */
const fileName = (title: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/[^\w -]+/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase() || 'piece'
  }.musicxml`;

const importRoute =
  (store: PieceStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const body: unknown = request.body;
    const imported = importPiece(body instanceof Uint8Array ? body : new Uint8Array());
    if (imported.kind === 'error')
      return sendProblem(response, 'unreadable-file', explainMusicXmlError(imported.error));
    const id = randomUUID();
    await store.add(id, imported.value, '', new Date());
    response.status(201).json(createdSchema.parse({ id, title: imported.value.title }));
  };

const saveRoute =
  (store: PieceStore) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = idOf(request);
    const plan = savePlanSchema.safeParse(request.body);
    if (!id) return noSuchPiece(response);
    if (!plan.success) {
      const issue = plan.error.issues[0];
      return sendProblem(
        response,
        'bad-request',
        `The plan is not as agreed: ${issue?.path.join('.')} ${issue?.message}`,
      );
    }
    const outcome = await store.savePlan(id, plan.data, new Date());
    switch (outcome.kind) {
      case 'saved':
        response.json(savedSchema.parse({ revision: outcome.revision }));
        return;
      case 'conflict':
        return sendProblem(response, 'conflict', 'This piece was changed in another window; nothing was overwritten.', {
          currentRevision: outcome.currentRevision,
        });
      case 'not-found':
        return noSuchPiece(response);
    }
  };

/** `/api/pieces`: the shelf, its pieces, their plans, and the doors in and out. */
export const pieceRoutes = (store: PieceStore): Router => {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json(pieceListSchema.parse({ pieces: await store.list() }));
  });

  router.post('/', raw({ type: () => true, limit: MAX_FILE_BYTES }), importRoute(store));

  router.get('/:id', async (request, response) => {
    const id = idOf(request);
    const piece = id && (await store.get(id));
    if (!piece) return noSuchPiece(response);
    response.json(pieceSchema.parse(piece));
  });

  router.delete('/:id', async (request, response) => {
    const id = idOf(request);
    if (!id || !(await store.remove(id))) return noSuchPiece(response);
    response.status(204).end();
  });

  router.put('/:id/plan', json({ limit: MAX_PLAN_BYTES }), saveRoute(store));

  router.get('/:id/export.musicxml', async (request, response) => {
    const id = idOf(request);
    const piece = id && (await store.get(id));
    if (!piece) return noSuchPiece(response);
    response
      .type('application/vnd.recordare.musicxml+xml')
      .attachment(fileName(piece.title))
      .send(exportPiece(piece.document, piece.plan.fingers));
  });

  return router;
};
