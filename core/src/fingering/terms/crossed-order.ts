import { fingerAt, inOrder } from '../model/view';
import { CROSSED } from './connection';
import type { StepTerm } from './term';

/** Beyond this distance the hand leaps and it no longer matters which finger was where, u. */
const LEAP = 4;

/** Fingers other than the thumb do not change order on keys close by, unless the hand has lifted. */
export const crossedOrder: StepTerm = ({ lead, from, to, a, b, link }, _pricing, charge) => {
  const before = lead && from.keys[lead.from];
  const after = lead && to.keys[lead.to];
  const price = CROSSED[link];
  if (!before || !after || before.midi === after.midi || price === undefined) return;
  const [left, reached] = [fingerAt(a, lead.from), fingerAt(b, lead.to)];
  if (left === reached || left === 1 || reached === 1 || inOrder(before, left, after, reached)) return;
  if (Math.abs(after.place - before.place) <= LEAP) charge(price, 1);
};
