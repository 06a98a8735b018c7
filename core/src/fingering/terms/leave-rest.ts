import type { Finger } from '../../hand/hand';
import { offsetFromRest } from '../model/posture';
import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import type { StateTerm } from './term';

/** The thumb opens outward most easily, the middle fingers leave least readily; each has its price. */
const LEAVE: Readonly<Record<Exclude<Finger, 1>, number>> = {
  2: PRICE.leave2,
  3: PRICE.leave3,
  4: PRICE.leave4,
  5: PRICE.leave5,
};

const leavePrice = (finger: Finger, offset: number): number => {
  if (finger !== 1) return LEAVE[finger];
  return offset < 0 ? PRICE.leaveThumbOut : PRICE.leaveThumbIn;
};

/** Share in chords, where the hand opens as one and its shape is what counts (chord-spread.ts). Our choice. */
const IN_CHORD = 0.12;

/** Fingers away from their resting places. */
export const leaveRest: StateTerm = (view, posture, _pricing, charge) => {
  const share = view.keys.length > 1 ? IN_CHORD : 1;
  view.keys.forEach((key, index) => {
    const finger = fingerAt(posture.fingers, index);
    const offset = offsetFromRest(posture, finger, key.place);
    const far = Math.max(0, Math.abs(offset) - 0.5);
    charge(PRICE.leaveNear, share * Math.min(Math.abs(offset), 0.5));
    if (far === 0) return;
    charge(leavePrice(finger, offset), share * far);
    charge(PRICE.leaveFarSquared, share * far * far);
  });
};
