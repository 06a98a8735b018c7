import type { Mark, Note, Score } from './score';

/**
 * What a teacher settles where a hand does not reach what is written. The written notes stay as they are; only what is played is
 * eased.
 */
export type Easing =
  /** A held note is let go before the hand strikes another one. */
  | { readonly kind: 'let-go'; readonly noteId: string; readonly beforeId: string }
  /** The chord of this note is rolled. */
  | { readonly kind: 'roll'; readonly noteId: string }
  /** The note is not played. */
  | { readonly kind: 'leave-out'; readonly noteId: string }
  /** The pedal holds the note, so that the finger may leave it. */
  | { readonly kind: 'pedal'; readonly noteId: string };

const shortened = (note: Note, before: Note | undefined): Note =>
  before && before.onsetTicks > note.onsetTicks && before.onsetTicks < note.onsetTicks + note.durationTicks
    ? { ...note, durationTicks: before.onsetTicks - note.onsetTicks }
    : note;

const eased = (note: Note, easings: readonly Easing[], byId: ReadonlyMap<string, Note>): Note => {
  let now = note;
  for (const easing of easings) {
    if (easing.kind === 'let-go' && easing.noteId === note.id) now = shortened(now, byId.get(easing.beforeId));
    const lead = easing.kind === 'roll' ? byId.get(easing.noteId) : undefined;
    if (lead && lead.side === note.side && lead.onsetTicks === note.onsetTicks && note.graceIndex === null)
      now = { ...now, arpeggiated: true };
  }
  return now;
};

const pedalled = (marks: readonly Mark[], held: readonly Note[]): readonly Mark[] =>
  [
    ...marks,
    ...held.flatMap(({ onsetTicks, durationTicks }): Mark[] => [
      { kind: 'pedal', onsetTicks, down: true },
      { kind: 'pedal', onsetTicks: onsetTicks + durationTicks, down: false },
    ]),
  ].sort((a, b) => a.onsetTicks - b.onsetTicks);

/** The score as it is played when some of it is eased; itself where nothing is. Easings whose notes are gone do nothing. */
export const withEasings = (score: Score, easings: readonly Easing[]): Score => {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const known = easings.filter(({ noteId }) => byId.has(noteId));
  if (known.length === 0) return score;
  const out = new Set(known.filter(({ kind }) => kind === 'leave-out').map(({ noteId }) => noteId));
  const held = known.flatMap(({ kind, noteId }) => (kind === 'pedal' ? [byId.get(noteId)!] : []));
  return {
    ...score,
    notes: score.notes.filter(({ id }) => !out.has(id)).map((note) => eased(note, known, byId)),
    slurs: score.slurs.filter(({ fromId, toId }) => !out.has(fromId) && !out.has(toId)),
    marks: held.length > 0 ? pedalled(score.marks, held) : score.marks,
  };
};
