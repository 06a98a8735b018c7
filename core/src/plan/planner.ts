import type { BarAlternative, WantedWays } from '../fingering/alternatives/alternatives';
import type { Allowed } from '../fingering/model/finger-set';
import { allowedBy, type Locks } from '../fingering/model/playable';
import { DEFAULT_RULES, type Rules } from '../fingering/model/rules';
import { createHandSolver, type HandSolution, type HandSolver } from '../fingering/solve';
import { finish, part, type Steps } from '../steps';
import { SIDES, type Hands, type Side } from '../hand/hand';
import type { Score } from '../score/score';
import { compareHand, type Comparison } from './comparison';
import { handPlan, type HandPlan, type PianoPlan, type PlanOptions, type Settled } from './plan';
import { printedLocks, scorePrinted, type PrintedScore } from './printed';
import { warningsOf } from './warnings';

/** Fingers pieces for the two measured hands of one person and one set of rules again and again, remembering what is common to them. */
export interface Planner {
  /** Prices the fingering that stands in the score against the best. */
  readonly scorePrinted: (score: Score) => Readonly<Record<Side, PrintedScore>>;
  readonly plan: (score: Score, options: PlanOptions) => PianoPlan;
  /** The same in steps: it yields how much is done, and can be left off. */
  readonly planInSteps: (score: Score, options: PlanOptions) => Steps<PianoPlan>;
  /** Other fingerings of some bars of one hand, best first, in the context of the locks. */
  readonly alternatives: (score: Score, wanted: WantedAlternatives) => readonly BarAlternative[];
  /** How far the best other way of playing is behind, for each bar of each hand, in steps. */
  readonly marginsInSteps: (score: Score, settled: Settled) => Steps<readonly Margin[]>;
  /** What is printed, what is suggested where nothing is settled, and what is settled now, side by side. */
  readonly compare: (score: Score, settled: Settled) => Comparison;
}

export interface WantedAlternatives extends WantedWays, Settled {
  /** The locks inside these bars do not bind what is looked for; left out, they do. */
  readonly freed?: boolean;
  readonly side: Side;
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
}

/** By how much the best different fingering of a bar is dearer; null where there is none. */
export interface Margin {
  readonly side: Side;
  readonly bar: number;
  readonly more: number | null;
}

const barsPlayedBy = (score: Score, side: Side): readonly number[] => [
  ...new Set(score.notes.filter((note) => note.side === side).map(({ bar }) => bar)),
];

/** Locks without those on one hand's notes in some bars. */
const locksOutside = (score: Score, locks: Locks, side: Side, [first, last]: readonly [number, number]): Locks => {
  const inside = score.notes.filter((note) => note.side === side && note.bar >= first && note.bar <= last);
  const free = new Set(inside.map(({ id }) => id));
  return new Map([...locks].filter(([id]) => !free.has(id)));
};

type Solvers = Readonly<Record<Side, HandSolver>>;

const marginsInSteps = function* (
  solvers: Solvers,
  score: Score,
  givenTo: (side: Side) => { readonly allowed: Allowed; readonly apart?: ReadonlySet<number> },
): Steps<readonly Margin[]> {
  const places = SIDES.flatMap((side) => {
    const given = givenTo(side);
    return barsPlayedBy(score, side).map((bar) => ({ side, bar, given }));
  });
  const margins: Margin[] = [];
  for (const [at, { side, bar, given }] of places.entries()) {
    yield at / places.length;
    const wanted = { ...given, free: given.allowed, bars: [bar, bar], count: 1, different: true } as const;
    const [best] = solvers[side].alternatives(score, wanted);
    margins.push({ side, bar, more: best?.effortMore ?? null });
  }
  return margins;
};

/** @example createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 }) */
export const createPlanner = (hands: Hands, rules: Rules = DEFAULT_RULES): Planner => {
  const solvers: Solvers = {
    right: createHandSolver('right', hands.right, rules),
    left: createHandSolver('left', hands.left, rules),
  };
  const read = new WeakMap<HandSolution, HandPlan>();
  const readOnce = (solution: HandSolution, score: Score): HandPlan => {
    const plan = read.get(solution) ?? handPlan(solution, score, hands[solution.side]);
    read.set(solution, plan);
    return plan;
  };
  // The teacher's own locks stand before what is printed.
  const allowedIn = (score: Score, locks: Locks): Allowed =>
    allowedBy(new Map([...(rules.printed === 'keep' ? printedLocks(score) : []), ...locks]));
  const givenTo = (side: Side, score: Score, { locks, apart }: Settled) => ({
    allowed: allowedIn(score, locks),
    ...(apart ? { apart: apart[side] } : {}),
  });

  const planInSteps = function* (score: Score, { alternatives, ...settled }: PlanOptions): Steps<PianoPlan> {
    const solve = (side: Side) => solvers[side].solveInSteps(score, { ...givenTo(side, score, settled), alternatives });
    const right = yield* part(solve('right'), 0, 0.5);
    const left = yield* part(solve('left'), 0.5, 1);
    return {
      hands: { right: readOnce(right, score), left: readOnce(left, score) },
      warnings: warningsOf(score, [right, left], rules),
    };
  };

  const alternatives: Planner['alternatives'] = (score, { locks, apart, side, freed, ...wanted }) =>
    solvers[side].alternatives(score, {
      ...givenTo(side, score, { locks, ...(apart ? { apart } : {}) }),
      ...(freed ? { free: allowedBy(locksOutside(score, locks, side, wanted.bars)) } : {}),
      ...wanted,
    });

  return {
    alternatives,
    marginsInSteps: (score, settled) => marginsInSteps(solvers, score, (side) => givenTo(side, score, settled)),
    compare: (score, settled) => ({
      right: compareHand(solvers.right, score, givenTo('right', score, settled)),
      left: compareHand(solvers.left, score, givenTo('left', score, settled)),
    }),
    scorePrinted: (score) => {
      const printed = printedLocks(score);
      return {
        right: scorePrinted(solvers.right, score, printed),
        left: scorePrinted(solvers.left, score, printed),
      };
    },
    planInSteps,
    plan: (score, options) => finish(planInSteps(score, options)),
  };
};
