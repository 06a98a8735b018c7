import { letterPlace } from '../keyboard/pitch';
import type { Press, Slice } from '../score/slices';
import { isLineNote } from './lines';
import type { Pair } from './pairs';

/** Thirds taken one note after the other, each a step beyond the one before: at least so many in a row. */
const LEAST_PAIRS = 2;
const THIRD = 2;

const joined = (slice: Slice | undefined): boolean =>
  slice !== undefined && (slice.link === 'slur' || slice.link === 'plain');

const letterOf = ({ struck }: Slice): number => letterPlace(struck[0]!.pitch);

const asPair = (a: Press, b: Press): Pair => (a.midi < b.midi ? { low: a, high: b } : { low: b, high: a });

/** How the pair that begins at a stroke goes: up or down a third; 0 where there is none. */
const thirdAt = (slices: readonly Slice[], index: number): number => {
  const [first, second] = [slices[index], slices[index + 1]];
  if (!first || !second || !isLineNote(first) || !isLineNote(second) || !joined(second)) return 0;
  const by = letterOf(second) - letterOf(first);
  return Math.abs(by) === THIRD ? Math.sign(by) : 0;
};

/** Whether the pair at a stroke is followed by another of its kind a step on. */
const goesOn = (slices: readonly Slice[], index: number): boolean => {
  const way = thirdAt(slices, index);
  return (
    way !== 0 &&
    joined(slices[index + 2]) &&
    thirdAt(slices, index + 2) === way &&
    Math.abs(letterOf(slices[index + 2]!) - letterOf(slices[index]!)) === 1
  );
};

/** The pairs of lines in broken thirds. */
export const brokenThirdsIn = (slices: readonly Slice[]): readonly Pair[] => {
  const pairs: Pair[] = [];
  let index = 0;
  while (index < slices.length - 1) {
    let count = thirdAt(slices, index) === 0 ? 0 : 1;
    while (count > 0 && goesOn(slices, index + 2 * (count - 1))) count += 1;
    if (count < LEAST_PAIRS) {
      index += 1;
      continue;
    }
    for (let pair = 0; pair < count; pair += 1)
      pairs.push(asPair(slices[index + 2 * pair]!.struck[0]!, slices[index + 2 * pair + 1]!.struck[0]!));
    index += 2 * count;
  }
  return pairs;
};
