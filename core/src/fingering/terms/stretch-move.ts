import { fingerAt, type StepView } from '../view';
import { WEIGHTS } from '../weights';
import { followsOn } from './stay';
import type { MoveTerm } from './term';

/** Farthest the hand opens or closes between two notes and settles there, u. */
const WIDEST = 3;

const opens = (step: StepView, by: number): boolean => {
  if (by === 0) return step.b.shape === 'open';
  const direction = step.lead ? fingerAt(step.b, step.lead.to) - fingerAt(step.a, step.lead.from) : by;
  return by * direction > 0;
};

/** One finger reaches out or in and the hand settles round it; also opening to the octave hand and closing again. */
export const stretchMove: MoveTerm = {
  kinds: ['extension', 'contraction'],
  unit: 'effort plus effort per u',
  source: 'second trial (docs/engine.md)',
  sentence: 'the hand opens or closes into its next place',
  price: (step, hand) => {
    const by = step.b.frame - step.a.frame;
    const reshaped = step.a.shape !== step.b.shape;
    if ((by === 0 && !reshaped) || Math.abs(by) > WIDEST || !followsOn(step, hand)) return undefined;
    const out = opens(step, by);
    const travel = out
      ? WEIGHTS.extension + WEIGHTS.extensionPerU * Math.abs(by)
      : WEIGHTS.contraction + WEIGHTS.contractionPerU * Math.abs(by);
    const effort = (by === 0 ? 0 : travel) + (reshaped ? WEIGHTS.changeOfShape : 0);
    return { kind: out ? 'extension' : 'contraction', effort: effort * WEIGHTS.moveAt[step.link] };
  },
};
