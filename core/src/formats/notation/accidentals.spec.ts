import { parsePitch } from '../../keyboard/pitch';
import { accidentalsIn } from './accidentals';

const pitch = (name: string) => parsePitch(name)!;

describe('accidentals since the barline', () => {
  it('are those of the key until there is one', () => {
    const accidentals = accidentalsIn(1);
    expect([accidentals.inOctave(pitch('F4')), accidentals.inEveryOctave(pitch('F4'))]).toEqual([1, 1]);
    expect(accidentals.inOctave(pitch('C4'))).toBe(0);
  });

  it('hold in their own octave, or in every one', () => {
    const accidentals = accidentalsIn(0);
    accidentals.set(pitch('Bb4'));
    expect([accidentals.inOctave(pitch('B4')), accidentals.inOctave(pitch('B5'))]).toEqual([-1, 0]);
    expect(accidentals.inEveryOctave(pitch('B5'))).toBe(-1);
    accidentals.set(pitch('B5'));
    expect([accidentals.inOctave(pitch('B4')), accidentals.inEveryOctave(pitch('B4'))]).toEqual([-1, 0]);
  });
});
