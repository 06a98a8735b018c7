import type { Finger } from '../hand/hand';
import { isBlack } from '../keyboard/geometry';
import { spansOf } from './spans';

/**
 * The twelve rules of the 1997 model as published: Parncutt, Sloboda, Clarke, Raekallio & Desain, “An ergonomic model of
 * keyboard fingering for melodic fragments”, Music Perception 14(4), 1997; wording and figures from memory. Unit: points of
 * difficulty. Keys and fingers are a right hand's; the left is mirrored before it comes here.
 */

/** One note of a melodic fragment: a key in semitones (mirrored for the left hand), whether it is black, and its finger. */
export interface Touch {
  readonly semitone: number;
  readonly black: boolean;
  readonly finger: Finger;
}

export const touch = (midi: number, finger: Finger): Touch => ({ semitone: midi, black: isBlack(midi), finger });

const over = (amount: number): number => Math.max(0, amount);

const interval = (a: Touch, b: Touch): number => b.semitone - a.semitone;

const hasThumb = (a: Touch, b: Touch): boolean => a.finger === 1 || b.finger === 1;

/** Hard limit: two notes in a row lie within the practical span of their fingers; one finger only repeats its key. */
export const isPracticable = (a: Touch, b: Touch): boolean => {
  const { minPractical, maxPractical } = spansOf(a.finger, b.finger);
  return interval(a, b) >= minPractical && interval(a, b) <= maxPractical;
};

/** 1 Stretch: 2 points a semitone outside the comfortable span. */
export const stretch = (a: Touch, b: Touch): number => {
  const { minComfortable, maxComfortable } = spansOf(a.finger, b.finger);
  return 2 * (over(interval(a, b) - maxComfortable) + over(minComfortable - interval(a, b)));
};

/** Semitones by which two notes are nearer than their fingers at rest, and farther: told by the size of the interval. */
const restExcess = (a: Touch, b: Touch): { readonly small: number; readonly large: number } => {
  const { minRelaxed, maxRelaxed } = spansOf(a.finger, b.finger);
  const rising = a.finger < b.finger;
  const below = over(minRelaxed - interval(a, b));
  const above = over(interval(a, b) - maxRelaxed);
  return rising ? { small: below, large: above } : { small: above, large: below };
};

/** 2 Small-Span: a semitone short of the relaxed span 1 point with the thumb, 2 without. */
export const smallSpan = (a: Touch, b: Touch): number =>
  a.finger === b.finger ? 0 : restExcess(a, b).small * (hasThumb(a, b) ? 1 : 2);

/** 3 Large-Span: a semitone beyond the relaxed span 1 point with the thumb, 2 without. */
export const largeSpan = (a: Touch, b: Touch): number =>
  a.finger === b.finger ? 0 : restExcess(a, b).large * (hasThumb(a, b) ? 1 : 2);

const outsideComfort = (a: Touch, c: Touch): number => {
  const { minComfortable, maxComfortable } = spansOf(a.finger, c.finger);
  return over(interval(a, c) - maxComfortable) + over(minComfortable - interval(a, c));
};

/** 4 Position-Change-Count: 2 points for a full change over three notes, 1 for a half change. */
export const positionChangeCount = (a: Touch, b: Touch, c: Touch): number => {
  if (a.semitone === c.semitone) return a.finger === c.finger ? 0 : 1;
  if (outsideComfort(a, c) === 0) return 0;
  const between = (b.semitone - a.semitone) * (c.semitone - b.semitone) > 0;
  return b.finger === 1 && between && !isPracticable(a, c) ? 2 : 1;
};

/** 5 Position-Change-Size: 1 point a semitone that the first and third note lie outside their comfortable span. */
export const positionChangeSize = (a: Touch, _b: Touch, c: Touch): number => outsideComfort(a, c);

/** 6 Weak-Finger: 1 point for each 4 or 5. */
export const weakFinger = ({ finger }: Touch): number => (finger >= 4 ? 1 : 0);

/** 7 Three-Four-Five: 1 point each time 3, 4 and 5 follow one another in any order. */
export const threeFourFive = (a: Touch, b: Touch, c: Touch): number =>
  [a.finger, b.finger, c.finger].sort().join('') === '345' ? 1 : 0;

/** 8 Three-to-Four: 1 point each time 4 follows 3. */
export const threeToFour = (a: Touch, b: Touch): number => (a.finger === 3 && b.finger === 4 ? 1 : 0);

/** 9 Four-on-Black: 1 point when 3 on white and 4 on black follow one another in either order. */
export const fourOnBlack = (a: Touch, b: Touch): number => {
  const four = a.finger === 4 ? a : b;
  const three = a.finger === 3 ? a : b;
  return three.finger === 3 && four.finger === 4 && !three.black && four.black ? 1 : 0;
};

/** 10 Thumb-on-Black, by itself: 1 point; 2 more for a white key before, 2 more for one after. */
export const thumbOnBlack = ({ finger, black }: Touch): number => (finger === 1 && black ? 1 : 0);

/** The part of rules 10 and 11 that looks at a neighbour: 2 points for each white key beside a thumb or fifth on black. */
export const blackBesideWhite = (a: Touch, b: Touch, finger: 1 | 5): number => {
  const inner = (one: Touch, other: Touch): number => (one.finger === finger && one.black && !other.black ? 2 : 0);
  return inner(a, b) + inner(b, a);
};

/** 12 Thumb-Passing: 1 point on one level, 3 when the thumb is on black and the crossed finger on white. */
export const thumbPassing = (a: Touch, b: Touch): number => {
  if (!hasThumb(a, b) || a.finger === b.finger) return 0;
  const [thumb, finger] = a.finger === 1 ? [a, b] : [b, a];
  if (thumb.semitone <= finger.semitone) return 0;
  if (thumb.black === finger.black) return 1;
  return thumb.black ? 3 : 0;
};

/** Points of a single note. */
export const ofNote = (a: Touch): number => weakFinger(a) + thumbOnBlack(a);

/** Points of two notes in a row. Rule 11, Five-on-Black, has only its neighbours' part. */
export const ofPair = (a: Touch, b: Touch): number =>
  stretch(a, b) +
  smallSpan(a, b) +
  largeSpan(a, b) +
  threeToFour(a, b) +
  fourOnBlack(a, b) +
  blackBesideWhite(a, b, 1) +
  blackBesideWhite(a, b, 5) +
  thumbPassing(a, b);

/** Points of three notes in a row. */
export const ofTriple = (a: Touch, b: Touch, c: Touch): number =>
  positionChangeCount(a, b, c) + positionChangeSize(a, b, c) + threeFourFive(a, b, c);
