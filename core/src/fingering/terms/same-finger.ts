import { fingerAt, type StepView } from '../view';
import { WEIGHTS } from '../weights';
import type { StepTerm } from './term';

const isKept = (step: StepView, index: number): boolean => step.kept.some(([a]) => a === index);

const chordCharge = (step: StepView): number => {
  let sum = 0;
  step.to.keys.forEach((key, b) => {
    if (key.held) return;
    const finger = fingerAt(step.b, b);
    const a = step.a.fingers.indexOf(finger);
    const before = step.from.keys[a];
    if (!before || before.midi === key.midi || isKept(step, a)) return;
    sum += WEIGHTS.chordSameFinger * (step.link === 'slur' ? 6 : 1) * (finger === 1 ? 1 / 3 : 1);
  });
  return step.link === 'lift' || step.link === 'rest' ? 0 : sum;
};

/** In legato one finger cannot take two different keys in a row; the slide off a black key is priced as a move. */
export const sameFinger: StepTerm = {
  name: 'same-finger-new-key',
  unit: 'effort per step',
  source: 'second trial (docs/engine.md)',
  sentence: 'the same finger has to take two different keys in a row',
  charge: (step) => {
    const { lead } = step;
    if (!lead) return chordCharge(step);
    const [before, after] = [step.from.keys[lead.from], step.to.keys[lead.to]];
    if (!before || !after || before.midi === after.midi) return 0;
    return fingerAt(step.a, lead.from) === fingerAt(step.b, lead.to) ? WEIGHTS.sameFinger[step.link] : 0;
  },
};
