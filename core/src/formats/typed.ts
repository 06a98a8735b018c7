import { fail, ok, type Result } from '../result';
import type { Score } from '../score/score';
import { explainAbcError, readAbc, type AbcPlace, type AbcRemark } from './abc';
import { composeMusicXml, serializeMusicXml } from './musicxml';

/** Music that is just being typed as ABC: what it sounds like so far, and where each note stands in the text. */
export interface TypedMusic {
  readonly score: Score;
  /** MusicXML to be engraved; its notes are called as in the score. */
  readonly engravable: string;
  readonly places: ReadonlyMap<string, readonly AbcPlace[]>;
  readonly remarks: readonly AbcRemark[];
}

/** Why nothing is shown; the place, where there is one, is in the words of a remark too. */
export interface Untypable {
  readonly message: string;
  readonly line: number | null;
  readonly column: number | null;
  /** Nothing is wrong yet: there are no notes. */
  readonly isEmpty: boolean;
}

/** Reads the first tune of a text for showing; what is stored is read anew from the file. */
export const readTyped = (text: string): Result<TypedMusic, Untypable> => {
  const read = readAbc(text);
  if (read.kind === 'error') {
    const at = 'line' in read.error ? read.error : { line: null, column: null };
    const isEmpty = read.error.code === 'empty' || (read.error.code === 'no-notes' && read.error.first === null);
    return fail({ message: explainAbcError(read.error), line: at.line, column: at.column, isEmpty });
  }
  const { score, places, remarks } = read.value;
  return ok({ score, places, remarks, engravable: serializeMusicXml(composeMusicXml(score, true)) });
};
