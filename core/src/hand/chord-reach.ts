import { keyDistanceMm } from '../keyboard/geometry';
import { FINGERS, pairOf, type Finger, type FingerPair, type Hand, type Side } from './hand';
import { pairLimitMm, reachVerdict, type ReachVerdict } from './reach';

/** Keys that lie under one hand at once, against what it reaches. */

/** Two fingers on two keys. */
export interface PairReach {
  readonly pair: FingerPair;
  readonly mm: number;
  readonly limitMm: number;
  readonly verdict: ReachVerdict;
}

/** Fingers in the order of the keys, every choice of so many: rising in the right hand, falling in the left. */
export const fingerOrders = (count: number, side: Side): readonly (readonly Finger[])[] => {
  const choose = (from: number, left: number): readonly (readonly Finger[])[] =>
    left === 0
      ? [[]]
      : FINGERS.slice(from).flatMap((finger) => choose(finger, left - 1).map((rest) => [finger, ...rest]));
  return choose(0, count).map((fingers) => (side === 'right' ? fingers : [...fingers].reverse()));
};

/** What every pair of fingers spans; keys from the lowest up. */
export const pairReaches = (midis: readonly number[], fingers: readonly Finger[], hand: Hand): readonly PairReach[] =>
  midis.flatMap((low, i) =>
    midis.slice(i + 1).map((high, skipped): PairReach => {
      const [a, b] = [fingers[i]!, fingers[i + 1 + skipped]!];
      const [mm, limitMm] = [keyDistanceMm(low, high), pairLimitMm(hand, a, b)];
      return { pair: pairOf(a, b), mm, limitMm, verdict: reachVerdict(mm, limitMm) };
    }),
  );

const strain = ({ mm, limitMm }: PairReach): number => mm / limitMm;

const hardest = (reaches: readonly PairReach[]): PairReach | undefined =>
  reaches.reduce<PairReach | undefined>(
    (worst, one) => (worst && strain(worst) >= strain(one) ? worst : one),
    undefined,
  );

/**
 * The hardest pair of the fingering that lies best in the hand; undefined for a single key, and for more keys than fingers.
 * @param midis - distinct keys from the lowest up
 */
export const bestReach = (midis: readonly number[], side: Side, hand: Hand): PairReach | undefined =>
  fingerOrders(midis.length, side)
    .flatMap((fingers) => hardest(pairReaches(midis, fingers, hand)) ?? [])
    .reduce<PairReach | undefined>((best, one) => (best && strain(best) <= strain(one) ? best : one), undefined);
