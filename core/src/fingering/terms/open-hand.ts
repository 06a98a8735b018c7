import { WEIGHTS } from '../weights';
import type { StateTerm } from './term';

/** A single note under a hand that lies open to the octave: the close hand is the one a learner returns to. */
export const openHand: StateTerm = {
  name: 'open-hand',
  unit: 'effort per single note',
  source: 'hand-set; the second trial priced only the change of shape',
  sentence: 'the hand lies open',
  charge: (view, posture) => (posture.shape === 'open' && view.keys.length === 1 ? WEIGHTS.openHand : 0),
};
