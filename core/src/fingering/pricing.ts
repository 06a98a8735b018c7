import type { Hand, Side } from '../hand/hand';
import { SHIPPED_WEIGHTS, weightsOf, type Weights } from './prices';
import { DEFAULT_RULES, type Rules } from './rules';

/** All that a price depends on besides the music: whose hand, which hand, what has been taught, what things cost. */
export interface Pricing {
  readonly side: Side;
  readonly hand: Hand;
  readonly rules: Rules;
  readonly weights: Weights;
}

const SHIPPED = weightsOf(SHIPPED_WEIGHTS);

export const pricingFor = (side: Side, hand: Hand, rules: Rules = DEFAULT_RULES, weights = SHIPPED): Pricing => ({
  side,
  hand,
  rules,
  weights,
});
