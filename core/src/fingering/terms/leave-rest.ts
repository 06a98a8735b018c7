import { offsetFromRest } from '../posture';
import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StateTerm } from './term';

/**
 * Readiness of each finger to leave its place, toward the thumb's side and toward the little finger's: the thumb opens
 * outward most easily (craft: "the gap between 1 and 2 opens most easily"), the middle fingers least.
 */
const STIFFNESS = [
  [0.8, 1],
  [0.9, 0.7],
  [1.2, 1.2],
  [1.3, 1.3],
  [1, 1],
] as const;

const leaving = (distance: number): number => {
  const far = Math.max(0, distance - 0.5);
  return WEIGHTS.leaveNear * Math.min(distance, 0.5) + WEIGHTS.leaveFar * far + WEIGHTS.leaveFarSquared * far * far;
};

/** Fingers away from their resting places. */
export const leaveRest: StateTerm = {
  name: 'leave-rest',
  unit: 'effort per u, then per u squared',
  source: 'second trial (docs/engine.md); stiffness by finger: common practice, no source',
  sentence: 'a finger leaves its place in the position',
  charge: (view, posture) => {
    const share = view.keys.length > 1 ? WEIGHTS.leaveInChord : 1;
    let sum = 0;
    view.keys.forEach((key, index) => {
      const finger = fingerAt(posture, index);
      const offset = offsetFromRest(posture, finger, key.place);
      sum += leaving(Math.abs(offset)) * (STIFFNESS[finger - 1]?.[offset < 0 ? 0 : 1] ?? 1);
    });
    return share * sum;
  },
};
