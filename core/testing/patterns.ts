import { DEFAULT_RULES } from '../src/fingering/model/rules';
import { DEFAULT_HANDS } from '../src/hand/hand';
import { ContractError } from '../src/result';
import {
  explainPatternError,
  fingerPattern,
  makePattern,
  patternWish,
  type FingeredPattern,
  type Pattern,
  type PatternKind,
  type PatternWish,
} from '../src/patterns';
import { createPlanner } from '../src/plan/planner';

/** Plans for the medium adult hand. */
export const planner = createPlanner(DEFAULT_HANDS);

/** A pattern that can be made. */
export const madePattern = (asked: Parameters<typeof patternWish>[0]): Pattern => {
  const made = makePattern(patternWish(asked));
  if (made.kind === 'error') throw new ContractError(explainPatternError(made.error));
  return made.value;
};

/** The same with the handbook's fingers. */
export const fingeredPattern = (tonic: string, kind: PatternKind, more: Partial<PatternWish> = {}): FingeredPattern =>
  fingerPattern(planner, madePattern({ tonic, kind, ...more }), DEFAULT_RULES, 'handbook');
