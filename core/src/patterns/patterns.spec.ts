import fc from 'fast-check';
import { Chord, Scale } from 'tonal';
import { madePattern, planner } from '../../testing/patterns';
import { SIDES, type Side } from '../hand/hand';
import { midiOf, pitchClassName, pitchName } from '../keyboard/pitch';
import { wordWarning } from '../plan/warning-words';
import { DEFAULT_RULES } from '../fingering/model/rules';
import {
  DIRECTIONS,
  explainPatternError,
  fingerPattern,
  KINDS,
  makePattern,
  PATTERN_KINDS,
  patternWish,
  tonicsOf,
  type Pattern,
  type PatternKind,
  type PatternWish,
} from '.';

const namesOf = (pattern: Pattern, side: Side = 'right'): string[] =>
  pattern.hands[side].flatMap(({ pitches }) => pitches.map(pitchName));

describe('patterns', () => {
  // The npm package tonal spells scales and chords by the same theory, written independently of ours.
  it.each([
    ['major', 'major'],
    ['natural-minor', 'aeolian'],
    ['harmonic-minor', 'harmonic minor'],
    ['melodic-minor', 'melodic minor'],
  ] as const)('spell every %s as the package tonal does', (kind, name) => {
    for (const tonic of tonicsOf({ kind, mode: 'major' })) {
      const { ladder } = madePattern({ tonic, kind });
      const ours = [0, 1, 2, 3, 4, 5, 6].map((rung) => pitchClassName(ladder.pitch(rung, false)));
      expect(ours).toEqual(Scale.get(`${tonic} ${name}`).notes);
    }
  });

  it.each([
    ['arpeggio-major', 'M'],
    ['arpeggio-minor', 'm'],
    ['dominant-seventh', '7'],
    ['diminished-seventh', 'dim7'],
  ] as const)('spell every %s as the package tonal does', (kind, name) => {
    for (const tonic of tonicsOf({ kind, mode: 'major' })) {
      const { ladder } = madePattern({ tonic, kind });
      const ours = Array.from({ length: ladder.perOctave }, (_, rung) => pitchClassName(ladder.pitch(rung, false)));
      expect(ours).toEqual(Chord.getChord(name, tonic).notes);
    }
  });

  // Written by hand from the theory of keys.
  it.each([
    ['G#', 'harmonic-minor', 'G# A# B C# D# E F##'],
    ['D#', 'harmonic-minor', 'D# E# F# G# A# B C##'],
    ['Ab', 'harmonic-minor', 'Ab Bb Cb Db Eb Fb G'],
    ['A#', 'melodic-minor', 'A# B# C# D# E# F## G##'],
    ['C#', 'major', 'C# D# E# F# G# A# B#'],
    ['Cb', 'major', 'Cb Db Eb Fb Gb Ab Bb'],
    ['C', 'diminished-seventh', 'C Eb Gb Bbb'],
    ['C#', 'diminished-seventh', 'C# E G Bb'],
  ] as const)('spell %s %s', (tonic, kind, notes) => {
    const { ladder } = madePattern({ tonic, kind });
    const ours = Array.from({ length: ladder.perOctave }, (_, rung) => pitchClassName(ladder.pitch(rung, false)));
    expect(ours.join(' ')).toBe(notes);
  });

  it('come in fifteen major and fifteen minor keys, and from twelve notes with both names of the black keys', () => {
    expect(tonicsOf({ kind: 'major', mode: 'major' })).toHaveLength(15);
    expect(tonicsOf({ kind: 'triads', mode: 'minor' })).toHaveLength(15);
    expect(tonicsOf({ kind: 'chromatic', mode: 'major' })).toHaveLength(17);
  });

  it('name the key signature a pattern stands in', () => {
    expect(madePattern({ tonic: 'Eb', kind: 'harmonic-minor' }).ladder.key).toEqual({ fifths: -6, mode: 'minor' });
    expect(madePattern({ tonic: 'G', kind: 'dominant-seventh' }).ladder.key).toEqual({ fifths: 0, mode: 'major' });
    expect(madePattern({ tonic: 'B', kind: 'diminished-seventh' }).ladder.key).toEqual({ fifths: -3, mode: 'minor' });
  });

  it('fall in melodic minor as natural minor, and in a chromatic scale with flats', () => {
    expect(namesOf(madePattern({ tonic: 'A', kind: 'melodic-minor', direction: 'down' })).join(' ')).toBe(
      'A4 G4 F4 E4 D4 C4 B3 A3',
    );
    expect(namesOf(madePattern({ tonic: 'C', kind: 'chromatic', direction: 'down' })).slice(0, 4)).toEqual([
      'C5',
      'B4',
      'Bb4',
      'A4',
    ]);
  });

  it('fill their bars: four bars of a scale, whatever its octaves', () => {
    for (const octaves of [1, 2, 3, 4]) {
      const { score } = madePattern({ tonic: 'D', kind: 'major', octaves });
      expect(score.bars).toHaveLength(4);
      const end = Math.max(...score.notes.map(({ onsetTicks, durationTicks }) => onsetTicks + durationTicks));
      expect(end).toBe(4 * 4 * score.ticksPerQuarter);
    }
  });

  it('go apart in contrary motion, and stand a third, sixth or tenth apart', () => {
    const contrary = madePattern({ tonic: 'C', kind: 'major', motion: 'contrary', direction: 'up' });
    expect([namesOf(contrary), namesOf(contrary, 'left')].map((names) => [names[0], names[7]])).toEqual([
      ['C4', 'C5'],
      ['C3', 'C2'],
    ]);
    const apart = (distance: PatternWish['distance']): number => {
      const pattern = madePattern({ tonic: 'C', kind: 'major', distance });
      return midiOf(pattern.hands.right[0]!.pitches[0]!) - midiOf(pattern.hands.left[0]!.pitches[0]!);
    };
    expect([apart('octave'), apart('third'), apart('sixth'), apart('tenth')]).toEqual([12, 4, 8, 16]);
  });

  it('break chords the way the line goes', () => {
    expect(namesOf(madePattern({ tonic: 'C', kind: 'broken-chord' })).join(' ')).toBe(
      'C4 E4 G4 E4 G4 C5 G4 C5 E5 C5 E5 G5 G5 E5 C5 E5 C5 G4 C5 G4 E4 G4 E4 C4',
    );
  });

  it('have the beginner’s cadence: tonic, subdominant, tonic, dominant seventh as leading note, fourth, fifth', () => {
    expect(namesOf(madePattern({ tonic: 'G', kind: 'cadence' }), 'left').join(' ')).toBe(
      'G2 B2 D3 G2 C3 E3 G2 B2 D3 F#2 C3 D3 G2 B2 D3',
    );
  });

  it('say in one sentence what cannot be played', () => {
    const problem = (asked: Parameters<typeof patternWish>[0]): string => {
      const result = makePattern(patternWish(asked));
      return result.kind === 'error' ? explainPatternError(result.error) : '';
    };
    expect(problem({ tonic: 'H', kind: 'major' })).toContain('"H" is not a note');
    expect(problem({ tonic: 'G#', kind: 'major' })).toContain('take Ab major');
    expect(problem({ tonic: 'E#', kind: 'chromatic' })).toContain('take F, which is the same key');
    expect(problem({ tonic: 'C', kind: 'major', octaves: 5 })).toBe('Scale: from 1 to 4 octaves.');
    expect(problem({ tonic: 'C', kind: 'arpeggio-major', inversion: 3 })).toContain('up to 2');
    expect(problem({ tonic: 'C', kind: 'triads', motion: 'contrary' })).toContain('similar motion only');
    expect(problem({ tonic: 'C', kind: 'arpeggio-major', distance: 'third' })).toContain('Only major and minor scales');
    expect(problem({ tonic: 'C', kind: 'major', motion: 'contrary', distance: 'third' })).toContain('octave apart');
    expect(problem({ tonic: 'C', kind: 'major', motion: 'contrary', sides: ['left'] })).toContain('ask for both hands');
  });
});

