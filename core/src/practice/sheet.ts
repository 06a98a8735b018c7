import { SIDES, type Side } from '../hand/hand';
import type { PianoPlan } from '../plan/plan';
import { numberOfBar } from '../score/bar-words';
import { quartersPerMinuteAt } from '../score/tempo';
import type { Score } from '../score/score';
import { handsTogether, unitsFelt, type TogetherBeat } from '../together';
import { blockSteps, stepsForMove, substitutionSteps, type PracticeStep } from './devices';
import { said, saidTogether, strikesOf, type NamedNote, type Strike } from './lines';

/** A practice sheet from a plan: hands apart, blocks, links, together, tempo. One page, so few steps. */

export interface PracticeSheet {
  readonly title: string;
  readonly steps: readonly PracticeStep[];
  /** Tempi from what is steady today to the goal, in quarters a minute. */
  readonly ladder: readonly number[];
}

/** Steps about a hand's own moves; a page holds no more. */
const MOST_APART = 4;
/** Where one begins, as a share of the tempo; our choice. */
const FIRST_TEMPO = 0.6;
const RUNGS = 5;

const inBars = ({ bars }: PracticeStep, first: number, last: number): boolean => bars[0] >= first && bars[1] <= last;

/** Difficulty of the beat a step is about. */
const weightOf = (beats: readonly TogetherBeat[]): ((step: PracticeStep) => number) => {
  const byBar = new Map<number, number>();
  for (const { bar, difficulty } of beats) byBar.set(bar, Math.max(byBar.get(bar) ?? 0, difficulty));
  return ({ bars }) => Math.max(byBar.get(bars[0]) ?? 0, byBar.get(bars[1]) ?? 0);
};

/** Steps with the same words are one: bars that are alike need it once. */
const distinct = (steps: readonly PracticeStep[]): readonly PracticeStep[] =>
  [...new Map(steps.map((step) => [`${step.hand} ${step.words}`, step] as const).reverse()).values()].reverse();

/** Of each device the first, which is the one that matters most. */
const oneOfEach = (steps: readonly PracticeStep[]): readonly PracticeStep[] =>
  steps.filter(({ kind }, at) => steps.findIndex((other) => other.kind === kind) === at);

const apartSteps = (strikes: readonly Strike[], plan: PianoPlan, side: Side): readonly PracticeStep[] => [
  ...blockSteps(strikes, side),
  ...strikes.flatMap((_, at) => stepsForMove(strikes, at, side)),
  ...substitutionSteps(strikes, plan, side),
];

const alone = (strikes: readonly Strike[], side: Side): readonly PracticeStep[] => {
  const [first, last] = [strikes[0], strikes[strikes.length - 1]];
  if (!first || !last) return [];
  const words = `Alone, from ${saidTogether(first)} to ${saidTogether(last)}, counting aloud. Until steady.`;
  const notes = first === last ? first.notes : [...first.notes, ...last.notes];
  return [{ kind: 'apart', hand: side, bars: [first.bar, last.bar], words, notes }];
};

/** Whether a beat of the metre is one that is counted: in compound metres every third. */
const isFelt = (score: Score, { bar, beat }: TogetherBeat): boolean =>
  (beat - 1) % unitsFelt(score.bars[bar]!.metre) === 0;

/** The hardest bar of both hands from its end: each start with its fingers. */
const backwards = (
  score: Score,
  beats: readonly TogetherBeat[],
  strikes: Readonly<Record<Side, readonly Strike[]>>,
): readonly PracticeStep[] => {
  const hardest = beats.reduce<TogetherBeat | undefined>(
    (worst, one) => (worst && worst.difficulty >= one.difficulty ? worst : one),
    undefined,
  );
  if (!hardest || hardest.difficulty < 1) return [];
  const { bar } = hardest;
  const starts = beats
    .filter((one) => one.bar === bar && isFelt(score, one))
    .reverse()
    .flatMap(({ beat, onsetTicks }) => {
      const now = SIDES.map((side) => strikes[side].find((strike) => strike.onsetTicks === onsetTicks));
      const [right, left] = now;
      if (!right && !left) return [];
      const told = [right && `right hand ${saidTogether(right)}`, left && `left hand ${saidTogether(left)}`];
      return [{ beat, words: told.filter(Boolean).join(', '), notes: now.flatMap((strike) => strike?.notes ?? []) }];
    });
  if (starts.length < 2) return [];
  const words = `Backwards, a beat at a time. ${starts.map(({ beat, words: told }) => `From beat ${beat}: ${told}.`).join(' ')} Add a beat when it is steady; name the fingers before you start.`;
  return [{ kind: 'backwards', hand: 'both', bars: [bar, bar], words, notes: starts.flatMap(({ notes }) => notes) }];
};

