import { dueListSchema, dueOnSchema, dueQuerySchema, newMemoryCheckSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { asJson } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import { forStudent, withBody } from '../students/for-student';
import type { MemoryStore } from './store';

/** `/api/students/:id/checks`: what a student played from memory. */
export const memoryCheckRoutes = (store: MemoryStore): Router => {
  const router = Router();
  router.post(
    '/:id/checks',
    asJson,
    withBody(newMemoryCheckSchema, async (studentId, check, response) => {
      const id = await store.add(studentId, check);
      if (id === undefined) return sendProblem(response, REFUSALS.noSuchStudent);
      response.status(201).json({ id });
    }),
  );
  router.put(
    '/:id/checks/:check',
    asJson,
    withBody(dueOnSchema, async (id, { dueOn }, response, request) => {
      if (await store.setDue(id, String(request.params['check']), dueOn)) response.status(204).end();
      else sendProblem(response, REFUSALS.noSuchCheck);
    }),
  );
  router.delete(
    '/:id/checks/:check',
    forStudent(async (id, _, response, request) => {
      if (await store.remove(id, String(request.params['check']))) response.status(204).end();
      else sendProblem(response, REFUSALS.noSuchCheck);
    }),
  );
  return router;
};

/** `/api/due?on=DAY`: what is due for every student, or for some. */
export const dueRoutes = (store: MemoryStore): Router => {
  const router = Router();
  router.get('/', async (request, response) => {
    const query = dueQuerySchema.safeParse(request.query);
    if (!query.success) return sendProblem(response, notAsAgreed('day', query.error.issues[0]));
    response.json(dueListSchema.parse({ due: await store.due(query.data.on, query.data.students) }));
  });
  return router;
};
