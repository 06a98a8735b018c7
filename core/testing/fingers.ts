import { DEFAULT_HAND, type Finger, type Hand, type Side } from '../src/hand/hand';
import { allowedBy } from '../src/fingering/model/playable';
import { createHandSolver, type HandSolution } from '../src/fingering/solve';
import { strikingFingers } from '../src/plan/plan';
import type { Score } from '../src/score/score';
import { line } from './line';

export { strikingFingers };

const solvers = { right: createHandSolver('right', DEFAULT_HAND), left: createHandSolver('left', DEFAULT_HAND) };

export const solve = (
  score: Score,
  side: Side = 'right',
  locks: ReadonlyMap<string, Finger> = new Map(),
  hand: Hand = DEFAULT_HAND,
): HandSolution =>
  (hand === DEFAULT_HAND ? solvers[side] : createHandSolver(side, hand)).solve(score, {
    allowed: allowedBy(locks),
    alternatives: 0,
  });

/** Fingers of the score's notes in order; 0 where a note got none. */
export const fingersOf = (score: Score, solution: HandSolution): number[] => {
  const fingers = strikingFingers(solution);
  return score.notes.map((note) => fingers.get(note.id) ?? 0);
};

/**
 * The engine's fingers for a written line, as text; `lh:` in front for the left hand.
 * @example finger('rh: C4/1 D4 E4 F4 G4') // => '1 2 3 4 5'
 */
export const finger = (written: string, key = 'C'): string => {
  const side: Side = written.startsWith('lh:') ? 'left' : 'right';
  const score = line(written.replace(/^[rl]h:\s*/, ''), { side, key });
  return fingersOf(score, solve(score, side)).join(' ');
};
