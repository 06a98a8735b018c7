import { type PieceSummary } from '@kettle-step/contract';
import { movesAsked, type AskingPiece } from '@kettle-step/core';
import { asc, eq, sql } from 'drizzle-orm';
import { groupBy } from 'es-toolkit';
import type { Database } from '../database/open';
import { planBars, plans } from '../database/schema';

/** The moves that pieces ask for as they are fingered now, with the bars they are in. */
export const readAsked = async (db: Database, pieces: readonly PieceSummary[]): Promise<readonly AskingPiece[]> => {
  const rows = await db
    .select({ pieceId: plans.pieceId, number: planBars.number, moves: planBars.moves })
    .from(planBars)
    .innerJoin(plans, eq(plans.id, planBars.planId))
    .where(sql`${planBars.moves} <> '[]'`)
    .orderBy(asc(planBars.bar));
  const byPiece = groupBy(rows, ({ pieceId }) => pieceId);
  return pieces.map(({ id, title, studentId }) => ({
    id,
    title,
    studentId,
    moves: [...movesAsked(byPiece[id] ?? [])],
  }));
};
