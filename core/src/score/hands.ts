import type { Side } from '../hand/hand';
import type { Note, Score } from './score';

/** Notes that are played by another hand than the one on whose staff they stand, by id. */
export type GivenNotes = ReadonlyMap<string, Side>;

/** The score as it is played when some notes are given to the other hand; itself where none is. */
export const withHands = (score: Score, given: GivenNotes): Score => {
  const changes = (note: Note): boolean => (given.get(note.id) ?? note.side) !== note.side;
  if (!score.notes.some(changes)) return score;
  return {
    ...score,
    notes: score.notes.map((note) => (changes(note) ? { ...note, side: given.get(note.id)! } : note)),
  };
};

/** Where the hands get into each other's way. */
export interface Meeting {
  readonly kind: 'same-key' | 'crossed';
  readonly bar: number;
  readonly onsetTicks: number;
  /** The key both want; for crossed hands the left hand's. */
  readonly note: Note;
}

const endOf = (note: Note): number => note.onsetTicks + note.durationTicks;

/**
 * Moments at which one hand strikes a key that the other strikes or holds, and bars in which the left hand plays above the
 * right; of each kind the first of every bar.
 */
export const meetingsOf = ({ notes }: Score): readonly Meeting[] => {
  const found = new Map<string, Meeting>();
  const add = (kind: Meeting['kind'], note: Note, key: Note): void => {
    const name = `${kind} ${note.bar}`;
    if (!found.has(name)) found.set(name, { kind, bar: note.bar, onsetTicks: note.onsetTicks, note: key });
  };
  let sounding: Note[] = [];
  for (const note of notes) {
    if (note.graceIndex !== null) continue;
    sounding = sounding.filter((other) => endOf(other) > note.onsetTicks);
    for (const other of sounding) {
      if (other.side === note.side) continue;
      const [right, left] = note.side === 'right' ? [note, other] : [other, note];
      if (right.midi === left.midi) add('same-key', note, note);
      else if (left.midi > right.midi) add('crossed', note, left);
    }
    sounding.push(note);
  }
  return [...found.values()].sort((a, b) => a.onsetTicks - b.onsetTicks);
};
