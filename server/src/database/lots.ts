import { pause } from './pause';

/**
 * Rows that go into one statement: each statement by itself waits for the disk once, and a long one holds up others while it is put
 * together. Our choice.
 */
const AT_ONCE = 100;

/** Puts many rows in, a lot at a time; requests that came meanwhile are answered in between. */
export const inLots = async <T>(rows: readonly T[], insert: (lot: T[]) => PromiseLike<unknown>): Promise<void> => {
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    if (at > 0) await pause();
    await insert(rows.slice(at, at + AT_ONCE));
  }
};
