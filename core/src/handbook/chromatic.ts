import type { Finger, Side } from '../hand/hand';

const BLACK: ReadonlySet<number> = new Set([1, 3, 6, 8, 10]);

/** White keys that adjoin another white key and take 2: F and C in the right hand, E and B in the left. */
const ADJOINING: Readonly<Record<Side, ReadonlySet<number>>> = { right: new Set([5, 0]), left: new Set([4, 11]) };

/** The chromatic scale with 3 on every black key, and 1, or 2 where two white keys adjoin, on the others. Source: `COMMON_PRACTICE`. */
export const chromaticFinger = (midi: number, side: Side): Finger => {
  const key = midi % 12;
  if (BLACK.has(key)) return 3;
  return ADJOINING[side].has(key) ? 2 : 1;
};
