import { SIDES, type Side } from '../hand/hand';
import type { PianoPlan } from '../plan/plan';
import type { Score } from '../score/score';
import { calls, keysUnderNumbers } from './five-fingers';
import { ownPiece } from './own-piece';
import type { Question, QuestionKind } from './question';
import { nextFingers, thumbs } from './scales';

/** What a round is made of. */
export interface DeckWish {
  readonly kinds: readonly QuestionKind[];
  readonly sides: readonly Side[];
  /** Key-notes of positions and scales, the easiest first. */
  readonly tonics: readonly string[];
  /** The student's own piece, as it is fingered. */
  readonly piece?: { readonly score: Score; readonly plan: PianoPlan } | undefined;
}

/** Whether a question is about these hands: one for both needs both. */
const isFor =
  (sides: readonly Side[]) =>
  ({ key }: Question): boolean => {
    const named = SIDES.filter((side) => key.split(' ').includes(side));
    return named.length === 0
      ? sides.length === SIDES.length || !key.startsWith('call')
      : named.every((side) => sides.includes(side));
  };

/** All questions of a wish, in the order in which new ones are asked. */
export const deckOf = ({ kinds, sides, tonics, piece }: DeckWish): readonly Question[] => {
  const [first = 'C'] = tonics;
  const decks: Readonly<Record<QuestionKind, () => readonly Question[]>> = {
    calls: () => calls(first),
    keys: () => keysUnderNumbers(tonics),
    next: () => tonics.flatMap((tonic) => sides.flatMap((side) => nextFingers(tonic, side))),
    thumbs: () => tonics.flatMap((tonic) => sides.map((side) => thumbs(tonic, side))),
    own: () => (piece ? ownPiece(piece.score, piece.plan) : []),
  };
  return kinds.flatMap((kind) => decks[kind]()).filter(isFor(sides));
};
