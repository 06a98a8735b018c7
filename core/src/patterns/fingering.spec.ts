import fc from 'fast-check';
import {
  chromaticFinger,
  DIMINISHED_SEVENTHS,
  DOMINANT_SEVENTHS,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MELODIC_MINOR_SCALES,
  MINOR_ARPEGGIOS,
  NATURAL_MINOR_SCALES,
  TRIAD_INVERSIONS,
  type InversionFingering,
  type RunFingering,
} from '../handbook';
import { SIDES, type Side } from '../hand/hand';
import { midiOf } from '../keyboard/pitch';
import { DEFAULT_RULES } from '../fingering/model/rules';
import { handbookFingering, makePattern, patternWish, tonicsOf, type Direction, type PatternKind } from '.';

const fingersOf = (
  asked: Parameters<typeof patternWish>[0],
  side: Side,
  rules = DEFAULT_RULES,
): readonly number[] | undefined => {
  const made = makePattern(patternWish({ sides: [side], ...asked }));
  if (made.kind === 'error') throw new Error(made.error.code);
  const found = handbookFingering(made.value, side, rules);
  return found && [...found.fingers.values()];
};

/** A row of a table written out for some octaves, without any code of the patterns: rising, with what its ends accept. */
const writtenOut = (row: RunFingering, octaves: number, falling: boolean): number[][] => {
  const pattern = falling ? (row.octaveDown ?? row.octave) : row.octave;
  const run: number[][] = Array.from({ length: octaves }, () => [...pattern].map((finger) => [finger])).flat();
  const [usual] = row.starts;
  if (usual) usual.forEach((_, at) => (run[at] = row.starts.map((start) => start[at]!)));
  return [...run, [...row.ends]];
};

/** The tables of the handbook; their sources stand beside them: `MANUALS` and `SCALE_MANUAL`, both from memory. */
const TABLES: readonly (readonly [PatternKind, readonly RunFingering[]])[] = [
  ['major', MAJOR_SCALES],
  ['natural-minor', NATURAL_MINOR_SCALES],
  ['harmonic-minor', HARMONIC_MINOR_SCALES],
  ['melodic-minor', MELODIC_MINOR_SCALES],
  ['arpeggio-major', MAJOR_ARPEGGIOS],
  ['arpeggio-minor', MINOR_ARPEGGIOS],
  ['dominant-seventh', DOMINANT_SEVENTHS],
  ['diminished-seventh', DIMINISHED_SEVENTHS],
];

const inversionsOf = (mode: 'major' | 'minor', inversion: 1 | 2): readonly InversionFingering[] =>
  TRIAD_INVERSIONS.filter((row) => row.mode === mode && row.inversion === inversion);

/** Both names of a tonic, where both keys are written. */
const spellings = (kind: PatternKind, tonic: string): readonly string[] => {
  const key = midiOf({ ...parse(tonic), octave: 4 }) % 12;
  return tonicsOf({ kind, mode: 'major' }).filter((name) => midiOf({ ...parse(name), octave: 4 }) % 12 === key);
};
const parse = (name: string) => ({ step: name.charAt(0) as 'C', alter: { '': 0, '#': 1, b: -1 }[name.slice(1)]! });

const expectRow = (row: RunFingering, kind: PatternKind, inversion: number): void => {
  for (const tonic of row.tonics.flatMap((name) => spellings(kind, name)))
    for (const octaves of [1, 2, 3])
      for (const direction of ['up', 'down', 'both'] as const satisfies readonly Direction[]) {
        const fingers = fingersOf({ tonic, kind, octaves, direction, inversion }, row.hand)!;
        const [rising, falling] = [writtenOut(row, octaves, false), writtenOut(row, octaves, true).reverse()];
        const expected =
          direction === 'both' ? [...rising.slice(0, -1), ...falling] : direction === 'up' ? rising : falling;
        const wrong = fingers.flatMap((finger, at) => (expected[at]!.includes(finger) ? [] : [at]));
        expect({ tonic, kind, octaves, direction, length: fingers.length, wrong }).toEqual({
          tonic,
          kind,
          octaves,
          direction,
          length: expected.length,
          wrong: [],
        });
      }
};

