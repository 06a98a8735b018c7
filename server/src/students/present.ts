import { latestHands, measureSchema, rulesFileSchema, type Measure, type Standing } from '@kettle-step/contract';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Database } from '../database/open';
import { handMeasures, students } from '../database/schema';

/** What of a student pieces are worked out with. */

export const measureOf = ({ studentId: _, ...row }: typeof handMeasures.$inferSelect): Measure =>
  measureSchema.parse(row);

export const measuresOf = async (db: Database, studentId: string): Promise<readonly Measure[]> => {
  const rows = await db
    .select()
    .from(handMeasures)
    .where(eq(handMeasures.studentId, studentId))
    .orderBy(asc(handMeasures.measuredOn), asc(handMeasures.id));
  return rows.map(measureOf);
};

/** Who a piece is for, and what of the student a fingering depends on; null for one who is not there, or has left. */
export const fingeringOf = async (db: Database, studentId: string): Promise<Standing['student']> => {
  const [row] = await db.select().from(students).where(present(studentId));
  if (!row) return null;
  const { id, name } = row;
  return { id, name, hands: latestHands(await measuresOf(db, studentId)), rules: rulesFileSchema.parse(row.rules) };
};

/** The student of this id, unless gone. */
export const present = (id: string) => and(eq(students.id, id), isNull(students.leftAt));

/** Whether there is such a student who has not left. */
export const isPresent = async (db: Database, id: string): Promise<boolean> =>
  (await db.select({ id: students.id }).from(students).where(present(id))).length > 0;
