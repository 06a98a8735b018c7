import { HARMONIES, isIn, rootOf } from './harmony';

// Chords as any book of harmony has them: common practice, no source.
describe('harmonies', () => {
  it('are triads and sevenths in any octave, also with keys left out', () => {
    expect(isIn(HARMONIES, [48, 64, 79])).toBe(true);
    expect(isIn(HARMONIES, [55, 65, 71])).toBe(true);
    expect(isIn(HARMONIES, [60, 67])).toBe(true);
    expect(isIn(HARMONIES, [60, 62, 64])).toBe(false);
    expect(isIn(HARMONIES, [60, 61, 62])).toBe(false);
  });

  it('are named by their root, whatever lies lowest', () => {
    expect(rootOf([64, 67, 72])).toBe(0);
    expect(rootOf([62, 65, 71])).toBe(11);
    expect(rootOf([53, 59, 67])).toBe(7);
    expect(rootOf([57, 60, 64, 67])).toBe(9);
  });
});
