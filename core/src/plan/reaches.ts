import type { SolvedSlice } from '../fingering/solve';
import type { Finger, Hand } from '../hand/hand';
import { pairLimitMm, reachVerdict, type ReachVerdict } from '../hand/reach';
import { keyDistanceMm } from '../keyboard/geometry';

/** What two fingers have to span at one moment, against this hand. */
export interface Reach {
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly onsetTicks: number;
  /** Lower finger number first. */
  readonly fingers: readonly [Finger, Finger];
  readonly mm: number;
  readonly limitMm: number;
  readonly verdict: ReachVerdict;
}

interface Stroke {
  readonly finger: Finger;
  readonly midi: number;
}

const strokesOf = ({ playable, posture }: SolvedSlice): Stroke[] =>
  playable.presses.map((press, key) => ({ finger: posture.fingers[key] ?? 1, midi: press.midi }));

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

const reachOf = (a: Stroke, b: Stroke, at: SolvedSlice, hand: Hand): Reach => {
  const mm = tenth(keyDistanceMm(a.midi, b.midi));
  const limitMm = tenth(pairLimitMm(hand, a.finger, b.finger));
  return {
    bar: at.playable.slice.bar,
    onsetTicks: at.playable.slice.onsetTicks,
    fingers: a.finger < b.finger ? [a.finger, b.finger] : [b.finger, a.finger],
    mm,
    limitMm,
    verdict: reachVerdict(mm, limitMm),
  };
};

const strain = (reach: Reach): number => reach.mm / reach.limitMm;

/** The widest pair, and with it the pair that is hardest for this hand where that is another one and not easy. */
const telling = (reaches: readonly Reach[]): Reach[] => {
  const [first, ...others] = reaches;
  if (!first) return [];
  const outer = others.reduce((best, reach) => (reach.mm > best.mm ? reach : best), first);
  const hardest = others.reduce((best, reach) => (strain(reach) > strain(best) ? reach : best), first);
  return hardest === outer || hardest.verdict === 'easy' ? [outer] : [outer, hardest];
};

const withinSlice = (slice: SolvedSlice, hand: Hand): Reach[] => {
  const touches = strokesOf(slice);
  return touches.flatMap((a, index) => touches.slice(index + 1).map((b) => reachOf(a, b, slice, hand)));
};

/** Opening between two joined notes asks for both keys at once, if only for a moment. */
const acrossExtension = (before: SolvedSlice | undefined, slice: SolvedSlice, hand: Hand): Reach[] => {
  if (!before || slice.step !== 'extension') return [];
  const struck = new Set(slice.playable.slice.struck.map((press) => press.midi));
  return strokesOf(before).flatMap((a) =>
    strokesOf(slice)
      .filter((b) => struck.has(b.midi) && b.finger !== a.finger)
      .map((b) => reachOf(a, b, slice, hand)),
  );
};

/** What every moment asks at which two keys lie under the hand at once. */
export const reachesOf = (slices: readonly SolvedSlice[], hand: Hand): readonly Reach[] =>
  slices.flatMap((slice, index) =>
    telling([...withinSlice(slice, hand), ...acrossExtension(slices[index - 1], slice, hand)]),
  );
