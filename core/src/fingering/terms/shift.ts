import type { Hand } from '../../hand/hand';
import { WEIGHTS } from '../weights';
import { landsAtHome } from './landing';
import { pass } from './pass';
import type { StepView } from '../view';
import type { MoveTerm } from './term';

const couldPass = (step: StepView, hand: Hand): boolean =>
  (step.link === 'slur' || step.link === 'plain') && pass.price(step, hand) !== undefined;

/** The hand lifts and lands elsewhere: cheap where there is a gap, dear in legato; a key still held must be let go. */
export const shift: MoveTerm = {
  kinds: ['shift'],
  unit: 'effort by connection, plus effort per u',
  source: 'second trial (docs/engine.md)',
  sentence: 'the hand lifts and lands in another position',
  price: (step, hand) => {
    // Joined notes that thumb and finger can cross between are crossed, not jumped.
    if (couldPass(step, hand)) return undefined;
    const by = Math.abs(step.b.frame - step.a.frame);
    if (!landsAtHome(step))
      return step.kept.length > 0 ? { kind: 'shift', effort: 2 * WEIGHTS.releaseEarly } : undefined;
    const effort =
      WEIGHTS.shift[step.link] + WEIGHTS.shiftPerU * by + (step.kept.length > 0 ? WEIGHTS.releaseEarly : 0);
    return { kind: 'shift', effort };
  },
};
