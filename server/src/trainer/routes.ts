import { newAnswersSchema, trainerLogSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { asJson } from '../http/doors';
import { forStudent, noSuchStudent, withBody } from '../students/for-student';
import type { TrainerStore } from './store';

/** `/api/students/:id/trainer`: what a student answered in the finger trainer. */
export const trainerRoutes = (store: TrainerStore): Router => {
  const router = Router();
  router.get(
    '/:id/trainer',
    forStudent(async (id, _, response) => {
      response.json(trainerLogSchema.parse({ answers: await store.of(id) }));
    }),
  );
  router.post(
    '/:id/trainer',
    asJson,
    withBody(newAnswersSchema, async (id, { answers }, response) => {
      if (await store.add(id, answers)) response.status(204).end();
      else noSuchStudent(response);
    }),
  );
  return router;
};
