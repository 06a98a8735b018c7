import { mkdirSync, rmSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as schema from './schema';

export type Database = LibSQLDatabase<typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  readonly client: Client;
  /** Puts all that was saved into the file itself, and lets it go. */
  readonly close: () => Promise<void>;
}

/** How long a write waits for another program that is writing. Milliseconds; our choice. */
const BUSY_MS = 5000;

const isRemote = (place: string): boolean => /^(libsql|https?|wss?):/.test(place);

/** Removes a database file with its write-ahead log; a remote one is left alone. */
export const removeDatabase = (place: string): void => {
  if (isRemote(place)) return;
  for (const ending of ['', '-wal', '-shm']) rmSync(resolve(place) + ending, { force: true });
};

/**
 * Opens the studio's database and brings its tables up to date. A path is a SQLite file (made when missing, with a
 * write-ahead log); a libsql: or https: address is a remote server of the same kind.
 */
export const openDatabase = async (place: string, migrationsFolder: string): Promise<OpenDatabase> => {
  const file = isRemote(place) ? undefined : resolve(place);
  if (file !== undefined) mkdirSync(dirname(file), { recursive: true });
  const client = createClient(file === undefined ? { url: place } : { url: `file:${file}`, timeout: BUSY_MS });
  if (file !== undefined) {
    await client.execute('PRAGMA journal_mode = WAL');
    // What is answered as saved is on the disk.
    await client.execute('PRAGMA synchronous = FULL');
  }
  // The driver turns foreign keys on for each connection it makes; a test holds it to that.
  await client.execute('PRAGMA foreign_keys = ON');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder });
  const close = async (): Promise<void> => {
    // Whoever copies the one file of a stopped studio has everything.
    if (file !== undefined) await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    client.close();
  };
  return { db, client, close };
};
