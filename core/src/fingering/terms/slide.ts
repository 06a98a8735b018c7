import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { SAME_FINGER } from './connection';
import { BESIDE, slidesPair } from './pair-slide';
import { taught } from './taught';
import type { MoveTerm } from './term';

/** Where a rule asks for sliding pairs, it is not to be dear: share of a single finger's price. Our choice. */
const PAIR_SHARE = 0.15;

/**
 * A finger (or a pair, by rule) slips off a black key to the white key beside it. Its price takes the place of that for two keys with one finger,
 * which the step is charged elsewhere.
 */
export const slide: MoveTerm = (step, pricing, charge) => {
  const { rules } = pricing;
  if (slidesPair(step, pricing)) {
    charge(PRICE.slide, PAIR_SHARE * taught(rules, 'slide', charge));
    return (a, b) => (Math.abs(b.frame - a.frame) <= 1 ? 'slide' : undefined);
  }
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
