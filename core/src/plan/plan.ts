import type { BarAlternative, Wanted } from '../fingering/alternatives';
import type { Allowed } from '../fingering/finger-set';
import { allowedBy, type Locks } from '../fingering/playable';
import { DEFAULT_RULES, type Rules } from '../fingering/rules';
import { createHandSolver, roundEffort, type HandSolution } from '../fingering/solve';
import { finish, part, type Steps } from '../steps';
import { type Finger, type Hand, type Side } from '../hand/hand';
import { movesOf, type Move } from '../moves/move';
import { positionsOf, type Position } from '../moves/position';
import type { Note, Score } from '../score/score';
import { noteIdOf } from '../score/slices';
import { printedLocks, scorePrinted, type PrintedScore } from './printed';
import { reachesOf, type Reach } from './reaches';
import { warningsOf, type PlanWarning } from './warnings';

/** A finger for one struck note, and how much worse the whole hand's plan gets with each other finger there. */
export interface PlannedNote {
  readonly id: string;
  /** Null when the hand has no finger left for it; a warning says so. */
  readonly finger: Finger | null;
  /** The finger that silently takes the key over later. */
  readonly substitute: Finger | null;
  /** Fingers of the strokes of its ornament, in order; empty for a plain note. */
  readonly ornament: readonly Finger[];
  /** Extra effort by finger 1-5; 0 for the chosen one, below 0 where a lock is dear, null where impossible. */
  readonly room: readonly (number | null)[];
}

/** Effort spent in one bar. */
export interface BarEffort {
  readonly bar: number;
  readonly effort: number;
}

export interface HandPlan {
  readonly side: Side;
  /** In the order of the score's notes. */
  readonly notes: readonly PlannedNote[];
  readonly positions: readonly Position[];
  readonly moves: readonly Move[];
  readonly reaches: readonly Reach[];
  readonly bars: readonly BarEffort[];
  readonly alternatives: readonly BarAlternative[];
  readonly effort: number;
}

/** The finished fingering of a piece. */
export interface PianoPlan {
  readonly hands: Readonly<Record<Side, HandPlan>>;
  readonly warnings: readonly PlanWarning[];
}

export interface PlanOptions {
  readonly locks: Locks;
  /** Other fingerings wanted for each bar of each hand. */
  readonly alternatives: number;
}

const NO_ROOM = [null, null, null, null, null] as const;

const shownRoom = (room: readonly number[]): readonly (number | null)[] =>
  room.map((more) => (Number.isFinite(more) ? roundEffort(more) : null));

const plannedNotes = (solution: HandSolution, notes: readonly Note[]): PlannedNote[] => {
  const struck = new Map<string, PlannedNote>();
  const substitutes = new Map<string, Finger>();
  const strokes = new Map<string, Finger[]>();
  for (const { playable, posture, room } of solution.slices)
    for (const [key, press] of playable.presses.entries()) {
      const finger = posture.fingers[key];
      if (finger === undefined) continue;
      const isStruck = playable.slice.struck.includes(press);
      if (isStruck) strokes.set(noteIdOf(press), [...(strokes.get(noteIdOf(press)) ?? []), finger]);
      for (const id of press.noteIds) {
        if (isStruck) struck.set(id, { id, finger, substitute: null, ornament: [], room: shownRoom(room[key] ?? []) });
        else if (struck.get(id)?.finger !== finger) substitutes.set(id, finger);
      }
    }
  return notes.map((note) => {
    const planned = struck.get(note.id);
    const ornament = note.ornament ? (strokes.get(note.id) ?? []) : [];
    return planned
      ? { ...planned, ornament, substitute: substitutes.get(note.id) ?? null }
      : { id: note.id, finger: null, substitute: null, ornament, room: NO_ROOM };
  });
};

const effortByBar = (solution: HandSolution, bars: number): BarEffort[] => {
  const sums = new Array<number>(bars).fill(0);
  for (const { playable, effort } of solution.slices)
    sums[playable.slice.bar] = (sums[playable.slice.bar] ?? 0) + effort;
  return sums.map((effort, bar) => ({ bar, effort: roundEffort(effort) }));
};

const handPlan = (solution: HandSolution, score: Score, hand: Hand): HandPlan => {
  const { side, slices } = solution;
  const positions = positionsOf(slices, side, score);
  return {
    side,
    notes: plannedNotes(
      solution,
      score.notes.filter((note) => note.side === side),
    ),
    positions,
    moves: movesOf(slices, positions, { side, hand }),
    reaches: reachesOf(slices, hand),
    bars: effortByBar(solution, score.bars.length),
    alternatives: solution.alternatives,
    effort: roundEffort(solution.effort),
  };
};

/** Fingers pieces for one measured hand and one set of rules again and again, remembering what is common to them. */
export interface Planner {
  /** Prices the fingering that stands in the score against the best. */
  readonly scorePrinted: (score: Score) => Readonly<Record<Side, PrintedScore>>;
  readonly plan: (score: Score, options: PlanOptions) => PianoPlan;
  /** The same in steps: it yields how much is done, and can be left off. */
  readonly planInSteps: (score: Score, options: PlanOptions) => Steps<PianoPlan>;
  /** Other fingerings of some bars of one hand, best first, in the context of the locks. */
  readonly alternatives: (score: Score, wanted: WantedAlternatives) => readonly BarAlternative[];
}

export interface WantedAlternatives extends Wanted {
  readonly locks: Locks;
  readonly side: Side;
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
}

/** @example createPlanner(DEFAULT_HAND).plan(score, { locks: new Map(), alternatives: 0 }) */
export const createPlanner = (hand: Hand, rules: Rules = DEFAULT_RULES): Planner => {
  const solvers = { right: createHandSolver('right', hand, rules), left: createHandSolver('left', hand, rules) };
  const read = new WeakMap<HandSolution, HandPlan>();
  const readOnce = (solution: HandSolution, score: Score): HandPlan => {
    const plan = read.get(solution) ?? handPlan(solution, score, hand);
    read.set(solution, plan);
    return plan;
  };
  // The teacher's own locks stand before what is printed.
  const allowedIn = (score: Score, locks: Locks): Allowed =>
    allowedBy(new Map([...(rules.printed === 'keep' ? printedLocks(score) : []), ...locks]));
  const planInSteps = function* (score: Score, { locks, alternatives }: PlanOptions): Steps<PianoPlan> {
    const asked = { allowed: allowedIn(score, locks), alternatives };
    const right = yield* part(solvers.right.solveInSteps(score, asked), 0, 0.5);
    const left = yield* part(solvers.left.solveInSteps(score, asked), 0.5, 1);
    return {
      hands: { right: readOnce(right, score), left: readOnce(left, score) },
      warnings: warningsOf(score, [right, left], rules),
    };
  };
  return {
    alternatives: (score, { locks, side, ...wanted }) =>
      solvers[side].alternatives(score, { allowed: allowedIn(score, locks), ...wanted }),
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
