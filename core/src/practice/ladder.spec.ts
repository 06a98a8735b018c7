import fc from 'fast-check';
import { bothLines } from '../../testing/both-lines';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { createPlanner } from '../plan/planner';
import { ladderOf } from '.';

const planner = createPlanner(DEFAULT_HANDS);
const always = (): boolean => true;

const planned = (right: string, quartersPerMinute: number, fingers?: string) => {
  const score = bothLines(right, 'R/4', { quartersPerMinute });
  const locks = new Map(
    score.notes.flatMap(({ id }, at): [string, Finger][] =>
      fingers ? [[id, Number(fingers.split(' ')[at]) as Finger]] : [],
    ),
  );
  return { score, plan: planner.plan(score, { locks, alternatives: 0 }) };
};

describe('a tempo ladder', () => {
  it('climbs from today to the goal over the days that are practised on, two days to a rung, and never falls', () => {
    const wish = fc.record({
      today: fc.integer({ min: 30, max: 90 }),
      goal: fc.integer({ min: 90, max: 160 }),
      weeks: fc.integer({ min: 1, max: 10 }),
      daysAWeek: fc.integer({ min: 2, max: 7 }),
    });
    const { score, plan } = planned('C4/4', 100);
    fc.assert(
      fc.property(wish, (wished) => {
        const { rungs, goal, tempi } = ladderOf(score, plan, always, wished);
        expect(rungs).toHaveLength(wished.weeks * wished.daysAWeek);
        expect(rungs[0]!.tempo).toBe(wished.today);
        expect(goal).toBe(wished.goal);
        expect(tempi).toEqual([...tempi].sort((a, b) => a - b));
        expect(rungs.every(({ week, day }) => week <= wished.weeks && day <= wished.daysAWeek)).toBe(true);
        if (rungs.length > 3) expect(rungs.at(-1)!.tempo).toBe(wished.goal);
      }),
    );
  });

  // From memory: a single finger tops out near 5 to 6 strokes a second; the ladder stays below.
  it('goes no faster than one finger repeats a key with ease, and says which', () => {
    const { score, plan } = planned('C4/1/2 C4 C4 C4 C4 C4 C4 C4', 200, '3 3 3 3 3 3 3 3');
    const { goal, limit } = ladderOf(score, plan, always);
    expect(limit).toMatchObject({ bar: 0, tempo: 135, reason: '3 repeats its key in bar 1 with ease' });
    expect(goal).toBe(135);
    expect(goal / 30).toBeLessThan(5);
  });

  it('is not held back by fingers that change on a key', () => {
    const { score, plan } = planned('C4/1/2 C4 C4 C4 C4 C4 C4 C4', 200, '3 2 1 3 2 1 3 2');
    expect(ladderOf(score, plan, always).goal).toBe(200);
  });

  it('is that of its bars: a jump elsewhere does not hold it back', () => {
    const { score, plan } = planned('C4/1/4 C6/1/4 C4/1/4 C6/1/4 C4/3 | C4/4', 160);
    expect(ladderOf(score, plan, ({ bar }) => bar === 1).goal).toBe(160);
    expect(ladderOf(score, plan, always).goal).toBeLessThan(160);
  });
});
