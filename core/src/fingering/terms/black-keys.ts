import type { Finger } from '../../hand/hand';
import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import type { StateTerm, StepTerm } from './term';

const ON_BLACK: Readonly<Partial<Record<Finger, number>>> = { 1: PRICE.thumbOnBlack, 5: PRICE.fifthOnBlack };
const BESIDE_WHITE: Readonly<Partial<Record<Finger, number>>> = {
  1: PRICE.thumbBesideWhite,
  5: PRICE.fifthBesideWhite,
};

/** Share of the price that stays where a teacher allows short fingers on black keys. */
const ALLOWED = 0.25;

/** Long fingers take black keys; thumb and fifth prefer white. In chords the whole hand moves in, so it costs half. */
export const shortOnBlack: StateTerm = (view, posture, { rules }, charge) => {
  const share = (view.keys.length > 1 ? 0.5 : 1) * (rules.blackThumb === 'allow' ? ALLOWED : 1);
  view.keys.forEach((key, index) => {
    const price = ON_BLACK[fingerAt(posture.fingers, index)];
    if (price !== undefined && key.black && !key.held) charge(price, share);
  });
};

/** Reaching in to a black key with thumb or fifth is worse with a white key beside it in the line. */
export const blackBesideWhite: StepTerm = ({ lead, from, to, a, b }, { rules }, charge) => {
  if (!lead) return;
  const before = from.keys[lead.from];
  const after = to.keys[lead.to];
  if (!before || !after || before.black === after.black) return;
  const price = BESIDE_WHITE[before.black ? fingerAt(a, lead.from) : fingerAt(b, lead.to)];
  if (price !== undefined) charge(price, rules.blackThumb === 'allow' ? ALLOWED : 1);
};
