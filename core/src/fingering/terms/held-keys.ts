import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { taught } from './taught';
import type { StepTerm } from './term';

/** A key that stays down while others are struck keeps its finger, or another silently replaces it. */
export const heldKeys: StepTerm = (step, { rules }, charge) => {
  // While nothing is struck the change is a move of its own: substitution.ts.
  if (step.to.keys.every((key) => key.held)) return;
  for (const [a, b] of step.kept)
    if (fingerAt(step.a, a) !== fingerAt(step.b, b))
      charge(PRICE.silentSubstitution, taught(rules, 'silent-substitution', charge));
};
