import { randomUUID } from 'node:crypto';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Transaction } from '../database/open';
import { pieceMusic, pieces, plans, planVersions } from '../database/schema';
import { readPlanRows } from './plan-rows';

/** How a plan stood before, kept by itself: the last state of each hour for a day, of each day for 14 days, of each week for a year. */

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const WEEK_MS = 7 * DAY_MS;

/** For how long states so far apart are kept; our choice, as for backups. */
const KEPT = [
  { apartMs: HOUR_MS, forMs: DAY_MS },
  { apartMs: DAY_MS, forMs: 14 * DAY_MS },
  { apartMs: WEEK_MS, forMs: 52 * WEEK_MS },
] as const;

export interface EarlierState {
  readonly id: string;
  readonly createdAt: string;
}

const turnOf = (at: number, apartMs: number): number => Math.floor(at / apartMs);

/** Which of the states, the newest first, are kept no longer. */
export const thinnedOut = (states: readonly EarlierState[], now: Date): readonly string[] => {
  const stay = KEPT.flatMap(({ apartMs, forMs }) => {
    const young = states.filter(({ createdAt }) => now.getTime() - Date.parse(createdAt) <= forMs);
    const last = new Map<number, string>();
    for (const { id, createdAt } of young) {
      const turn = turnOf(Date.parse(createdAt), apartMs);
      if (!last.has(turn)) last.set(turn, id);
    }
    return [...last.values()];
  });
  const kept = new Set(stay);
  return states.map(({ id }) => id).filter((id) => !kept.has(id));
};

/** A plan before it is saved anew, with its music and when it was saved. */
export interface StandingPlan {
  readonly plan: typeof plans.$inferSelect;
  readonly updatedAt: string;
  readonly document: string;
}

export const standingPlan = async (tx: Transaction, pieceId: string): Promise<StandingPlan | undefined> => {
  const [row] = await tx
    .select({ plan: plans, updatedAt: pieces.updatedAt, document: pieceMusic.document })
    .from(plans)
    .innerJoin(pieces, eq(pieces.id, plans.pieceId))
    .innerJoin(pieceMusic, eq(pieceMusic.pieceId, plans.pieceId))
    .where(eq(plans.pieceId, pieceId));
  return row;
};

/** Keeps a plan that is about to be replaced where it was the last of its hour, and lets go of those that stand too close. */
export const keepEarlier = async (tx: Transaction, { plan, updatedAt }: StandingPlan, now: Date): Promise<void> => {
  if (turnOf(Date.parse(updatedAt), HOUR_MS) === turnOf(now.getTime(), HOUR_MS)) return;
  const { fingers, desk } = await readPlanRows(tx, plan);
  const { pieceId } = plan;
  const row = { id: randomUUID(), pieceId, name: 'Earlier', kind: 'earlier' as const, createdAt: updatedAt };
  await tx.insert(planVersions).values({ ...row, content: { fingers, desk }, document: null });
  const ofPiece = and(eq(planVersions.pieceId, pieceId), eq(planVersions.kind, 'earlier'));
  const states = await tx
    .select({ id: planVersions.id, createdAt: planVersions.createdAt })
    .from(planVersions)
    .where(ofPiece)
    .orderBy(desc(planVersions.createdAt));
  const gone = thinnedOut(states, now);
  if (gone.length > 0) await tx.delete(planVersions).where(inArray(planVersions.id, [...gone]));
};
