import { newAnswersSchema, trainerLogSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { REFUSALS } from '../http/refusals';
import { found, route } from '../http/route';
import type { TrainerStore } from './store';

/** `/api/students/:id/trainer`: what a student answered in the finger trainer. */
export const trainerRoutes = (store: TrainerStore): Router => {
  const router = Router();
  router.get(
    '/:id/trainer',
    route({ answer: trainerLogSchema }, async ({ params: { id } }) => ({ answers: await store.of(id!) })),
  );
  router.post(
    '/:id/trainer',
    route({ body: newAnswersSchema }, async ({ params: { id }, body }) => {
      found(await store.add(id!, body.answers), REFUSALS.noSuchStudent);
    }),
  );
  return router;
};
