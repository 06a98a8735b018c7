import { binListSchema, cameBackSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { sendProblem } from '../http/problems';
import { REFUSALS, unreadable } from '../http/refusals';
import type { BinStore } from './store';

/** `/api/bin`: pieces that were taken off the shelf. */
export const binRoutes = (store: BinStore): Router => {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(binListSchema.parse({ pieces: await store.list(new Date()) }));
  });
  router.post('/:id/back', async (request, response) => {
    const came = await store.putBack(request.params.id);
    if (!came) return sendProblem(response, REFUSALS.notInBin);
    if (came.outcome === 'refused') return sendProblem(response, unreadable(came.words));
    response.json(cameBackSchema.parse({ words: came.words }));
  });
  return router;
};
