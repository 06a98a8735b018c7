import { progressOf, type PieceProgress, type PieceSummary } from '@kettle-step/contract';
import { isFoundIn, searchText, searchWords, type AskedMove } from '@kettle-step/core';

/** What is to be seen of the shelf, and in which order. An empty choice lets everything through. */
export interface ShelfWishes {
  readonly search: string;
  readonly student: string;
  readonly progress: PieceProgress | '';
  readonly key: string;
  readonly level: string;
  /** Whom the pieces should suit: a student's id, and whether only those that need nothing new. */
  readonly suits: string;
  readonly order: ShelfOrder;
}

export type ShelfOrder = 'title' | 'student' | 'lately';

export const NO_WISHES: ShelfWishes = {
  search: '',
  student: '',
  progress: '',
  key: '',
  level: '',
  suits: '',
  order: 'title',
};

const has = ({ title, composer, student }: PieceSummary, words: readonly string[]): boolean =>
  words.length === 0 || isFoundIn(searchText([title, composer, student]), words);

const byText = (of: (piece: PieceSummary) => string) => {
  const { compare } = new Intl.Collator('en', { numeric: true });
  return (a: PieceSummary, b: PieceSummary): number => compare(of(a), of(b)) || compare(a.title, b.title);
};

const ORDERS: Readonly<Record<ShelfOrder, (a: PieceSummary, b: PieceSummary) => number>> = {
  title: byText(({ title }) => title),
  // Pieces for nobody yet come last.
  student: byText(({ student }) => student || '\uffff'),
  lately: (a, b) => (a.updatedAt < b.updatedAt ? 1 : -1),
};

/** Choices of whom the pieces should suit. */
export const NOW = 'now:';
export const NEXT = 'next:';

/** How well pieces suit a student: the best first, with the moves that are new. */
export type Suitable = ReadonlyMap<string, { readonly place: number; readonly untaught: readonly AskedMove[] }>;

/** The pieces that are wished to be seen, in order; by what a student can do, where that is asked for. */
export const arranged = (
  pieces: readonly PieceSummary[],
  wishes: ShelfWishes,
  suitable?: Suitable,
): readonly PieceSummary[] => {
  const placeOf = ({ id }: PieceSummary): number => suitable?.get(id)?.place ?? Infinity;
  const needsNew = ({ id }: PieceSummary): boolean => (suitable?.get(id)?.untaught.length ?? 1) > 0;
  const words = searchWords(wishes.search);
  return pieces
    .filter(
      (piece) =>
        (wishes.student === '' || piece.student === wishes.student) &&
        (wishes.key === '' || piece.key === wishes.key) &&
        (wishes.level === '' || piece.level === wishes.level) &&
        (wishes.progress === '' || progressOf(piece.lanes) === wishes.progress) &&
        !(suitable && wishes.suits.startsWith(NOW) && needsNew(piece)) &&
        has(piece, words),
    )
    .sort(suitable ? (a, b) => placeOf(a) - placeOf(b) : ORDERS[wishes.order]);
};

/** What there is to choose from, each once, in order. */
export const choicesOf = (pieces: readonly PieceSummary[], of: (piece: PieceSummary) => string): readonly string[] =>
  [...new Set(pieces.map(of))].filter((choice) => choice !== '').sort(new Intl.Collator('en').compare);
