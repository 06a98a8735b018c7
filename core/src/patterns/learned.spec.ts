import { fingeredPattern } from '../../testing/patterns';
import { pitchName } from '../keyboard/pitch';
import { DEFAULT_RULES } from '../fingering/model/rules';
import { countedInner, familiesOf, learnedOf, patternWish, togetherOf, tonicsOf, type PatternKind } from '.';

describe('what a hand learns from a pattern', () => {
  it('is said aloud as a teacher says it', () => {
    expect(learnedOf(fingeredPattern('Bb', 'major'), 'left')!.words).toBe(
      'B flat with 3, C with 2, thumb on D, cross 4 over to E flat, F with 3, G with 2, thumb on A, cross 3 over to B flat',
    );
    expect(learnedOf(fingeredPattern('F', 'major'), 'right')!.words).toBe(
      'thumb on F, G with 2, A with 3, B flat with 4, thumb under to C, D with 2, E with 3, F with 4',
    );
  });

  // Common practice, no source: 4 plays one note of the octave, and that note tells the pattern.
  it('is where the thumbs fall, and the one place of 4', () => {
    const right = learnedOf(fingeredPattern('Eb', 'major', { octaves: 2 }), 'right')!;
    expect([right.thumbs, right.fours]).toEqual([['F', 'C'], ['B flat']]);
    const left = learnedOf(fingeredPattern('E', 'major', { octaves: 2 }), 'left')!;
    expect([left.thumbs, left.fours]).toEqual([['B', 'E'], ['F sharp']]);
  });

  it('is which crossing comes where, up and down', () => {
    const crossings = learnedOf(fingeredPattern('C', 'major'), 'right')!.crossings.map(
      ({ kind, way, from, to, fromFinger, toFinger }) =>
        `${way} ${kind} ${pitchName(from)}-${pitchName(to)} ${fromFinger}-${toFinger}`,
    );
    expect(crossings).toEqual(['up thumb-under E4-F4 3-1', 'down finger-over F4-E4 1-3']);
    const left = learnedOf(fingeredPattern('C', 'major'), 'left')!.crossings.map(({ kind, way }) => `${way} ${kind}`);
    expect(left).toEqual(['up finger-over', 'down thumb-under']);
  });

  it('is nothing in words where chords are played, or the hand is silent', () => {
    expect(learnedOf(fingeredPattern('C', 'triads'), 'right')).toBeUndefined();
    expect(learnedOf(fingeredPattern('C', 'major', { sides: ['right'] }), 'left')).toBeUndefined();
  });
});

describe('the inner finger by counting', () => {
  // Craft's rule; the table was written independently of it.
  it('agrees with the table in every arpeggio from a white key', () => {
    for (const kind of ['arpeggio-major', 'arpeggio-minor'] as const)
      for (const tonic of tonicsOf({ kind, mode: 'major' })) {
        const arpeggio = fingeredPattern(tonic, kind);
        const counted = countedInner(arpeggio.pattern, DEFAULT_RULES);
        const inner = arpeggio.plan.hands.left.notes[1]!.finger;
        if (tonic.length === 1)
          expect([tonic, counted]).toEqual([tonic, expect.stringContaining(`finger is ${inner}`)]);
        else if (tonic !== 'Cb') expect([tonic, counted]).toEqual([tonic, undefined]);
      }
    const always = { ...DEFAULT_RULES, arpeggioInner: 4 as const };
    expect(countedInner(fingeredPattern('D', 'arpeggio-major').pattern, always)).toBeUndefined();
  });
});

describe('hands together', () => {
  // Common practice, no source: the pattern of C, G, D, A and E major.
  it.each(['C', 'G', 'D', 'A', 'E'])('meet in %s major on 3s, and on the thumbs where the scale goes on', (tonic) => {
    const strip = togetherOf(fingeredPattern(tonic, 'major', { octaves: 2 }));
    const up = strip.slice(0, 15);
    const threes = up.filter(({ same, right }) => same && right[0] === 3).map(({ beat }) => beat);
    expect(threes).toEqual([3, 6, 10, 13]);
    expect(up.filter(({ thumbs }) => thumbs === 'both').map(({ beat }) => beat)).toEqual([8]);
    const [, , , fourth, fifth] = up;
    expect([fourth!.right, fourth!.left, fourth!.thumbs]).toEqual([[1], [2], 'right']);
    expect([fifth!.right, fifth!.left, fifth!.thumbs]).toEqual([[2], [1], 'left']);
    const falling = strip.slice(14).map(({ right, left }) => [right, left]);
    expect(falling).toEqual(up.map(({ right, left }) => [right, left]).reverse());
  });

  it('mirror one another in contrary motion: the same fingers all the way in C major', () => {
    const strip = togetherOf(fingeredPattern('C', 'major', { motion: 'contrary' }));
    expect(strip.every(({ same }) => same)).toBe(true);
  });

  it('have nothing to say about one hand alone', () => {
    expect(togetherOf(fingeredPattern('C', 'major', { sides: ['left'] }))).toEqual([]);
  });
});

describe('families', () => {
  const familiesIn = (tonic: string, kind: PatternKind) => familiesOf(patternWish({ tonic, kind }), DEFAULT_RULES);

  // Common practice, no source.
  it('are the keys that share a pattern, for each hand and for both', () => {
    const { right, left, both } = familiesIn('G', 'major');
    expect(right).toEqual(['C', 'D', 'E', 'G', 'A', 'B']);
    expect(left).toEqual(['C', 'D', 'E', 'F', 'G', 'A']);
    expect(both).toEqual(['C', 'D', 'E', 'G', 'A']);
    expect(familiesIn('Eb', 'major').left).toEqual(['Db', 'Eb', 'Ab', 'Bb']);
  });

  it('are the keys whose chord has one shape of black and white', () => {
    expect(familiesIn('C', 'triads').shape).toEqual(['C', 'F', 'G']);
    expect(familiesIn('D', 'arpeggio-major').shape).toEqual(['D', 'E', 'A']);
    expect(familiesIn('Eb', 'arpeggio-major').shape).toEqual(['Db', 'Eb', 'Ab']);
    expect(familiesIn('B', 'arpeggio-major').shape).toEqual(['B']);
  });

  it('take the key by the name it was asked for, and others by their usual one', () => {
    expect(familiesIn('C#', 'major').left).toEqual(['C#', 'Eb', 'Ab', 'Bb']);
    expect(familiesIn('Db', 'major').left).toEqual(['Db', 'Eb', 'Ab', 'Bb']);
  });
});
