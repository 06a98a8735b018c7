import { NEW_DESK } from '@kettle-step/contract';
import { createPlanner, DEFAULT_HANDS, type Finger, WAY_NAMES } from '@kettle-step/core';
import { line } from '../../../core/testing/line';
import { remarkAt, type Decisions } from './decisions';
import { fingeringIn, trialsAt, trialsOf, withChoice, withoutTrial, withTriedWay, type TriedBars } from './trials';

const score = line('C4 D4 E4 F4 | G4 A4 B4 C5', { side: 'right' });
const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });
const BARS: TriedBars = { side: 'right', bars: [0, 0] };
const NONE: Decisions = { locks: new Map(), desk: NEW_DESK };

const stands = fingeringIn(score, plan, BARS);
const other = (...fingers: Finger[]) => ({
  fingers: stands.fingers.map(([id], at) => [id, fingers[at]!] as [string, Finger]),
  moves: [],
});
const tried = (decisions: Decisions, ...fingers: Finger[]): Decisions | undefined =>
  withTriedWay(score, decisions, BARS, { stands, other: other(...fingers), on: '2026-03-04' });

describe('trying fingerings at home', () => {
  it('begins with what stands as A, and takes two more, each once', () => {
    const one = tried(NONE, 2, 3, 4, 5)!;
    expect(trialsOf(one)).toMatchObject([
      { id: '1', numbers: [1, 1], passage: 'scale', setOn: '2026-03-04', choice: null, ways: [{ name: 'A', ...stands }, { name: 'B' }] },
    ]); // prettier-ignore
    expect(tried(one, 2, 3, 4, 5)).toBeUndefined();
    const two = tried(one, 1, 2, 3, 4)!;
    expect(trialsOf(two)[0]!.ways.map(({ name }) => name)).toEqual([...WAY_NAMES]);
    expect(tried(two, 1, 2, 1, 2)).toBeUndefined();
    expect(trialsOf(withoutTrial(two, '1'))).toEqual([]);
  });

  it('knows the moves of each way in its bars only', () => {
    expect(fingeringIn(score, plan, { side: 'right', bars: [0, 1] }).moves).toContain('thumb-under');
    expect(fingeringIn(score, plan, { side: 'left', bars: [0, 1] })).toEqual({ fingers: [], moves: [] });
  });

  it('sets the fingers of the way that is chosen, says why on the bar, and keeps the others on file', () => {
    const one = tried(NONE, 2, 3, 4, 5)!;
    const choice = { name: 'B', reason: 'lies better', on: '2026-03-11' } as const;
    const chosen = withChoice(one, '1', choice, '11 March 2026');
    expect([...chosen.locks.values()]).toEqual([2, 3, 4, 5]);
    expect(trialsOf(chosen)[0]).toMatchObject({ choice, ways: [{ name: 'A' }, { name: 'B' }] });
    expect(remarkAt(chosen, { side: 'right', bar: 0 })).toBe(
      'Bar 1, right hand: B chosen on 11 March 2026: lies better.',
    );
    // Another trial of the bar stands beside the one that is decided, and before it.
    const again = tried(chosen, 1, 2, 3, 4)!;
    expect(trialsAt(again, 'right', 0).map(({ id }) => id)).toEqual(['2', '1']);
    expect(trialsAt(again, 'right', 1)).toEqual([]);
    expect(withChoice(one, '7', choice, '')).toBe(one);
  });
});
