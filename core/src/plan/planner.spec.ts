import { line } from '../../testing/line';
import { DEFAULT_HANDS, handOfSpan, SIDES, type Finger, type Hands, type Side } from '../hand/hand';
import { finish } from '../steps';
import type { Score } from '../score/score';
import type { Settled } from './plan';
import { createPlanner, type WantedAlternatives } from './planner';

const planner = createPlanner(DEFAULT_HANDS);
const NONE: Settled = { locks: new Map() };

const fingersOf = (score: Score, settled: Settled = NONE): string =>
  planner
    .plan(score, { ...settled, alternatives: 0 })
    .hands.right.notes.map(({ finger }) => finger)
    .join('');

const locksOf = (fingers: string, first = 1): Map<string, Finger> =>
  new Map([...fingers].map((digit, index) => [`n${first + index}`, Number(digit) as Finger]));

const written = (fingers: ReadonlyMap<string, Finger>): string => [...fingers.values()].join('');

const ask = (score: Score, wanted: Partial<WantedAlternatives>) =>
  planner.alternatives(score, { ...NONE, side: 'right', bars: [0, 0], count: 4, different: false, ...wanted });

describe('other fingerings of a settled bar', () => {
  const tune = line('C4/1 D4 E4 F4 | G4 F4 E4 D4 | C4/4');

  it('are found as if it were open, and are less dear where what is settled is dear', () => {
    const locks = locksOf('2345');
    expect(ask(tune, { locks })).toEqual([]);
    const freed = ask(tune, { locks, freed: true });
    expect(written(freed[0]!.fingers)).toBe('1234');
    expect(freed[0]!.effortMore).toBeLessThan(0);
    expect(freed[0]!.differences.reduce((sum, { effort }) => sum + effort, 0)).toBeCloseTo(freed[0]!.effortMore, 2);
    expect(freed.map(({ fingers }) => written(fingers))).not.toContain('2345');
  });

  it('are those of the open bar when it is settled as suggested', () => {
    const open = ask(tune, {});
    const settled = ask(tune, { locks: locksOf('1234'), freed: true });
    expect(settled.map(({ fingers }) => written(fingers))).toEqual(open.map(({ fingers }) => written(fingers)));
    settled.forEach(({ effortMore }, rank) => expect(effortMore).toBeCloseTo(open[rank]!.effortMore, 2));
  });

  it('do not pay for the bars like it, which would follow', () => {
    const twice = line('G4/1 E4 C4 E4 | A4/1 F4 D4 F4 | G4 E4 C4 E4 | D5/1 C5 B4 A4');
    const prices = ask(twice, { bars: [2, 2], freed: true }).flatMap(({ differences }) =>
      differences.map(({ price }) => price),
    );
    expect(prices).not.toContain('sameMusic');
  });
});

describe('bars with the same music', () => {
  const score = line('G4/1 E4 C4 E4 | R/4 | G4/1 E4 C4 E4 | D4/4');
  const alike = (of: string) => planner.plan(line(of), { ...NONE, alternatives: 0 }).hands.right.alike;

  it('are told with how they are alike', () => {
    expect(alike('G4/1 E4 C4 E4 | F4/4 | G4/1 E4 C4 E4')).toEqual([{ kind: 'same', bars: [0, 2] }]);
    expect(alike('G4/1 E4 C4 E4 | F4/4 | G5/1 E5 C5 E5')).toEqual([{ kind: 'octave', bars: [0, 2] }]);
    expect(alike('C4/1/2 E4 F4 G4 A4 G4 F4 E4 | D4 F4 G4 A4 B4 A4 G4 F4')).toEqual([{ kind: 'shape', bars: [0, 1] }]);
    expect(alike('C4/1/2 G4 E4 G4 C4 G4 E4 G4')).toEqual([]);
  });

  it('follow a finger set in one of them, but not where one is meant to be different', () => {
    const locks = locksOf('4212');
    const later = (settled: Settled) => fingersOf(score, settled).slice(4, 8);
    expect(later({ locks })).toBe('4212');
    const apart = { right: new Set([2]), left: new Set<number>() };
    expect(later({ locks, apart })).toBe(later(NONE));
    expect(planner.plan(score, { locks, apart, alternatives: 0 }).hands.right.alike).toEqual([]);
  });
});

describe('margins', () => {
  it('say for each bar how far the best other way is behind', () => {
    const score = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 ) | C5/4');
    const margins = finish(planner.marginsInSteps(score, NONE));
    expect(margins.map(({ side, bar }) => [side, bar])).toEqual([
      ['right', 0],
      ['right', 1],
      ['right', 2],
    ]);
    for (const { bar, more } of margins) {
      const [best] = ask(score, { bars: [bar, bar], count: 1, different: true });
      expect(more === null).toBe(best === undefined);
      if (best) expect(more).toBeCloseTo(best.effortMore, 2);
    }
  });

  it('are none where everything is settled', () => {
    const score = line('C4/1 D4 E4 F4');
    expect(finish(planner.marginsInSteps(score, { locks: locksOf('1234') }))).toEqual([
      { side: 'right', bar: 0, more: null },
    ]);
  });
});

describe('printed, suggested and ours', () => {
  const print = (score: Score, fingers: string): Score => ({
    ...score,
    notes: score.notes.map((note, index) => ({
      ...note,
      printed:
        fingers[index] === '-' ? [] : [{ finger: Number(fingers[index]), substitution: false, alternate: false }],
    })),
  });
  const score = print(line('C4/1 D4 E4 F4 | G4 F4 E4 D4'), '1234----');

  it('stand side by side with what each costs against ours', () => {
    const { right } = planner.compare(score, { locks: locksOf('2', 2) });
    expect(right.bars.map(({ bar, printed }) => [bar, printed !== null])).toEqual([
      [0, true],
      [1, false],
    ]);
    const ours = planner.compare(score, { locks: locksOf('2345') }).right;
    const [first] = ours.bars;
    const sum = first!.suggested.differences.reduce((all, { effort }) => all + effort, 0);
    expect(sum).toBeCloseTo(first!.suggested.effort - first!.ours, 2);
    expect(first!.ours).toBeGreaterThan(first!.printed!.effort);
    expect(written(ours.suggested)).toBe('12345432');
    expect(written(ours.printed)).toBe('1234');
  });

  it('name printed numbers that no hand can play', () => {
    const chord = print(line('[C4 E4 G4]/4'), '335');
    const { right } = planner.compare(chord, NONE);
    expect(right.unplayable).toHaveLength(1);
    expect(planner.compare(score, NONE).right.unplayable).toEqual([]);
  });

  it('fits each hand to its own measure', () => {
    const small = { span15Mm: 150, span25Mm: 105 };
    const isRolled = (side: Side, hands: Hands): boolean =>
      createPlanner(hands)
        .plan(line('[C4 E5]/4', { side }), { locks: new Map(), alternatives: 0 })
        .warnings.some(({ kind }) => kind === 'rolled');
    for (const side of SIDES) {
      expect(isRolled(side, { ...DEFAULT_HANDS, [side]: small })).toBe(true);
      expect(isRolled(side, { right: small, left: small, [side]: handOfSpan(230) })).toBe(false);
    }
  });
});
