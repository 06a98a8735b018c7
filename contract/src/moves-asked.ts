import { barsInWords, MOVE_KINDS, MOVE_WORDS, type MoveKind } from '@kettle-step/core';
import { z } from 'zod';
import type { RulesFile } from './rules';

/** Which moves the pieces of the shelf ask for, and what follows from that for a student. */

export const askedMoveSchema = z.object({
  kind: z.enum(MOVE_KINDS),
  /** Printed numbers of bars, in order, each once. */
  bars: z.array(z.number().int()),
});
export type AskedMove = z.infer<typeof askedMoveSchema>;

/** So many bars of a move are named where the list is short. */
const MOST_BARS = 4;

/** @example wordAsked({ kind: 'thumb-under', bars: [5, 9] }) // => 'thumb under (bars 5 and 9)' */
export const wordAsked = ({ kind, bars }: AskedMove, most = MOST_BARS): string => {
  const named =
    bars.length <= most ? barsInWords(bars) : `${barsInWords(bars.slice(0, 1))} and ${bars.length - 1} more`;
  return `${MOVE_WORDS[kind]} (${named})`;
};

/** The moves that a plan asks for, by the cells of its ribbon. */
export const movesAsked = (
  cells: readonly { readonly number: number; readonly moves: readonly MoveKind[] }[],
): readonly AskedMove[] =>
  MOVE_KINDS.flatMap((kind) => {
    const bars = [...new Set(cells.filter(({ moves }) => moves.includes(kind)).map(({ number }) => number))];
    return bars.length === 0 ? [] : [{ kind, bars: bars.sort((a, b) => a - b) }];
  });

export const askingPieceSchema = z.object({
  id: z.string(),
  title: z.string(),
  studentId: z.string().nullable(),
  moves: z.array(askedMoveSchema),
});
export type AskingPiece = z.infer<typeof askingPieceSchema>;

export const askingListSchema = z.object({ pieces: z.array(askingPieceSchema) });

/** A piece with the moves it asks for that have not been taught yet. */
export interface Suited {
  readonly piece: AskingPiece;
  readonly untaught: readonly AskedMove[];
}

const untaughtIn = ({ moves }: AskingPiece, { moves: taught = {} }: RulesFile): readonly AskedMove[] =>
  moves.filter(({ kind }) => taught[kind] === 'untaught');

/** Pieces in the order in which they suit somebody: fewest new moves first, then those in which they come least often. */
export const suitedTo = (pieces: readonly AskingPiece[], rules: RulesFile): readonly Suited[] => {
  const times = (moves: readonly AskedMove[]): number => moves.reduce((sum, { bars }) => sum + bars.length, 0);
  return pieces
    .map((piece) => ({ piece, untaught: untaughtIn(piece, rules) }))
    .sort(
      (a, b) =>
        a.untaught.length - b.untaught.length ||
        times(a.untaught) - times(b.untaught) ||
        times(a.piece.moves) - times(b.piece.moves),
    );
};

/** What is new about a piece, in words. */
export const wordNew = ({ untaught }: Pick<Suited, 'untaught'>): string =>
  untaught.length === 0 ? 'nothing new' : `new: ${untaught.map((move) => wordAsked(move)).join(', ')}`;

/** How many pieces each untaught move would open by itself, most first; moves that open none are left out. */
export const openedBy = (
  suited: readonly Suited[],
): readonly { readonly kind: MoveKind; readonly pieces: number }[] => {
  const only = suited.flatMap(({ untaught }) => (untaught.length === 1 ? [untaught[0]!.kind] : []));
  return MOVE_KINDS.map((kind) => ({ kind, pieces: only.filter((one) => one === kind).length }))
    .filter(({ pieces }) => pieces > 0)
    .sort((a, b) => b.pieces - a.pieces);
};
