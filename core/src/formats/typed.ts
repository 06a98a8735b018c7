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

/** The text with a bar of rest in each voice that has no music yet, on the line of its name: so its staff is seen. */
const withRests = (text: string): string => {
  const lines = text.split('\n');
  const body = lines.findIndex((line) => /^K:/.test(line)) + 1;
  const isVoice = (line: string): boolean => /^V:/.test(line);
  return lines
    .map((line, index) => {
      if (body === 0 || index < body || !isVoice(line)) return line;
      const next = lines.slice(index + 1).find((other) => other.trim() !== '');
      const name = line.slice(2).trim().split(/\s/)[0];
      return next === undefined || isVoice(next) ? `[V:${name}]Z|` : line;
    })
    .join('\n');
};

/** Reads the first tune of a text for showing, also while it has no notes; what is stored is read anew from the file. */
export const readTyped = (text: string): Result<TypedMusic, Untypable> => {
  const read = readAbc(withRests(text), 0, true);
  if (read.kind === 'error') {
    const at = 'line' in read.error ? read.error : { line: null, column: null };
    const isEmpty = read.error.code === 'empty';
    return fail({ message: explainAbcError(read.error), line: at.line, column: at.column, isEmpty });
  }
  const { score, places, remarks } = read.value;
  if (score.bars.length === 0) {
    const message = explainAbcError({ code: 'no-notes', first: remarks[0] ?? null });
    return fail({ message, line: null, column: null, isEmpty: true });
  }
  return ok({ score, places, remarks, engravable: serializeMusicXml(composeMusicXml(score, true)) });
};
