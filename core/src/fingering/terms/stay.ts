import { fingerAt, inOrder, spans } from '../model/view';
import { isJoined } from './connection';
import { slidesPair } from './pair-slide';
import type { FingersStep, MoveTerm } from './term';
import type { Hand } from '../../hand/hand';

/** Whether the moving fingers go on in the order of the keys, and (where the keys are to be joined) both fit at once. */
export const followsOn = (step: FingersStep, hand: Hand): boolean => {
  // While nothing is struck other fingers on the keys are a substitution, which has its own price.
  if (step.to.keys.every((key) => key.held))
    return step.kept.every(([a, b]) => fingerAt(step.a, a) === fingerAt(step.b, b));
  const joined = isJoined(step.link);
  return step.to.keys.every((key, b) => {
    if (key.held) return true;
    return step.from.keys.every((before, a) => {
      const [from, to] = [fingerAt(step.a, a), fingerAt(step.b, b)];
      if (before.midi === key.midi) return from === to || !step.lead;
      // In chords a finger that goes to another key is charged by itself; the hand may stay.
      if (from === to) return !step.lead;
      if (!inOrder(before, from, key, to)) return false;
      return !joined || !step.lead || spans(hand, before, from, key, to);
    });
  });
};

/** Staying in the position is free. */
export const stay: MoveTerm = (step, pricing) =>
  // A pair that slides is told, and priced, as a slide.
  followsOn(step, pricing.hand) && !slidesPair(step, pricing)
    ? (a, b) => (a.frame === b.frame && a.shape === b.shape ? 'stay' : undefined)
    : undefined;
