import {
  deskSchema,
  lanesOf,
  type Desk,
  type RibbonCell,
  type StoredFinger,
  type StoredPlan,
} from '@kettle-step/contract';
import { isFinger } from '@kettle-step/core';
import { asc, eq } from 'drizzle-orm';
import { chunk } from 'es-toolkit';
import type { Database, Transaction } from '../database/open';
import { planBars, planFingers, type pieces, type plans } from '../database/schema';

/** How a plan is laid down in rows, and taken up again. */

/** Rows to one INSERT: SQLite takes 32,766 values in a statement. */
const ROWS_PER_INSERT = 2000;

/** Puts fingers and ribbon in place of those that are there. */
export const writePlanRows = async (
  tx: Transaction,
  planId: number,
  { fingers, ribbon }: { readonly fingers: readonly StoredFinger[]; readonly ribbon: readonly RibbonCell[] },
): Promise<void> => {
  await tx.delete(planFingers).where(eq(planFingers.planId, planId));
  await tx.delete(planBars).where(eq(planBars.planId, planId));
  for (const rows of chunk(fingers, ROWS_PER_INSERT))
    await tx.insert(planFingers).values(rows.map((row) => ({ ...row, planId })));
  for (const rows of chunk(ribbon, ROWS_PER_INSERT))
    await tx.insert(planBars).values(rows.map((row) => ({ ...row, planId })));
};

const fingerOf = ({
  noteId,
  finger,
  substitute,
  decidedBy,
}: typeof planFingers.$inferSelect): readonly StoredFinger[] => {
  if (!isFinger(finger)) return [];
  return [{ noteId, finger, substitute: substitute !== null && isFinger(substitute) ? substitute : null, decidedBy }];
};

export const readPlanRows = async (
  db: Pick<Database, 'select'>,
  plan: typeof plans.$inferSelect,
): Promise<StoredPlan> => {
  const fingers = await db.select().from(planFingers).where(eq(planFingers.planId, plan.id));
  const bars = await db.select().from(planBars).where(eq(planBars.planId, plan.id)).orderBy(asc(planBars.bar));
  return {
    revision: plan.revision,
    desk: deskSchema.parse(plan.desk),
    ribbon: bars.map(({ planId: _, ...cell }): RibbonCell => cell),
    fingers: fingers.flatMap(fingerOf),
  };
};

/** What the shelf says of a plan. */
export const shelfFactsOf = (
  ribbon: readonly RibbonCell[],
  desk: Desk,
): Pick<typeof pieces.$inferSelect, 'ownRules' | 'rightLane' | 'leftLane'> => {
  const { right, left } = lanesOf(ribbon);
  return { ownRules: desk.rules, rightLane: right, leftLane: left };
};
