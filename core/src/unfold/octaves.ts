import { SIDES, type Side } from '../hand/hand';
import { barAt } from '../score/bars';
import type { Score } from '../score/score';

/** A stretch that sounds in another octave when it comes again. */
export interface OctavePass {
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
  readonly hands: readonly Side[];
  /** The pass on which it does. */
  readonly pass: number;
  /** Up (1) or down (-1). */
  readonly octaves: number;
}

/** Where the passage ends that a bar belongs to: at the next repeat sign, or at the end of the piece. */
const endOfPassage = ({ bars }: Pick<Score, 'bars'>, from: number): number => {
  const end = bars.findIndex(({ index, repeatEnd }) => index >= from && repeatEnd > 0);
  return end < 0 ? bars.length - 1 : end;
};

/** The hand that plays on a staff. */
const handOn = (score: Score, staff: number): Side =>
  score.notes.find((note) => note.staff === staff)?.side ?? (staff > 1 ? 'left' : 'right');

/** Octave passes as they are written in the piece, “second time an octave higher”. A sign on the upper of two staves is for that hand. */
export const writtenOctaves = (score: Score): readonly OctavePass[] =>
  score.marks.flatMap((mark) => {
    if (mark.kind !== 'second-time-octave') return [];
    const bar = barAt(score, mark.onsetTicks);
    const isAlone = new Set(score.notes.map(({ staff }) => staff)).size < 2;
    return [
      {
        bars: [bar, endOfPassage(score, bar)],
        hands: isAlone ? SIDES : [handOn(score, mark.staff)],
        pass: 2,
        octaves: mark.octaves,
      },
    ];
  });

/** By how many octaves a hand's notes in a bar sound higher on a pass. */
export const octavesOn = (
  passes: readonly OctavePass[],
  { bar, side }: { readonly bar: number; readonly side: Side },
  pass: number,
): number =>
  passes.find(
    ({ bars: [first, last], hands, pass: own }) => bar >= first && bar <= last && hands.includes(side) && pass === own,
  )?.octaves ?? 0;
