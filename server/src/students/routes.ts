import {
  addedSchema,
  leavingQuerySchema,
  leftListSchema,
  newMeasureSchema,
  newStudentSchema,
  savedSchema,
  saveStudentSchema,
  studentListSchema,
  studentSchema,
  trialListSchema,
} from '@kettle-step/contract';
import { Router } from 'express';
import { savedRevision } from '../database/outcome';
import { REFUSALS } from '../http/refusals';
import { found, route } from '../http/route';
import type { StudentStore } from './store';

const { noSuchStudent } = REFUSALS;

/** Measurements of a student's hands. */
const measureRoutes = (router: Router, store: StudentStore): void => {
  router.post(
    '/:id/measures',
    route({ body: newMeasureSchema }, async ({ params: { id }, body }) => {
      found(await store.addMeasure(id!, body), noSuchStudent);
    }),
  );
  router.delete(
    '/:id/measures/:measure',
    route({}, async ({ params: { id, measure } }) => {
      found(await store.removeMeasure(id!, measure!), noSuchStudent);
    }),
  );
};

/** Leaving the studio, and what becomes of those who left. */
const leavingRoutes = (router: Router, store: StudentStore): void => {
  router.get(
    '/left',
    route({ answer: leftListSchema }, async () => ({ students: await store.left() })),
  );
  router.delete(
    '/left/:id',
    route({}, async ({ params: { id } }) => {
      found(await store.forget(id!), noSuchStudent);
    }),
  );
  router.delete(
    '/:id',
    route({ query: leavingQuerySchema }, async ({ params: { id }, query }) => {
      found(await store.leave(id!, query.pieces, new Date()), noSuchStudent);
    }),
  );
  router.post(
    '/:id/back',
    route({}, async ({ params: { id } }) => {
      found(await store.comeBack(id!), noSuchStudent);
    }),
  );
};

/** `/api/students`: whom pieces are for, their hands, and what they have been taught. */
export const studentRoutes = (store: StudentStore): Router => {
  const router = Router();
  // Before the routes that take any id: “left” is not one.
  leavingRoutes(router, store);
  router.get(
    '/',
    route({ answer: studentListSchema }, async () => ({ students: await store.list() })),
  );
  router.post(
    '/',
    route({ body: newStudentSchema, answer: addedSchema, status: 201 }, async ({ body }) => ({
      id: await store.add(body),
    })),
  );
  router.get(
    '/:id',
    route({ answer: studentSchema }, async ({ params: { id } }) => found(await store.get(id!), noSuchStudent)),
  );
  router.put(
    '/:id',
    route({ body: saveStudentSchema, answer: savedSchema }, async ({ params: { id }, body }) =>
      savedRevision(await store.save(id!, body), noSuchStudent, REFUSALS.studentChangedElsewhere),
    ),
  );
  router.get(
    '/:id/trials',
    route({ answer: trialListSchema }, async ({ params: { id } }) => ({
      trials: found(await store.trials(id!), noSuchStudent),
    })),
  );
  measureRoutes(router, store);
  return router;
};
