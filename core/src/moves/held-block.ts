import type { Block } from '../reading/blocks';
import type { SolvedSlice } from '../fingering/solve';
import type { Finger } from '../hand/hand';

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

/** For each slice the broken chord that it is part of, where the hand takes all of it in one place. */
export type HeldBlocks = readonly (Block | undefined)[];

export const heldBlocksOf = (slices: readonly SolvedSlice[]): HeldBlocks => {
  const held: (Block | undefined)[] = [];
  while (held.length < slices.length) {
    const from = held.length;
    const { block } = slices[from]!;
    let to = from + 1;
    while (block && slices[to]?.block === block) to += 1;
    const isHeld = block !== null && liesOver(slices.slice(from, to));
    while (held.length < to) held.push(isHeld ? block : undefined);
  }
  return held;
};

/** Whether two broken chords are the same keys: the hand stays over them. */
const isSameBlock = (a: Block, b: Block): boolean =>
  a === b || (a.keys.length === b.keys.length && a.keys.every((key, index) => key === b.keys[index]));

/** Whether two slices are parts of one broken chord under the hand, or of two over the same keys. */
export const areOneBlock = (held: HeldBlocks, a: number, b: number): boolean => {
  const [first, second] = [held[a], held[b]];
  return first !== undefined && second !== undefined && isSameBlock(first, second);
};
