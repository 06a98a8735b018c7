import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import { landsAtHome } from './landing';
import type { MoveTerm } from './term';

/** Off a black key to the white key beside it: at most this far, u. */
const BESIDE = 0.65;

/**
 * A finger slips off a black key to the white key beside it. Its price replaces the one for taking two keys with the same
 * finger, which the step is charged elsewhere.
 */
export const slide: MoveTerm = {
  kinds: ['slide'],
  unit: 'effort per slide',
  source: 'second trial (docs/engine.md)',
  sentence: 'the finger slides off the black key to the white key beside it',
  price: (step) => {
    const { lead } = step;
    const before = lead && step.from.keys[lead.from];
    const after = lead && step.to.keys[lead.to];
    if (!before?.black || !after || after.black) return undefined;
    if (fingerAt(step.a, lead.from) !== fingerAt(step.b, lead.to)) return undefined;
    if (Math.abs(after.place - before.place) > BESIDE || Math.abs(step.b.frame - step.a.frame) > 1) return undefined;
    if (!landsAtHome(step)) return undefined;
    return { kind: 'slide', effort: Math.min(0, WEIGHTS.slide - WEIGHTS.sameFinger[step.link]) };
  },
};
