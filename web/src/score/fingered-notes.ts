import { storedFingers, type Desk, type StoredFinger } from '@kettle-step/contract';
import { writtenNotes, type Locks, type Note, type PianoPlan, type PlannedNote, type Score } from '@kettle-step/core';

/** A note with all that is shown of it. */
export interface FingeredNote {
  readonly note: Note;
  readonly planned: PlannedNote;
  readonly decidedBy: StoredFinger['decidedBy'];
  /** The teacher set this finger, and the hand cannot take it here. */
  readonly refused: boolean;
  /** Whether its number is written at the level the teacher chose. */
  readonly written: boolean;
}

/** The notes of a score with their fingers, by id. */
export const fingeredNotes = (
  score: Score,
  plan: PianoPlan,
  { locks, desk }: { readonly locks: Locks; readonly desk: Pick<Desk, 'writing'> },
): ReadonlyMap<string, FingeredNote> => {
  const planned = new Map([...plan.hands.right.notes, ...plan.hands.left.notes].map((note) => [note.id, note]));
  const decided = new Map(storedFingers(score, plan, locks).map(({ noteId, decidedBy }) => [noteId, decidedBy]));
  const written = writtenNotes(score, plan, desk.writing);
  return new Map(
    score.notes.flatMap((note) => {
      const found = planned.get(note.id);
      if (!found) return [];
      const [decidedBy, lock] = [decided.get(note.id) ?? 'suggested', locks.get(note.id)];
      const refused = lock !== undefined && lock !== found.finger;
      const shown = refused ? { ...found, finger: lock, substitute: null } : found;
      return [[note.id, { note, planned: shown, decidedBy, refused, written: written.has(note.id) }] as const];
    }),
  );
};
