import type { Mark, Score } from '../../score/score';
import { gcd } from './gcd';

/** The same score in the fewest ticks to a quarter that hold all its times exactly. */
export const coarsened = (score: Score): Score => {
  let common = score.ticksPerQuarter;
  for (const { lengthTicks, missingTicks } of score.bars) common = gcd(gcd(common, lengthTicks), missingTicks);
  for (const { onsetTicks, durationTicks } of score.notes) common = gcd(gcd(common, onsetTicks), durationTicks);
  for (const { onsetTicks } of score.marks) common = gcd(common, onsetTicks);
  const by = (ticks: number): number => ticks / common;
  return {
    ...score,
    ticksPerQuarter: by(score.ticksPerQuarter),
    bars: score.bars.map((bar) => ({
      ...bar,
      onsetTicks: by(bar.onsetTicks),
      lengthTicks: by(bar.lengthTicks),
      missingTicks: by(bar.missingTicks),
    })),
    notes: score.notes.map((note) => ({
      ...note,
      onsetTicks: by(note.onsetTicks),
      durationTicks: by(note.durationTicks),
    })),
    slurs: score.slurs.map((slur) => ({ ...slur, fromTicks: by(slur.fromTicks), toTicks: by(slur.toTicks) })),
    marks: score.marks.map((mark): Mark => ({ ...mark, onsetTicks: by(mark.onsetTicks) })),
  };
};
