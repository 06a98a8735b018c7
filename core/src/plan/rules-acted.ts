import { isEqual } from 'es-toolkit';
import { DEFAULT_RULES, type Rules } from '../fingering/model/rules';
import { SIDES, type Hands, type Side } from '../hand/hand';
import type { Score } from '../score/score';
import { part, type Steps } from '../steps';
import type { PianoPlan, Settled } from './plan';
import { createPlanner } from './planner';

/** A bar of one hand in which a rule led to other fingers than the usual answer would have. */
export interface RuleActed {
  readonly rule: keyof Rules;
  readonly side: Side;
  readonly bar: number;
}

const isUsual = (rules: Rules, rule: keyof Rules): boolean => isEqual(rules[rule], DEFAULT_RULES[rule]);

/** The rules that are settled otherwise than usual. */
export const unusualRules = (rules: Rules): readonly (keyof Rules)[] =>
  (Object.keys(DEFAULT_RULES) as (keyof Rules)[]).filter((rule) => !isUsual(rules, rule));

const barsThatDiffer = (score: Score, plan: PianoPlan, other: PianoPlan, side: Side): ReadonlySet<number> => {
  const fingers = new Map(other.hands[side].notes.map(({ id, finger, substitute }) => [id, `${finger} ${substitute}`]));
  const differing = new Set(
    plan.hands[side].notes
      .filter(({ id, finger, substitute }) => fingers.get(id) !== `${finger} ${substitute}`)
      .map(({ id }) => id),
  );
  return new Set(score.notes.filter(({ id }) => differing.has(id)).map(({ bar }) => bar));
};

/**
 * Where rules acted, in steps: the piece is planned once for each rule that is settled otherwise than usual, with that rule as
 * usual and all else as it is; the bars in which the fingers then differ are those it acted in. Rules that are as usual never act.
 */
export const rulesActedInSteps = function* (
  score: Score,
  plan: PianoPlan,
  hands: Hands,
  rules: Rules,
  settled: Settled,
): Steps<readonly RuleActed[]> {
  const unusual = unusualRules(rules);
  const share = 1 / unusual.length;
  const options = { ...settled, alternatives: 0 };
  const acted: RuleActed[] = [];
  for (const [at, rule] of unusual.entries()) {
    const usual = createPlanner(hands, { ...rules, [rule]: DEFAULT_RULES[rule] });
    const other = yield* part(usual.planInSteps(score, options), at * share, (at + 1) * share);
    for (const side of SIDES)
      for (const bar of barsThatDiffer(score, plan, other, side)) acted.push({ rule, side, bar });
  }
  return acted;
};
