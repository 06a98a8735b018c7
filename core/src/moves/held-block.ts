import type { Block } from '../reading/blocks';
import type { SolvedSlice } from '../fingering/solve';
import type { Finger } from '../hand/hand';

/** The slices round one of them that play the same broken chord. */
const roundAbout = (slices: readonly SolvedSlice[], index: number, block: Block): readonly SolvedSlice[] => {
  let [from, to] = [index, index];
  while (slices[from - 1]?.block === block) from -= 1;
  while (slices[to + 1]?.block === block) to += 1;
  return slices.slice(from, to + 1);
};

/** Whether every key of some slices has one finger, and every finger one key: the hand lies over them as over a chord. */
const liesOver = (slices: readonly SolvedSlice[]): boolean => {
  const fingers = new Map<number, Finger>();
  for (const { playable, posture } of slices)
    for (const [key, { midi }] of playable.presses.entries()) {
      const finger = posture.fingers[key]!;
      if ((fingers.get(midi) ?? finger) !== finger) return false;
      fingers.set(midi, finger);
    }
  return new Set(fingers.values()).size === fingers.size;
};

/** The broken chord that a slice is part of, where the hand takes all of it in one place. */
export const heldAsBlock = (slices: readonly SolvedSlice[], index: number): Block | undefined => {
  const block = slices[index]?.block;
  return block && liesOver(roundAbout(slices, index, block)) ? block : undefined;
};

/** Whether two broken chords are the same keys: the hand stays over them. */
export const isSameBlock = (a: Block, b: Block): boolean =>
  a === b || (a.keys.length === b.keys.length && a.keys.every((key, index) => key === b.keys[index]));
