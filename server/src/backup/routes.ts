import { backupListSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { sendProblem } from '../http/problems';
import { REFUSALS } from '../http/refusals';
import type { BackupStore } from './store';

/** `/api/backups`: copies of the studio, made and put back. */
export const backupRoutes = (store: BackupStore): Router => {
  const router = Router();
  router.get('/', (_request, response) => {
    response.json(backupListSchema.parse({ backups: store.list() }));
  });
  router.post('/', async (_request, response) => {
    await store.make('asked');
    response.status(201).json(backupListSchema.parse({ backups: store.list() }));
  });
  router.post('/:name/restore', async (request, response) => {
    const outcome = await store.restore(request.params.name);
    if (outcome === 'restored') response.status(204).end();
    else sendProblem(response, outcome === 'damaged' ? REFUSALS.damagedBackup : REFUSALS.noSuchBackup);
  });
  return router;
};
