import { allDiffer, plainText } from './text';

describe('text', () => {
  const reads = (text: string): boolean => plainText(20).safeParse(text).success;

  it('is anything one can write, with tabs and line breaks', () => {
    expect(['Für Anna', 'two\nlines\tand a tab', '音', '👋', ''].map(reads)).toEqual([true, true, true, true, true]);
  });

  it('has no control characters and no halves of characters', () => {
    expect(['a\u0000', '\u001b[31m', 'x\u007f', '\ud800', 'x'.repeat(21)].map(reads)).toEqual([
      false,
      false,
      false,
      false,
      false,
    ]);
  });

  it('can be told apart by name', () => {
    expect([allDiffer(['a', 'b'], (one) => one), allDiffer(['a', 'a'], (one) => one)]).toEqual([true, false]);
  });
});
