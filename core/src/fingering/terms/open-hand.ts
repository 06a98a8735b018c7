import { PRICE } from '../prices/prices';
import type { StateTerm } from './term';

/** A single note under a hand that lies open to the octave: the close hand is the one a learner returns to. */
export const openHand: StateTerm = (view, posture, _pricing, charge) => {
  if (posture.shape === 'open' && view.keys.length === 1) charge(PRICE.openHand, 1);
};
