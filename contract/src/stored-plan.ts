import {
  byBar,
  SURE_FROM,
  SIDES,
  type BarAlternative,
  type Finger,
  type Locks,
  type PianoPlan,
  type Score,
  type Side,
  type WrittenFingers,
} from '@kettle-step/core';
import type { StoredFinger } from './piece';
import type { RibbonCell } from './ribbon';

/** Between the engine's plan and what is stored of it. One way for server, web and command line. */

/** Fingers that the teacher set hold; the rest is free. */
export const locksOf = (fingers: readonly StoredFinger[]): Locks =>
  new Map(fingers.filter(({ decidedBy }) => decidedBy === 'teacher').map(({ noteId, finger }) => [noteId, finger]));

const printedOn = (score: Score): ReadonlyMap<string, number | undefined> =>
  new Map(score.notes.map((note) => [note.id, note.printed.find((printed) => !printed.alternate)?.finger]));

/**
 * The fingers of a plan with who decided on each. A finger the teacher set stays, also where this hand cannot take it: the plan
 * warns of that, and another hand may.
 */
export const storedFingers = (score: Score, plan: PianoPlan, locks: Locks): StoredFinger[] => {
  const printed = printedOn(score);
  return SIDES.flatMap((side) => plan.hands[side].notes).flatMap(({ id, finger, substitute }): StoredFinger[] => {
    const lock = locks.get(id);
    if (lock !== undefined)
      return [{ noteId: id, finger: lock, substitute: lock === finger ? substitute : null, decidedBy: 'teacher' }];
    if (finger === null) return [];
    return [{ noteId: id, finger, substitute, decidedBy: printed.get(id) === finger ? 'printed' : 'suggested' }];
  });
};

/** A note for which the hand has no finger holds nothing up: there is nothing to settle about it. */
const cellState = (fingers: readonly (Finger | null)[], locked: readonly boolean[]): RibbonCell['state'] => {
  if (fingers.length === 0) return 'silent';
  if (fingers.every((finger) => finger === null)) return 'open';
  return fingers.every((finger, index) => finger === null || locked[index]) ? 'settled' : 'suggested';
};

const lane = (score: Score, plan: PianoPlan, locks: Locks, side: Side): RibbonCell[] => {
  const hand = plan.hands[side];
  const fingerById = new Map(hand.notes.map(({ id, finger }) => [id, finger]));
  const notes = byBar(score.notes.filter((note) => note.side === side));
  const moves = byBar(hand.moves);
  return score.bars.map(({ index, number }) => {
    const ids = (notes.get(index) ?? []).map(({ id }) => id);
    return {
      side,
      bar: index,
      number,
      state: cellState(
        ids.map((id) => fingerById.get(id) ?? null),
        ids.map((id) => locks.has(id)),
      ),
      effort: Math.max(0, hand.bars[index]?.effort ?? 0),
      moves: (moves.get(index) ?? []).map(({ kind }) => kind),
    };
  });
};

/** The bar ribbon: both lanes of a piece. */
export const ribbonOf = (score: Score, plan: PianoPlan, locks: Locks): RibbonCell[] =>
  SIDES.flatMap((side) => lane(score, plan, locks, side));

/** Numbers that would also do: of the best other way of each bar, where it is about as good as the one that stands. */
export const alternateFingers = (alternatives: readonly BarAlternative[]): ReadonlyMap<string, Finger> =>
  new Map(
    alternatives
      .filter(({ rank, effortMore }) => rank === 1 && effortMore < SURE_FROM)
      .flatMap(({ fingers }) => [...fingers]),
  );

/** What is written into an exported document; numbers that would also do stand beside those they differ from. */
export const writtenFingers = (
  fingers: readonly Pick<StoredFinger, 'noteId' | 'finger' | 'substitute'>[],
  alternates: ReadonlyMap<string, Finger> = new Map(),
): ReadonlyMap<string, WrittenFingers> =>
  new Map(
    fingers.map(({ noteId, finger, substitute }) => {
      const other = alternates.get(noteId);
      return [noteId, { finger, substitute, alternates: other === undefined || other === finger ? [] : [other] }];
    }),
  );

/** What is written into a document of a plan's hands. */
export const planFingers = (
  plan: PianoPlan,
  sides: readonly Side[] = SIDES,
  alternates?: ReadonlyMap<string, Finger>,
): ReadonlyMap<string, WrittenFingers> =>
  writtenFingers(
    sides
      .flatMap((side) => plan.hands[side].notes)
      .flatMap(({ id, finger, substitute }) => (finger === null ? [] : [{ noteId: id, finger, substitute }])),
    alternates,
  );
