import type { Slice } from '../score/slices';
import { beatTicks, type Score } from '../score/score';

/** A stretch of time inside one bar, as a listener counts: the whole bar, a half of it, a beat. Ticks, end excluded. */
export interface Stretch {
  readonly fromTicks: number;
  readonly toTicks: number;
}

/** Into how many parts a bar of this metre may be cut: halves where the beats go in two, and beats. */
const cutsOf = (beats: number, beatType: number): readonly number[] => {
  const compound = beats % 3 === 0 && beats > 3 && beatType >= 8;
  const counted = compound ? beats / 3 : beats;
  if (counted === 1) return [1];
  return counted % 2 === 0 && counted > 2 ? [1, 2, counted] : [1, counted];
};

const partsOf = (start: number, full: number, parts: number): readonly Stretch[] => {
  const stretches: Stretch[] = [];
  for (let part = 0; part < parts; part += 1)
    stretches.push({ fromTicks: start + (full * part) / parts, toTicks: start + (full * (part + 1)) / parts });
  return stretches;
};

/** A bar as a whole, its halves and its beats: for each level of cutting the stretches in time order. */
export const levelsOf = (score: Score, bar: number): readonly (readonly Stretch[])[] => {
  const { onsetTicks, lengthTicks, missingTicks, metre } = score.bars[bar]!;
  const start = onsetTicks - missingTicks;
  const full = Math.max(lengthTicks + missingTicks, metre.beats * beatTicks(score, metre));
  return cutsOf(metre.beats, metre.beatType).map((parts) => partsOf(start, full, parts));
};

/** The strokes of a hand that fall into a stretch. */
export const strokesIn = (slices: readonly Slice[], { fromTicks, toTicks }: Stretch): readonly Slice[] =>
  slices.filter(({ onsetTicks }) => onsetTicks >= fromTicks && onsetTicks < toTicks);
