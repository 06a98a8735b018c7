import type { MoveKind } from '../fingering/model/moves';
import type { PianoPlan } from '../plan/plan';
import { SIDES, type Side } from '../hand/hand';
import { byBar } from '../score/bars';
import { beatOf, type Score } from '../score/score';
import type { TogetherBeat, HandsTogether } from './together';

/** Where a piece is hard for both hands, and where bars hang together by a move. */

export interface Spot {
  /** Bars with the same notes and fingers in both hands are one spot: indices into `Score.bars`, the first one first. */
  readonly bars: readonly number[];
  /** Whose trouble it is. */
  readonly hand: Side | 'both';
  /** The hardest beat of the bar. */
  readonly beat: number;
  readonly difficulty: number;
  /** Hardest first. */
  readonly why: readonly string[];
}

/** A move that leads from one bar into the next. */
export interface BarLink {
  readonly side: Side;
  readonly fromBar: number;
  readonly toBar: number;
  readonly kind: MoveKind;
  readonly reason: string;
}

/** From here on a beat is worth stopping at: two parts of some weight meet. Our choice. */
const TROUBLE = 1;
/** Reasons told of one spot. */
const MOST_REASONS = 3;

/** A bar as it is played: the same text for the same notes with the same fingers in these hands. */
const playedBar = (score: Score, { hands }: PianoPlan, sides: readonly Side[] = SIDES): ((bar: number) => string) => {
  const fingers = new Map(sides.flatMap((side) => hands[side].notes).map(({ id, finger }) => [id, finger]));
  const texts = new Map<number, string>();
  for (const { id, side, bar, midi, onsetTicks, durationTicks } of score.notes) {
    if (!sides.includes(side)) continue;
    const at = onsetTicks - (score.bars[bar]?.onsetTicks ?? 0);
    texts.set(bar, `${texts.get(bar) ?? ''} ${[side, at, midi, durationTicks, fingers.get(id)].join()}`);
  }
  return (bar) => texts.get(bar) ?? '';
};

const hardest = (beats: readonly TogetherBeat[]): TogetherBeat =>
  beats.reduce((best, one) => (one.difficulty > best.difficulty ? one : best));

/** Trouble spots of a piece, hardest first; a bar counts by its hardest beat, whichever time it is played. */
export const spotsOf = (score: Score, plan: PianoPlan, { beats }: HandsTogether): readonly Spot[] => {
  const playedAs = playedBar(score, plan);
  const spots = new Map<string, Spot>();
  for (const [bar, own] of byBar(beats)) {
    const worst = hardest(own);
    if (worst.difficulty < TROUBLE) continue;
    const lead = playedAs(bar);
    const before = spots.get(lead);
    const bars = [...(before?.bars ?? []), bar].sort((a, b) => a - b);
    const playing = SIDES.filter((side) => worst.fingers[side].length > 0);
    const hand = playing.length === 1 ? playing[0]! : 'both';
    if (before && before.difficulty >= worst.difficulty) spots.set(lead, { ...before, bars });
    else {
      const why = [...new Set(worst.parts.map((part) => part.why))].slice(0, MOST_REASONS);
      spots.set(lead, { bars, hand, beat: worst.beat, difficulty: worst.difficulty, why });
    }
  }
  return [...spots.values()].sort((a, b) => b.difficulty - a.difficulty || a.bars[0]! - b.bars[0]!);
};

/** Moves that need no practice of their own. */
const SMALL: ReadonlySet<MoveKind> = new Set(['extension', 'contraction']);
/** Spots told of one hand. */
const MOST_OF_A_HAND = 5;

/** Where a hand by itself has most to do: its bars with moves, by their effort; bars that are played alike are one. */
export const handSpotsOf = (score: Score, plan: PianoPlan, side: Side): readonly Spot[] => {
  const { bars, moves } = plan.hands[side];
  const playedAs = playedBar(score, plan, [side]);
  const spots = new Map<string, Spot>();
  for (const { bar, effort } of bars) {
    const own = moves.filter((move) => move.bar === bar && !SMALL.has(move.kind));
    const [first] = own;
    if (!first) continue;
    const before = spots.get(playedAs(bar));
    const why = [...new Set(own.map(({ reason }) => reason))].slice(0, MOST_REASONS);
    const beat = Math.floor(beatOf(score, first));
    spots.set(
      playedAs(bar),
      before ? { ...before, bars: [...before.bars, bar] } : { bars: [bar], hand: side, beat, difficulty: effort, why },
    );
  }
  return [...spots.values()]
    .sort((a, b) => b.difficulty - a.difficulty || a.bars[0]! - b.bars[0]!)
    .slice(0, MOST_OF_A_HAND);
};

/** What a teacher makes of the spots that are found; bars name spots. */
export interface SpotChoices {
  readonly added: readonly { readonly bar: number; readonly words: string }[];
  readonly dropped: readonly number[];
  /** Bars in the order the teacher put them; the others follow, hardest first. */
  readonly order: readonly number[];
}

/** The spots as the teacher wants them: some dropped, some added, in the order that was chosen. */
export const chosenSpots = (found: readonly Spot[], { added, dropped, order }: SpotChoices): readonly Spot[] => {
  const own = added.map(({ bar, words }): Spot => {
    const known = found.find(({ bars }) => bars[0] === bar);
    return {
      ...(known ?? { bars: [bar], hand: 'both', beat: 1, difficulty: 0 }),
      why: [...(words === '' ? [] : [words]), ...(known?.why ?? [])],
    };
  });
  const ownBars = new Set(own.map(({ bars }) => bars[0]));
  const kept = found.filter(({ bars }) => !dropped.includes(bars[0]!) && !ownBars.has(bars[0]));
  const rank = ({ bars }: Spot): number => {
    const at = order.indexOf(bars[0]!);
    return at < 0 ? order.length : at;
  };
  return [...own, ...kept].sort((a, b) => rank(a) - rank(b) || b.difficulty - a.difficulty || a.bars[0]! - b.bars[0]!);
};

/** Moves that lead over a bar line: there most of them gather, and there a piece falls apart when it was practised by bars. */
export const barLinksOf = ({ hands }: PianoPlan, beats: readonly TogetherBeat[]): readonly BarLink[] => {
  const firstOnset = new Map<number, number>();
  for (const { bar, onsetTicks } of beats) firstOnset.set(bar, Math.min(onsetTicks, firstOnset.get(bar) ?? Infinity));
  return SIDES.flatMap((side) =>
    hands[side].moves
      .filter(({ bar, onsetTicks }) => bar > 0 && firstOnset.get(bar) === onsetTicks)
      .map(({ bar, kind, reason }) => ({ side, fromBar: bar - 1, toBar: bar, kind, reason })),
  ).sort((a, b) => a.toBar - b.toBar);
};
