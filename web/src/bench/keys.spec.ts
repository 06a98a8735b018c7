import { commandOf, KEY_GROUPS } from './keys';

const press = (key: string, shiftKey = false, letters = true) => commandOf({ key, shiftKey }, letters);

describe('keys', () => {
  it('lead through the whole loop', () => {
    expect(['Enter', 't', 'n', 'N', 'o', 'h', 'PageDown', 'Escape'].map((key) => press(key, key === 'N'))).toEqual([
      'settle',
      'try-another',
      'next-open',
      'last-open',
      'reopen',
      'other-hand',
      'next-bar',
      'leave',
    ]);
    expect(press('q')).toBeUndefined();
  });

  it('are letters only while they are wanted', () => {
    expect(press('t', false, false)).toBeUndefined();
    expect(press('?', true, false)).toBeUndefined();
    expect(press('Enter', false, false)).toBe('settle');
  });

  it('are all told', () => {
    const told = KEY_GROUPS.flatMap(({ hints }) => hints.map(({ keys }) => keys)).join(' ');
    for (const letter of 'OTNHAKDGWCEMRLVPB?') {
      expect(press(letter, true)).toBeDefined();
      expect(told).toContain(letter);
    }
  });
});
