import { addedSchema, dueListSchema, dueOnSchema, dueQuerySchema, newMemoryCheckSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { REFUSALS } from '../http/refusals';
import { found, route } from '../http/route';
import type { MemoryStore } from './store';

/** `/api/students/:id/checks`: what a student played from memory. */
export const memoryCheckRoutes = (store: MemoryStore): Router => {
  const router = Router();
  router.post(
    '/:id/checks',
    route({ body: newMemoryCheckSchema, answer: addedSchema, status: 201 }, async ({ params: { id }, body }) => ({
      id: found(await store.add(id!, body), REFUSALS.noSuchStudent),
    })),
  );
  router.put(
    '/:id/checks/:check',
    route({ body: dueOnSchema }, async ({ params: { id, check }, body }) => {
      found(await store.setDue(id!, check!, body.dueOn), REFUSALS.noSuchCheck);
    }),
  );
  router.delete(
    '/:id/checks/:check',
    route({}, async ({ params: { id, check } }) => {
      found(await store.remove(id!, check!), REFUSALS.noSuchCheck);
    }),
  );
  return router;
};

/** `/api/due?on=DAY`: what is due for every student, or for some. */
export const dueRoutes = (store: MemoryStore): Router =>
  Router().get(
    '/',
    route({ query: dueQuerySchema, answer: dueListSchema }, async ({ query: { on, students } }) => ({
      due: await store.due(on, students),
    })),
  );
