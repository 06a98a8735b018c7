import type { Hand, Side } from '../../hand/hand';
import { PRICE, SHIPPED_WEIGHTS, weightsOf, type PriceName, type Weights } from './prices';
import { DEFAULT_RULES, type Rules } from '../model/rules';

/** All that a price depends on besides the music: whose hand, which hand, what has been taught, what things cost. */
export interface Pricing {
  readonly side: Side;
  readonly hand: Hand;
  readonly rules: Rules;
  readonly weights: Weights;
}

const SHIPPED = weightsOf(SHIPPED_WEIGHTS);

/** Where the smallest moves are wanted, what each move costs by itself counts less and its width more. Our choice. */
const PER_MOVE: readonly PriceName[] = ['extension', 'contraction', 'shiftPlain', 'shiftLift', 'shiftRest', 'hinge'];
const PER_U: readonly PriceName[] = ['extensionPerU', 'contractionPerU', 'shiftPerU', 'hingePerU', 'passPerU'];
const SMALLEST = { perMove: 0.6, perU: 2.5 };

const forSmallestMoves = (weights: Weights): Weights => {
  const scaled = Float64Array.from(weights);
  for (const name of PER_MOVE) scaled[PRICE[name]]! *= SMALLEST.perMove;
  for (const name of PER_U) scaled[PRICE[name]]! *= SMALLEST.perU;
  return scaled;
};

export const pricingFor = (side: Side, hand: Hand, rules: Rules = DEFAULT_RULES, weights = SHIPPED): Pricing => ({
  side,
  hand,
  rules,
  weights: rules.positionChanges === 'smallest' ? forSmallestMoves(weights) : weights,
});
