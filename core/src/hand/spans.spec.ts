import { DEFAULT_HAND, handOfSpan, handProblem } from './hand';
import { pairLimitMm, reachVerdict } from './reach';
import { explainKeyReachError, intervalWithin, pairSpans, spanByKeys } from './spans';

describe('what the pairs of a hand span', () => {
  // DIN 8996 (from memory): an octave is 164.5 mm between key centres, a ninth one key of 23.5 mm more.
  it('is told in keys as well', () => {
    expect([164.4, 164.5, 187.9, 188].map(intervalWithin)).toEqual(['seventh', 'octave', 'octave', 'ninth']);
    const whole = pairSpans(DEFAULT_HAND).find(({ pair }) => pair === '1-5')!;
    expect(whole).toMatchObject({ easily: 'octave', just: 'ninth', isMeasured: true });
  });

  it('takes what was measured for a pair in place of the table', () => {
    const hand = { ...DEFAULT_HAND, pairsMm: { '1-2': 120 } };
    expect(pairLimitMm(hand, 2, 1)).toBe(105);
    expect(pairLimitMm(hand, 1, 3)).toBe(pairLimitMm(DEFAULT_HAND, 1, 3));
    expect(
      pairSpans(hand)
        .filter(({ isMeasured }) => isMeasured)
        .map(({ pair }) => pair),
    ).toEqual(['1-2', '1-5', '2-5']);
  });

  it('is measured at the keyboard: so far easily, so far just', () => {
    const spanOf = (easily: string, just: string): number => {
      const span = spanByKeys('1-5', { easily, just });
      if (span.kind === 'error') throw new Error(explainKeyReachError(span.error));
      return span.value!;
    };
    for (const [easily, just] of [
      ['A to G', 'A to A'],
      ['', 'C C'],
      ['c-g', ''],
    ] as const) {
      const hand = handOfSpan(spanOf(easily, just));
      const verdict = (keys: number) => reachVerdict(keys * 23.5, pairLimitMm(hand, 1, 5));
      if (easily) expect(verdict(easily === 'A to G' ? 6 : 4)).toBe('easy');
      if (just) expect(verdict(7)).toBe('limit');
    }
    // The second key lies above the first, for thumb and fifth finger at least a fifth.
    expect(spanOf('', 'C to E')).toBeGreaterThan(spanOf('', 'C to C'));
  });

  it('says what was seen that cannot be', () => {
    const problem = (easily: string, just: string): string => {
      const span = spanByKeys('1-5', { easily, just });
      return span.kind === 'error' ? explainKeyReachError(span.error) : '';
    };
    expect(problem('A to H', '')).toBe('"A to H" is not two white keys: write them as in “A to G”.');
    expect(problem('C to C', 'C to B')).toContain('what is just reached is wider');
    expect(spanByKeys('2-5', { easily: '', just: ' ' })).toEqual({ kind: 'ok', value: undefined });
  });

  it('refuses measures that are no hand’s, in plain words', () => {
    const problem = (span15Mm: number, span25Mm: number, pairsMm = {}): string =>
      handProblem({ span15Mm, span25Mm, pairsMm }) ?? '';
    expect(problem(0, 0)).toContain('No hand spans 0 mm from thumb to fifth finger');
    expect(problem(500, 150)).toContain('measure again in millimetres, from 100 to 300');
    expect(problem(170, 180)).toContain(
      'From second to fifth finger (180 mm) is less than from thumb to fifth (170 mm)',
    );
    expect(problem(170, 120, { '1-2': 200 })).toContain('From 1 to 2 (200 mm)');
    expect(problem(Number.NaN, 120)).not.toBe('');
    expect(problem(170, 120, { '1-2': 110 })).toBe('');
  });
});
