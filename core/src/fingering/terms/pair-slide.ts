import type { Pricing } from '../prices/pricing';
import { fingerAt } from '../model/view';
import type { FingersStep } from './term';

/** Off a black key to the white key beside it: at most this far, u. */
export const BESIDE = 0.65;

/**
 * Whether two fingers slip off two black keys to the white keys beside them inside a slur, where the rules have pairs slide.
 * Then nothing hops, and both lines stay connected.
 */
export const slidesPair = ({ link, from, to, a, b }: FingersStep, { rules }: Pricing): boolean =>
  rules.pairs === 'slide' &&
  link === 'slur' &&
  from.keys.length === 2 &&
  to.keys.length === 2 &&
  to.keys.every((key, index) => {
    const before = from.keys[index]!;
    return (
      before.black &&
      !key.black &&
      !key.held &&
      Math.abs(key.place - before.place) <= BESIDE &&
      fingerAt(a, index) === fingerAt(b, index)
    );
  });
