import { fail, ok, explainMusicXmlError, type Result } from '@kettle-step/core';
import { explainMusicError, type MusicChoice } from '@kettle-step/core/formats';
import { copyWhole } from '../backup/copy';
import { exportPiece, type Download, type Exported, type NumbersSent } from '../pieces/export';
import { importPiece, readCorrected, type Corrected, type Imported } from '../pieces/import';

/** Heavy work on what somebody has sent: it may take as long as it likes, and is stopped where it takes too long. */
export type Task =
  | { readonly kind: 'import'; readonly bytes: Uint8Array; readonly name: string; readonly choice: MusicChoice }
  | { readonly kind: 'correct'; readonly document: string }
  | {
      readonly kind: 'export';
      readonly document: string;
      readonly exported: Exported;
      readonly form: Download;
      readonly numbers: NumbersSent;
    }
  /** Copies a studio's file. */
  | { readonly kind: 'copy'; readonly file: string; readonly path: string };

/** What each comes to; a failure is told in words for the teacher. */
export interface Outcomes {
  readonly import: Result<Imported, string>;
  readonly correct: Result<Corrected, string>;
  readonly export: Result<Uint8Array, string>;
  /** Whether the copy is whole. */
  readonly copy: Result<boolean, string>;
}

const worded = <T, E>(result: Result<T, E>, words: (error: E) => string): Result<T, string> =>
  result.kind === 'ok' ? result : fail(words(result.error));

/** Does one task. It uses nothing but what the task holds, so it can be done in a thread of its own. */
export const perform = (task: Task): Outcomes[Task['kind']] | Promise<Outcomes[Task['kind']]> => {
  switch (task.kind) {
    case 'import':
      return worded(importPiece(task.bytes, task.name, task.choice), explainMusicError);
    case 'correct':
      return worded(readCorrected(task.document), explainMusicXmlError);
    case 'export':
      return ok(exportPiece(task.document, task.exported, task.form, task.numbers));
    case 'copy':
      return copyWhole(task.file, task.path).then(ok);
  }
};