describe('every pattern', () => {
  const wishesOf = (kind: PatternKind): PatternWish[] =>
    (KINDS[kind].mode === 'asked' ? (['major', 'minor'] as const) : (['major'] as const)).flatMap((mode) =>
      tonicsOf({ kind, mode }).flatMap((tonic) =>
        Array.from({ length: KINDS[kind].inversions + 1 }, (_, inversion) =>
          patternWish({ tonic, kind, ...(KINDS[kind].mode === 'asked' ? { mode } : {}), inversion }),
        ),
      ),
    );

  it.each(PATTERN_KINDS)(
    'of the kind %s is playable by a medium adult hand in every key',
    (kind) => {
      for (const wish of wishesOf(kind)) {
        const { plan, pattern } = fingerPattern(planner, madePattern(wish), DEFAULT_RULES, 'handbook');
        expect([pattern.title, ...plan.warnings.map(wordWarning)]).toEqual([pattern.title]);
        const unfingered = SIDES.flatMap((side) => plan.hands[side].notes).filter(({ finger }) => finger === null);
        expect(unfingered).toEqual([]);
      }
    },
    60_000,
  );

  it('is on the keyboard, however long and wherever it begins', () => {
    const wish = fc
      .record({
        kind: fc.constantFrom(...PATTERN_KINDS),
        mode: fc.constantFrom('major' as const, 'minor' as const),
        tonicAt: fc.nat(),
        octaves: fc.integer({ min: 1, max: 4 }),
        direction: fc.constantFrom(...DIRECTIONS),
        motion: fc.constantFrom('similar' as const, 'contrary' as const),
        distance: fc.constantFrom('octave' as const, 'third' as const, 'sixth' as const, 'tenth' as const),
        figure: fc.constantFrom(3 as const, 4 as const),
      })
      .map(({ tonicAt, ...asked }) => {
        const tonics = tonicsOf({ kind: asked.kind, mode: KINDS[asked.kind].mode === 'minor' ? 'minor' : asked.mode });
        return patternWish({ ...asked, tonic: tonics[tonicAt % tonics.length]! });
      });
    fc.assert(
      fc.property(wish, (asked) => {
        const result = makePattern(asked);
        if (result.kind === 'error') return;
        const { notes, bars } = result.value.score;
        const { onsetTicks, lengthTicks } = bars[bars.length - 1]!;
        for (const { midi, onsetTicks: from, durationTicks } of notes) {
          expect(midi).toBeGreaterThanOrEqual(21);
          expect(midi).toBeLessThanOrEqual(108);
          expect(from + durationTicks).toBeLessThanOrEqual(onsetTicks + lengthTicks);
        }
      }),
      { numRuns: 400 },
    );
  });
});
