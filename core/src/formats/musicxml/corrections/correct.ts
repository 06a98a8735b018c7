import { fail, ok, type Result } from '../../../result';
import { shiftedBars, type Alignment } from '../../../score/align';
import type { Score } from '../../../score/score';
import { copyOf, type MusicXmlDocument } from '../document';
import { readScore } from '../read';
import { deleteBar, insertBar } from './bars';
import type { Correction, CorrectionRefusal } from './correction';
import { addNote, changeHand, changeLength, changePitch, changeTie, changeVoice, deleteNote, type Done } from './notes';
import { openMusic, type OpenMusic } from './site';

/** A piece after a correction. */
export interface Corrected {
  readonly document: MusicXmlDocument;
  readonly score: Score;
  /** Which notes and bars are as they were. */
  readonly alignment: Alignment;
}

const make = (music: OpenMusic, correction: Correction): Done => {
  switch (correction.kind) {
    case 'pitch':
      return changePitch(music, correction);
    case 'length':
      return changeLength(music, correction);
    case 'tie':
      return changeTie(music, correction);
    case 'hand':
      return changeHand(music, correction);
    case 'voice':
      return changeVoice(music, correction);
    case 'delete':
      return deleteNote(music, correction);
    case 'add':
      return addNote(music, correction);
    case 'insert-bar':
      return insertBar(music, correction);
    case 'delete-bar':
      return deleteBar(music, correction);
  }
};

const barsAfter = (correction: Correction, count: number): Alignment['bars'] => {
  if (correction.kind === 'insert-bar') return shiftedBars(count, correction.before, 1);
  if (correction.kind === 'delete-bar') return shiftedBars(count, correction.bar, -1);
  return shiftedBars(count, count, 0);
};

/** Names stay through a correction; a note with its name, key and hand is the note it was. */
const notesAfter = (before: Score, after: Score): Alignment['notes'] => {
  const now = new Map(after.notes.map((note) => [note.id, note]));
  return new Map(
    before.notes.flatMap(({ id, midi, side }) => {
      const same = now.get(id);
      return same?.midi === midi && same.side === side ? [[id, id] as const] : [];
    }),
  );
};

/**
 * Corrects a copy of the document; the document itself stays as it is, also after a refusal. What the correction does not
 * touch stays as it is written, with the names of its notes.
 */
export const correctMusic = (
  document: MusicXmlDocument,
  correction: Correction,
): Result<Corrected, CorrectionRefusal> => {
  const copy = copyOf(document);
  const before = readScore(copy);
  if (before.kind === 'error') return fail({ code: 'no-such-note' });
  const made = make(openMusic(copy, before.value), correction);
  if (made.kind === 'error') return made;
  const after = readScore(copy);
  if (after.kind === 'error') return fail({ code: 'last-notes' });
  return ok({
    document: copy,
    score: after.value,
    alignment: {
      notes: notesAfter(before.value, after.value),
      bars: barsAfter(correction, before.value.bars.length),
    },
  });
};
