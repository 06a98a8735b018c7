import { PRICE } from '../prices';
import type { Pricing } from '../pricing';
import { fingerAt } from '../view';
import type { FingersStep, StepTerm } from './term';

/** Index of the top note of a view: keys rise from the thumb, so it is the last in the right hand and the first in the left. */
const topOf = (keys: readonly unknown[], side: Pricing['side']): number => (side === 'right' ? keys.length - 1 : 0);

const isConnected = ({ rules, side }: Pricing): boolean => rules.connectedTop === 'both' || rules.connectedTop === side;

/** Whether a step carries on a voice that is to be connected: two pairs inside a slur. */
export const carriesVoice = (step: FingersStep, pricing: Pricing): boolean =>
  step.lead === undefined && step.link === 'slur' && isConnected(pricing) && arePairs(step);

/** Pairs only: fuller chords are moved as blocks. */
const arePairs = ({ from, to }: FingersStep): boolean => from.keys.length === 2 && to.keys.length === 2;

/**
 * Two notes at a time inside a slur: the voice that sings is connected by changing fingers while the other fingers hop
 * (craft: 4-1, 5-1, 4-1). One finger on two keys of that voice breaks the line.
 */
export const connectedVoice: StepTerm = (step, pricing, charge) => {
  if (!carriesVoice(step, pricing)) return;
  const [a, b] = [topOf(step.from.keys, pricing.side), topOf(step.to.keys, pricing.side)];
  if (step.from.keys[a]?.midi === step.to.keys[b]?.midi) return;
  if (fingerAt(step.a, a) === fingerAt(step.b, b)) charge(PRICE.voiceBroken, 1);
};
