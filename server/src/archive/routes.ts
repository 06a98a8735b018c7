import { restoreReportSchema } from '@kettle-step/contract';
import { raw, Router } from 'express';
import { onlyAs } from '../http/doors';
import { sendProblem } from '../http/problems';
import { unreadable } from '../http/refusals';
import { explainArchiveError, MAX_ARCHIVE_BYTES, openArchive } from './open';
import { packArchive } from './pack';
import { restoreArchive } from './restore';
import type { ArchiveStore } from './store';

/** `/api/archive`: the whole studio as one file, out and in. */
export const archiveRoutes = (store: ArchiveStore): Router => {
  const router = Router();

  router.get('/', async (_request, response) => {
    const now = new Date();
    const pieces = [];
    for (const id of await store.ids()) {
      const piece = await store.get(id);
      if (piece) pieces.push(piece);
    }
    response
      .attachment(`kettle-step-studio-${now.toISOString().slice(0, 10)}.zip`)
      .type('application/zip')
      .send(Buffer.from(packArchive({ pieces, students: await store.students(), rules: await store.rules() }, now)));
  });

  router.post(
    '/',
    onlyAs('application/zip'),
    raw({ type: 'application/zip', limit: MAX_ARCHIVE_BYTES }),
    async (request, response) => {
      const body: unknown = request.body;
      const opened = openArchive(body instanceof Uint8Array ? body : new Uint8Array());
      if (opened.kind === 'error') return sendProblem(response, unreadable(explainArchiveError(opened.error)));
      response.json(restoreReportSchema.parse(await restoreArchive(store, opened.value)));
    },
  );

  return router;
};
