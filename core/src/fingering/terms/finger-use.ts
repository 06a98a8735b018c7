import type { Finger } from '../../hand/hand';
import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import type { StateTerm } from './term';

const USE: Readonly<Partial<Record<Finger, number>>> = { 3: PRICE.use3, 4: PRICE.use4, 5: PRICE.use5 };

/** Share when there is time. Second trial (docs/engine.md). */
const WHEN_SLOW = 0.5;

/** Fourth and fifth fingers are weaker; with time to spare it matters half as much. */
export const fingerUse: StateTerm = (view, posture, _pricing, charge) => {
  view.keys.forEach((key, index) => {
    const price = USE[fingerAt(posture.fingers, index)];
    if (price !== undefined && !key.held) charge(price, view.slow ? WHEN_SLOW : 1);
  });
};
