import { explainAbcError, readAbc } from '../src/formats/abc';
import type { Score } from '../src/score/score';

/** A tune written as ABC, for tests. */
export const tune = (abc: string): Score => {
  const read = readAbc(abc);
  if (read.kind === 'error') throw new Error(explainAbcError(read.error));
  return read.value.score;
};
