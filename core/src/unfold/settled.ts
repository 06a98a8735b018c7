import type { Side } from '../hand/hand';
import type { Mark, Score } from '../score/score';

/** What a teacher settles about the order of a piece where the file does not say it. */
export interface SettledRoad {
  /** Bars at which a section begins, with its name. */
  readonly sections: readonly { readonly bar: number; readonly name: string }[];
  /** From this bar to the end of its repeat one hand sounds so many octaves higher the second time; 0: as written. */
  readonly octaves: readonly { readonly bar: number; readonly side: Side; readonly octaves: number }[];
}

/** The staff on which a hand plays first. */
const staffOf = (score: Score, side: Side): number =>
  score.notes.find((note) => note.side === side)?.staff ?? (side === 'right' ? 1 : 2);

/** The score with what is settled about its order; itself where nothing is. */
export const withRoad = (score: Score, { sections, octaves }: SettledRoad): Score => {
  if (sections.length === 0 && octaves.length === 0) return score;
  const names = new Map(sections.map(({ bar, name }) => [bar, name]));
  const marks = octaves.flatMap(({ bar, side, octaves: by }): Mark[] => {
    const onsetTicks = score.bars[bar]?.onsetTicks;
    return onsetTicks === undefined
      ? []
      : [{ kind: 'second-time-octave', onsetTicks, staff: staffOf(score, side), octaves: by }];
  });
  return {
    ...score,
    bars: score.bars.map((bar) => ({ ...bar, rehearsal: names.get(bar.index) ?? bar.rehearsal })),
    // What the teacher settled stands before what is written at the same place, and so is found first.
    marks: [...marks, ...score.marks].sort((a, b) => a.onsetTicks - b.onsetTicks),
  };
};
