import { barInWords, barName, barsInWords } from './bar-words';

describe('bars in words', () => {
  it('are called by their numbers, and the upbeat by its name', () => {
    expect([barName(3), barName(0), barInWords(3), barInWords(0)]).toEqual(['Bar 3', 'Upbeat', 'bar 3', 'the upbeat']);
  });

  it('are told together', () => {
    expect([[], [4], [4, 6], [0], [0, 4, 6, 9]].map(barsInWords)).toEqual([
      '',
      'bar 4',
      'bars 4 and 6',
      'the upbeat',
      'the upbeat and bars 4, 6 and 9',
    ]);
  });
});
