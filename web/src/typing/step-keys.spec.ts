import { beside, lengthWords } from './lengths';
import { STEP_HINTS, stepCommandOf } from './step-keys';

const press = (key: string, shiftKey = false) => stepCommandOf({ key, shiftKey });

describe('keys that type notes', () => {
  it('are letters for notes, alone or into the chord, and digits for fingers', () => {
    expect(press('g')).toEqual({ kind: 'letter', step: 'G', joins: false });
    expect(press('G', true)).toEqual({ kind: 'letter', step: 'G', joins: true });
    expect(press('5')).toEqual({ kind: 'finger', finger: 5 });
    expect(press('6')).toBeUndefined();
  });

  it('leave Tab, Enter and Escape to the page', () => {
    for (const key of ['Tab', 'Enter', 'Escape', ' ']) expect(press(key)).toBeUndefined();
  });

  it('do all that the list of keys tells of', () => {
    const told = STEP_HINTS.map(({ keys }) => keys).filter((keys) => /^\S$/.test(keys) && keys !== '⌫');
    for (const key of told) expect(press(key)).toBeDefined();
    for (const key of ['ArrowUp', 'ArrowDown', 'PageUp', 'PageDown', 'Backspace']) expect(press(key)).toBeDefined();
  });
});

describe('lengths', () => {
  it('are twice or half as long, within what is taught', () => {
    const quarter = { type: 'quarter' as const, dots: 0, triplet: false };
    expect(lengthWords(beside(quarter, -1))).toBe('half');
    expect(lengthWords(beside({ ...quarter, type: '16th' }, 1))).toBe('sixteenth');
    expect(lengthWords({ ...quarter, dots: 1 })).toBe('dotted quarter');
    expect(lengthWords({ type: 'eighth', dots: 0, triplet: true })).toBe('triplet eighth');
  });
});
