import type { Finger } from '../../hand/hand';
import type { SoundingKey } from '../model/posture';
import { PRICE, type Charge } from '../prices/prices';
import { fingerAt, inOrder } from '../model/view';
import { MOVE_SHARE } from './connection';
import { taught } from './taught';
import type { FingersStep, MoveTerm } from './term';

/** Farthest a thumb pass reaches, u. Second trial (docs/engine.md). */
const WIDEST = 3.5;

/** From here on 4 crosses with pain, u: past a third. Second trial (docs/engine.md). */
const WIDE_FOR_4 = 2;

const chargeColours = (thumb: SoundingKey, finger: SoundingKey, share: number, charge: Charge): void => {
  if (thumb.black && finger.black) charge(PRICE.passBothBlack, share);
  else if (thumb.black) charge(PRICE.passThumbBlack, share);
  else if (!finger.black) charge(PRICE.passBothWhite, share);
};

/** The keys of a pass: where the thumb is, where the finger, which finger it is, and whether the thumb goes last. */
interface Crossing {
  readonly under: boolean;
  readonly thumb: SoundingKey;
  readonly finger: SoundingKey;
  readonly over: Finger;
  readonly distance: number;
}

const chargeFinger = (
  { finger, over, distance }: Crossing,
  neighbour: boolean,
  share: number,
  charge: Charge,
): void => {
  // To a neighbouring key and straight back the second finger is the natural one.
  if (over === 2 && !neighbour) charge(PRICE.pass2, share);
  if (over === 5) charge(PRICE.pass5, share);
  if (over !== 4) return;
  charge(PRICE.pass4, share);
  if (!finger.black) charge(PRICE.pass4White, share);
  if (distance > WIDE_FOR_4) charge(PRICE.pass4PerU, share * (distance - WIDE_FOR_4));
};

/** Undefined when nothing crosses. */
const crossing = (step: FingersStep): Crossing | undefined => {
  const { lead } = step;
  const before = lead && step.from.keys[lead.from];
  const after = lead && step.to.keys[lead.to];
  if (!before || !after || before.midi === after.midi) return undefined;
  const [from, to] = [fingerAt(step.a, lead.from), fingerAt(step.b, lead.to)];
  if ((from === 1) === (to === 1) || inOrder(before, from, after, to)) return undefined;
  const distance = Math.abs(after.place - before.place);
  if (distance > WIDEST) return undefined;
  const under = to === 1;
  return { under, thumb: under ? after : before, finger: under ? before : after, over: under ? from : to, distance };
};

/** Whether thumb and finger can cross between these two notes. */
export const canPass = (step: FingersStep): boolean => crossing(step) !== undefined;

/** The thumb passes under a finger, or a finger passes over the thumb that holds. */
export const pass: MoveTerm = (step, { rules }, charge) => {
  const found = crossing(step);
  if (!found) return undefined;
  const kind = found.under ? 'thumb-under' : 'finger-over-thumb';
  const share = MOVE_SHARE[step.link] * taught(rules, kind, charge);
  charge(PRICE.pass, share);
  charge(PRICE.passPerU, share * found.distance);
  chargeColours(found.thumb, found.finger, share, charge);
  chargeFinger(found, step.neighbour, share, charge);
  return (_a, _b, lands) => (lands ? kind : undefined);
};
