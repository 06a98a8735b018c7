import { broughtBackSchema, trashListSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { REFUSALS, unreadable } from '../http/refusals';
import { found, refuse, route } from '../http/route';
import type { TrashStore } from './store';

/** `/api/trash`: pieces that were removed from the shelf. */
export const trashRoutes = (store: TrashStore): Router => {
  const router = Router();
  router.get(
    '/',
    route({ answer: trashListSchema }, async () => ({ pieces: await store.list(new Date()) })),
  );
  router.post(
    '/:id/back',
    route({ answer: broughtBackSchema }, async ({ params: { id } }) => {
      const { outcome, words } = found(await store.bringBack(id!), REFUSALS.notInTrash);
      return outcome === 'refused' ? refuse(unreadable(words)) : { words };
    }),
  );
  return router;
};
