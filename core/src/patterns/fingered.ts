import { SIDES, type Finger, type Side } from '../hand/hand';
import type { Rules } from '../fingering/model/rules';
import type { Source } from '../handbook';
import type { PianoPlan } from '../plan/plan';
import type { Planner } from '../plan/planner';
import { handbookFingering, type HandbookFingering } from './fingering';
import type { Pattern } from './pattern';

/** Where the fingers of one hand come from. */
export type PatternSource =
  | { readonly kind: 'handbook'; readonly source: Source; readonly sure: 'high' | 'medium' }
  | { readonly kind: 'engine' };

/** A pattern with the fingers it is played with. */
export interface FingeredPattern {
  readonly pattern: Pattern;
  readonly sources: Readonly<Record<Side, PatternSource>>;
  readonly plan: PianoPlan;
}

/** The handbook where a table has the pattern and else the engine, or the engine alone. */
export type WantedSource = 'handbook' | 'engine';

const withSubstitutes = (plan: PianoPlan, substitutes: ReadonlyMap<string, Finger>): PianoPlan => {
  if (substitutes.size === 0) return plan;
  const handOf = (side: Side) => ({
    ...plan.hands[side],
    notes: plan.hands[side].notes.map((note) => ({ ...note, substitute: substitutes.get(note.id) ?? note.substitute })),
  });
  return { ...plan, hands: { right: handOf('right'), left: handOf('left') } };
};

const sourceOf = (found: HandbookFingering | undefined): PatternSource =>
  found ? { kind: 'handbook', source: found.source, sure: found.sure } : { kind: 'engine' };

/** Fingers a pattern. What the handbook gives is settled; positions, moves and reaches are read from it as from any plan. */
export const fingerPattern = (
  planner: Planner,
  pattern: Pattern,
  rules: Rules,
  wanted: WantedSource,
): FingeredPattern => {
  const bookFor = (side: Side): HandbookFingering | undefined =>
    wanted === 'handbook' && pattern.hands[side].length > 0 ? handbookFingering(pattern, side, rules) : undefined;
  const book = { right: bookFor('right'), left: bookFor('left') };
  const locks = new Map(SIDES.flatMap((side) => [...(book[side]?.fingers ?? [])]));
  const substitutes = new Map(SIDES.flatMap((side) => [...(book[side]?.substitutes ?? [])]));
  return {
    pattern,
    sources: { right: sourceOf(book.right), left: sourceOf(book.left) },
    plan: withSubstitutes(planner.plan(pattern.score, { locks, alternatives: 0 }), substitutes),
  };
};
