import type { Press, Slice } from '../score/slices';

/** Two keys struck as one: a third, a sixth. */
export interface Pair {
  readonly low: Press;
  readonly high: Press;
}

/** Pairs of keys, nothing held beside them. */
export const pairsIn = (slices: readonly Slice[]): readonly Pair[] =>
  slices.flatMap(({ struck: [low, high, more], held }) =>
    low && high && !more && held.length === 0 ? [{ low, high }] : [],
  );
