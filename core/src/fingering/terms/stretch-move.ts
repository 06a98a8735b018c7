import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import { MOVE_SHARE } from './connection';
import { isChromaticStep } from './chromatic';
import { slidesPair } from './pair-slide';
import { followsOn } from './stay';
import { taught } from './taught';
import type { MoveTerm } from './term';

/** Farthest the hand opens or closes between two notes and settles there, u. Second trial (docs/engine.md). */
const WIDEST = 3;

/** One finger reaches out or in and the hand settles round it; also opening to the octave hand and closing again. */
export const stretchMove: MoveTerm = (step, pricing) => {
  const { hand, rules } = pricing;
  if (!followsOn(step, hand) || slidesPair(step, pricing)) return undefined;
  const { lead } = step;
  const chromatic = isChromaticStep(step, pricing);
  const direction = lead ? fingerAt(step.b, lead.to) - fingerAt(step.a, lead.from) : undefined;
  return (a, b, _lands, add) => {
    const by = b.frame - a.frame;
    const reshaped = a.shape !== b.shape;
    if ((by === 0 && !reshaped) || Math.abs(by) > WIDEST) return undefined;
    const out = by === 0 ? b.shape === 'open' : by * (direction ?? by) > 0;
    const kind = out ? 'extension' : 'contraction';
    const share = MOVE_SHARE[step.link] * taught(rules, kind, add);
    if (by !== 0 && chromatic) add(PRICE.chromaticStep, share);
    else if (by !== 0) {
      add(out ? PRICE.extension : PRICE.contraction, share);
      add(out ? PRICE.extensionPerU : PRICE.contractionPerU, share * Math.abs(by));
    }
    if (reshaped) add(PRICE.changeOfShape, share);
    return kind;
  };
};
