import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { taught } from './taught';
import type { MoveTerm } from './term';

/** While nothing else is struck, other fingers silently take over keys that stay down, and the hand comes along. */
export const substitution: MoveTerm = (step, { rules }, charge) => {
  if (step.to.keys.some((key) => !key.held)) return undefined;
  const changed = step.kept.filter(([a, b]) => fingerAt(step.a, a) !== fingerAt(step.b, b)).length;
  if (changed === 0) return undefined;
  const share = taught(rules, 'silent-substitution', charge);
  charge(PRICE.silentSubstitution, share * changed);
  return (a, b, _lands, add) => {
    add(PRICE.hingePerU, share * Math.abs(b.frame - a.frame));
    return 'silent-substitution';
  };
};
