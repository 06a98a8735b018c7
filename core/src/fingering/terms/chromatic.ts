import type { Pricing } from '../prices/pricing';
import { fingerAt } from '../model/view';
import type { FingersStep } from './term';

/** Neighbouring fingers on neighbouring semitones, in the order of the keys. */
const areNeighbours = (left: number, reached: number, up: boolean): boolean => reached - left === (up ? 1 : -1);

/**
 * The narrow hand of chromatic playing: 3 on the black key, the thumb on the white one beside it (craft: 3 on every black key,
 * 1 on white), or groups of neighbouring fingers where the rules have it so. It is taken and left without trouble.
 */
export const isChromaticStep = ({ lead, from, to, a, b, chromatic }: FingersStep, { rules }: Pricing): boolean => {
  if (!chromatic) return false;
  const before = lead && from.keys[lead.from];
  const after = lead && to.keys[lead.to];
  if (!before || !after) return false;
  const [left, reached] = [fingerAt(a, lead.from), fingerAt(b, lead.to)];
  if (rules.chromatic === 'groups') return areNeighbours(left, reached, after.place > before.place);
  if (before.black === after.black) return false;
  return before.black ? left === 3 && reached === 1 : left === 1 && reached === 3;
};
