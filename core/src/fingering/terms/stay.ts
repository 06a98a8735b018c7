import { fingerAt, inOrder, spans, type StepView } from '../view';
import type { MoveTerm } from './term';
import type { Hand } from '../../hand/hand';

/** Whether the moving fingers go on in the order of the keys, and (where the keys are to be joined) both fit at once. */
export const followsOn = (step: StepView, hand: Hand): boolean => {
  const joined = step.link === 'slur' || step.link === 'plain';
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
export const stay: MoveTerm = {
  kinds: ['stay'],
  unit: 'free',
  source: 'craft: stay in a position as long as possible',
  sentence: 'the hand stays where it is',
  price: (step, hand) =>
    step.a.frame === step.b.frame && step.a.shape === step.b.shape && followsOn(step, hand)
      ? { kind: 'stay', effort: 0 }
      : undefined,
};
