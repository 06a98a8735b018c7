import fc from 'fast-check';
import {
  isBlack,
  KEY_CENTRES_FROM_C_MM,
  keyCentreMm,
  keyDistanceMm,
  keyPlace,
  OCTAVE_MM,
  whiteKeyAt,
} from './geometry';

describe('the keyboard', () => {
  // DIN 8996 (usual modern keyboard), from memory: an octave is 164-165 mm, a white key 23.5 mm.
  it('has octaves of 164.5 mm and white keys of 23.5 mm', () => {
    expect(keyDistanceMm(60, 72)).toBeCloseTo(164.5, 6);
    expect(keyDistanceMm(60, 62)).toBeCloseTo(23.5, 6);
    expect(OCTAVE_MM).toBe(164.5);
  });

  it('has seven white and five black keys to the octave', () => {
    const black = Array.from({ length: 12 }, (_, index) => isBlack(60 + index)).filter(Boolean);
    expect(black).toHaveLength(5);
  });

  // Common equal-tail layout: C-E is cut in five equal tails, F-B in seven (common practice, no source).
  it('lays black keys in the middle of equal tails', () => {
    const third = 3 * 23.5;
    const fourth = 4 * 23.5;
    expect(KEY_CENTRES_FROM_C_MM[1]).toBeCloseTo((third / 5) * 1.5, 1);
    expect(KEY_CENTRES_FROM_C_MM[3]).toBeCloseTo((third / 5) * 3.5, 1);
    for (const [pitchClass, tail] of [
      [6, 1.5],
      [8, 3.5],
      [10, 5.5],
    ] as const)
      expect(KEY_CENTRES_FROM_C_MM[pitchClass]).toBeCloseTo(third + (fourth / 7) * tail, 1);
  });

  it('rises from left to right and repeats every octave', () => {
    fc.assert(
      fc.property(fc.integer({ min: 21, max: 95 }), (midi) => {
        expect(keyCentreMm(midi + 1)).toBeGreaterThan(keyCentreMm(midi));
        expect(keyDistanceMm(midi, midi + 12)).toBeCloseTo(OCTAVE_MM, 6);
      }),
    );
  });

  it('puts white keys on whole places and finds them again', () => {
    for (let midi = 21; midi <= 108; midi += 1) {
      if (isBlack(midi)) expect(Number.isInteger(keyPlace(midi))).toBe(false);
      else expect(whiteKeyAt(Math.round(keyPlace(midi)))).toBe(midi);
    }
  });
});
