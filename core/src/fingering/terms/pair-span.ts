import type { Finger } from '../../hand/hand';
import { PRICE } from '../prices/prices';
import { fingerAt, inOrder, spans } from '../model/view';
import { isChromaticStep } from './chromatic';
import { isJoined } from './connection';
import { easeOf } from './ease';
import type { StepTerm } from './term';

const OPENING: Readonly<Record<string, number>> = {
  '2-3': PRICE.open23,
  '3-4': PRICE.open34,
  '4-5': PRICE.open45,
};

const openingOf = (low: Finger, high: Finger): number =>
  low === 1 ? PRICE.openThumb : (OPENING[`${low}-${high}`] ?? PRICE.openWide);

/**
 * A black key lies this much closer without squeezing the fingers, u: to the neighbouring finger, on a semitone that is no part of
 * a chromatic line; and to one farther off. Our choice.
 */
const SEMITONE_AWAY = 0.65;
const CHROMATIC_AWAY = 0.3;
const BLACK_KEY_AWAY = 0.45;

/** The thumb comes in this far with ease, u: to a semitone from 3. Our choice. */
const THUMB_COMES_IN = 1.6;

/** Fingers that are not neighbours share an opening among them for one key, and feel it the more beyond. u². Our choice. */
const strain = (off: number, neighbours: boolean): number => (neighbours ? off * off : 3 * Math.max(0, off - 1) ** 2);

/** Two joined notes open or close the pair of fingers that plays them, whatever the rest of the hand does. */
export const pairSpan: StepTerm = (step, pricing, charge) => {
  const { hand } = pricing;
  const { lead, from, to, a, b, link } = step;
  const before = lead && from.keys[lead.from];
  const after = lead && to.keys[lead.to];
  if (!before || !after || !isJoined(link) || before.midi === after.midi || isChromaticStep(step, pricing)) return;
  const [left, reached] = [fingerAt(a, lead.from), fingerAt(b, lead.to)];
  if (left === reached || !inOrder(before, left, after, reached) || !spans(hand, before, left, after, reached)) return;
  const [low, high] = left < reached ? [left, reached] : [reached, left];
  const off = Math.abs(after.place - before.place) - easeOf(low, high);
  if (off > 0) {
    charge(openingOf(low, high), off);
    if (low > 1) charge(PRICE.openSquared, strain(off, high - low === 1));
  } else if (low > 1) {
    const away = high - low > 1 ? BLACK_KEY_AWAY : step.chromatic ? CHROMATIC_AWAY : SEMITONE_AWAY;
    if (-off > away) charge(PRICE.closeFingers, -off - away);
  } else {
    charge(PRICE.closeThumb, -off);
    if (-off > THUMB_COMES_IN) charge(PRICE.closeThumbFar, -off - THUMB_COMES_IN);
  }
};
