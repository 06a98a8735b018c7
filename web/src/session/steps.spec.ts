import { testPiece } from '../../testing/piece';
import { line } from '../../../core/testing/line';
import type { Score } from '@kettle-step/core';
import { firstOfBar, nextOpen, noteBeside, type Direction } from './steps';

const right = line('C4/1 [C4 E4 G4] D4 | F4/4');
const left = line('C3/2 G3 | E3/4', { side: 'left' });

/** Both hands together; the left hand's ids begin with l. */
const both: Score = {
  ...right,
  notes: [...right.notes, ...left.notes.map((note) => ({ ...note, id: `l${note.id}` }))].sort(
    (a, b) => a.onsetTicks - b.onsetTicks,
  ),
};

const walk = (from: string, ...ways: Direction[]): string | undefined =>
  ways.reduce<string | undefined>((id, way) => {
    const note = both.notes.find((candidate) => candidate.id === id);
    return note && noteBeside(both, note, way)?.id;
  }, from);

describe('the next open bar', () => {
  const open = [
    { side: 'right' as const, bar: 1 },
    { side: 'right' as const, bar: 4 },
    { side: 'left' as const, bar: 0 },
    { side: 'left' as const, bar: 6 },
  ];
  const go = (side: 'right' | 'left', bar: number, forward = true) => nextOpen(open, { side, bar }, forward);

  it('is the next one of this hand, then the first of the other, then the first of this', () => {
    expect(go('right', 1)).toEqual({ side: 'right', bar: 4 });
    expect(go('right', 4)).toEqual({ side: 'left', bar: 0 });
    expect(nextOpen(open.slice(0, 1), { side: 'right', bar: 3 }, true)).toEqual({ side: 'right', bar: 1 });
  });

  it('goes backward in the same way, and is nowhere when nothing else is open', () => {
    expect(go('left', 6, false)).toEqual({ side: 'left', bar: 0 });
    expect(go('left', 0, false)).toEqual({ side: 'right', bar: 4 });
    expect(nextOpen([{ side: 'right' as const, bar: 2 }], { side: 'right', bar: 2 }, true)).toBeUndefined();
  });
});

describe('the arrow keys', () => {
  it('go along the hand, to the key of a chord that is nearest', () => {
    expect(walk('n1', 'later')).toBe('n2');
    expect(walk('n1', 'later', 'later')).toBe('n5');
    expect(walk('n5', 'earlier')).toBe('n2');
    expect(walk('n5', 'later')).toBe('n6');
  });

  it('go through a chord, and over to the other hand beyond it', () => {
    expect(walk('n2', 'higher')).toBe('n3');
    expect(walk('n4', 'lower', 'lower')).toBe('n2');
    expect(walk('n1', 'lower')).toBe('ln1');
    expect(walk('ln2', 'higher')).toBe('n5');
  });

  it('stop at the ends', () => {
    expect(walk('n1', 'earlier')).toBeUndefined();
    expect(walk('n6', 'later')).toBeUndefined();
    expect(walk('n6', 'higher')).toBeUndefined();
  });
});

describe('the first note of a bar', () => {
  it('is of the hand asked for, or of the other when that is silent', () => {
    expect(firstOfBar(both, 1, 'left')?.id).toBe('ln3');
    expect(firstOfBar(testPiece('C4/4 | D4/4').score, 1, 'left')?.id).toBe('n2');
  });
});
