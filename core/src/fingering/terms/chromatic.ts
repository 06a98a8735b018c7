import { fingerAt } from '../view';
import type { FingersStep } from './term';

/**
 * The narrow hand of chromatic playing: 3 on the black key, the thumb on the white one beside it (craft: 3 on every black key,
 * 1 on white). It is taken and left without trouble.
 */
export const isChromaticStep = ({ lead, from, to, a, b, chromatic }: FingersStep): boolean => {
  if (!chromatic) return false;
  const before = lead && from.keys[lead.from];
  const after = lead && to.keys[lead.to];
  if (!before || !after || before.black === after.black) return false;
  const [left, reached] = [fingerAt(a, lead.from), fingerAt(b, lead.to)];
  return before.black ? left === 3 && reached === 1 : left === 1 && reached === 3;
};
