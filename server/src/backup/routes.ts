import { backupListSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { REFUSALS } from '../http/refusals';
import { refuse, route } from '../http/route';
import type { BackupStore } from './store';

/** `/api/backups`: copies of the studio, made and put back. */
export const backupRoutes = (store: BackupStore): Router => {
  const router = Router();
  router.get(
    '/',
    route({ answer: backupListSchema }, () => ({ backups: store.list() })),
  );
  router.post(
    '/',
    route({ answer: backupListSchema, status: 201 }, async () => {
      await store.make('asked');
      return { backups: store.list() };
    }),
  );
  router.post(
    '/:name/restore',
    route({}, async ({ params: { name } }) => {
      const outcome = await store.restore(name!);
      if (outcome !== 'restored') refuse(outcome === 'damaged' ? REFUSALS.damagedBackup : REFUSALS.noSuchBackup);
    }),
  );
  return router;
};
