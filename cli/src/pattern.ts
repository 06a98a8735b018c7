import {
  bothHands,
  composeMusicXml,
  createPlanner,
  explainPatternError,
  fail,
  fingerPattern,
  makePattern,
  ok,
  type FingeredPattern,
  type Result,
  type Rules,
} from '@kettle-step/core';
import { sendMusic, type SentForm } from '@kettle-step/core/formats';
import { patternDocument, planFingers, type PatternDocument } from '@kettle-step/contract';
import type { PatternRequest } from './pattern-arguments';

export interface PrintedPattern {
  readonly document: PatternDocument;
  /** The pattern with its fingering written in, in the form asked for. */
  readonly file: (form: SentForm) => Uint8Array;
}

const fileOf = ({ pattern, plan }: FingeredPattern, form: SentForm): Uint8Array => {
  const music = { document: composeMusicXml(pattern.score, true), score: pattern.score };
  return sendMusic(form, music, planFingers(plan, pattern.wish.sides));
};

/** Makes and fingers a pattern; an error is one sentence for the user. */
export const printPattern = ({ wish, source, hand }: PatternRequest, rules: Rules): Result<PrintedPattern, string> => {
  const made = makePattern(wish);
  if (made.kind === 'error') return fail(explainPatternError(made.error));
  const fingered = fingerPattern(createPlanner(bothHands(hand), rules), made.value, rules, source ?? 'handbook');
  const lacking = wish.sides.find((side) => fingered.sources[side].kind === 'engine');
  if (source === 'handbook' && lacking)
    return fail(
      `No table of the handbook has ${made.value.title} for the ${lacking} hand; leave --source out, and the engine works it out.`,
    );
  return ok({ document: patternDocument(fingered, rules), file: (form) => fileOf(fingered, form) });
};
