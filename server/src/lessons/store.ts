import { randomUUID } from 'node:crypto';
import {
  daysLater,
  lessonSchema,
  weeksLater,
  type ArchivedLesson,
  type LaidLessons,
  type Lesson,
  type LessonQuery,
  type SaveLesson,
} from '@kettle-step/contract';
import { and, asc, desc, eq, gte, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import { inLots } from '../database/lots';
import type { Database } from '../database/open';
import { lessons, students } from '../database/schema';
import type { SaveOutcome } from '../pieces/store';
import { isPresent } from '../students/fingering';

/** Everything that is kept in the lesson book. */
export interface LessonStore {
  /** In the order of their days. Students who have left have none here. */
  readonly list: (query: LessonQuery) => Promise<readonly Lesson[]>;
  /** Lays lessons down, one each week; undefined where there is no such student. */
  readonly add: (lesson: LaidLessons) => Promise<readonly string[] | undefined>;
  readonly save: (id: string, lesson: SaveLesson) => Promise<SaveOutcome>;
  readonly remove: (id: string) => Promise<boolean>;
  /** A student's lessons as an archive has them. */
  readonly of: (studentId: string) => Promise<readonly ArchivedLesson[]>;
  /** Puts lessons in as an archive has them; those that are there are left as they are. */
  readonly put: (studentId: string, lessons: readonly ArchivedLesson[]) => Promise<void>;
}

type Row = typeof lessons.$inferSelect;

const factsOf = ({ content, revision: _, studentId: __, ...row }: Row) => ({ ...(content as object), ...row });

/** Words are looked for in what is written and in the name, as they stand, large or small. */
const containing = (words: string): SQL | undefined => {
  const wanted = `%${words
    .trim()
    .toLowerCase()
    .replace(/[\\%_]/g, '\\$&')}%`;
  return words.trim() === ''
    ? undefined
    : or(
        sql`lower(${lessons.content}) like ${wanted} escape '\\'`,
        sql`lower(${students.name}) like ${wanted} escape '\\'`,
      );
};

const list = async (db: Database, { from, to, student, words, latest }: LessonQuery): Promise<readonly Lesson[]> => {
  const wanted = db
    .select({ lesson: lessons, student: students.name })
    .from(lessons)
    .innerJoin(students, eq(students.id, lessons.studentId))
    .where(
      and(
        isNull(students.leftAt),
        from === undefined ? undefined : gte(lessons.startsAt, from),
        to === undefined ? undefined : lt(lessons.startsAt, daysLater(to, 1)),
        student === undefined ? undefined : eq(lessons.studentId, student),
        containing(words),
      ),
    )
    .orderBy(desc(lessons.startsAt), desc(students.name));
  const rows = await (latest === undefined ? wanted : wanted.limit(latest));
  return rows.reverse().map(({ lesson, student: name }) =>
    lessonSchema.parse({
      ...factsOf(lesson),
      studentId: lesson.studentId,
      student: name,
      revision: lesson.revision,
    }),
  );
};

const save = (db: Database, id: string, { baseRevision, startsAt, minutes, state, ...content }: SaveLesson) =>
  db.transaction(async (tx): Promise<SaveOutcome> => {
    const [moved] = await tx
      .update(lessons)
      .set({ startsAt, minutes, state, content, revision: sql`${lessons.revision} + 1` })
      .where(and(eq(lessons.id, id), eq(lessons.revision, baseRevision)))
      .returning({ revision: lessons.revision });
    if (moved) return { kind: 'saved', revision: moved.revision };
    const [current] = await tx.select().from(lessons).where(eq(lessons.id, id));
    return current ? { kind: 'conflict', currentRevision: current.revision } : { kind: 'not-found' };
  });

export const createLessonStore = (db: Database): LessonStore => ({
  list: (query) => list(db, query),
  add: async ({ studentId, startsAt, minutes, weeks }) => {
    if (!(await isPresent(db, studentId))) return undefined;
    const rows = Array.from({ length: weeks }, (_, week) => ({
      id: randomUUID(),
      studentId,
      startsAt: weeksLater(startsAt, week),
      minutes,
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
    const rows = all.map(({ id, startsAt, minutes, state, ...content }) => ({
      id,
      studentId,
      startsAt,
      minutes,
      state,
      content,
    }));
    await inLots(rows, (lot) => db.insert(lessons).values(lot).onConflictDoNothing());
  },
});
