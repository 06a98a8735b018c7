import type { Press, Slice } from '../score/slices';

/** One key struck again and again too quickly for one finger, in groups that begin anew. */
export interface Rotation {
  readonly presses: readonly Press[];
  /** Strokes in a group: the fingers go down from there to the thumb. */
  readonly group: 3 | 4;
}

const isAgain = (before: Slice, slice: Slice, longestSeconds: number): boolean =>
  before.struck.length === 1 &&
  slice.struck.length === 1 &&
  before.struck[0]!.midi === slice.struck[0]!.midi &&
  slice.sinceSeconds < longestSeconds;

/** Quick strokes on one key, at least `LEAST` of them. `perSecond`: from so many strokes a second on they count as quick. */
const quickRepeats = (slices: readonly Slice[], perSecond: number): readonly (readonly Slice[])[] => {
  const groups: Slice[][] = [];
  let current: Slice[] = [];
  for (const slice of slices) {
    const before = current[current.length - 1];
    if (before && isAgain(before, slice, 1 / perSecond)) current.push(slice);
    else {
      groups.push(current);
      current = [slice];
    }
  }
  return [...groups, current].filter((group) => group.length >= LEAST);
};

/** Two quick strokes one finger still does. */
const LEAST = 3;

/** Quick repeats that go evenly into threes or fours. */
export const rotationsIn = (slices: readonly Slice[], perSecond: number): readonly Rotation[] =>
  quickRepeats(slices, perSecond).flatMap((strokes): Rotation[] => {
    const group = strokes.length % 4 === 0 ? 4 : strokes.length % 3 === 0 ? 3 : undefined;
    return group ? [{ presses: strokes.map(({ struck }) => struck[0]!), group }] : [];
  });
