import { WEIGHTS } from '../weights';
import type { StateTerm } from './term';

/** The thumb lying under 2 or 3 within one chord. */
export const thumbUnderChord: StateTerm = {
  name: 'thumb-under-in-chord',
  unit: 'effort per chord',
  source: 'common practice, no source',
  sentence: 'the thumb lies under another finger in the same chord',
  charge: (_view, posture) => (posture.fingers.indexOf(1) > 0 ? WEIGHTS.thumbUnderChord : 0),
};
