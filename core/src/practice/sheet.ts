import { SIDES } from '../hand/hand';
import type { Link } from '../links';
import { pedalSpansOf } from '../pedal';
import type { PianoPlan } from '../plan/plan';
import { barInWords, numberOfBar } from '../score/bar-words';
import type { Score } from '../score/score';
import {
  chosenSpots,
  handsTogether,
  spotsOf,
  type HandsTogether,
  type SpotChoices,
  type TogetherBeat,
} from '../together';
import { alone, backwards, beatByBeat, firstNotes, holdSteps, pedalStep, silent, together, type Strikes } from './both';
import { blockSteps, linkStep, stepsForMove, stopSteps, substitutionSteps } from './devices';
import { ladderOf, type Ladder, type LadderWish } from './ladder';
import { strikesOf } from './lines';
import type { PracticeStep } from './step';

/** A practice sheet from a plan: shapes and the worst links first, hands apart, the hard spot, together, tempo. One page, so few steps. */

export interface PracticeSheet {
  readonly title: string;
  /** In the order they are practised. */
  readonly steps: readonly PracticeStep[];
  /** Other steps that fit and that the page has no room for, in the same order. */
  readonly more: readonly PracticeStep[];
  readonly ladder: Ladder;
  /** The ladder of each trouble spot by itself. */
  readonly spots: readonly { readonly bar: number; readonly ladder: Ladder }[];
}

export interface SheetWish {
  /** Indices of the first and last bar; the whole piece where none are given. */
  readonly bars?: readonly [number, number];
  readonly spots?: SpotChoices;
  readonly links?: readonly Link[];
  readonly ladder?: Partial<LadderWish>;
}

/** Steps about a hand's own moves, and about those of both; a page holds no more. */
const MOST_OF_A_HAND = 3;
const MOST_APART = 4;
const NO_CHOICES: SpotChoices = { added: [], dropped: [], order: [] };

type Within = (at: { readonly bar: number }) => boolean;

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

/** Steps of a kind that the page has, and those it has no room for. */
interface Shelf {
  readonly chosen: readonly PracticeStep[];
  readonly more: readonly PracticeStep[];
}

const shelved = (all: readonly PracticeStep[], chosen: readonly PracticeStep[]): Shelf => ({
  chosen,
  more: all.filter((one) => !chosen.includes(one)),
});

/** Shapes and moves that are learnt once and used everywhere count more than where they stand. Our choice. */
const NEEDS_TEACHING: Partial<Record<PracticeStep['kind'], number>> = {
  block: 1.5,
  'thumb-under': 1.5,
  'finger-over': 1.5,
  substitution: 1.5,
  hinge: 0.5,
  shift: 0.5,
};

const byBar = (a: PracticeStep, b: PracticeStep): number => a.bars[0] - b.bars[0];

/** What each hand practises by itself: of each device the one that matters most, few of a hand, and few in all. */
const ofEachHand = (
  strikes: Strikes,
  plan: PianoPlan,
  byWeight: (steps: readonly PracticeStep[]) => readonly PracticeStep[],
): Shelf => {
  const found = SIDES.map((side) => {
    const moves = strikes[side].flatMap((_, at) => stepsForMove(strikes[side], at, side));
    const all = distinct([
      ...blockSteps(strikes[side], side),
      ...moves,
      ...substitutionSteps(strikes[side], plan, side),
    ]);
    const best = oneOfEach(byWeight(all)).slice(0, MOST_OF_A_HAND);
    return { all: [...all, ...stopSteps(strikes[side], plan, side)], best };
  });
  const best = new Set(byWeight(found.flatMap((one) => one.best)).slice(0, MOST_APART));
  const chosen = found.flatMap((one) => one.best.filter((step) => best.has(step)).sort(byBar));
  return shelved(
    found.flatMap(({ all }) => all),
    chosen,
  );
};

/** The notes that a step is about, as text. */
const endsOf = ({ notes }: PracticeStep): string => notes.map(({ id }) => id).join(' ');

/** Links over the seams of repeats, which no bar by itself shows, then over bar lines; the hardest first. */
const linkSteps = (
  score: Score,
  strikes: Strikes,
  links: readonly Link[],
  byWeight: (steps: readonly PracticeStep[]) => readonly PracticeStep[],
): readonly PracticeStep[] => {
  const overBars = SIDES.flatMap((side) =>
    strikes[side].flatMap((here, at): readonly PracticeStep[] => {
      const before = strikes[side][at - 1];
      return before && here.move && here.bar !== before.bar ? [linkStep(before, here, side, 'over the bar line')] : [];
    }),
  );
  const dearestFirst = [...links].sort((a, b) => b.effort - a.effort);
  const overSeams = dearestFirst.flatMap(({ side, kind, fromBar, toBar, move }): readonly PracticeStep[] => {
    const before = strikes[side].findLast(({ bar }) => bar === fromBar);
    const here = strikes[side].find(({ bar }) => bar === toBar);
    if (kind !== 'seam' || !move || !before || !here) return [];
    const [from, to] = [barInWords(numberOfBar(score, fromBar)), barInWords(numberOfBar(score, toBar))];
    return [linkStep(before, here, side, `from ${from} ${toBar <= fromBar ? 'back' : 'on'} to ${to}`)];
  });
  return distinct([...overSeams, ...byWeight(overBars)]);
};

