import {
  LEAVING_PIECES,
  newMeasureSchema,
  newStudentSchema,
  passSchema,
  savedSchema,
  saveStudentSchema,
  studentIdSchema,
  studentListSchema,
  studentSchema,
} from '@kettle-step/contract';
import { json, Router, type Request, type Response } from 'express';
import { onlyAs } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import type { Schema } from '../http/schema';
import type { StudentStore } from './store';

const noSuchStudent = (response: Response): void => sendProblem(response, REFUSALS.noSuchStudent);

/** Answers for the student that the address names; whoever has no such student says so. */
type ForStudent<Body> = (id: string, body: Body, response: Response, request: Request) => Promise<void>;

const forStudent =
  (answer: ForStudent<undefined>) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = studentIdSchema.safeParse(request.params['id']).data;
    if (id === undefined) return noSuchStudent(response);
    await answer(id, undefined, response, request);
  };

/** The same for requests with a body that must be as agreed. */
const withBody =
  <Body>(schema: Schema<Body>, answer: ForStudent<Body>) =>
  (request: Request, response: Response): Promise<void> =>
    forStudent(async (id) => {
      const body = schema.safeParse(request.body);
      if (!body.success) return sendProblem(response, notAsAgreed('student', body.error.issues[0]));
      await answer(id, body.data, response, request);
    })(request, response);

const done = (isDone: boolean, response: Response): void => {
  if (isDone) response.status(204).end();
  else noSuchStudent(response);
};

const asJson = [onlyAs('application/json'), json({ limit: '100kb' })];

/** Measures of a student's hands, and patterns that were passed. */
const recordRoutes = (router: Router, store: StudentStore): void => {
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

  router.put(
    '/:id/passes',
    asJson,
    withBody(passSchema, async (id, pass, response) => done(await store.pass(id, pass), response)),
  );
  router.delete(
    '/:id/passes',
    asJson,
    withBody(passSchema.pick({ pattern: true }), async (id, { pattern }, response) =>
      done(await store.unpass(id, pattern), response),
    ),
  );
};

/** `/api/students`: whom pieces are for, their hands, and what they have been taught. */
export const studentRoutes = (store: StudentStore): Router => {
  const router = Router();
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

  recordRoutes(router, store);
  return router;
};
