import { PRICE } from '../prices';
import { fingerAt } from '../view';
import { SAME_FINGER } from './connection';
import { taught } from './taught';
import type { MoveTerm } from './term';

/** Off a black key to the white key beside it: at most this far, u. */
const BESIDE = 0.65;

/**
 * A finger slips off a black key to the white key beside it. Its price takes the place of that for two keys with one finger,
 * which the step is charged elsewhere.
 */
export const slide: MoveTerm = (step, { rules }, charge) => {
  const { lead, link } = step;
  const before = lead && step.from.keys[lead.from];
  const after = lead && step.to.keys[lead.to];
  if (link !== 'slur' || !before?.black || !after || after.black) return undefined;
  if (fingerAt(step.a, lead.from) !== fingerAt(step.b, lead.to)) return undefined;
  if (Math.abs(after.place - before.place) > BESIDE) return undefined;
  charge(PRICE.slide, taught(rules, 'slide', charge));
  charge(SAME_FINGER[link], -1);
  return (a, b, lands) => (lands && Math.abs(b.frame - a.frame) <= 1 ? 'slide' : undefined);
};
