import {
  lessonListSchema,
  lessonQuerySchema,
  lessonsCsv,
  newLessonSchema,
  savedSchema,
  saveLessonSchema,
  type Lesson,
  type Titles,
} from '@kettle-step/contract';
import { Router, type Request, type Response } from 'express';
import { asJson } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import type { PieceStore } from '../pieces/store';
import { calendarOf } from './calendar';
import type { LessonStore } from './store';

const noSuchLesson = (response: Response): void => sendProblem(response, REFUSALS.noSuchLesson);

/** Answers with the lessons that are asked for. */
const asked =
  (store: LessonStore, answer: (lessons: readonly Lesson[], response: Response) => Promise<void> | void) =>
  async (request: Request, response: Response): Promise<void> => {
    const query = lessonQuerySchema.safeParse(request.query);
    if (!query.success) return sendProblem(response, notAsAgreed('lesson', query.error.issues[0]));
    await answer(await store.list(query.data), response);
  };

/** The book as files. */
const fileRoutes = (router: Router, store: LessonStore, shelf: Pick<PieceStore, 'list'>): void => {
  const titles = async (): Promise<Titles> => new Map((await shelf.list()).map(({ id, title }) => [id, title]));
  router.get(
    '/lessons.csv',
    asked(store, async (lessons, response) => {
      response
        .attachment('lessons.csv')
        .type('text/csv; charset=utf-8')
        .send(lessonsCsv(lessons, await titles()));
    }),
  );
  router.get(
    '/lessons.ics',
    asked(store, async (lessons, response) => {
      response
        .attachment('lessons.ics')
        .type('text/calendar; charset=utf-8')
        .send(calendarOf(lessons, await titles(), new Date()));
    }),
  );
};

/** `/api/lessons`: the lesson book, and as a table or a calendar. */
export const lessonRoutes = (store: LessonStore, shelf: Pick<PieceStore, 'list'>): Router => {
  const router = Router();
  router.get(
    '/',
    asked(store, (lessons, response) => {
      response.json(lessonListSchema.parse({ lessons }));
    }),
  );
  fileRoutes(router, store, shelf);

  router.post('/', asJson, async (request: Request, response: Response) => {
    const lesson = newLessonSchema.safeParse(request.body);
    if (!lesson.success) return sendProblem(response, notAsAgreed('lesson', lesson.error.issues[0]));
    const ids = await store.add(lesson.data);
    if (!ids) return sendProblem(response, REFUSALS.noSuchStudent);
    response.status(201).json({ ids });
  });

  router.put('/:id', asJson, async (request: Request, response: Response) => {
    const lesson = saveLessonSchema.safeParse(request.body);
    if (!lesson.success) return sendProblem(response, notAsAgreed('lesson', lesson.error.issues[0]));
    const outcome = await store.save(String(request.params['id']), lesson.data);
    if (outcome.kind === 'not-found') return noSuchLesson(response);
    if (outcome.kind === 'conflict')
      return sendProblem(response, REFUSALS.lessonChangedElsewhere, { currentRevision: outcome.currentRevision });
    response.json(savedSchema.parse({ revision: outcome.revision }));
  });

  router.delete('/:id', async (request, response) => {
    if (await store.remove(request.params.id)) response.status(204).end();
    else noSuchLesson(response);
  });

  return router;
};
