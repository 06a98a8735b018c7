import {
  addedLessonsSchema,
  lessonListSchema,
  lessonQuerySchema,
  lessonSchema,
  newLessonSchema,
  savedSchema,
  saveLessonSchema,
} from '@kettle-step/contract';
import { lessonsCsv, type Titles } from '@kettle-step/core';
import { Router } from 'express';
import { savedRevision } from '../database/outcome';
import { REFUSALS } from '../http/refusals';
import { download, found, route } from '../http/route';
import type { PieceStore } from '../pieces/store';
import { calendarOf } from './calendar';
import type { LessonStore } from './store';

const { noSuchLesson } = REFUSALS;

/** `/api/lessons`: the lesson book, and as a table or a calendar. */
export const lessonRoutes = (store: LessonStore, shelf: Pick<PieceStore, 'titles'>): Router => {
  const router = Router();
  const titles = async (): Promise<Titles> => new Map((await shelf.titles()).map(({ id, title }) => [id, title]));
  router.get(
    '/',
    route({ query: lessonQuerySchema, answer: lessonListSchema }, async ({ query }) => ({
      lessons: await store.list(query),
    })),
  );
  router.get(
    '/lessons.csv',
    download({ query: lessonQuerySchema }, async ({ query }) => ({
      name: 'lessons.csv',
      type: 'text/csv; charset=utf-8',
      content: lessonsCsv(await store.list(query), await titles()),
    })),
  );
  router.get(
    '/lessons.ics',
    download({ query: lessonQuerySchema }, async ({ query }) => ({
      name: 'lessons.ics',
      type: 'text/calendar; charset=utf-8',
      content: calendarOf(await store.list(query), await titles(), new Date()),
    })),
  );
  router.post(
    '/',
    route({ body: newLessonSchema, answer: addedLessonsSchema, status: 201 }, async ({ body }) => ({
      ids: found(await store.add(body), REFUSALS.noSuchStudent),
    })),
  );
  router.get(
    '/:id',
    route({ answer: lessonSchema }, async ({ params: { id } }) => found(await store.get(id!), noSuchLesson)),
  );
  router.put(
    '/:id',
    route({ body: saveLessonSchema, answer: savedSchema }, async ({ params: { id }, body }) =>
      savedRevision(await store.save(id!, body), noSuchLesson, REFUSALS.lessonChangedElsewhere),
    ),
  );
  router.delete(
    '/:id',
    route({}, async ({ params: { id } }) => {
      found(await store.remove(id!), noSuchLesson);
    }),
  );
  return router;
};
