import { chunk } from 'es-toolkit';
import { pause } from './pause';

/**
 * Rows that go into one statement: each statement waits for the disk once, and a long one holds up others while it is put together. Our
 * choice.
 */
const ROWS = 100;

/** Inserts many rows, a batch at a time; requests that came meanwhile are answered in between. */
export const inBatches = async <T>(rows: readonly T[], insert: (batch: T[]) => PromiseLike<unknown>): Promise<void> => {
  for (const [at, batch] of chunk(rows, ROWS).entries()) {
    if (at > 0) await pause();
    await insert(batch);
  }
};
