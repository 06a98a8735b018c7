import { randomUUID } from 'node:crypto';
import {
  lessonSchema,
  type ArchivedLesson,
  type LaidLessons,
  type Lesson,
  type LessonQuery,
  type SaveLesson,
} from '@kettle-step/contract';
import { daysLater, weeksLater } from '@kettle-step/core';
import { and, asc, desc, eq, gte, isNull, lt, sql } from 'drizzle-orm';
import { inBatches } from '../database/batches';
import type { Database } from '../database/open';
import type { SaveOutcome } from '../database/outcome';
import { lessons, students } from '../database/schema';
import { isPresent } from '../students/present';
import { containing, lessonSearchText } from './search';

/** Everything that is kept in the lesson book. */
export interface LessonStore {
  /** In the order of their days. Students who have left have none here. */
  readonly list: (query: LessonQuery) => Promise<readonly Lesson[]>;
  readonly get: (id: string) => Promise<Lesson | undefined>;
  /** Adds lessons, one each week; undefined where there is no such student. */
  readonly add: (lesson: LaidLessons) => Promise<readonly string[] | undefined>;
  readonly save: (id: string, lesson: SaveLesson) => Promise<SaveOutcome>;
  readonly remove: (id: string) => Promise<boolean>;
  /** A student's lessons as an archive has them. */
  readonly of: (studentId: string) => Promise<readonly ArchivedLesson[]>;
  /** Puts lessons in as an archive has them; those that are there are left as they are. */
  readonly put: (studentId: string, lessons: readonly ArchivedLesson[]) => Promise<void>;
}

type Row = typeof lessons.$inferSelect;

const factsOf = ({ content, revision: _, studentId: __, searchText: ___, ...row }: Row) => ({
  ...(content as object),
  ...row,
});

/** The columns that hold what was written at a lesson. */
const written = ({
  startsAt,
  minutes,
  state,
  ...content
}: Omit<SaveLesson, 'baseRevision'>): Pick<
  typeof lessons.$inferInsert,
  'startsAt' | 'minutes' | 'state' | 'content' | 'searchText'
> => ({ startsAt, minutes: minutes!, state, content, searchText: lessonSearchText(content) });

/** Lessons of students who are in the studio. */
const present = (db: Database) =>
  db
    .select({ lesson: lessons, student: students.name })
    .from(lessons)
    .innerJoin(students, and(eq(students.id, lessons.studentId), isNull(students.leftAt)));

const lessonOf = ({ lesson, student }: { readonly lesson: Row; readonly student: string }): Lesson =>
  lessonSchema.parse({ ...factsOf(lesson), studentId: lesson.studentId, student, revision: lesson.revision });

const list = async (db: Database, { from, to, student, words, latest }: LessonQuery): Promise<readonly Lesson[]> => {
  const wanted = present(db)
    .where(
      and(
        from === undefined ? undefined : gte(lessons.startsAt, from),
        to === undefined ? undefined : lt(lessons.startsAt, daysLater(to, 1)),
        student === undefined ? undefined : eq(lessons.studentId, student),
        await containing(db, words),
      ),
    )
    .orderBy(desc(lessons.startsAt), desc(students.name));
  const rows = await (latest === undefined ? wanted : wanted.limit(latest));
  return rows.reverse().map(lessonOf);
};

const save = (db: Database, id: string, { baseRevision, ...lesson }: SaveLesson) =>
  db.transaction(async (tx): Promise<SaveOutcome> => {
    const [moved] = await tx
      .update(lessons)
      .set({ ...written(lesson), revision: sql`${lessons.revision} + 1` })
      .where(and(eq(lessons.id, id), eq(lessons.revision, baseRevision)))
      .returning({ revision: lessons.revision });
    if (moved) return { kind: 'saved', revision: moved.revision };
    const [current] = await tx.select().from(lessons).where(eq(lessons.id, id));
    return current ? { kind: 'conflict', currentRevision: current.revision } : { kind: 'not-found' };
  });

export const createLessonStore = (db: Database): LessonStore => ({
  list: (query) => list(db, query),
  get: async (id) => {
    const [row] = await present(db).where(eq(lessons.id, id));
    return row && lessonOf(row);
  },
  add: async ({ studentId, startsAt, minutes, weeks }) => {
    if (!(await isPresent(db, studentId))) return undefined;
    const rows = Array.from({ length: weeks }, (_, week) => ({
      id: randomUUID(),
      studentId,
      startsAt: weeksLater(startsAt, week),
      minutes,
      searchText: '',
    }));
    await db.insert(lessons).values(rows);
    return rows.map(({ id }) => id);
  },
  save: (id, lesson) => save(db, id, lesson),
  remove: async (id) => (await db.delete(lessons).where(eq(lessons.id, id)).returning({ id: lessons.id })).length > 0,
  of: async (studentId) => {
    const rows = await db.select().from(lessons).where(eq(lessons.studentId, studentId)).orderBy(asc(lessons.startsAt));
    return rows.map((row) => factsOf(row) as ArchivedLesson);
  },
  put: async (studentId, all) => {
    const rows = all.map(({ id, ...lesson }) => ({ id, studentId, ...written(lesson) }));
    await inBatches(rows, (batch) => db.insert(lessons).values(batch).onConflictDoNothing());
  },
});
