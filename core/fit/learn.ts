import { PRICE_NAMES, weightsOf, type PriceName, type Weights } from '../src/fingering/prices/prices';
import { cheapest, cost, type TaughtWays } from './ways';

/** A price may move from its prior by this factor either way; the order of things stays what teachers say it is. */
export const FREEDOM = 1.5;

/** Prices that are walls or rules rather than taste: they stay as they were set. */
const FIXED: ReadonlySet<PriceName> = new Set([
  'crossedSlur', 'crossedPlain', 'sameFingerSlur', 'releaseEarly', 'untaught', 'stretchAtLimit', 'rolledExcess',
  'shiftSlur', 'sameMusic', 'rootThumb', 'fastRepeat', 'silentSubstitution', 'fingerOver', 'fingerOverPerU', 'voiceBroken',
]); // prettier-ignore

export interface LearnOptions {
  /** A right way is to be cheaper than any wrong one by this much. */
  readonly margin: number;
  readonly rounds: number;
  /** Step of the first round as a share of each price; later ones shrink. */
  readonly rate: number;
  /** Pull toward the prior, per price and round, in shares of the price. */
  readonly pull: number;
}

const clamp = (value: number, prior: number): number => Math.max(prior / FREEDOM, Math.min(prior * FREEDOM, value));

/** Loss of what was taught at some prices, and which way it leans. */
const slopeOf = (taught: readonly TaughtWays[], weights: Weights, margin: number) => {
  const slope = new Float64Array(weights.length);
  let loss = 0;
  for (const { lesson, right, wrong } of taught) {
    if (wrong.length === 0) continue;
    const [good, bad] = [cheapest(right, weights), cheapest(wrong, weights)];
    const short = margin + cost(good, weights) - cost(bad, weights);
    if (short <= 0) continue;
    loss += lesson.weight * Math.min(short, MOST_LOSS);
    if (short > MOST_LOSS) continue;
    for (let at = 0; at < slope.length; at += 1) slope[at]! += lesson.weight * (good[at]! - bad[at]!);
  }
  return { slope, loss };
};

/** A lesson that is farther from right than this is one that prices cannot mend; it does not bend them. Effort. */
const MOST_LOSS = 3;

/**
 * Fits prices so that the right ways come out cheapest: where a wrong way is cheaper, what it is made of becomes dearer and what
 * the right one is made of cheaper, a little at a time, near hand-set priors (structured learning with a margin; Taskar, Guestrin
 * & Koller 2003, from memory). All lessons are looked at before each step, so it is deterministic.
 */
export const learn = (
  taught: readonly TaughtWays[],
  prior: Readonly<Record<PriceName, number>>,
  { margin, rounds, rate, pull }: LearnOptions,
): Weights => {
  const start = weightsOf(prior);
  let weights: Weights = Float64Array.from(start);
  let best = { weights, loss: Infinity };
  for (let round = 0; round < rounds; round += 1) {
    const { slope, loss } = slopeOf(taught, weights, margin);
    const away = weights.reduce((sum, value, at) => sum + (start[at]! > 0 ? (value / start[at]! - 1) ** 2 : 0), 0);
    if (loss + pull * away < best.loss) best = { weights, loss: loss + pull * away };
    // Each price moves in shares of its own size.
    const scaled = slope.map(
      (value, at) => value * start[at]! + (start[at]! > 0 ? 2 * pull * (weights[at]! / start[at]! - 1) : 0),
    );
    const length = Math.hypot(...scaled) || 1;
    const step = rate / Math.sqrt(1 + round / 10);
    weights = weights.map((value, at) =>
      FIXED.has(PRICE_NAMES[at]!) ? value : clamp(value - (step * start[at]! * scaled[at]!) / length, start[at]!),
    );
  }
  return best.weights;
};
