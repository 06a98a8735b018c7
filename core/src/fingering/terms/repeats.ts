import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { MOVE_SHARE } from './connection';
import { chargeUse } from './finger-use';
import type { StepTerm } from './term';

/** One finger cannot repeat a key quickly; in chords a key struck again keeps its finger. */
export const repeats: StepTerm = (step, { rules }, charge) => {
  for (const [a, b] of step.repeated) {
    const same = fingerAt(step.a, a) === fingerAt(step.b, b);
    const mustChange = rules.repeats === 'always-change' || (rules.repeats === 'by-speed' && step.fast);
    if (same && step.lead && mustChange) charge(PRICE.fastRepeat, 1);
    // A finger that strikes the same key again is at work already.
    if (same && step.lead) chargeUse(fingerAt(step.b, b), step.to, -1, charge);
    if (!same && !step.lead) charge(PRICE.chordChangedFinger, MOVE_SHARE[step.link]);
  }
};
