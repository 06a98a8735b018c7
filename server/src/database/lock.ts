import { createClient } from '@libsql/client';
import { DatabaseTrouble, troubleIn, wordTrouble } from './trouble';

/**
 * Holds a studio's file for this server alone: a lock that SQLite itself keeps on a small file beside it, and that the system lets go
 * when the program ends, however it ends.
 * @returns lets it go
 */
export const holdFile = async (file: string): Promise<() => void> => {
  const client = createClient({ url: `file:${file}-lock` });
  try {
    const held = await client.transaction('write');
    return () => {
      held.close();
      client.close();
    };
  } catch (cause) {
    client.close();
    if (troubleIn(cause) === 'busy') throw new DatabaseTrouble('in-use', wordTrouble('in-use', file), { cause });
    throw cause;
  }
};