/** A bar line over which a hand moves: played alone, so that the seam is known. */
const link = (strikes: readonly Strike[], side: Side): readonly PracticeStep[] =>
  strikes.flatMap((here, at): readonly PracticeStep[] => {
    const before = strikes[at - 1];
    if (!before || !here.move || here.bar === before.bar) return [];
    const words = `The link first: ${saidTogether(before)} into ${saidTogether(here)}, over the bar line. Until it comes on time.`;
    return [
      {
        kind: 'stop-at-moves',
        hand: side,
        bars: [before.bar, here.bar],
        words,
        notes: [...before.notes, ...here.notes],
      },
    ];
  });

const ladderTo = (goal: number): readonly number[] => {
  const first = goal * FIRST_TEMPO;
  const rungs = Array.from({ length: RUNGS }, (_, at) => Math.round(first + ((goal - first) * at) / (RUNGS - 1)));
  return [...new Set(rungs)];
};

/** The fastest tempo at which every jump of these bars has time, and the bar of the one that has least. */
const comfortable = (
  plan: PianoPlan,
  tempo: number,
  within: (at: { readonly bar: number }) => boolean,
): { readonly tempo: number; readonly bar: number | undefined } => {
  const jumps = SIDES.flatMap((side) =>
    plan.hands[side].moves
      .filter(within)
      .flatMap(({ travel, bar }) => (travel ? [{ fits: travel.fitsUpTo, bar }] : [])),
  );
  const tightest = jumps.reduce<(typeof jumps)[number] | undefined>(
    (least, one) => (least && least.fits <= one.fits ? least : one),
    undefined,
  );
  return tightest && tightest.fits < 1
    ? { tempo: Math.floor(tempo * tightest.fits), bar: tightest.bar }
    : { tempo: Math.round(tempo), bar: undefined };
};

const firstNotes = (strikes: Readonly<Record<Side, readonly Strike[]>>): readonly NamedNote[] =>
  SIDES.flatMap((side) => strikes[side][0]?.notes ?? []);

/**
 * The steps that a plan asks for, in the order they are practised.
 * @param bars - indices of the first and last bar; the whole piece where none are given
 */
export const practiceSheet = (
  score: Score,
  plan: PianoPlan,
  bars: readonly [number, number] = [0, Infinity],
): PracticeSheet => {
  const [first, last] = bars;
  const within = (strike: { readonly bar: number }): boolean => strike.bar >= first && strike.bar <= last;
  const all = { right: strikesOf(score, plan, 'right'), left: strikesOf(score, plan, 'left') };
  const strikes = { right: all.right.filter(within), left: all.left.filter(within) };
  const beats = handsTogether(score, plan).beats.filter(within);
  const weight = weightOf(beats);
  const byWeight = (steps: readonly PracticeStep[]): readonly PracticeStep[] =>
    [...steps].sort((a, b) => weight(b) - weight(a));
  const chosen = SIDES.flatMap((side) =>
    oneOfEach(byWeight(distinct(apartSteps(strikes[side], plan, side))))
      .slice(0, MOST_APART)
      .sort((a, b) => a.bars[0] - b.bars[0]),
  );
  const links = byWeight(distinct(SIDES.flatMap((side) => link(strikes[side], side)))).slice(0, 1);
  const both = SIDES.every((side) => strikes[side].length > 0);
  const start = firstNotes(strikes);
  const [from, to] = [
    Math.min(...start.map(({ bar }) => bar)),
    Math.max(...SIDES.map((side) => strikes[side].at(-1)?.bar ?? 0)),
  ];
  const goal = quartersPerMinuteAt(score, score.bars[from]?.onsetTicks ?? 0);
  const { tempo, bar } = comfortable(plan, goal, within);
  const ladder = ladderTo(tempo);
  const number = bar === undefined ? undefined : numberOfBar(score, bar);
  const steps: PracticeStep[] = [
    ...chosen,
    ...SIDES.flatMap((side) => alone(strikes[side], side)),
    ...links,
    ...(both ? backwards(score, beats, strikes) : []),
  ].filter((one) => inBars(one, first, last));
  if (start.length === 0) return { title: score.title, steps: [], ladder: [] };
  const begin = start.map(said).join(' and ');
  if (both)
    steps.push({
      kind: 'together',
      hand: 'both',
      bars: [from, to],
      words: `Together, from ${begin}, at ${ladder[0]}. A hesitation means that beat is not ready: back to its step. Until steady.`,
      notes: start,
    });
  steps.push({
    kind: 'tempo',
    hand: both ? 'both' : strikes.right.length > 0 ? 'right' : 'left',
    bars: [from, to],
    words:
      `Tempo ladder: ${ladder.join(', ')}. One step up after two steady days, one down when it slips.` +
      (number === undefined ? '' : ` Faster only when the jump in bar ${number} has time.`),
    notes: [],
  });
  return { title: score.title, steps, ladder };
};
