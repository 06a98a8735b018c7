import { beatFigure, effortFigure, pretty } from './words';

describe('words and figures', () => {
  it.each([
    ['Bb4', 'B♭4'],
    ['F#5', 'F♯5'],
    ['Ebb3', 'E♭♭3'],
    ['the thumb on Bb4, big and bare', 'the thumb on B♭4, big and bare'],
  ])('%s is read as %s', (written, shown) => expect(pretty(written)).toBe(shown));

  it('effort has one decimal, and none where it is nothing', () => {
    expect([0, 0.04, 0.06, 1.25, 12].map(effortFigure)).toEqual(['0', '0', '0.1', '1.3', '12.0']);
  });

  it('beats are said as they are counted', () => {
    expect([1, 2.5, 3.25, 4.75, 1 + 1 / 3].map(beatFigure)).toEqual(['1', '2½', '3¼', '4¾', '1.33']);
  });
});
