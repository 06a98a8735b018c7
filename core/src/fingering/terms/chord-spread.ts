import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { easeOf } from './ease';
import type { StateTerm } from './term';

/**
 * How dearly a pair opens, per u and per u squared: with the thumb cheaply, 1-2 most of all; 4-5 takes a third but hardly a
 * fourth (craft: "the gap between 4 and 5 should not be opened to a fourth").
 */
const opening = (low: number, high: number): readonly [number, number] => {
  if (low === 1) return high === 2 ? [0.45, 0.35] : [1, 1];
  if (low === 4) return [2, 12];
  return high - low === 1 ? [3, 3] : [2.5, 2.5];
};

/** Squeezing: the thumb comes in easily, the other fingers do not. */
const closing = (low: number): readonly [number, number] => (low === 1 ? [0.7, 0.7] : [2, 2]);

/** A key held below a tune (or above it) leaves the tune its own fingers: share of what a chord pays. Our choice. */
const TWO_VOICES = 0.35;

/** Inversions keep four fingers on neighbouring keys and open only 1-2; squeezing the other fingers is dear too. */
export const chordSpread: StateTerm = (view, posture, _pricing, charge) => {
  for (let index = 1; index < view.keys.length; index += 1) {
    const [below, above] = [view.keys[index - 1], view.keys[index]];
    const [low, high] = [fingerAt(posture.fingers, index - 1), fingerAt(posture.fingers, index)];
    if (!below || !above || low > high) continue;
    const off = above.place - below.place - easeOf(low, high);
    const [linear, squared] = off > 0 ? opening(low, high) : closing(low);
    // Within half a key a black key makes the difference, not the hand.
    const far = Math.max(0, Math.abs(off) - (low === 1 ? 0 : 0.5));
    if (far === 0) continue;
    const share = below.held !== above.held ? TWO_VOICES : 1;
    charge(PRICE.chordSpread, share * linear * far);
    charge(PRICE.chordSpreadSquared, share * squared * far * far);
  }
};
