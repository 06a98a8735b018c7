import { randomUUID } from 'node:crypto';
import { memoryCheckSchema, subjectText, type DueList, type MemoryCheck } from '@kettle-step/contract';
import { grouped, type Day, dueSubjects } from '@kettle-step/core';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { inBatches } from '../database/batches';
import type { Database } from '../database/open';
import { memoryChecks, students } from '../database/schema';
import { isPresent } from '../students/present';

/** Memory checks of all students. */
export interface MemoryStore {
  /** Oldest first. */
  readonly of: (studentId: string) => Promise<readonly MemoryCheck[]>;
  /** What is due on a day, or was before it, for these students, or for all who have not left. */
  readonly due: (on: Day, studentIds?: readonly string[]) => Promise<DueList>;
  /** Answers with the name of the check; undefined where there is no such student. */
  readonly add: (studentId: string, check: Omit<MemoryCheck, 'id'>) => Promise<string | undefined>;
  /** Wants a subject again on another day than is worked out. */
  readonly setDue: (studentId: string, id: string, dueOn: Day | null) => Promise<boolean>;
  readonly remove: (studentId: string, id: string) => Promise<boolean>;
  /** Puts checks in as an archive has them; those that are there are left as they are. */
  readonly put: (studentId: string, checks: readonly MemoryCheck[]) => Promise<void>;
}

type Row = typeof memoryChecks.$inferSelect;

const checkOf = ({ studentId: _, subject, ...row }: Row): MemoryCheck =>
  memoryCheckSchema.parse({ ...row, subject: JSON.parse(subject) as unknown });

const due = async (db: Database, on: Day, studentIds?: readonly string[]): Promise<DueList> => {
  const rows = await db
    .select({ check: memoryChecks })
    .from(memoryChecks)
    .innerJoin(students, eq(students.id, memoryChecks.studentId))
    .where(and(isNull(students.leftAt), studentIds && inArray(students.id, [...studentIds])))
    .orderBy(asc(memoryChecks.checkedOn));
  return [...grouped(rows, ({ check }) => check.studentId)].flatMap(([studentId, own]) =>
    dueSubjects(
      own.map(({ check }) => checkOf(check)),
      on,
    ).map(({ subject, standing: { dueOn, lastOn } }) => ({ studentId, subject, dueOn, lastOn })),
  );
};

export const createMemoryStore = (db: Database): MemoryStore => {
  const one = (studentId: string, id: string) => and(eq(memoryChecks.studentId, studentId), eq(memoryChecks.id, id));
  return {
    of: async (studentId) => {
      const rows = await db
        .select()
        .from(memoryChecks)
        .where(eq(memoryChecks.studentId, studentId))
        .orderBy(asc(memoryChecks.checkedOn), asc(memoryChecks.id));
      return rows.map(checkOf);
    },
    due: (on, studentIds) => due(db, on, studentIds),
    add: async (studentId, { subject, ...check }) => {
      if (!(await isPresent(db, studentId))) return undefined;
      const id = randomUUID();
      await db.insert(memoryChecks).values({ id, studentId, subject: subjectText(subject), ...check });
      return id;
    },
    setDue: async (studentId, id, dueOn) => {
      const set = await db.update(memoryChecks).set({ dueOn }).where(one(studentId, id)).returning();
      return set.length > 0;
    },
    remove: async (studentId, id) => (await db.delete(memoryChecks).where(one(studentId, id)).returning()).length > 0,
    put: async (studentId, checks) => {
      const rows = checks.map(({ subject, ...check }) => ({ studentId, subject: subjectText(subject), ...check }));
      await inBatches(rows, (batch) => db.insert(memoryChecks).values(batch).onConflictDoNothing());
    },
  };
};
