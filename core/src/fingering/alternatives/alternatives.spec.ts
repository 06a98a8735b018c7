import { line } from '../../../testing/line';
import { DEFAULT_HAND } from '../../hand/hand';
import type { Score } from '../../score/score';
import { allowedBy, type Locks } from '../model/playable';
import { createHandSolver } from '../solve';

const NO_LOCKS: Locks = new Map();
const TUNE = line('C4/1 D4 E4 F4 | G4 A4 G4/2 | E4/1 C5 B4 A4 | G4/4');

const ask = (score: Score, bars: readonly [number, number], count: number, different: boolean, locks = NO_LOCKS) => {
  const solver = createHandSolver('right', DEFAULT_HAND);
  return solver.alternatives(score, { allowed: allowedBy(locks), bars, count, different });
};

const text = (fingers: ReadonlyMap<string, number>): string => [...fingers.values()].join('');

describe('other fingerings of a passage', () => {
  it('of one bar are those of the whole plan', () => {
    const solver = createHandSolver('right', DEFAULT_HAND);
    const whole = solver.solve(TUNE, { allowed: new Map(), alternatives: 5, room: false }).alternatives;
    for (const bar of [0, 1, 2, 3])
      expect(ask(TUNE, [bar, bar], 5, false)).toEqual(whole.filter((alternative) => alternative.bar === bar));
  });

  it('of several bars come in order of effort, each other than the plan', () => {
    const found = ask(TUNE, [0, 2], 6, false);
    expect(found).toHaveLength(6);
    expect(found.every(({ bar, toBar, fingers }) => bar === 0 && toBar === 2 && fingers.size === 11)).toBe(true);
    expect(found.map(({ effortMore }) => effortMore)).toEqual(
      [...found.map(({ effortMore }) => effortMore)].sort((a, b) => a - b),
    );
    expect(new Set(found.map(({ fingers }) => text(fingers))).size).toBe(6);
  });

  it('that must be different ways of playing each do something else than the plan and one another', () => {
    for (const bar of [0, 1, 2]) {
      const found = ask(TUNE, [bar, bar], 3, true);
      expect(found).toHaveLength(3);
      expect(found.every(({ differs }) => differs.length > 0)).toBe(true);
    }
  });

  it('are not offered for one end note to which a finger reaches', () => {
    const plain = ask(TUNE, [2, 2], 12, false).filter(({ differs }) => differs.length === 0);
    const different = ask(TUNE, [2, 2], 12, true).map(({ fingers }) => text(fingers));
    expect(plain.every(({ fingers }) => !different.includes(text(fingers)))).toBe(true);
  });

  it('hold to what is settled around and inside', () => {
    const locks: Locks = new Map([
      ['n5', 4 as const],
      ['n6', 5 as const],
    ]);
    const found = ask(TUNE, [1, 1], 4, false, locks);
    expect(found.length).toBeGreaterThan(0);
    expect(found.every(({ fingers }) => fingers.get('n5') === 4 && fingers.get('n6') === 5)).toBe(true);
  });

  it('are none where every note is settled', () => {
    const locks: Locks = new Map([['n12', 3 as const]]);
    expect(ask(TUNE, [3, 3], 4, false, locks)).toEqual([]);
  });
});
