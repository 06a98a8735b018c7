import type { SoundingKey } from '../model/posture';
import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { isJoined, MOVE_SHARE } from './connection';
import { taught } from './taught';
import type { FingersStep, MoveTerm } from './term';

/** A pair up to a sixth wide can be passed by another, u; and so far on, u. Common practice, no source. */
const WIDEST_PAIR = 5.2;
const FARTHEST = 2.2;

const isNarrow = (keys: readonly SoundingKey[]): boolean =>
  keys.length === 2 && keys[1]!.place - keys[0]!.place <= WIDEST_PAIR;

/** How far the lower keys of two pairs lie apart where one pair passes the other about the thumb; undefined where none does. */
const passed = ({ from, to, kept, a, b }: FingersStep): number | undefined => {
  if (kept.length > 0 || !isNarrow(from.keys) || !isNarrow(to.keys)) return undefined;
  if (a.some((finger) => b.includes(finger))) return undefined;
  const by = to.keys[0]!.place - from.keys[0]!.place;
  const over = fingerAt(a, 0) === 1 && by < 0;
  const under = fingerAt(b, 0) === 1 && by > 0;
  return (over || under) && Math.abs(by) <= FARTHEST ? Math.abs(by) : undefined;
};

/** In legato thirds one pair passes over the thumb of the other, or the thumb of one under the other. */
export const pairPass: MoveTerm = (step, { rules }, charge) => {
  if (!isJoined(step.link)) return undefined;
  const distance = passed(step);
  if (distance === undefined) return undefined;
  const kind = fingerAt(step.a, 0) === 1 ? 'finger-over-thumb' : 'thumb-under';
  const share = MOVE_SHARE[step.link] * taught(rules, kind, charge);
  charge(PRICE.pass, share);
  charge(PRICE.passPerU, share * distance);
  return () => kind;
};
