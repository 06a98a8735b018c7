import { locksOf, type Desk, type Piece } from '@kettle-step/contract';
import {
  certaintyOf,
  otherSide,
  printedLocks,
  type Easing,
  type Finger,
  type Locks,
  type Margin,
  type Note,
  type PianoPlan,
  type Score,
  type Side,
  type WayOut,
} from '@kettle-step/core';

/** All that the teacher has decided about a piece. Every change makes a new record, so each can be taken back. */
export interface Decisions {
  readonly locks: Locks;
  readonly desk: Desk;
}

/** A bar of one hand: the unit of decision. */
export interface Place {
  readonly side: Side;
  /** Index into `Score.bars`. */
  readonly bar: number;
}

export const decisionsOf = ({ plan }: { readonly plan: Pick<Piece['plan'], 'fingers' | 'desk'> }): Decisions => ({
  locks: locksOf(plan.fingers),
  desk: plan.desk,
});

const isAt = (one: Place, other: Place): boolean => one.side === other.side && one.bar === other.bar;

export const notesAt = (score: Score, { side, bar }: Place): readonly Note[] =>
  score.notes.filter((note) => note.side === side && note.bar === bar);

/** Bars with the same music as this one, which are settled with it; this one comes first. */
export const togetherWith = (plan: PianoPlan, { side, bar }: Place): readonly Place[] => {
  const others = new Set(plan.hands[side].alike.flatMap(({ bars }) => (bars.includes(bar) ? bars : [])));
  others.delete(bar);
  return [bar, ...[...others].sort((a, b) => a - b)].map((one) => ({ side, bar: one }));
};

const isSettled = (score: Score, { locks }: Decisions, place: Place): boolean =>
  notesAt(score, place).every(({ id }) => locks.has(id));

/** Fingers of one bar laid on another with the same music, note by note; undefined where they do not correspond. */
const carriedOver = (
  fingers: ReadonlyMap<string, Finger>,
  from: readonly Note[],
  to: readonly Note[],
): ReadonlyMap<string, Finger> | undefined =>
  from.length === to.length
    ? new Map(
        to.flatMap(({ id }, index) => {
          const finger = fingers.get(from[index]!.id);
          return finger === undefined ? [] : [[id, finger] as const];
        }),
      )
    : undefined;

/** Settles a bar with these fingers, and with it the bars of the same music that are not settled otherwise. */
export const settleWith = (
  score: Score,
  plan: PianoPlan,
  decisions: Decisions,
  place: Place,
  fingers: ReadonlyMap<string, Finger>,
): Decisions => {
  const locks = new Map(decisions.locks);
  const notes = notesAt(score, place);
  for (const other of togetherWith(plan, place)) {
    if (!isAt(other, place) && isSettled(score, decisions, other)) continue;
    const carried = isAt(other, place) ? fingers : carriedOver(fingers, notes, notesAt(score, other));
    for (const [id, finger] of carried ?? []) locks.set(id, finger);
  }
  return { ...decisions, locks };
};

const plannedFingers = (plan: PianoPlan, score: Score, place: Place): ReadonlyMap<string, Finger> => {
  const inside = new Set(notesAt(score, place).map(({ id }) => id));
  return new Map(
    plan.hands[place.side].notes.flatMap(({ id, finger }) =>
      finger !== null && inside.has(id) ? [[id, finger] as const] : [],
    ),
  );
};

/** Settles a bar as it stands. */
export const settle = (score: Score, plan: PianoPlan, decisions: Decisions, place: Place): Decisions =>
  settleWith(score, plan, decisions, place, plannedFingers(plan, score, place));

/** Lets all fingers of a bar go, and those of the bars that were settled with it. */
export const reopen = (score: Score, plan: PianoPlan, decisions: Decisions, place: Place): Decisions => {
  const locks = new Map(decisions.locks);
  for (const other of togetherWith(plan, place)) for (const { id } of notesAt(score, other)) locks.delete(id);
  return { ...decisions, locks };
};

/** Bars of which the suggestion is sure: the best other way is much dearer, or there is none. */
export const clearPlaces = (score: Score, decisions: Decisions, margins: readonly Margin[]): readonly Place[] =>
  margins
    .filter(({ more }) => certaintyOf(more) === 'sure')
    .map(({ side, bar }) => ({ side, bar }))
    .filter((place) => !isSettled(score, decisions, place));

/** Settles several bars as they stand. */
export const settleAll = (score: Score, plan: PianoPlan, decisions: Decisions, places: readonly Place[]): Decisions => {
  const locks = new Map(decisions.locks);
  for (const place of places) for (const [id, finger] of plannedFingers(plan, score, place)) locks.set(id, finger);
  return { ...decisions, locks };
};

/** What is kept of the printed fingering: one bar of a hand, one hand, or all. */
export type Extent = Place | { readonly side: Side } | 'piece';

