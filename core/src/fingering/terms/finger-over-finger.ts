import type { SoundingKey } from '../model/posture';
import { PRICE } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { fingerAt, inOrder } from '../model/view';
import { MOVE_SHARE } from './connection';
import { taught } from './taught';
import { arePairs, type FingersStep, type MoveTerm } from './term';
import { areOctaves } from './voice';

/** Farthest one finger passes over another, u. Common practice, no source. */
const WIDEST = 2.1;

/** The outer keys of a step: of chords those on the little finger's side, of single notes the two that lead. */
const outerKeys = (step: FingersStep) => {
  const [a, b] = step.lead ? [step.lead.from, step.lead.to] : [step.from.keys.length - 1, step.to.keys.length - 1];
  return { before: step.from.keys[a], after: step.to.keys[b], from: fingerAt(step.a, a), to: fingerAt(step.b, b) };
};

/**
 * Toward the little finger a longer finger passes over; toward the thumb the way is a silent substitution (craft), but in octaves
 * 5 also slips under a 4 that stands on a black key.
 */
const crosses = (step: FingersStep, from: number, to: number, before: SoundingKey, after: SoundingKey): boolean =>
  (from > to && to >= 3) || (areOctaves(step) && from === 4 && to === 5 && before.black && !after.black);

/** Under an octave hand the fingers have room to pass, under a narrower pair hardly: there it costs this many times as much. Our choice. */
const NARROW_SHARE = 3;

const allowed = (step: FingersStep, { rules }: Pricing): boolean => rules.crossing === 'outer-voices' && arePairs(step);

/**
 * 4 or 3 passes over 5, or 3 over 4, in the outer line of chords and octaves that are to be connected. Single notes never:
 * there the order of the fingers holds.
 */
export const fingerOverFinger: MoveTerm = (step, pricing, charge) => {
  if (!allowed(step, pricing) || step.link !== 'slur') return undefined;
  const { before, after, from, to } = outerKeys(step);
  if (!before || !after || before.midi === after.midi || !crosses(step, from, to, before, after)) return undefined;
  if (inOrder(before, from, after, to)) return undefined;
  const distance = Math.abs(after.place - before.place);
  if (distance > WIDEST) return undefined;
  const share = MOVE_SHARE[step.link] * taught(pricing.rules, 'finger-over-finger', charge);
  charge(PRICE.fingerOver, share * (areOctaves(step) ? 1 : NARROW_SHARE));
  charge(PRICE.fingerOverPerU, share * distance);
  return () => 'finger-over-finger';
};
