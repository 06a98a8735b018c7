import type { Slice } from '../score/slices';
import { beatTicks, type Score } from '../score/score';

/** A stretch of time inside one bar, as a listener counts: the whole bar, a half of it, a beat. Ticks, end excluded. */
export interface Stretch {
  readonly bar: number;
  readonly fromTicks: number;
  readonly toTicks: number;
}

/** Where a bar of this metre may be cut: into halves where the beats go in two, and into beats. */
const cutsOf = (beats: number, beatType: number): readonly number[] => {
  const compound = beats % 3 === 0 && beats > 3 && beatType >= 8;
  const counted = compound ? beats / 3 : beats;
  const cuts = counted % 2 === 0 && counted > 2 ? [1, 2, counted] : [1, counted];
  return [...new Set(cuts)];
};

/** Bars, their halves and their beats: for each level of cutting the stretches in time order. */
export const levelsOf = (score: Score, bar: number): readonly (readonly Stretch[])[] => {
  const { onsetTicks, lengthTicks, missingTicks, metre } = score.bars[bar]!;
  const start = onsetTicks - missingTicks;
  const full = Math.max(lengthTicks + missingTicks, metre.beats * beatTicks(score, metre));
  return cutsOf(metre.beats, metre.beatType).map((parts) =>
    Array.from({ length: parts }, (_, part) => ({
      bar,
      fromTicks: start + (full * part) / parts,
      toTicks: start + (full * (part + 1)) / parts,
    })),
  );
};

/** The strokes of a hand that fall into a stretch. */
export const strokesIn = (slices: readonly Slice[], { fromTicks, toTicks }: Stretch): readonly Slice[] =>
  slices.filter(({ onsetTicks }) => onsetTicks >= fromTicks && onsetTicks < toTicks);
