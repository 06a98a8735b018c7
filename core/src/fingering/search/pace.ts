import { LEAST_CHROMATIC_STEPS } from '../../reading/chromatic-lines';
import type { PlayableSlice } from '../model/playable';
import type { Pace } from '../model/view';

/** Semitones from the single note before to the single note here; undefined where there are not two single notes. */
const semitonesTo = (slices: readonly PlayableSlice[], index: number): number | undefined => {
  const [before, after] = [slices[index - 1]?.presses, slices[index]?.presses];
  return before?.length === 1 && after?.length === 1 ? after[0]!.midi - before[0]!.midi : undefined;
};

/** How far a stretch of steps reaches round one of them that are all of a kind. */
const stretchRound = (index: number, isOfTheKind: (index: number) => boolean): number => {
  let [from, to] = [index, index];
  while (isOfTheKind(from - 1)) from -= 1;
  while (isOfTheKind(to + 1)) to += 1;
  return to - from + 1;
};

/** Two quick strokes on one key one finger still does: only from this many changes on must fingers rotate. */
const LEAST_QUICK_CHANGES = 2;

/** A neighbour lies this close, semitones. */
const NEIGHBOUR = 2;

/** How a step goes, from what surrounds it. `quickSeconds`: a repeated key struck sooner than this is quick. */
export const paceOf = (slices: readonly PlayableSlice[], index: number, quickSeconds: number): Pace => {
  const by = semitonesTo(slices, index);
  const isQuick = (at: number): boolean =>
    semitonesTo(slices, at) === 0 && slices[at]!.slice.sinceSeconds < quickSeconds;
  const turnsBack = by !== undefined && by !== 0 && Math.abs(by) <= NEIGHBOUR;
  return {
    fast: isQuick(index) && stretchRound(index, isQuick) >= LEAST_QUICK_CHANGES,
    chromatic:
      by !== undefined &&
      Math.abs(by) === 1 &&
      stretchRound(index, (at) => semitonesTo(slices, at) === by) >= LEAST_CHROMATIC_STEPS,
    ornamental: slices[index]!.slice.ornamental,
    neighbour: turnsBack && [index - 1, index + 1].some((at) => semitonesTo(slices, at) === -by),
    repeatsOn: by === 0 && semitonesTo(slices, index + 1) === 0,
  };
};

/** The same text for the same pace. */
export const paceText = ({ fast, chromatic, ornamental, neighbour, repeatsOn }: Pace): string =>
  `${fast ? 'f' : ''}${chromatic ? 'c' : ''}${ornamental ? 'o' : ''}${neighbour ? 'n' : ''}${repeatsOn ? 'r' : ''}`;
