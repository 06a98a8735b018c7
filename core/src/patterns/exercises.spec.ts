import { fingeredPattern } from '../../testing/patterns';
import type { Side } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import { tonicsOf, type PatternKind, type PatternWish } from '.';
import { explainPatternError, makePattern, patternWish } from '.';

/** Notes with their fingers, as in `C4.1 D4.2`. */
const read = (tonic: string, kind: PatternKind, side: Side, more: Partial<PatternWish> = {}): string => {
  const { pattern, plan } = fingeredPattern(tonic, kind, more);
  const fingers = plan.hands[side].notes.map(({ finger }) => finger);
  return pattern.hands[side].map(({ pitches }, at) => `${pitchName(pitches[0]!)}.${fingers[at]}`).join(' ');
};

// Common practice, no source, as are all the fingers here.
describe('exercises', () => {
  it('repeat each key of a position with 3-2-1, or 4-3-2-1, in strict rotation in either hand', () => {
    const rising = read('C', 'repeated-notes', 'right', { direction: 'up' });
    expect(rising).toBe('C4.3 C4.2 C4.1 D4.3 D4.2 D4.1 E4.3 E4.2 E4.1 F4.3 F4.2 F4.1 G4.3 G4.2 G4.1');
    expect(read('G', 'repeated-notes', 'left', { figure: 4 }).split(' ').slice(0, 8).join(' ')).toBe(
      'G2.4 G2.3 G2.2 G2.1 A2.4 A2.3 A2.2 A2.1',
    );
  });

  it('trill with each pair of fingers on neighbouring keys, a bar each, and come home', () => {
    const bars = (side: Side): string[] => {
      const notes = read('C', 'trills', side).split(' ');
      return [0, 1, 2, 3, 4]
        .map((bar) => notes.slice(bar * 16, bar * 16 + 2).join(' '))
        .concat(notes.slice(80).join(' '));
    };
    expect(bars('right')).toEqual(['C4.1 D4.2', 'C4.1 D4.3', 'D4.2 E4.3', 'E4.3 F4.4', 'F4.4 G4.5', 'C4.1']);
    expect(bars('left')).toEqual(['G3.1 F3.2', 'G3.1 F3.3', 'F3.2 E3.3', 'E3.3 D3.4', 'D3.4 C3.5', 'C3.5']);
  });

  it('pass the thumb under 2, 3 and 4 and the finger back over it; the hand that goes inward begins the other way round', () => {
    const figures = (side: Side, more: Partial<PatternWish>): string[] => {
      const notes = read('C', 'thumb-crossings', side, more).split(' ');
      return [notes.slice(0, 4), notes.slice(8, 14), notes.slice(32, 40), notes.slice(48)].map((some) =>
        some.join(' '),
      );
    };
    expect(figures('right', { direction: 'up' })).toEqual([
      'C4.1 D4.2 E4.1 D4.2',
      'C4.1 D4.2 E4.3 F4.1 E4.3 D4.2',
      'C4.1 D4.2 E4.3 F4.4 G4.1 F4.4 E4.3 D4.2',
      'C4.1',
    ]);
    expect(figures('left', { direction: 'up' })).toEqual([
      'C3.2 D3.1 E3.2 D3.1',
      'C3.3 D3.2 E3.1 F3.3 E3.1 D3.2',
      'C3.4 D3.3 E3.2 F3.1 G3.4 F3.1 E3.2 D3.3',
      'C3.2',
    ]);
    // Apart, the hands mirror one another.
    expect(figures('left', { direction: 'up', motion: 'contrary' })[1]).toBe('C3.1 B2.2 A2.3 G2.1 A2.3 B2.2');
  });

  it('keep their fingers in every key', () => {
    for (const tonic of tonicsOf({ kind: 'thumb-crossings', mode: 'major' })) {
      const { plan } = fingeredPattern(tonic, 'thumb-crossings', { sides: ['right'] });
      const fingers = plan.hands.right.notes.map(({ finger }) => finger).join('');
      expect(fingers).toBe(
        '12121212' +
          '123132'.repeat(4) +
          '12341432'.repeat(2) +
          '21212121' +
          '321312'.repeat(4) +
          '43214123'.repeat(2) +
          '1',
      );
    }
  });

  it('take no direction where they have their own way to go', () => {
    const made = makePattern(patternWish({ tonic: 'C', kind: 'trills', direction: 'up' }));
    expect(made.kind === 'error' && explainPatternError(made.error)).toBe(
      'Trills: there is no direction to choose; leave it out.',
    );
  });
});
