import type { SoundingKey } from '../model/posture';
import { PRICE } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { fingerAt } from '../model/view';
import { slidesPair } from './pair-slide';
import { arePairs, type FingersStep, type StepTerm } from './term';

/** From this width on a pair is an octave, u. */
const OCTAVE_WIDTH = 6.5;

const widthOf = (keys: readonly SoundingKey[]): number => keys[keys.length - 1]!.place - keys[0]!.place;

/** Octaves from one end of the step to the other. */
export const areOctaves = ({ from, to }: Pick<FingersStep, 'from' | 'to'>): boolean =>
  [from, to].every(({ keys }) => keys.length === 2 && widthOf(keys) >= OCTAVE_WIDTH);

/**
 * Index of the voice to be connected. Keys rise from the thumb, so the upper voice is last in the right hand, first in the left;
 * of octaves it is the outer one in either hand, which alone can change fingers.
 */
const voiceIn = (step: FingersStep, keys: readonly unknown[], { side, rules }: Pricing): number =>
  areOctaves(step) || (rules.connected[side] === 'upper') === (side === 'right') ? keys.length - 1 : 0;

/** Whether a step carries on a voice that is to be connected: two pairs inside a slur. */
export const carriesVoice = (step: FingersStep, { rules, side }: Pricing): boolean =>
  step.lead === undefined &&
  step.link === 'slur' &&
  arePairs(step) &&
  (areOctaves(step) ? rules.crossing === 'outer-voices' : rules.connected[side] !== 'none');

/** Pairs only: fuller chords are moved as blocks. */

/**
 * Two notes at a time inside a slur: the voice that sings is connected by changing fingers while the other fingers hop
 * (craft: 4-1, 5-1, 4-1). One finger on two keys of that voice breaks the line.
 */
export const connectedVoice: StepTerm = (step, pricing, charge) => {
  if (!carriesVoice(step, pricing) || slidesPair(step, pricing)) return;
  const [a, b] = [voiceIn(step, step.from.keys, pricing), voiceIn(step, step.to.keys, pricing)];
  if (step.from.keys[a]?.midi === step.to.keys[b]?.midi) return;
  if (fingerAt(step.a, a) === fingerAt(step.b, b)) charge(PRICE.voiceBroken, 1);
};
