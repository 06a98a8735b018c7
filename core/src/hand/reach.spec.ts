import { DEFAULT_HAND, FINGERS, HAND_PRESETS, handOfSpan } from './hand';
import { crossedLimitMm, pairLimitMm, reachVerdict } from './reach';
import { keyDistanceMm } from '../keyboard/geometry';
import { midiOf, parsePitch } from '../keyboard/pitch';

const between = (low: string, high: string): number =>
  keyDistanceMm(midiOf(parsePitch(low)!), midiOf(parsePitch(high)!));

describe('what a hand reaches', () => {
  it('agrees with what players of the mean spans report', () => {
    // Boyle, Boyle & Booker 2015 (from memory): mean flat spans 201 mm (women) and 226 mm (men). Such hands take the
    // octave well; the tenth is at the edge for the larger one (common practice, no source).
    const [woman, man] = [handOfSpan(201), handOfSpan(226)];
    expect(reachVerdict(between('C4', 'C5'), pairLimitMm(woman, 1, 5))).not.toBe('out-of-reach');
    expect(reachVerdict(between('C4', 'E5'), pairLimitMm(woman, 1, 5))).toBe('out-of-reach');
    expect(between('C4', 'E5') - pairLimitMm(man, 1, 5)).toBeLessThan(2);
  });

  it('does not give a child of eight an octave', () => {
    // Common practice: a child of eight spans about 150-165 mm; an octave needs about 165 mm between key centres.
    for (const span of [150, 165]) expect(pairLimitMm(handOfSpan(span), 1, 5)).toBeLessThan(between('C4', 'C5'));
  });

  it('keeps the pairs of the published table in their order', () => {
    // Parncutt et al. 1997, maximum practical spans (from memory): 1-2 < 1-3 < 1-4 < 1-5, and 3-4 the narrowest of all.
    const limit = (a: 1 | 2 | 3 | 4, b: 2 | 3 | 4 | 5) => pairLimitMm(DEFAULT_HAND, a, b);
    expect(limit(1, 2)).toBeLessThan(limit(1, 3));
    expect(limit(1, 3)).toBeLessThan(limit(1, 4));
    expect(limit(1, 4)).toBeLessThan(limit(1, 5));
    const pairs = FINGERS.flatMap((a) => FINGERS.filter((b) => b > a).map((b) => pairLimitMm(DEFAULT_HAND, a, b)));
    expect(Math.min(...pairs)).toBe(limit(3, 4));
  });

  it('agrees with the published table, in both orders, for an average adult hand', () => {
    // Parncutt et al. 1997, minimum and maximum practical spans in semitones (from memory); a semitone is a twelfth of the octave.
    const TABLE = [
      [1, 2, -5, 10],
      [1, 3, -4, 12],
      [1, 4, -3, 14],
      [1, 5, -1, 15],
      [2, 3, 1, 5],
      [2, 4, 1, 7],
      [2, 5, 2, 10],
      [3, 4, 1, 4],
      [3, 5, 1, 7],
      [4, 5, 1, 5],
    ] as const;
    const semitone = 164.5 / 12;
    for (const [a, b, least, most] of TABLE) {
      // The hand of the table spans fifteen semitones, 206 mm, ours 197: within a semitone everywhere.
      expect(Math.abs(pairLimitMm(DEFAULT_HAND, a, b) - most * semitone)).toBeLessThan(semitone);
      expect(Math.abs(crossedLimitMm(DEFAULT_HAND, a, b) - Math.max(0, -least) * semitone)).toBeLessThan(semitone);
    }
  });

  it('takes black and white keys as far apart as they lie, and the thumb under as far as a neighbouring third', () => {
    const limit = pairLimitMm(DEFAULT_HAND, 1, 5);
    // Bb to Bb is an octave like C to C: the keys lie 164.5 mm apart whatever their colour (DIN 8996, from memory).
    expect(between('Bb3', 'Bb4')).toBeCloseTo(between('C4', 'C5'), 6);
    expect(reachVerdict(between('C#4', 'D#5'), limit)).toBe(reachVerdict(between('C4', 'D5'), limit));
    // Common practice, no source: in scales the thumb passes under 3 or 4 to the next key, also beside a black one.
    expect(crossedLimitMm(DEFAULT_HAND, 1, 3)).toBeGreaterThan(between('E4', 'F4'));
    expect(crossedLimitMm(DEFAULT_HAND, 1, 4)).toBeGreaterThan(between('Bb4', 'C5'));
    expect(crossedLimitMm(handOfSpan(140), 1, 2)).toBeLessThan(crossedLimitMm(DEFAULT_HAND, 1, 2));
  });

  it('is the same whichever finger is named first, and grows with the hand', () => {
    const sorted = [...HAND_PRESETS].sort((a, b) => a.span15Mm - b.span15Mm);
    for (const a of FINGERS)
      for (const b of FINGERS.filter((other) => other !== a)) {
        expect(pairLimitMm(DEFAULT_HAND, a, b)).toBe(pairLimitMm(DEFAULT_HAND, b, a));
        const limits = sorted.map((hand) => pairLimitMm(hand, a, b));
        expect(limits).toEqual([...limits].sort((x, y) => x - y));
      }
  });

  it('judges easy, stretched, at the limit and out of reach in this order', () => {
    expect([100, 172, 196, 198].map((mm) => reachVerdict(mm, 197))).toEqual([
      'easy',
      'stretched',
      'limit',
      'out-of-reach',
    ]);
  });
});
