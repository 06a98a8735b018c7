import {
  latestHands,
  levelOf,
  measureSchema,
  rulesFileSchema,
  type Fingering,
  type Measure,
  type RulesFile,
} from '@kettle-step/contract';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { handMeasures, pieces, students } from '../database/schema';

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

/** What of a student a fingering depends on; undefined for one who is not there, or has left. */
export const fingeringOf = async (db: Database, studentId: string): Promise<Fingering | undefined> => {
  const [row] = await db.select().from(students).where(present(studentId));
  return row && { hands: latestHands(await measuresOf(db, studentId)), rules: rulesFileSchema.parse(row.rules) };
};

/** The student of this id, unless gone. */
export const present = (id: string) => and(eq(students.id, id), isNull(students.leftAt));

/** The shelf says of pieces that follow a student what the student has been taught. */
export const tellShelf = (db: Pick<Database, 'update'>, studentId: string, rules: RulesFile) =>
  db
    .update(pieces)
    .set({ level: levelOf(rules)?.id ?? null })
    .where(
      and(
        eq(pieces.studentId, studentId),
        sql`EXISTS (SELECT 1 FROM plans WHERE plans.piece_id = ${pieces.id} AND json_extract(plans.desk, '$.follows') = 'student')`,
      ),
    );