/** The bars worth practising beat by beat: the spots, first the hardest. */
const hardBars = (
  score: Score,
  plan: PianoPlan,
  found: HandsTogether,
  within: Within,
  choices: SpotChoices,
): readonly number[] =>
  chosenSpots(spotsOf(score, plan, found), choices)
    .map(({ bars }) => bars[0]!)
    .filter((bar) => within({ bar }));

/** So many trouble spots have a ladder of their own. */
const MOST_LADDERS = 3;

/** So many trouble spots are worked on. */
const MOST_SPOTS = 2;

const ofBothHands = (
  score: Score,
  hard: readonly number[],
  beats: readonly TogetherBeat[],
  strikes: Strikes,
  within: Within,
): Shelf => {
  const holds = holdSteps(score, within, strikes);
  const spots = hard.slice(0, MOST_SPOTS).map((bar) => ({
    silent: silent(bar, strikes),
    columns: beatByBeat(score, bar, beats, strikes),
    backwards: backwards(score, bar, beats, strikes),
  }));
  const [worst] = spots;
  const all = [...holds, ...spots.flatMap((spot) => [...spot.silent, ...spot.columns, ...spot.backwards])];
  const hardest = worst && (worst.backwards.length > 0 ? worst.backwards : worst.columns);
  const chosen = [...holds.slice(0, 1), ...(hardest ?? [])];
  return shelved(all, chosen);
};

const ladderWords = (ladder: Ladder): string =>
  `Tempo ladder: ${ladder.tempi.join(', ')}. One step up after two steady days, one down when it slips.` +
  (ladder.limit ? ` Faster only when ${ladder.limit.reason}.` : '');

const ladderStep = (ladder: Ladder, strikes: Strikes): PracticeStep => {
  const lines = SIDES.filter((side) => strikes[side].length > 0);
  const bars = lines.flatMap((side) => [strikes[side][0]!.bar, strikes[side].at(-1)!.bar]);
  return {
    kind: 'tempo',
    key: 'tempo',
    hand: lines.length > 1 ? 'both' : lines[0]!,
    bars: [Math.min(...bars), Math.max(...bars)],
    words: ladderWords(ladder),
    check: 'Is the hard bar as fast as the first?',
    notes: [],
    strokes: [],
  };
};

/** Keys are names: where two steps would share one they are counted. */
const named = (steps: readonly PracticeStep[]): readonly PracticeStep[] => {
  const counts = new Map<string, number>();
  return steps.map((step) => {
    const count = counts.get(step.key) ?? 0;
    counts.set(step.key, count + 1);
    return count === 0 ? step : { ...step, key: `${step.key} ${count + 1}` };
  });
};

/** The steps that a plan asks for. */
export const practiceSheet = (
  score: Score,
  plan: PianoPlan,
  { bars: [first, last] = [0, Infinity], spots = NO_CHOICES, links = [], ladder: wish = {} }: SheetWish = {},
): PracticeSheet => {
  const within: Within = ({ bar }) => bar >= first && bar <= last;
  const all = { right: strikesOf(score, plan, 'right'), left: strikesOf(score, plan, 'left') };
  const strikes = { right: all.right.filter(within), left: all.left.filter(within) };
  const ladder = ladderOf(score, plan, within, wish);
  if (firstNotes(strikes).length === 0) return { title: score.title, steps: [], more: [], ladder, spots: [] };
  const found = handsTogether(score, plan);
  const beats = found.beats.filter((beat) => beat.pass === 1 && within(beat));
  const weight = weightOf(beats);
  const byWeight = (steps: readonly PracticeStep[]): readonly PracticeStep[] =>
    [...steps].sort((a, b) => weight(b) - weight(a) + (NEEDS_TEACHING[b.kind] ?? 0) - (NEEDS_TEACHING[a.kind] ?? 0));
  const inBars = ({ bars }: PracticeStep): boolean => within({ bar: bars[0] }) && within({ bar: bars[1] });
  const hands = ofEachHand(strikes, plan, byWeight);
  const seams = links.filter(({ fromBar, toBar }) => within({ bar: fromBar }) && within({ bar: toBar }));
  const allLinks = linkSteps(score, strikes, seams, byWeight);
  // A jump whose two ends are practised already is no link of its own.
  const told = new Set(hands.chosen.map(endsOf));
  const linked = shelved(allLinks, allLinks.filter((link) => !told.has(endsOf(link))).slice(0, 1));
  const both = SIDES.every((side) => strikes[side].length > 0);
  const hard = hardBars(score, plan, found, within, spots);
  const pair = both ? ofBothHands(score, hard, beats, strikes, within) : { chosen: [], more: [] };
  const hasPedal = pedalSpansOf(score).length > 0;
  const apart = SIDES.flatMap((side) => alone(strikes[side], side));
  const chosen = [
    ...hands.chosen,
    ...apart,
    ...linked.chosen,
    ...pair.chosen,
    ...(both ? together(strikes, ladder.tempi[0]!, hasPedal) : []),
    ...(both ? pedalStep(score, within, strikes) : []),
    ladderStep(ladder, strikes),
  ].filter(inBars);
  const more = [...hands.more, ...linked.more, ...pair.more].filter(inBars);
  const keyed = named([...chosen, ...more]);
  return {
    title: score.title,
    steps: keyed.slice(0, chosen.length),
    more: keyed.slice(chosen.length),
    ladder,
    spots: hard.slice(0, MOST_LADDERS).map((bar) => ({
      bar,
      ladder: ladderOf(score, plan, (at) => at.bar === bar, wish),
    })),
  };
};
