import type { Pricing } from '../prices/pricing';
import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import type { FingersStep, StepTerm } from './term';

/** Off a black key to the white key beside it: at most this far, u. */
export const BESIDE = 0.65;

/** Whether two black keys are followed, inside a slur, by the white keys beside them, where the rules have pairs slide. */
const maySlide = ({ link, from, to }: FingersStep, { rules }: Pricing): boolean =>
  rules.pairs === 'slide' &&
  link === 'slur' &&
  from.keys.length === 2 &&
  to.keys.length === 2 &&
  to.keys.every((key, index) => {
    const before = from.keys[index]!;
    return before.black && !key.black && !key.held && Math.abs(key.place - before.place) <= BESIDE;
  });

const keepsFingers = ({ a, b }: FingersStep): boolean =>
  b.every((_, index) => fingerAt(a, index) === fingerAt(b, index));

/** Whether two fingers slip off together. Then nothing hops, and both lines stay connected. */
export const slidesPair = (step: FingersStep, pricing: Pricing): boolean =>
  maySlide(step, pricing) && keepsFingers(step);

/** Other fingers where a pair is to slide cost more than the slide. Our choice. */
const INSTEAD_SHARE = 0.3;

/** Where pairs are to slide, changing fingers instead costs. */
export const pairUnslid: StepTerm = (step, pricing, charge) => {
  if (maySlide(step, pricing) && !keepsFingers(step)) charge(PRICE.slide, INSTEAD_SHARE);
};
