import { differences, type Difference } from '../fingering/alternatives/reasons';
import { roundEffort } from '../fingering/prices/round-effort';
import { allowedBy } from '../fingering/model/playable';
import type { HandSolution, HandSolver } from '../fingering/solve';
import type { Given } from '../fingering/ways';
import type { Finger, Side } from '../hand/hand';
import type { Score } from '../score/score';
import { strikingFingers } from './plan';
import { printedLocks } from './printed';

/** One fingering of a bar against the one that stands now. */
export interface ComparedWay {
  readonly effort: number;
  /** Price by price, what matters most first; effort above 0 where this way is dearer than ours. */
  readonly differences: readonly Difference[];
}

export interface ComparedBar {
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly ours: number;
  readonly suggested: ComparedWay;
  /** Null where nothing is printed for this hand. */
  readonly printed: ComparedWay | null;
}

/** Three fingerings of one hand: as printed, as the engine would suggest by itself, and as it stands now. */
export interface HandComparison {
  readonly bars: readonly ComparedBar[];
  readonly suggested: ReadonlyMap<string, Finger>;
  /** What stands in the file. */
  readonly printed: ReadonlyMap<string, Finger>;
  /** Printed numbers that this hand cannot play as they stand. */
  readonly unplayable: readonly string[];
}

export type Comparison = Readonly<Record<Side, HandComparison>>;

const refused = ({ slices }: HandSolution): string[] =>
  slices.flatMap(({ playable }) =>
    playable.compromises.flatMap((compromise) =>
      compromise.kind === 'lock-refused' ? (compromise.locks[0]?.press.noteIds ?? []) : [],
    ),
  );

export const compareHand = (solver: HandSolver, score: Score, ours: Given): HandComparison => {
  const { side } = solver.pricing;
  const own = new Set(score.notes.filter((note) => note.side === side).map(({ id }) => id));
  const printed = new Map([...printedLocks(score)].filter(([id]) => own.has(id)));
  const barsPrinted = new Set(score.notes.filter(({ id }) => printed.has(id)).map(({ bar }) => bar));
  const solve = (given: Given): HandSolution => solver.solve(score, { ...given, alternatives: 0, room: false });
  const ways = {
    ours: solve(ours),
    suggested: solve({ allowed: new Map() }),
    printed: solve({ allowed: allowedBy(printed) }),
  };
  const against = (way: HandSolution, bar: number): ComparedWay => {
    const [theirs, mine] = [way.barCharges.get(bar), ways.ours.barCharges.get(bar)];
    if (!theirs || !mine) return { effort: 0, differences: [] };
    return {
      effort: roundEffort(theirs.effort),
      differences: differences(mine.charges, theirs.charges, solver.pricing),
    };
  };
  return {
    printed,
    suggested: strikingFingers(ways.suggested),
    unplayable: refused(ways.printed),
    bars: [...ways.ours.barCharges].map(([bar, { effort }]) => ({
      bar,
      ours: roundEffort(effort),
      suggested: against(ways.suggested, bar),
      printed: barsPrinted.has(bar) ? against(ways.printed, bar) : null,
    })),
  };
};
