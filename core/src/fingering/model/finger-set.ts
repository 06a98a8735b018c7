import { FINGERS, type Finger } from '../../hand/hand';

/** A set of fingers as bits: finger f is bit f-1. */
export type FingerSet = number;

export const ALL_FINGERS: FingerSet = 0b11111;

/** @example setOf(1, 5) // => 0b10001 */
export const setOf = (...fingers: readonly Finger[]): FingerSet =>
  fingers.reduce((set, finger) => set | (1 << (finger - 1)), 0);

export const hasFinger = (set: FingerSet, finger: Finger): boolean => (set & (1 << (finger - 1))) !== 0;

export const fingersIn = (set: FingerSet): readonly Finger[] => FINGERS.filter((finger) => hasFinger(set, finger));

/** Which fingers each note may have, by note id; a note that is not named may have any. */
export type Allowed = ReadonlyMap<string, FingerSet>;
