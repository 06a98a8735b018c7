import {
  composeMusicXml,
  drillOf,
  explainPatternError,
  makePattern,
  patternMusic,
  patternReading,
  serializeMusicXml,
  writeFingering,
  writePlaceholders,
  type Pattern,
  type Planner,
  type Rules,
  type Score,
} from '@kettle-step/core';
import { completeRules, planFingers, type EngineAnswer, type EngineRequest } from '@kettle-step/contract';
import type { EngineSession } from './engine-session';

/** Work on patterns; the open piece stays as it is. */
export type PatternWork = Extract<EngineRequest, { readonly kind: 'pattern' | 'pattern-reading' | 'drill' }>;

/** Music made here, with a place for a finger on every note. */
const engravableOf = (score: Score): string => {
  const dom = composeMusicXml(score, true);
  writePlaceholders(dom, score);
  return serializeMusicXml(dom);
};

const answer = (asked: PatternWork, planner: Planner, pattern: Pattern, rules: Rules): EngineAnswer => {
  const { request } = asked;
  switch (asked.kind) {
    case 'pattern': {
      const music = patternMusic(planner, pattern, rules);
      const dom = composeMusicXml(music.score, true);
      writeFingering(dom, planFingers(music.usual.plan));
      return {
        kind: 'pattern',
        request,
        music,
        document: serializeMusicXml(dom),
        engravable: engravableOf(music.score),
      };
    }
    case 'pattern-reading':
      return { kind: 'pattern-reading', request, reading: patternReading(planner, pattern, rules) };
    case 'drill': {
      const planned = drillOf(planner, pattern, rules, asked.drill);
      if (!planned) return { kind: 'failed', request, message: 'This pattern has no such drill.' };
      return { kind: 'drill', request, planned, engravable: engravableOf(planned.score) };
    }
  }
};

/** Makes a pattern, or says why it cannot be made, and does what is asked with it. */
export const workOnPattern = (session: EngineSession, asked: PatternWork): EngineAnswer => {
  const made = makePattern(asked.wish);
  if (made.kind === 'error')
    return { kind: 'refused', request: asked.request, message: explainPatternError(made.error) };
  return answer(asked, session.plannerFor(asked.settings), made.value, completeRules(asked.settings.rules));
};
