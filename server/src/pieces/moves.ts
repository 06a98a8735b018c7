import type { AskingPiece, PieceSummary } from '@kettle-step/contract';
import { MOVE_KINDS, type MoveKind } from '@kettle-step/core';
import { asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/open';
import { planBars, plans } from '../database/schema';

const distinct = (bars: readonly number[]): number[] => [...new Set(bars)].sort((a, b) => a - b);

/** The moves that pieces ask for as they are fingered now, with the bars they are in. */
export const readAsked = async (db: Database, pieces: readonly PieceSummary[]): Promise<readonly AskingPiece[]> => {
  const rows = await db
    .select({ pieceId: plans.pieceId, number: planBars.number, moves: planBars.moves })
    .from(planBars)
    .innerJoin(plans, eq(plans.id, planBars.planId))
    .where(sql`${planBars.moves} <> '[]'`)
    .orderBy(asc(planBars.bar));
  const byPiece = new Map<string, Map<MoveKind, number[]>>();
  for (const { pieceId, number, moves } of rows) {
    const asked = byPiece.get(pieceId) ?? new Map<MoveKind, number[]>();
    byPiece.set(pieceId, asked);
    for (const kind of moves) asked.set(kind, [...(asked.get(kind) ?? []), number]);
  }
  return pieces.map(({ id, title, studentId }) => ({
    id,
    title,
    studentId,
    moves: MOVE_KINDS.flatMap((kind) => {
      const bars = byPiece.get(id)?.get(kind);
      return bars ? [{ kind, bars: distinct(bars) }] : [];
    }),
  }));
};
