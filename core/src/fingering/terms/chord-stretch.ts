import { pairLimitMm } from '../../hand/reach';
import { WHITE_KEY_PITCH_MM } from '../../keyboard/geometry';
import { distanceMm, fingerAt } from '../view';
import { WEIGHTS } from '../weights';
import type { StateTerm } from './term';

/** From this share of the limit on, a reach begins to cost; the cost is full at the limit. Our choice. */
const COMFORT = 0.75;

/** Chord pairs near the limit of this hand, and what a rolled chord asks beyond it. */
export const chordStretch: StateTerm = {
  name: 'chord-stretch',
  unit: 'effort at the limit; per u beyond it when rolled',
  source: 'craft: do not hold a stretch at the limit of the hand; weight ours',
  sentence: 'the reach comes near the limit of this hand',
  charge: (view, posture, hand) => {
    let sum = 0;
    for (let i = 0; i < view.keys.length; i += 1)
      for (let j = i + 1; j < view.keys.length; j += 1) {
        const [a, b] = [view.keys[i], view.keys[j]];
        if (!a || !b) continue;
        const limit = pairLimitMm(hand, fingerAt(posture, i), fingerAt(posture, j));
        const mm = distanceMm(a, b);
        const strain = Math.max(0, Math.min(1, (mm / limit - COMFORT) / (1 - COMFORT)));
        sum += WEIGHTS.stretchAtLimit * strain * strain;
        sum += (WEIGHTS.rolledExcess * Math.max(0, mm - limit)) / WHITE_KEY_PITCH_MM;
      }
    return sum;
  },
};
