import { createHash } from 'node:crypto';
import type { TrainerAnswer } from '@kettle-step/core';
import { asc, eq } from 'drizzle-orm';
import { inBatches } from '../database/batches';
import type { Database } from '../database/open';
import { trainerAnswers } from '../database/schema';
import { isPresent } from '../students/present';

/** Answers of students in the finger trainer. */
export interface TrainerStore {
  /** Oldest first. */
  readonly of: (studentId: string) => Promise<readonly TrainerAnswer[]>;
  /** Adds answers; those that are there already are left as they are. False where there is no such student. */
  readonly add: (studentId: string, answers: readonly TrainerAnswer[]) => Promise<boolean>;
}

/** The same name for the same answer, so that what is sent again is not kept twice. */
const idOf = (studentId: string, { key, answeredAt }: TrainerAnswer): string =>
  createHash('sha256')
    .update(JSON.stringify([studentId, key, answeredAt]))
    .digest('hex')
    .slice(0, 32);

export const createTrainerStore = (db: Database): TrainerStore => ({
  of: async (studentId) => {
    const rows = await db
      .select()
      .from(trainerAnswers)
      .where(eq(trainerAnswers.studentId, studentId))
      .orderBy(asc(trainerAnswers.answeredAt), asc(trainerAnswers.id));
    return rows.map(({ question, answeredAt, isRight, ms }) => ({ key: question, answeredAt, isRight, ms }));
  },
  add: async (studentId, answers) => {
    if (!(await isPresent(db, studentId))) return false;
    const rows = answers.map(({ key, ...answer }) => ({
      id: idOf(studentId, { key, ...answer }),
      studentId,
      question: key,
      ...answer,
    }));
    await inBatches(rows, (batch) => db.insert(trainerAnswers).values(batch).onConflictDoNothing());
    return true;
  },
});
