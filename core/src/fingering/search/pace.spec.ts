import { line } from '../../../testing/line';
import { DEFAULT_HAND } from '../../hand/hand';
import { slicesOf } from '../../score/slices';
import { playableSlices } from '../model/playable';
import { paceOf } from './pace';

const QUICK_SECONDS = 1 / 5.5;

const pacesOf = (music: string, quartersPerMinute = 96) => {
  const slices = playableSlices(
    slicesOf(line(music, { quartersPerMinute }), 'right'),
    'right',
    DEFAULT_HAND,
    new Map(),
  );
  return slices.map((_, index) => paceOf(slices, index, QUICK_SECONDS));
};

describe('the pace of a step', () => {
  it('is fast on a key that is struck three times and more too quickly for one finger', () => {
    expect(pacesOf('C5/1/4 C5 C5 D5/1', 112).map(({ fast }) => fast)).toEqual([false, true, true, false]);
    expect(pacesOf('C5/1/4 C5 D5/1/2', 112).some(({ fast }) => fast)).toBe(false);
    expect(pacesOf('C5/1/4 C5 C5 C5', 60).some(({ fast }) => fast)).toBe(false);
  });

  it('is chromatic from five semitones in a row on', () => {
    expect(pacesOf('C4/1/4 C#4 D4 D#4 E4 F4 A4').map(({ chromatic }) => chromatic)).toEqual([
      false, true, true, true, true, true, false,
    ]); // prettier-ignore
    expect(pacesOf('C4/1/4 C#4 D4 D#4 E4').some(({ chromatic }) => chromatic)).toBe(false);
  });

  it('goes to a neighbour and back', () => {
    expect(pacesOf('D4/1 C#4 D4 A4').map(({ neighbour }) => neighbour)).toEqual([false, true, true, false]);
  });

  it('tells strokes on one key that go on from the last one', () => {
    expect(pacesOf('G4/1 G4 G4 A4').map(({ repeatsOn }) => repeatsOn)).toEqual([false, true, false, false]);
  });
});
