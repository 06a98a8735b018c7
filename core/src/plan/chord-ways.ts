import { fingerOrders, pairReaches, type PairReach } from '../hand/chord-reach';
import { pairOf, type Finger, type Hand, type Side } from '../hand/hand';
import { REACH_VERDICTS, type ReachVerdict } from '../hand/reach';
import { pitchOf } from '../keyboard/pitch';
import { noteOf, scoreOf } from '../score/build';
import type { Score } from '../score/score';
import type { Planner } from './planner';

/** One chord under one hand: every way to take it. */

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
  const ways = fingerOrders(midis.length, side).map((fingers): ChordWay => {
    const all = midis.length > 1 ? pairReaches(midis, fingers, hand) : [];
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
