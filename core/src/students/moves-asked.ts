import { MOVE_KINDS, type MoveKind } from '../fingering/model/moves';
import { MOVE_WORDS } from '../moves/move';
import { barsInWords } from '../score/bar-words';

/** Which moves the pieces of the shelf ask for, and what follows from that for a student. */

export interface AskedMove {
  readonly kind: MoveKind;
  /** Printed numbers of bars, in order, each once. */
  readonly bars: readonly number[];
}

/** A piece with the moves that its plan asks for. */
export interface AskingPiece {
  readonly id: string;
  readonly title: string;
  readonly studentId: string | null;
  readonly moves: readonly AskedMove[];
}

/** What of a student's rules says which moves have been taught. */
export interface Taught {
  readonly moves?: Readonly<Partial<Record<MoveKind, number | 'untaught' | undefined>>> | undefined;
}

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

/** A piece with the moves it asks for that have not been taught yet. */
export interface Suited {
  readonly piece: AskingPiece;
  readonly untaught: readonly AskedMove[];
}

const untaughtIn = ({ moves }: AskingPiece, { moves: taught = {} }: Taught): readonly AskedMove[] =>
  moves.filter(({ kind }) => taught[kind] === 'untaught');

/** Pieces in the order in which they suit somebody: fewest new moves first, then those in which they come least often. */
export const suitedTo = (pieces: readonly AskingPiece[], rules: Taught): readonly Suited[] => {
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
