import type { Finger } from '../../hand/hand';
import { PRICE, type Charge } from '../prices/prices';
import { fingerAt } from '../model/view';
import { MOVE_SHARE } from './connection';
import { taught } from './taught';
import type { MoveTerm } from './term';

/** How quick repeats go on: down the fingers, back to the top of the rotation, or some other way. */
const rotation = (from: Finger, to: Finger): 'down' | 'return' | 'other' => {
  if (to === from - 1) return 'down';
  return from === 1 && (to === 3 || to === 4) ? 'return' : 'other';
};

const chargeRotation = (from: Finger, to: Finger, charge: Charge): void => {
  const way = rotation(from, to);
  if (way === 'down' && from === 5) charge(PRICE.rotationFrom5, 1);
  if (way === 'return') charge(PRICE.rotationReturn, 1);
  if (way === 'other') charge(PRICE.rotationBroken, 1);
};

/** Another finger on a repeated key brings the whole hand along; quick repeats go down the fingers for nothing (3-2-1). */
export const hinge: MoveTerm = (step, { rules }, charge) => {
  const { lead, link } = step;
  if (!lead || step.from.keys[lead.from]?.midi !== step.to.keys[lead.to]?.midi) return undefined;
  const [from, to] = [fingerAt(step.a, lead.from), fingerAt(step.b, lead.to)];
  if (from === to || rules.repeats === 'never-change') return undefined;
  const rotates = step.fast || rules.repeats === 'always-change';
  const share = taught(rules, 'repeated-note-change', charge) * MOVE_SHARE[link];
  if (rotates) chargeRotation(from, to, charge);
  else {
    charge(PRICE.hinge, share);
    if (step.repeatsOn) charge(PRICE.hingeEarly, share);
  }
  return (a, b, lands, add) => {
    if (!lands) return undefined;
    if (!rotates) add(PRICE.hingePerU, share * Math.abs(b.frame - a.frame));
    return 'repeated-note-change';
  };
};
