import { pairLimitMm } from '../../hand/reach';
import { WHITE_KEY_PITCH_MM } from '../../keyboard/geometry';
import { PRICE } from '../prices/prices';
import { distanceMm, fingerAt } from '../model/view';
import type { StateTerm } from './term';

/** From this share of the limit on, a reach begins to cost; the cost is full at the limit. Our choice. */
const COMFORT = 0.75;

/** Chord pairs near the limit of this hand, and what a rolled chord asks beyond it. */
export const chordStretch: StateTerm = (view, posture, { hand }, charge) => {
  for (let i = 0; i < view.keys.length; i += 1)
    for (let j = i + 1; j < view.keys.length; j += 1) {
      const [a, b] = [view.keys[i], view.keys[j]];
      if (!a || !b) continue;
      const limit = pairLimitMm(hand, fingerAt(posture.fingers, i), fingerAt(posture.fingers, j));
      const mm = distanceMm(a, b);
      const strain = Math.max(0, Math.min(1, (mm / limit - COMFORT) / (1 - COMFORT)));
      if (strain > 0) charge(PRICE.stretchAtLimit, strain * strain);
      if (mm > limit) charge(PRICE.rolledExcess, (mm - limit) / WHITE_KEY_PITCH_MM);
    }
};
