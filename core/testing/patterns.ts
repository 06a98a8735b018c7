import { DEFAULT_RULES } from '../src/fingering/model/rules';
import { DEFAULT_HANDS } from '../src/hand/hand';
import {
  drillsOf,
  fingerPattern,
  patternOf,
  patternWish,
  type Drill,
  type FingeredPattern,
  type Pattern,
  type PatternKind,
  type PatternWish,
} from '../src/patterns';
import { createPlanner } from '../src/plan/planner';

/** Plans for the medium adult hand. */
export const planner = createPlanner(DEFAULT_HANDS);

/** A pattern that can be made. */
export const madePattern = (asked: Parameters<typeof patternWish>[0]): Pattern => patternOf(patternWish(asked));

/** The same with the handbook's fingers. */
export const fingeredPattern = (tonic: string, kind: PatternKind, more: Partial<PatternWish> = {}): FingeredPattern =>
  fingerPattern(planner, madePattern({ tonic, kind, ...more }), DEFAULT_RULES, 'handbook');

/** The drills of a pattern with the handbook's fingers. */
export const drillsFor = (tonic: string, kind: PatternKind, more: Partial<PatternWish> = {}): readonly Drill[] =>
  drillsOf(fingeredPattern(tonic, kind, more), (change) => fingeredPattern(tonic, kind, { ...more, ...change }));
