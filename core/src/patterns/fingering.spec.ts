import fc from 'fast-check';
import { MANUAL_FAMILIES, manualCases } from '../../testing/manual';
import { chromaticFinger } from '../handbook';
import { SIDES, type Side } from '../hand/hand';
import { midiOf } from '../keyboard/pitch';
import { DEFAULT_RULES } from '../fingering/model/rules';
import { handbookFingering, makePattern, patternWish, tonicsOf, type PatternKind } from '.';

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

const cases = manualCases([1, 2, 3]);

describe('the fingers of the handbook', () => {
  // Sources beside the tables in core/src/handbook: `MANUALS` and `SCALE_MANUAL`, both from memory.
  it.each(MANUAL_FAMILIES)('are on every note of %s in every key, hand and direction', (family) => {
    for (const { wish, accepted } of cases.filter((one) => one.family === family)) {
      const fingers = fingersOf(wish, wish.sides[0]!)!;
      const wrong = fingers.flatMap((finger, at) => (accepted[at]!.includes(finger) ? [] : [at]));
      expect({ ...wish, strokes: fingers.length, wrong }).toEqual({ ...wish, strokes: accepted.length, wrong: [] });
    }
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
