import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import { landsAtHome } from './landing';
import type { MoveTerm } from './term';

/** Another finger on a repeated key brings the whole hand along; quick repeats go down the fingers for nothing (3-2-1). */
export const hinge: MoveTerm = {
  kinds: ['repeated-note-change'],
  unit: 'effort plus effort per u',
  source: 'second trial (docs/engine.md); craft: repeated notes at speed go 3-2-1',
  sentence: 'the finger changes on the repeated key and the hand comes along',
  price: (step) => {
    const { lead } = step;
    if (!lead || step.from.keys[lead.from]?.midi !== step.to.keys[lead.to]?.midi) return undefined;
    const [from, to] = [fingerAt(step.a, lead.from), fingerAt(step.b, lead.to)];
    if (from === to || !landsAtHome(step)) return undefined;
    if (step.fast && to === from - 1)
      return { kind: 'repeated-note-change', effort: from === 5 ? WEIGHTS.rotationFrom5 : 0 };
    const travel = WEIGHTS.hinge + WEIGHTS.hingePerU * Math.abs(step.b.frame - step.a.frame);
    return { kind: 'repeated-note-change', effort: travel * WEIGHTS.moveAt[step.link] };
  },
};
