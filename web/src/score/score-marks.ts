import {
  byBar,
  EASING_MARKS,
  MOVE_WORDS,
  SIDES,
  wordEasing,
  type Easing,
  type HandPlan,
  type MoveKind,
  type PianoPlan,
  type Score,
  type Side,
} from '@kettle-step/core';
import { HAND_WORDS, pretty } from '../parts/words';
import { stripOf, type Strip } from './strip';

/** Kinds of marks that one may like to see or not. */
export const MARK_KINDS = ['positions', 'moves', 'reaches', 'eased', 'checkpoints', 'elbow-room', 'together'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
export type Marks = Readonly<Record<MarkKind, boolean>>;

/** What is drawn over the score besides the numbers, in terms of notes: where it goes on paper is the drawing's matter. */
export interface ScoreMarks {
  readonly brackets: readonly Bracket[];
  readonly moves: readonly NoteMark[];
  readonly reaches: readonly NoteMark[];
  /** What is played otherwise than written. */
  readonly eased: readonly NoteMark[];
  readonly checkpoints: readonly NoteMark[];
  readonly freedom: readonly BarFreedom[];
  /** Both hands beat by beat, under the systems. */
  readonly strip: Strip;
}

/** A position over the notes played in it. */
export interface Bracket {
  readonly side: Side;
  readonly name: string;
  readonly words: string;
  readonly noteIds: readonly string[];
}

/** A mark at a note. */
export interface NoteMark {
  readonly side: Side;
  readonly noteId: string;
  readonly words: string;
  readonly kind?: MoveKind;
  /** Written at the note. */
  readonly label?: string;
  /** The note is written but not played. */
  readonly isOut?: boolean;
}

/** How free the choice of fingers is in a bar: nowhere, at some notes, or at most. */
export type Freedom = 'none' | 'some' | 'much';

export interface BarFreedom {
  readonly side: Side;
  readonly bar: number;
  readonly freedom: Freedom;
}

/** Another finger that costs less than this would do nearly as well. */
const NEARLY = 1;
const MUCH = 0.5;

const freedomOf = (rooms: readonly (readonly (number | null)[])[]): Freedom => {
  // The finger itself costs nothing: a second one under the limit is freedom.
  const free = rooms.filter((room) => room.filter((more) => more !== null && more < NEARLY).length > 1).length;
  if (free === 0) return 'none';
  return free / rooms.length >= MUCH ? 'much' : 'some';
};

const freedoms = (score: Score, plan: PianoPlan, side: Side): BarFreedom[] => {
  const rooms = new Map(plan.hands[side].notes.map(({ id, room }) => [id, room]));
  return [...byBar(score.notes.filter((note) => note.side === side))].map(([bar, notes]) => ({
    side,
    bar,
    freedom: freedomOf(notes.map(({ id }) => rooms.get(id) ?? [])),
  }));
};

/** Moves after which a player can check “this finger is on this key”: those that bring the hand to another place. */
const CHECKED: ReadonlySet<MoveKind> = new Set([
  'repeated-note-change',
  'thumb-under',
  'finger-over-thumb',
  'finger-over-finger',
  'shift',
]);

/** Marks of what is played otherwise than written; the score is the written one, in which every note stands. */
const easedMarks = (written: Score, eased: readonly Easing[]): readonly NoteMark[] => {
  const sides = new Map(written.notes.map(({ id, side }) => [id, side]));
  return eased.flatMap((easing) => {
    const [side, words] = [sides.get(easing.noteId), wordEasing(written, easing)];
    return side && words
      ? [
          {
            side,
            noteId: easing.noteId,
            words: pretty(words),
            isOut: easing.kind === 'leave-out',
            label: EASING_MARKS[easing.kind],
          },
        ]
      : [];
  });
};

/** Marks that belong to one hand. */
type HandMarks = Omit<ScoreMarks, 'eased' | 'strip'>;

const marksOf = (score: Score, plan: PianoPlan, side: Side): HandMarks => {
  const hand = plan.hands[side];
  const atMoment = new Map(
    score.notes.filter((note) => note.side === side).map((note) => [note.onsetTicks, note.id] as const),
  );
  return {
    brackets: hand.positions
      .filter(({ noteIds }) => noteIds.length > 0)
      .map(({ name, shape, noteIds }) => ({
        side,
        name: pretty(name) + (shape === 'open' ? ' open' : ''),
        words: `${HAND_WORDS[side]}, ${pretty(name)} position${shape === 'open' ? ', open hand' : ''}`,
        noteIds,
      })),
    moves: hand.moves.map(({ kind, toId, reason }) => ({
      side,
      noteId: toId,
      kind,
      words: `${MOVE_WORDS[kind]}: ${pretty(reason)}`,
    })),
    reaches: hand.reaches
      .filter(({ verdict }) => verdict !== 'easy')
      .flatMap(({ onsetTicks, fingers, mm, limitMm, verdict }) => {
        const noteId = atMoment.get(onsetTicks);
        if (noteId === undefined) return [];
        const words = `${fingers.join('-')} spans ${mm} mm of ${limitMm}: ${verdict.replaceAll('-', ' ')}`;
        return [{ side, noteId, words }];
      }),
    checkpoints: hand.moves
      .filter(({ kind }) => CHECKED.has(kind))
      .map(({ toId, toFinger }) => ({ side, noteId: toId, words: `Checkpoint: finger ${toFinger} is here` })),
    freedom: freedoms(score, plan, side),
  };
};

const NO_STRIP: Strip = { beats: [], holds: [] };

/** Gives the marks that one likes to see of both hands. */
export type MarksReader = (
  score: Score,
  plan: PianoPlan,
  wanted: Marks,
  /** The music as it is written, and what of it is eased. */
  easing?: { readonly written: Score; readonly eased: readonly Easing[] },
) => ScoreMarks;

/** A reader of its own for each view: mostly one hand changes, and the marks of the other stand as they were. */
export const createMarksReader = (): MarksReader => {
  const known = new WeakMap<HandPlan, { readonly score: Score; readonly marks: HandMarks }>();
  const marksOfHand = (score: Score, plan: PianoPlan, side: Side): HandMarks => {
    const before = known.get(plan.hands[side]);
    if (before?.score === score) return before.marks;
    const marks = marksOf(score, plan, side);
    known.set(plan.hands[side], { score, marks });
    return marks;
  };
  return (score, plan, wanted, { written, eased } = { written: score, eased: [] }) => {
    const all = SIDES.map((side) => marksOfHand(score, plan, side));
    const when = <T>(on: boolean, of: (marks: HandMarks) => readonly T[]): readonly T[] => (on ? all.flatMap(of) : []);
    return {
      brackets: when(wanted.positions, ({ brackets }) => brackets),
      moves: when(wanted.moves, ({ moves }) => moves),
      reaches: when(wanted.reaches, ({ reaches }) => reaches),
      eased: wanted.eased ? easedMarks(written, eased) : [],
      checkpoints: when(wanted.checkpoints, ({ checkpoints }) => checkpoints),
      freedom: when(wanted['elbow-room'], ({ freedom }) => freedom),
      strip: wanted.together ? stripOf(score, plan) : NO_STRIP,
    };
  };
};
