import { FINGERS, SIDES, type Finger } from '../hand/hand';
import { restingKeys, type Position } from '../moves/position';
import type { Note, Score } from '../score/score';
import type { HandPlan, PianoPlan } from './plan';

/** How much is written: every number, a number where a bar begins and in chords too, or only what a reader needs. */
export const WRITING_LEVELS = ['every', 'normal', 'pencil'] as const;
export type WritingLevel = (typeof WRITING_LEVELS)[number];

/**
 * What a reader takes for the finger of a key in a position: the one that has played the key in this position before, else the
 * one that rests on it in this key signature, else the only one that rests a semitone beside it.
 */
const readFinger = (
  position: Position,
  fifths: number,
  midi: number,
  before: ReadonlyMap<number, Finger>,
): Finger | undefined => {
  const resting = restingKeys(position, fifths);
  const under = resting.indexOf(midi);
  if (before.has(midi)) return before.get(midi);
  if (under >= 0) return FINGERS[under];
  const beside = FINGERS.filter((finger) => Math.abs(resting[finger - 1]! - midi) === 1);
  return beside.length === 1 ? beside[0] : undefined;
};

/** Whether the hand is silent for a bar or more before a note. */
const followsLongRest = (note: Note, last: Note | undefined, score: Score): boolean => {
  const bar = score.bars[note.bar];
  if (!last || !bar) return false;
  return note.onsetTicks - last.onsetTicks - last.durationTicks >= bar.lengthTicks;
};

const struckTogether = (a: Note | undefined, b: Note | undefined): boolean =>
  a !== undefined && b !== undefined && a.onsetTicks === b.onsetTicks && a.graceIndex === b.graceIndex;

/** Notes of a hand whose number is needed: the first of a position, a move and what follows it, and what no reader would guess. */
const neededIn = (score: Score, hand: HandPlan): ReadonlySet<string> => {
  const notes = score.notes.filter(({ side }) => side === hand.side);
  const planned = new Map(hand.notes.map((note) => [note.id, note]));
  const positionOf = new Map(
    hand.positions.flatMap((position) => position.noteIds.map((id) => [id, position] as const)),
  );
  const arrivals = new Set(hand.moves.map(({ toId }) => toId));
  const needed = new Set<string>();
  let current: Position | undefined;
  let before = new Map<number, Finger>();
  let [arrived, follows, first] = [false, false, true];
  notes.forEach((note, index) => {
    const finger = planned.get(note.id)?.finger ?? null;
    const position = positionOf.get(note.id);
    const chord = struckTogether(notes[index - 1], note);
    if (position !== current) [current, before, first] = [position, new Map(), true];
    else if (!chord) first = false;
    if (!chord) [follows, arrived] = [arrived, false];
    arrived ||= arrivals.has(note.id);
    if (finger === null) return;
    const guessed = position && readFinger(position, score.bars[note.bar]?.key.fifths ?? 0, note.midi, before);
    const substituted = planned.get(note.id)?.substitute !== null;
    const marked = first || follows || arrivals.has(note.id) || followsLongRest(note, notes[index - 1], score);
    if (marked || substituted || guessed !== finger) needed.add(note.id);
    before.set(note.midi, finger);
  });
  return needed;
};

const beginsBarOrChord = (score: Score, hand: HandPlan): readonly string[] => {
  const notes = score.notes.filter(({ side }) => side === hand.side);
  return notes.flatMap((note, index) => {
    const begins = notes[index - 1]?.bar !== note.bar;
    return begins || struckTogether(notes[index - 1], note) || struckTogether(note, notes[index + 1]) ? [note.id] : [];
  });
};

/** Ids of the notes whose number is written at a level. Positions are stated beside them. */
export const writtenNotes = (score: Score, plan: PianoPlan, level: WritingLevel): ReadonlySet<string> => {
  if (level === 'every') return new Set(score.notes.map(({ id }) => id));
  return new Set(
    SIDES.flatMap((side) => {
      const hand = plan.hands[side];
      const needed = [...neededIn(score, hand)];
      return level === 'pencil' ? needed : [...needed, ...beginsBarOrChord(score, hand)];
    }),
  );
};
