import type { Hand } from '../../hand/hand';
import type { Posture } from '../posture';
import type { SliceView, StepView } from '../view';
import { blackBesideWhite, shortOnBlack } from './black-keys';
import { chordSpread } from './chord-spread';
import { chordStretch } from './chord-stretch';
import { crossedOrder } from './crossed-order';
import { fingerUse } from './finger-use';
import { heldKeys } from './held-keys';
import { hinge } from './hinge';
import { leaveRest } from './leave-rest';
import { openHand } from './open-hand';
import { pass } from './pass';
import { repeats } from './repeats';
import { sameFinger } from './same-finger';
import { shift } from './shift';
import { slide } from './slide';
import { stay } from './stay';
import { stretchMove } from './stretch-move';
import type { MoveTerm, PricedStep, StateTerm, StepTerm } from './term';
import { thumbUnderChord } from './thumb-under-chord';

export const STATE_TERMS: readonly StateTerm[] = [
  leaveRest,
  shortOnBlack,
  fingerUse,
  chordSpread,
  chordStretch,
  openHand,
  thumbUnderChord,
];
export const STEP_TERMS: readonly StepTerm[] = [sameFinger, crossedOrder, blackBesideWhite, repeats, heldKeys];
export const MOVE_TERMS: readonly MoveTerm[] = [stay, stretchMove, hinge, pass, slide, shift];

/** Effort of a posture by itself: the sum of the state terms. */
export const stateEffort = (view: SliceView, posture: Posture, hand: Hand): number => {
  let sum = 0;
  for (const term of STATE_TERMS) sum += term.charge(view, posture, hand);
  return sum;
};

/** The step between two postures: the cheapest move that does it, plus the step terms. Undefined when nothing does. */
export const priceStep = (step: StepView, hand: Hand): PricedStep | undefined => {
  let best: PricedStep | undefined;
  for (const move of MOVE_TERMS) {
    const priced = move.price(step, hand);
    if (priced && (!best || priced.effort < best.effort)) best = priced;
  }
  if (!best) return undefined;
  let effort = best.effort;
  for (const term of STEP_TERMS) effort += term.charge(step);
  return { kind: best.kind, effort };
};

export * from './term';
