import { explainMusicXmlError, fail, ok, type Result } from '@kettle-step/core';
import { explainMusicError } from '@kettle-step/core/formats';
import { exportPiece } from './export';
import { importPiece, readCorrected } from './import';

const worded = <T, E>(result: Result<T, E>, words: (error: E) => string): Result<T, string> =>
  result.kind === 'ok' ? result : fail(words(result.error));

/** Reading and writing music: heavy, and of whatever somebody sends. */
export const pieceTasks = {
  import: (...given: Parameters<typeof importPiece>) => worded(importPiece(...given), explainMusicError),
  correct: (document: string) => worded(readCorrected(document), explainMusicXmlError),
  export: (...given: Parameters<typeof exportPiece>): Result<Uint8Array, string> => ok(exportPiece(...given)),
};
export type PieceTasks = typeof pieceTasks;
