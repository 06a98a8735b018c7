import { fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StateTerm, StepTerm } from './term';

const SHORT = { 1: WEIGHTS.thumbOnBlack, 5: WEIGHTS.fifthOnBlack } as const;
const BESIDE = { 1: WEIGHTS.thumbBesideWhite, 5: WEIGHTS.fifthBesideWhite } as const;

const isShort = (finger: number): finger is 1 | 5 => finger === 1 || finger === 5;

/** Long fingers take black keys; thumb and fifth prefer white. In chords the whole hand moves in, so it costs half. */
export const shortOnBlack: StateTerm = {
  name: 'short-finger-on-black',
  unit: 'effort per note',
  source: 'second trial (docs/engine.md)',
  sentence: 'the thumb or the fifth finger has to reach in to a black key',
  charge: (view, posture) => {
    let sum = 0;
    view.keys.forEach((key, index) => {
      const finger = fingerAt(posture, index);
      if (key.black && !key.held && isShort(finger)) sum += SHORT[finger];
    });
    return view.keys.length > 1 ? sum / 2 : sum;
  },
};

/** Reaching in to a black key with thumb or fifth is worse with a white key beside it in the line. */
export const blackBesideWhite: StepTerm = {
  name: 'short-finger-on-black-beside-white',
  unit: 'effort per neighbour',
  source: 'second trial (docs/engine.md)',
  sentence: 'the hand goes in to the black key and out again',
  charge: ({ lead, from, to, a, b }) => {
    if (!lead) return 0;
    const before = from.keys[lead.from];
    const after = to.keys[lead.to];
    if (!before || !after || before.black === after.black) return 0;
    const finger = before.black ? fingerAt(a, lead.from) : fingerAt(b, lead.to);
    return isShort(finger) ? BESIDE[finger] : 0;
  },
};
