import type { PrintedFinger, Score } from '../score/score';
import type { WrittenFingers } from './musicxml';

const printedOf = ({ finger, substitute, alternates }: WrittenFingers): PrintedFinger[] => [
  { finger, substitution: false, alternate: false },
  ...(substitute === null ? [] : [{ finger: substitute, substitution: true, alternate: false }]),
  ...alternates.map((alternate) => ({ finger: alternate, substitution: false, alternate: true })),
];

/** The score with these fingers at its notes, in place of the numbers that stood there; notes not named keep theirs. */
export const withFingers = (score: Score, fingers: ReadonlyMap<string, WrittenFingers>): Score => ({
  ...score,
  notes: score.notes.map((note) => {
    const written = fingers.get(note.id);
    return written ? { ...note, printed: printedOf(written) } : note;
  }),
});