export const keepPrinted = (score: Score, decisions: Decisions, extent: Extent): Decisions => {
  const isMeant = (note: Note): boolean =>
    extent === 'piece' || (note.side === extent.side && (!('bar' in extent) || note.bar === extent.bar));
  const meant = new Set(score.notes.filter(isMeant).map(({ id }) => id));
  const printed = [...printedLocks(score)].filter(([id]) => meant.has(id));
  return { ...decisions, locks: new Map([...decisions.locks, ...printed]) };
};

/** Fixes one finger. */
export const setFinger = (decisions: Decisions, id: string, finger: Finger): Decisions => ({
  ...decisions,
  locks: new Map(decisions.locks).set(id, finger),
});

/** Fixes several fingers. */
export const setFingers = (decisions: Decisions, fingers: ReadonlyMap<string, Finger>): Decisions => ({
  ...decisions,
  locks: new Map([...decisions.locks, ...fingers]),
});

/** Lets one finger go. */
export const freeFinger = (decisions: Decisions, id: string): Decisions => {
  const locks = new Map(decisions.locks);
  locks.delete(id);
  return { ...decisions, locks };
};

const withDesk = (decisions: Decisions, change: Partial<Desk>): Decisions => ({
  ...decisions,
  desk: { ...decisions.desk, ...change },
});

/** Gives a note to the other hand, or back; its finger is let go, for it was the other hand's. */
export const giveAway = (decisions: Decisions, note: Note): Decisions => {
  const { given } = decisions.desk;
  const others = given.filter(({ noteId }) => noteId !== note.id);
  const side = otherSide(note.side);
  const changed = others.length < given.length ? others : [...others, { noteId: note.id, side }];
  return withDesk(freeFinger(decisions, note.id), { given: changed });
};

/** Takes a way out of what the hand does not reach. */
export const ease = (
  decisions: Decisions,
  { easings, give }: Pick<WayOut, 'easings' | 'give'>,
  to: Side,
): Decisions => {
  const { eased, given } = decisions.desk;
  const isNew = (easing: Easing): boolean =>
    !eased.some(({ kind, noteId }) => kind === easing.kind && noteId === easing.noteId);
  const gone = new Set([...give, ...easings.flatMap((one) => (one.kind === 'leave-out' ? [one.noteId] : []))]);
  const locks = new Map([...decisions.locks].filter(([id]) => !gone.has(id)));
  const gifts = given.filter(({ noteId }) => !give.includes(noteId));
  return withDesk(
    { ...decisions, locks },
    {
      eased: [...eased, ...easings.filter(isNew)],
      given: [...gifts, ...give.map((noteId) => ({ noteId, side: to }))],
    },
  );
};

/** Plays a note as it is written again. */
export const uneased = (decisions: Decisions, { kind, noteId }: Easing): Decisions =>
  withDesk(decisions, { eased: decisions.desk.eased.filter((one) => one.kind !== kind || one.noteId !== noteId) });

export const isApart = ({ desk }: Decisions, place: Place): boolean => desk.apart.some((one) => isAt(one, place));

/** Lets a bar go its own way although others have the same music, or joins it to them again. */
export const toggleApart = (decisions: Decisions, place: Place): Decisions =>
  withDesk(decisions, {
    apart: isApart(decisions, place)
      ? decisions.desk.apart.filter((one) => !isAt(one, place))
      : [...decisions.desk.apart, { side: place.side, bar: place.bar }],
  });

export const remarkAt = ({ desk }: Decisions, place: Place): string =>
  desk.remarks.find((remark) => isAt(remark, place))?.text ?? '';

/** Writes the teacher's words about a bar; none takes the remark away. */
export const remark = (decisions: Decisions, place: Place, text: string): Decisions => {
  const others = decisions.desk.remarks.filter((one) => !isAt(one, place));
  const words = text.trim();
  return withDesk(decisions, {
    remarks: words === '' ? others : [...others, { side: place.side, bar: place.bar, text: words }],
  });
};

export const setWriting = (decisions: Decisions, writing: Desk['writing']): Decisions =>
  withDesk(decisions, { writing });

/** How the piece is played where that is settled otherwise than it is written. */
export const setPlaying = (decisions: Decisions, change: Partial<Desk['playing']>): Decisions =>
  withDesk(decisions, { playing: { ...decisions.desk.playing, ...change } });

/** What the teacher makes of trouble spots, practice sheet and tempo. */
export const setPractice = (decisions: Decisions, change: Partial<Desk['practice']>): Decisions =>
  withDesk(decisions, { practice: { ...decisions.desk.practice, ...change } });

/** Hands and rules for this piece alone. */
export const setOwn = (decisions: Decisions, own: Pick<Desk, 'hands' | 'rules'>): Decisions => withDesk(decisions, own);
