import {
  LEAVING_PIECES,
  leftListSchema,
  newMeasureSchema,
  newStudentSchema,
  savedSchema,
  saveStudentSchema,
  studentListSchema,
  studentSchema,
  trialListSchema,
} from '@kettle-step/contract';
import { Router, type Request, type Response } from 'express';
import { asJson } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import { forStudent, noSuchStudent, withBody } from './for-student';
import type { StudentStore } from './store';

const done = (isDone: boolean, response: Response): void => {
  if (isDone) response.status(204).end();
  else noSuchStudent(response);
};

/** Measures of a student's hands. */
const measureRoutes = (router: Router, store: StudentStore): void => {
  router.post(
    '/:id/measures',
    asJson,
    withBody(newMeasureSchema, async (id, measure, response) => done(await store.addMeasure(id, measure), response)),
  );
  router.delete(
    '/:id/measures/:measure',
    forStudent(async (id, _, response, request) =>
      done(await store.removeMeasure(id, String(request.params['measure'])), response),
    ),
  );
};

/** Leaving the studio, and what becomes of those who left. */
const leavingRoutes = (router: Router, store: StudentStore): void => {
  router.get('/left', async (_request, response) => {
    response.json(leftListSchema.parse({ students: await store.left() }));
  });

  router.delete(
    '/left/:id',
    forStudent(async (id, _, response) => done(await store.forget(id), response)),
  );

  router.delete(
    '/:id',
    forStudent(async (id, _, response, request) => {
      const leaving = LEAVING_PIECES.find((known) => known === (request.query['pieces'] ?? 'keep'));
      if (!leaving) return sendProblem(response, REFUSALS.badChoice);
      done(await store.leave(id, leaving, new Date()), response);
    }),
  );

  router.post(
    '/:id/back',
    forStudent(async (id, _, response) => done(await store.comeBack(id), response)),
  );
};

/** `/api/students`: whom pieces are for, their hands, and what they have been taught. */
export const studentRoutes = (store: StudentStore): Router => {
  const router = Router();
  // Before what takes any name: “left” is nobody's.
  leavingRoutes(router, store);
  router.get('/', async (_request, response) => {
    response.json(studentListSchema.parse({ students: await store.list() }));
  });

  router.post('/', asJson, async (request: Request, response: Response) => {
    const student = newStudentSchema.safeParse(request.body);
    if (!student.success) return sendProblem(response, notAsAgreed('student', student.error.issues[0]));
    response.status(201).json({ id: await store.add(student.data) });
  });

  router.get(
    '/:id',
    forStudent(async (id, _, response) => {
      const student = await store.get(id);
      if (!student) return noSuchStudent(response);
      response.json(studentSchema.parse(student));
    }),
  );

  router.put(
    '/:id',
    asJson,
    withBody(saveStudentSchema, async (id, student, response) => {
      const outcome = await store.save(id, student);
      if (outcome.kind === 'not-found') return noSuchStudent(response);
      if (outcome.kind === 'conflict')
        return sendProblem(response, REFUSALS.studentChangedElsewhere, { currentRevision: outcome.currentRevision });
      response.json(savedSchema.parse({ revision: outcome.revision }));
    }),
  );

  router.get(
    '/:id/trials',
    forStudent(async (id, _, response) => {
      const trials = await store.trials(id);
      if (!trials) return noSuchStudent(response);
      response.json(trialListSchema.parse({ trials }));
    }),
  );

  measureRoutes(router, store);
  return router;
};
