import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StepTerm } from './term';

/** A key that stays down keeps its finger, or another silently replaces it. */
export const heldKeys: StepTerm = {
  name: 'held-key',
  unit: 'effort per substitution',
  source: 'common practice, no source',
  sentence: 'another finger silently takes over a key that stays down',
  charge: (step) => {
    let sum = 0;
    for (const [a, b] of step.kept) if (fingerAt(step.a, a) !== fingerAt(step.b, b)) sum += WEIGHTS.silentSubstitution;
    return sum;
  },
};
