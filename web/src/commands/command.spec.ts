import { canRun, keyLabel, sign, wordsOf } from './command';

const label = (...keys: string[]): string => keyLabel({ keys });

describe('a command', () => {
  it('has its key written as it stands on the keyboard', () => {
    expect([label('t'), label('$mod+Shift+z'), label('ArrowUp'), label('PageDown', 'x'), label(sign('?'))]).toEqual([
      'T',
      'Ctrl+Shift+Z',
      '↑',
      'PgDn',
      '?',
    ]);
    expect(label()).toBe('');
    expect(keyLabel({ keys: ['([1-5])'], label: '1 – 5' })).toBe('1 – 5');
  });

  it('can be done unless it says otherwise, and may change its words', () => {
    expect([canRun({}), canRun({ can: () => false })]).toEqual([true, false]);
    expect([wordsOf({ words: 'Settle' }), wordsOf({ words: () => 'Next open bar' })]).toEqual([
      'Settle',
      'Next open bar',
    ]);
  });
});
