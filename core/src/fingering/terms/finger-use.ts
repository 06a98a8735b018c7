import type { Finger } from '../../hand/hand';
import { fingerAt, type SliceView } from '../model/view';
import { PRICE, type Charge } from '../prices/prices';
import type { StateTerm } from './term';

const USE: Readonly<Partial<Record<Finger, number>>> = { 3: PRICE.use3, 4: PRICE.use4, 5: PRICE.use5 };

/** Share when there is time. Second trial (docs/engine.md). */
const WHEN_SLOW = 0.5;

/** What one stroke of a finger costs, `times` over. */
export const chargeUse = (finger: Finger, { slow }: SliceView, times: number, charge: Charge): void => {
  const price = USE[finger];
  if (price !== undefined) charge(price, times * (slow ? WHEN_SLOW : 1));
};

/** Fourth and fifth fingers are weaker; with time to spare it matters half as much. */
export const fingerUse: StateTerm = (view, posture, _pricing, charge) => {
  view.keys.forEach((key, index) => {
    if (!key.held) chargeUse(fingerAt(posture.fingers, index), view, 1, charge);
  });
};
