import { fingerAt, inOrder } from '../view';
import { WEIGHTS } from '../weights';
import type { StepTerm } from './term';

/** Beyond this distance the hand leaps and it no longer matters which finger was where, u. */
const LEAP = 4;

/** Fingers other than the thumb do not change order on keys close by, unless the hand has lifted. */
export const crossedOrder: StepTerm = {
  name: 'crossed-order',
  unit: 'effort per step, by connection',
  source: 'first trial (docs/engine.md): 30 in legato',
  sentence: 'two fingers would have to cross without the thumb',
  charge: ({ lead, from, to, a, b, link }) => {
    const before = lead && from.keys[lead.from];
    const after = lead && to.keys[lead.to];
    if (!before || !after || before.midi === after.midi) return 0;
    const [left, reached] = [fingerAt(a, lead.from), fingerAt(b, lead.to)];
    if (left === reached || left === 1 || reached === 1 || inOrder(before, left, after, reached)) return 0;
    return Math.abs(after.place - before.place) > LEAP ? 0 : WEIGHTS.crossedOrder[link];
  },
};
