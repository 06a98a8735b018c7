import { PRICE } from '../prices/prices';
import type { StateTerm } from './term';

/** The thumb lying under 2 or 3 within one chord. */
export const thumbUnderChord: StateTerm = (_view, posture, _pricing, charge) => {
  if (posture.fingers.indexOf(1) > 0) charge(PRICE.thumbUnderChord, 1);
};
