import type { Locks } from '../fingering/model/playable';
import { differences, type Difference } from '../fingering/alternatives/reasons';
import { roundEffort } from '../fingering/prices/round-effort';
import type { HandSolution, HandSolver } from '../fingering/solve';
import { allowedBy } from '../fingering/model/playable';
import { isFinger, type Finger } from '../hand/hand';
import type { Score } from '../score/score';

/** One bar of the fingering that stands in the file, priced against the best. */
export interface PrintedBar {
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly effort: number;
  readonly bestEffort: number;
  /** Price by price, what matters most first; effort above 0 where the printed fingering is dearer. */
  readonly differences: readonly Difference[];
}

export interface PrintedScore {
  readonly effort: number;
  readonly bestEffort: number;
  readonly bars: readonly PrintedBar[];
}

/** The fingers that stand in the file, as locks: the striking finger of each note, substitutes and alternates aside. */
export const printedLocks = (score: Score): Locks =>
  new Map(
    score.notes.flatMap((note) => {
      const finger = note.printed.find(({ substitution, alternate }) => !substitution && !alternate)?.finger;
      return finger !== undefined && isFinger(finger) ? [[note.id, finger] as readonly [string, Finger]] : [];
    }),
  );

/** Prices what stands in the file, completed where it has no number, bar by bar against the best fingering. */
export const scorePrinted = (solver: HandSolver, score: Score, printed: Locks): PrintedScore => {
  const solve = (locks: Locks): HandSolution =>
    solver.solve(score, { allowed: allowedBy(locks), alternatives: 0, room: false });
  const [standing, best] = [solve(printed), solve(new Map())];
  return {
    effort: roundEffort(standing.effort),
    bestEffort: roundEffort(best.effort),
    bars: score.bars.flatMap(({ index }): PrintedBar[] => {
      const [ours, theirs] = [best.barCharges.get(index), standing.barCharges.get(index)];
      if (!ours || !theirs) return [];
      const found = differences(ours.charges, theirs.charges, solver.pricing);
      return [
        {
          bar: index,
          effort: roundEffort(theirs.effort),
          bestEffort: roundEffort(ours.effort),
          differences: found,
        },
      ];
    }),
  };
};
