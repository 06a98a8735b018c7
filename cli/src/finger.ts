import {
  bothHands,
  barsNumbered,
  createPlanner,
  linksOf,
  fail,
  ok,
  printedLocks,
  publishedPlan,
  readOut,
  readOutText,
  SIDES,
  type Locks,
  type PlanWarning,
  type Result,
  type Rules,
  type Score,
} from '@kettle-step/core';
import { explainMusicError, readMusic, sendMusic, type SentForm } from '@kettle-step/core/formats';
import {
  alternateFingers,
  planDocument,
  planFingers,
  practiceDocument,
  togetherDocument,
  type PlanDocument,
  type PracticeDocument,
  type TogetherDocument,
} from '@kettle-step/contract';
import type { FingerRequest } from './arguments';

export interface Fingered {
  readonly plan: PlanDocument;
  readonly together: () => TogetherDocument;
  /** In plain words. */
  readonly readOut: () => string;
  readonly practice: () => PracticeDocument;
  /** The piece with the fingering written in, in the form asked for. */
  readonly file: (form: SentForm) => Uint8Array;
}

/** Fingers that hold before anything is worked out: what stands in the file where that is asked for, and the locks. */
const locksFor = (score: Score, request: FingerRequest): Locks =>
  new Map([...(request.onlyOpen || request.score ? printedLocks(score) : []), ...request.locks]);

/** The published model's fingers as locks, with a word where it has nothing to say. */
const byPublishedModel = (score: Score): { readonly locks: Locks; readonly warnings: readonly PlanWarning[] } => {
  const plans = SIDES.map((side) => publishedPlan(score, side));
  const warning: PlanWarning = { kind: 'published-single-notes', side: null, bar: 0, onsetTicks: 0, noteIds: [] };
  return {
    locks: new Map(plans.flatMap(({ fingers }) => [...fingers])),
    warnings: plans.some(({ hasChords }) => hasChords) ? [warning] : [],
  };
};

/** Bars by their printed numbers, as indices; none where the piece has no such bar. */
const barsOf = (score: Score, numbers: FingerRequest['bars']): { readonly bars?: readonly [number, number] } => {
  if (!numbers) return {};
  return { bars: barsNumbered(score, ...numbers) ?? [Infinity, -1] };
};

/** Fingers one file's bytes; an error is one sentence for the user. */
export const fingerFile = (
  name: string,
  bytes: Uint8Array,
  request: FingerRequest,
  rules: Rules,
): Result<Fingered, string> => {
  const read = readMusic(bytes, name, request.choice);
  if (read.kind === 'error') return fail(explainMusicError(read.error));
  const { score } = read.value;
  const ids = new Set(score.notes.map((note) => note.id));
  for (const id of request.locks.keys())
    if (!ids.has(id)) return fail(`--lock names the note "${id}", which is not in this piece.`);

  const planner = createPlanner(bothHands(request.hand), rules);
  const published = request.model === 'published-1997' ? byPublishedModel(score) : undefined;
  const locks = new Map([...(published?.locks ?? []), ...locksFor(score, request)]);
  const plan = planner.plan(score, { locks, alternatives: request.alternatives });
  const alternates = alternateFingers(request.sides.flatMap((side) => plan.hands[side].alternatives));
  return ok({
    plan: planDocument(
      score,
      { ...plan, warnings: [...(published?.warnings ?? []), ...plan.warnings] },
      {
        sides: request.sides,
        alternatives: request.alternatives > 0,
        ...(request.score ? { printed: planner.scorePrinted(score) } : {}),
      },
    ),
    together: () => togetherDocument(score, plan, linksOf(score, plan, planner)),
    readOut: () => readOutText(readOut(score, plan, { sides: request.sides, ...barsOf(score, request.bars) })),
    practice: () =>
      practiceDocument(score, plan, { ...barsOf(score, request.bars), links: linksOf(score, plan, planner) }),
    file: (form) => sendMusic(form, read.value, planFingers(plan, request.sides, alternates)),
  });
};
