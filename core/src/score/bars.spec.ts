import { line } from '../../testing/line';
import { barAt, barsNumbered, byBar } from './bars';

describe('bars are found', () => {
  const score = line('C4/1 | D4 E4 F4 G4 | A4/4 | B4/4');

  it('by a moment', () => {
    expect([-1, 0, 1, 4.9, 5, 99].map((quarters) => barAt(score, quarters * score.ticksPerQuarter))).toEqual(
      [0, 0, 1, 1, 2, 3], // prettier-ignore
    );
  });

  it('by their printed numbers, an upbeat among them', () => {
    const numbered = { ...score, bars: score.bars.map((bar, at) => ({ ...bar, number: at })) };
    expect(barsNumbered(numbered, null, null)).toEqual([0, 3]);
    expect(barsNumbered(numbered, 1, 2)).toEqual([1, 2]);
    expect(barsNumbered(numbered, 0, 0)).toEqual([0, 0]);
    expect(barsNumbered(numbered, 7, null)).toBeUndefined();
  });

  it('for what is in them', () => {
    expect([...byBar(score.notes)].map(([bar, notes]) => [bar, notes.length])).toEqual([
      [0, 1],
      [1, 4],
      [2, 1],
      [3, 1],
    ]);
  });
});
