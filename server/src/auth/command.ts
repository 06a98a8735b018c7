import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { newPassPhraseSchema } from '@kettle-step/contract';
import { fail, ok, type Result } from '@kettle-step/core';
import { openDatabase } from '../database/open';
import type { HashCost } from './hash';
import { openAuth } from './store';

/** Reads a line without showing what is typed. */
export const askHidden = (question: string): Promise<string> =>
  new Promise((resolve) => {
    process.stderr.write(question);
    const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() });
    const lines = createInterface({ input: process.stdin, output: nowhere, terminal: process.stdin.isTTY });
    let line = '';
    lines.once('line', (typed) => {
      line = typed;
      lines.close();
    });
    lines.once('close', () => {
      process.stderr.write('\n');
      resolve(line);
    });
  });

export interface PassPhraseOptions {
  readonly database: string;
  readonly migrations: string;
  /** Takes the pass phrase away. */
  readonly remove: boolean;
  readonly ask: (question: string) => Promise<string>;
  readonly cost?: HashCost;
}

/**
 * Sets, changes or takes away the pass phrase of a studio that is not running: whoever can write its file may. Gives one sentence
 * on what was done or why not.
 */
export const changePassPhrase = async (options: PassPhraseOptions): Promise<Result<string, string>> => {
  const { database, migrations, remove, ask, cost } = options;
  const phrase = remove ? null : await ask('New pass phrase (four words or more): ');
  const said = phrase === null ? undefined : newPassPhraseSchema.safeParse(phrase);
  if (said?.success === false) return fail(`The pass phrase ${said.error.issues[0]?.message}; nothing was changed.`);
  const { db, close } = await openDatabase(database, migrations);
  try {
    await (await openAuth(db, cost)).setPassPhrase(phrase);
    return ok(
      phrase === null ? 'The studio has no pass phrase any more.' : 'The pass phrase is set; every window is locked.',
    );
  } finally {
    await close();
  }
};