describe('the fingers of the handbook', () => {
  it.each(TABLES)('are on every note of %s in every key, hand and direction', (kind, rows) => {
    for (const row of rows) expectRow(row, kind, 0);
  });

  it.each([
    ['arpeggio-major', 'major', 1],
    ['arpeggio-major', 'major', 2],
    ['arpeggio-minor', 'minor', 1],
    ['arpeggio-minor', 'minor', 2],
  ] as const)('are on every note of %s, %s inversion %i', (kind, mode, inversion) => {
    for (const row of inversionsOf(mode, inversion)) expectRow(row, kind, inversion);
  });

  // Common practice, no source: what every teacher writes down first.
  it.each([
    ['C', 'major', 'right', '123123454321321'],
    ['C', 'major', 'left', '543213212312345'],
    ['F', 'major', 'right', '123412343214321'],
    ['Bb', 'major', 'left', '321432131234123'],
    ['B', 'major', 'left', '432143212341234'],
    ['C', 'arpeggio-major', 'left', '5421245'],
    ['D', 'arpeggio-major', 'left', '5321235'],
    ['Eb', 'five-finger-minor', 'left', '543212345'],
  ] as const)('are those every teacher knows: %s %s, %s hand', (tonic, kind, side, fingers) => {
    expect(fingersOf({ tonic, kind }, side)!.join('')).toBe(fingers);
  });

  it('follow the house: inner finger of arpeggios, the top of a scale, the chromatic system, legato octaves', () => {
    const always3 = { ...DEFAULT_RULES, arpeggioInner: 3 as const };
    expect(fingersOf({ tonic: 'C', kind: 'arpeggio-major' }, 'left', always3)!.join('')).toBe('5321235');
    const keeps = { ...DEFAULT_RULES, scaleEnds: 'pattern' as const };
    expect(fingersOf({ tonic: 'C', kind: 'major', direction: 'up' }, 'right', keeps)!.join('')).toBe('12312341');
    const groups = { ...DEFAULT_RULES, chromatic: 'groups' as const };
    expect(fingersOf({ tonic: 'C', kind: 'chromatic' }, 'right', groups)).toBeUndefined();
    const thumbOnly = { ...DEFAULT_RULES, crossing: 'thumb-only' as const };
    expect(fingersOf({ tonic: 'C', kind: 'legato-octaves' }, 'right', thumbOnly)).toBeUndefined();
  });

  it('are 3 on every black key of a chromatic scale, from any note', () => {
    for (const tonic of tonicsOf({ kind: 'chromatic', mode: 'major' }))
      for (const side of SIDES) {
        const made = makePattern(patternWish({ tonic, kind: 'chromatic', octaves: 2 }));
        if (made.kind === 'error') throw new Error(made.error.code);
        const keys = made.value.hands[side].map(({ pitches }) => midiOf(pitches[0]!));
        expect(fingersOf({ tonic, kind: 'chromatic', octaves: 2 }, side)).toEqual(
          keys.map((midi) => chromaticFinger(midi, side)),
        );
      }
  });

  it('say where they come from and how sure that is', () => {
    const found = (tonic: string, kind: PatternKind, side: Side) => {
      const made = makePattern(patternWish({ tonic, kind }));
      const fingering = made.kind === 'ok' ? handbookFingering(made.value, side, DEFAULT_RULES) : undefined;
      return fingering && [fingering.source.fromMemory, fingering.sure];
    };
    expect(found('C', 'major', 'right')).toEqual([true, 'high']);
    expect(found('Bb', 'melodic-minor', 'left')).toEqual([true, 'medium']);
    expect(found('C', 'five-finger-major', 'right')).toEqual([false, 'high']);
    expect(found('Eb', 'diminished-seventh', 'left')).toBeUndefined();
    expect(found('C', 'double-thirds', 'right')).toBeUndefined();
  });
});

describe('legato octaves', () => {
  const octaves = fc.record({
    at: fc.nat(),
    mode: fc.constantFrom('major' as const, 'minor' as const),
    side: fc.constantFrom(...SIDES),
    direction: fc.constantFrom('up' as const, 'down' as const, 'both' as const),
    length: fc.constantFrom(1, 2),
  });

  // Common practice, no source: the order of 4 and 5 in connected octaves.
  it('are never taken by one finger twice running without another that takes over, and 4 goes the right way', () => {
    fc.assert(
      fc.property(octaves, ({ at, mode, side, direction, length }) => {
        const tonics = tonicsOf({ kind: 'legato-octaves', mode });
        const wish = patternWish({
          tonic: tonics[at % tonics.length]!,
          kind: 'legato-octaves',
          mode,
          direction,
          octaves: length,
        });
        const made = makePattern(wish);
        if (made.kind === 'error') throw new Error(made.error.code);
        const found = handbookFingering(made.value, side, DEFAULT_RULES)!;
        const strokes = made.value.hands[side];
        const outer = strokes.map((_, index) => `${side}-${index + 1}${side === 'right' ? '-2' : ''}`);
        const inner = strokes.map((_, index) => `${side}-${index + 1}${side === 'right' ? '' : '-2'}`);
        for (const id of inner) expect(found.fingers.get(id)).toBe(1);
        outer.slice(1).forEach((id, index) => {
          const before = found.substitutes.get(outer[index]!) ?? found.fingers.get(outer[index]!);
          const finger = found.fingers.get(id)!;
          expect(finger).not.toBe(before);
          const rises = strokes[index + 1]!.rung > strokes[index]!.rung;
          const towardThumb = rises === (side === 'left');
          // Toward the thumb's side the one that strikes comes after 5, which holds.
          if (towardThumb) expect([before, finger]).toEqual([5, 4]);
        });
      }),
    );
  });
});
