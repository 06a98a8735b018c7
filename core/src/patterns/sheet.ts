import { SIDES, type Finger, type Side } from '../hand/hand';
import type { Rules } from '../fingering/model/rules';
import { fingersOfHand, type PianoPlan } from '../plan/plan';
import type { Planner } from '../plan/planner';
import type { Score } from '../score/score';
import { drillsOf, type Drill } from './drills';
import { exerciseOf } from './exercises';
import { familiesOf, type Families } from './families';
import { fingerPattern, type FingeredPattern, type PatternSource } from './fingered';
import { countedInner, learnedOf, type Learned } from './learned';
import { patternOf, type Pattern } from './pattern';
import { togetherOf, type TogetherMoment } from './together';
import type { PatternWish } from './wish';

/** One way to finger a pattern, with all that is read from it. Plain data, so that it can be sent. */
export interface PatternWay {
  readonly sources: Readonly<Record<Side, PatternSource>>;
  readonly plan: PianoPlan;
  readonly together: readonly TogetherMoment[];
  /** Null where a hand is silent or plays chords. */
  readonly learned: Readonly<Record<Side, Learned | null>>;
}

/** Where the engine would finger a hand otherwise than the handbook. */
export interface PatternDifference {
  readonly side: Side;
  /** Notes with another finger, with that of each. */
  readonly notes: readonly { readonly id: string; readonly book: Finger; readonly engine: Finger }[];
  /** How much more the handbook's way costs this hand, in the engine's units of effort. */
  readonly effortMore: number;
  /** What the engine's way asks for and spares, what matters most first; sentences without their full stop. */
  readonly reasons: readonly string[];
}

/** A pattern as it is engraved and played. */
export interface PatternMusic {
  readonly wish: PatternWish;
  readonly title: string;
  readonly score: Score;
  /** The handbook's fingers where a table has the pattern, else the engine's. */
  readonly usual: PatternWay;
  /** How the left hand's inner finger is told by counting white keys; null where it is not. */
  readonly counted: string | null;
}

/** What is read beside the music of a pattern. */
export interface PatternReading {
  readonly engine: PatternWay;
  /** Empty where both agree, or the handbook has nothing. */
  readonly differences: readonly PatternDifference[];
  readonly families: Families;
  /** Exercises for it, by name; `drillOf` gives one. */
  readonly drills: readonly Pick<Drill, 'id' | 'title' | 'how'>[];
}

/** A drill with its plan. */
export interface PlannedDrill extends Pick<Drill, 'id' | 'title' | 'how' | 'soft'> {
  readonly score: Score;
  readonly plan: PianoPlan;
}

const wayOf = (fingered: FingeredPattern): PatternWay => ({
  sources: fingered.sources,
  plan: fingered.plan,
  together: togetherOf(fingered),
  learned: { right: learnedOf(fingered, 'right') ?? null, left: learnedOf(fingered, 'left') ?? null },
});

/** Reasons shown of one hand. */
const MOST_REASONS = 3;

const differenceOf = (
  planner: Planner,
  { score, wish }: Pattern,
  usual: PatternWay,
  engine: PatternWay,
  side: Side,
): PatternDifference | undefined => {
  // The fingers of an exercise are what is practised.
  if (usual.sources[side].kind === 'engine' || exerciseOf(wish, side)) return undefined;
  const [book, own] = [fingersOfHand(usual.plan.hands[side]), fingersOfHand(engine.plan.hands[side])];
  const notes = [...book].flatMap(([id, finger]) => {
    const other = own.get(id);
    return other === undefined || other === finger ? [] : [{ id, book: finger, engine: other }];
  });
  if (notes.length === 0) return undefined;
  const compared = planner.compare(score, { locks: book })[side];
  const differences = compared.bars
    .flatMap(({ suggested }) => suggested.differences)
    .sort((a, b) => Math.abs(b.effort) - Math.abs(a.effort));
  const effortMore = usual.plan.hands[side].effort - engine.plan.hands[side].effort;
  const reasons = [...new Set(differences.map(({ sentence }) => sentence))].slice(0, MOST_REASONS);
  return { side, notes, effortMore: Math.round(effortMore * 10) / 10, reasons };
};

const usualOf = (planner: Planner, pattern: Pattern, rules: Rules): FingeredPattern =>
  fingerPattern(planner, pattern, rules, 'handbook');

const drillsFor = (planner: Planner, pattern: Pattern, rules: Rules): readonly Drill[] =>
  drillsOf(usualOf(planner, pattern, rules), (change) =>
    usualOf(planner, patternOf({ ...pattern.wish, ...change }), rules),
  );

/** One of the drills of a pattern, by its usual fingers; undefined where it has none of that name. */
export const drillOf = (planner: Planner, pattern: Pattern, rules: Rules, id: string): PlannedDrill | undefined => {
  const drill = drillsFor(planner, pattern, rules).find((one) => one.id === id);
  if (!drill) return undefined;
  const { title, how, soft, make } = drill;
  const { score, fingers } = make();
  return { id, title, how, soft, score, plan: planner.plan(score, { locks: fingers, alternatives: 0 }) };
};

/** The music of a pattern with its usual fingers: what is wanted first. */
export const patternMusic = (planner: Planner, pattern: Pattern, rules: Rules): PatternMusic => ({
  wish: pattern.wish,
  title: pattern.title,
  score: pattern.score,
  usual: wayOf(usualOf(planner, pattern, rules)),
  counted: countedInner(pattern, rules) ?? null,
});

/** What is read beside it: the engine's way, where it differs, the keys that are alike, and the drills. */
export const patternReading = (planner: Planner, pattern: Pattern, rules: Rules): PatternReading => {
  const usual = wayOf(usualOf(planner, pattern, rules));
  const engine = wayOf(fingerPattern(planner, pattern, rules, 'engine'));
  return {
    engine,
    differences: SIDES.flatMap((side) => differenceOf(planner, pattern, usual, engine, side) ?? []),
    families: familiesOf(pattern.wish, rules),
    drills: drillsFor(planner, pattern, rules).map(({ id, title, how }) => ({ id, title, how })),
  };
};
