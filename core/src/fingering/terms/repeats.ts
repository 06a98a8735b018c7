import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StepTerm } from './term';

/** One finger cannot repeat a key quickly; in chords a key struck again keeps its finger. */
export const repeats: StepTerm = {
  name: 'repeated-key',
  unit: 'effort per repeated key',
  source: 'tapping ceilings of 5-6 strokes a second (from memory); second trial (docs/engine.md)',
  sentence: 'the same finger has to repeat faster than it can',
  charge: (step) => {
    let sum = 0;
    for (const [a, b] of step.repeated) {
      const same = fingerAt(step.a, a) === fingerAt(step.b, b);
      if (same && step.fast) sum += WEIGHTS.fastRepeat;
      if (!same && !step.lead) sum += WEIGHTS.chordChangedFinger * WEIGHTS.moveAt[step.link];
    }
    return sum;
  },
};
