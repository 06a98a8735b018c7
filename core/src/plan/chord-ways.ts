import { FINGERS, pairOf, type Finger, type FingerPair, type Hand, type Side } from '../hand/hand';
import { pairLimitMm, REACH_VERDICTS, reachVerdict, type ReachVerdict } from '../hand/reach';
import { keyDistanceMm } from '../keyboard/geometry';
import { pitchOf } from '../keyboard/pitch';
import { noteOf, scoreOf } from '../score/build';
import type { Score } from '../score/score';
import type { Planner } from './planner';

/** One chord under one hand: every way to take it. */

/** Two fingers on two keys. */
export interface PairReach {
  readonly pair: FingerPair;
  readonly mm: number;
  readonly limitMm: number;
  readonly verdict: ReachVerdict;
}

export interface ChordWay {
  /** Lowest key first. */
  readonly fingers: readonly Finger[];
  /** Of neighbouring keys, then of the outermost two. */
  readonly reaches: readonly PairReach[];
  /** The worst of all its pairs. */
  readonly verdict: ReachVerdict;
  /** What keeps it out; empty where the hand can take it. */
  readonly beyond: readonly PairReach[];
  /** The engine's effort; null where it is out of reach. */
  readonly effort: number | null;
}

/** Fingers in the order of the keys: rising in the right hand, falling in the left. */
const orders = (count: number, side: Side): readonly (readonly Finger[])[] => {
  const choose = (from: number, left: number): readonly (readonly Finger[])[] =>
    left === 0
      ? [[]]
      : FINGERS.slice(from).flatMap((finger) => choose(finger, left - 1).map((rest) => [finger, ...rest]));
  return choose(0, count).map((fingers) => (side === 'right' ? fingers : [...fingers].reverse()));
};

const TICKS = 4;

const chordScore = (midis: readonly number[], side: Side): Score =>
  scoreOf(
    'chord',
    TICKS,
    { metre: { beats: 1, beatType: 4 }, key: { fifths: 0, mode: 'major' }, count: 1 },
    midis.map((midi, at) =>
      noteOf({ id: `n${at + 1}`, side, pitch: pitchOf(midi), bar: 0, onsetTicks: 0, durationTicks: TICKS }),
    ),
  );

const reachesOf = (midis: readonly number[], fingers: readonly Finger[], hand: Hand): readonly PairReach[] =>
  midis.flatMap((low, i) =>
    midis.slice(i + 1).map((high, skipped): PairReach => {
      const [a, b] = [fingers[i]!, fingers[i + 1 + skipped]!];
      const [mm, limitMm] = [keyDistanceMm(low, high), pairLimitMm(hand, a, b)];
      return { pair: pairOf(a, b), mm, limitMm, verdict: reachVerdict(mm, limitMm) };
    }),
  );

const worse = (a: ReachVerdict, b: ReachVerdict): ReachVerdict =>
  REACH_VERDICTS.indexOf(a) > REACH_VERDICTS.indexOf(b) ? a : b;

/** Of all pairs those that are told: neighbouring fingers, and the outermost two. */
const shown = (all: readonly PairReach[], fingers: readonly Finger[]): readonly PairReach[] => {
  const wanted = fingers.slice(1).map((finger, at) => pairOf(fingers[at]!, finger));
  if (fingers.length > 2) wanted.push(pairOf(fingers[0]!, fingers[fingers.length - 1]!));
  return wanted.flatMap((pair) => all.find((one) => one.pair === pair) ?? []);
};

/**
 * Every fingering of a chord for a hand: those that can be played from the easiest on, then those that cannot.
 * @param midis - distinct keys from the lowest up, one to five
 */
export const chordWays = (planner: Planner, hand: Hand, side: Side, midis: readonly number[]): readonly ChordWay[] => {
  const score = chordScore(midis, side);
  const ways = orders(midis.length, side).map((fingers): ChordWay => {
    const all = midis.length > 1 ? reachesOf(midis, fingers, hand) : [];
    const beyond = all.filter(({ verdict }) => verdict === 'out-of-reach');
    const locks = new Map(fingers.map((finger, at) => [`n${at + 1}`, finger]));
    return {
      fingers,
      reaches: shown(all, fingers),
      verdict: all.map(({ verdict }) => verdict).reduce(worse, 'easy'),
      beyond,
      effort: beyond.length > 0 ? null : planner.plan(score, { locks, alternatives: 0 }).hands[side].effort,
    };
  });
  return ways.sort((a, b) => (a.effort ?? Infinity) - (b.effort ?? Infinity) || a.beyond.length - b.beyond.length);
};
