import fc from 'fast-check';
import { scores } from '../../../testing/scores';
import type { Score } from '../../score/score';
import { readAbc } from './read';
import { writeAbc } from './write';

const read = (text: string): Score => {
  const result = readAbc(text);
  if (result.kind === 'error') throw new Error(JSON.stringify(result.error));
  return result.value.score;
};

/** What the issue of the journey is: pitch, rhythm, voices, ties and fingering. Times in quarters. */
const music = (score: Score) => ({
  bars: score.bars.map(({ key, metre, lengthTicks, repeatStart, repeatEnd, endings }) => ({
    key,
    metre,
    quarters: lengthTicks / score.ticksPerQuarter,
    repeatStart,
    repeatEnd,
    endings,
  })),
  notes: score.notes
    .map(({ side, staff, voice, pitch, bar, onsetTicks, durationTicks, graceIndex, tuplet, printed }) =>
      [
        side,
        staff,
        voice,
        pitch.step + pitch.alter + pitch.octave,
        bar,
        (onsetTicks / score.ticksPerQuarter).toFixed(4),
        (durationTicks / score.ticksPerQuarter).toFixed(4),
        graceIndex,
        tuplet && `${tuplet.actual}:${tuplet.normal}`,
        // ABC has no fingers for grace notes.
        graceIndex === null ? printed.map(({ finger }) => finger).join('-') : '',
      ].join(' '),
    )
    .sort(),
});

describe('a score written as ABC', () => {
  it('reads again with the same pitches, rhythm, voices, ties and fingers', () => {
    fc.assert(
      fc.property(scores(), (score) => {
        expect(music(read(writeAbc(score)))).toEqual(music(score));
      }),
      { numRuns: 200 },
    );
  });
});
