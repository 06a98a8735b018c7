import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StateTerm } from './term';

/** Fourth and fifth fingers are weaker; with time to spare it matters half as much. */
export const fingerUse: StateTerm = {
  name: 'finger-use',
  unit: 'effort per note',
  source: 'second trial (docs/engine.md)',
  sentence: 'a weaker finger plays',
  charge: (view, posture) => {
    let sum = 0;
    view.keys.forEach((key, index) => {
      if (!key.held) sum += WEIGHTS.use[fingerAt(posture, index) - 1] ?? 0;
    });
    return view.slow ? sum * WEIGHTS.useWhenSlow : sum;
  },
};
