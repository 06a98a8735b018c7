import { PRICE, type Charge } from '../prices/prices';
import { fingerAt } from '../model/view';
import { isJoined, SAME_FINGER } from './connection';
import { slidesPair } from './pair-slide';
import type { FingersStep, StepTerm } from './term';

const isKept = (step: FingersStep, index: number): boolean => step.kept.some(([a]) => a === index);

/** The thumb hops most easily from chord to chord. */
const THUMB_SHARE = 1 / 3;

/** Share by connection for pairs (second trial); fuller chords move as blocks, and their fingers hop as they like. */
const BETWEEN_PAIRS = { slur: 3, plain: 0.2 } as const;

const areFew = ({ from, to }: FingersStep): boolean => from.keys.length <= 2 && to.keys.length <= 2;

/** Thirds that go on by a step have other fingers ready; wider pairs have not. u. */
const THIRD = 2.2;
const STEP = 1.2;
const BETWEEN_THIRDS = { slur: 6, plain: 4 } as const;

const isNarrowStep = ({ from, to }: FingersStep): boolean =>
  [from, to].every(({ keys }) => keys.length === 2 && keys[1]!.place - keys[0]!.place <= THIRD) &&
  Math.abs(to.keys[0]!.place - from.keys[0]!.place) <= STEP;

const chargeChord = (step: FingersStep, charge: Charge): void => {
  if (!isJoined(step.link) || !areFew(step)) return;
  const shares = isNarrowStep(step) ? BETWEEN_THIRDS : BETWEEN_PAIRS;
  const share = step.link === 'slur' ? shares.slur : shares.plain;
  step.to.keys.forEach((key, b) => {
    if (key.held) return;
    const finger = fingerAt(step.b, b);
    const a = step.a.indexOf(finger);
    const before = step.from.keys[a];
    if (!before || before.midi === key.midi || isKept(step, a)) return;
    charge(PRICE.chordSameFinger, share * (finger === 1 ? THUMB_SHARE : 1));
  });
};

/** From a seventh on the hand leaps, and may land as it left; inside a slur it should not. u; our choice. */
const LEAP = 5.5;

/** In legato one finger cannot take two different keys in a row; the slide off a black key is priced as a move. */
export const sameFinger: StepTerm = (step, pricing, charge) => {
  const { lead } = step;
  if (!lead) return slidesPair(step, pricing) ? undefined : chargeChord(step, charge);
  const [before, after] = [step.from.keys[lead.from], step.to.keys[lead.to]];
  if (!before || !after || before.midi === after.midi) return;
  if (step.link !== 'slur' && Math.abs(after.place - before.place) > LEAP) return;
  if (fingerAt(step.a, lead.from) === fingerAt(step.b, lead.to)) charge(SAME_FINGER[step.link], 1);
};
