import { line } from '../../testing/line';
import { slicesOf } from './slices';
import { withSubstitutionPoints } from './substitution-points';

/** A letter a slice: s where something is struck, h where all is held. */
const shape = (music: string): string =>
  withSubstitutionPoints(slicesOf(line(music), 'right'))
    .map(({ struck }) => (struck.length > 0 ? 's' : 'h'))
    .join('');

describe('moments for a silent substitution', () => {
  it('come after a long note inside a slur, and hold what was struck', () => {
    expect(shape('( C4/2 E4/2 G4/2 )')).toBe('shshs');
    const [, moment] = withSubstitutionPoints(slicesOf(line('( C4/2 E4/2 )'), 'right'));
    expect(moment?.held.map(({ midi }) => midi)).toEqual([60]);
    expect(moment?.link).toBe('slur');
  });

  it('come sooner in pairs: legato octaves live by them', () => {
    expect(shape('( C4/1 D4 E4 )')).toBe('sss');
    expect(shape('( [C4 C5]/1 [D4 D5] )')).toBe('shs');
  });

  it('do not come where nothing binds, on a key struck again, in chords of three, or quickly', () => {
    expect(shape('C4/2 E4/2')).toBe('ss');
    expect(shape('( C4/2 C4/2 )')).toBe('ss');
    expect(shape('( [C4 E4 G4]/2 [D4 F4 A4]/2 )')).toBe('ss');
    expect(shape('( C4/1/4 D4 E4 )')).toBe('sss');
  });
});
