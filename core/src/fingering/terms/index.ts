import { blackBesideWhite, shortOnBlack } from './black-keys';
import { chordSpread } from './chord-spread';
import { chordStretch } from './chord-stretch';
import { crossedOrder } from './crossed-order';
import { fingerOverFinger } from './finger-over-finger';
import { fingerUse } from './finger-use';
import { heldKeys } from './held-keys';
import { hinge } from './hinge';
import { leaveRest } from './leave-rest';
import { openHand } from './open-hand';
import { ornament } from './ornament';
import { pairPass } from './pair-pass';
import { pairSpan } from './pair-span';
import { pairUnslid } from './pair-slide';
import { pass } from './pass';
import { repeats } from './repeats';
import { sameFinger } from './same-finger';
import { shift } from './shift';
import { slide } from './slide';
import { stay } from './stay';
import { stretchMove } from './stretch-move';
import { substitution } from './substitution';
import type { MoveTerm, StateTerm, StepTerm } from './term';
import { thumbUnderChord } from './thumb-under-chord';
import { connectedVoice } from './voice';

/** The terms of the model. A new one is a file in this folder, its prices in prices.ts, and a line here. */
export const STATE_TERMS: readonly StateTerm[] = [
  leaveRest,
  shortOnBlack,
  fingerUse,
  chordSpread,
  chordStretch,
  openHand,
  thumbUnderChord,
];
export const STEP_TERMS: readonly StepTerm[] = [
  sameFinger,
  crossedOrder,
  pairSpan,
  pairUnslid,
  blackBesideWhite,
  repeats,
  heldKeys,
  connectedVoice,
  ornament,
];
export const MOVE_TERMS: readonly MoveTerm[] = [
  stay,
  stretchMove,
  hinge,
  pass,
  pairPass,
  substitution,
  slide,
  fingerOverFinger,
  shift,
];

export * from './term';
