import {
  chmodSync,
  closeSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { makeBackup, momentInName, newestBackup } from './backups';
import { holdFile } from './lock';
import * as schema from './schema';
import { DatabaseTrouble, troubleIn, wordTrouble, type TroubleKind } from './trouble';

export type Database = LibSQLDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface OpenDatabase {
  readonly db: Database;
  readonly client: Client;
  /** The file; undefined for a database on a server of its own. */
  readonly file: string | undefined;
  /** Puts a whole file in the place of ours, which is damaged and set aside. Requests that are under way fail. */
  readonly replaceBy: (other: string) => Promise<void>;
  /** Puts all that was saved into the file itself, and lets it go. */
  readonly close: () => Promise<void>;
}

/** How long a write waits for another program that is writing. Milliseconds; our choice. */
const BUSY_MS = 5000;
/** Records of children: nobody else on this machine reads them. */
const OWNER_ONLY = 0o600;

const isRemote = (place: string): boolean => /^(libsql|https?|wss?):/.test(place);

/** What belongs to a database file besides itself: what was saved and is not in it yet. */
const LOGS = ['-wal', '-shm'] as const;
const ENDINGS = ['', ...LOGS] as const;

const trouble = (kind: TroubleKind, file: string, cause?: unknown): DatabaseTrouble =>
  new DatabaseTrouble(kind, wordTrouble(kind, file, newestBackup(file)), { cause });

const MAGIC = 'SQLite format 3\0';

const headOf = (file: string): string => {
  const [opened, head] = [openSync(file, 'r'), Buffer.alloc(MAGIC.length)];
  try {
    readSync(opened, head);
  } finally {
    closeSync(opened);
  }
  return head.toString('latin1');
};

/** Refuses what is plainly no studio, before anything is written into it. */
const lookAt = (file: string): void => {
  if (!existsSync(file)) return;
  if (!statSync(file).isFile()) throw trouble('no-database', file);
  if (statSync(file).size === 0) {
    if (newestBackup(file) !== undefined) throw trouble('empty', file);
    return;
  }
  if (headOf(file) !== MAGIC) throw trouble('no-database', file);
};

interface Journal {
  readonly entries: readonly { readonly when: number }[];
}

/** When each of the migrations that this program knows was made, ms; the oldest first. */
const knownMigrations = (migrationsFolder: string): readonly number[] => {
  const journal = JSON.parse(readFileSync(join(migrationsFolder, 'meta/_journal.json'), 'utf8')) as Journal;
  return journal.entries.map(({ when }) => when);
};

/** When the newest migration that a database has was made, ms; 0 for an empty one. */
const newestApplied = async (client: Client): Promise<number> => {
  const { rows } = await client.execute(
    "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__drizzle_migrations'",
  );
  if (Number(rows[0]?.[0]) === 0) return 0;
  const newest = await client.execute('SELECT max(created_at) FROM __drizzle_migrations');
  return Number(newest.rows[0]?.[0] ?? 0);
};

/** Brings the tables up to date, after a backup where there is something to lose. */
const bringUpToDate = async (
  client: Client,
  db: Database,
  file: string | undefined,
  migrationsFolder: string,
): Promise<void> => {
  const migrations = knownMigrations(migrationsFolder);
  const [oldest = 0, known = 0, applied] = [migrations[0], migrations.at(-1), await newestApplied(client)];
  if (applied > known) throw trouble('newer', file ?? 'The database');
  if (applied > 0 && applied < oldest) throw trouble('too-old', file ?? 'The database');
  if (file !== undefined && applied > 0 && applied < known) await makeBackup(file, 'migration', new Date());
  await migrate(db, { migrationsFolder });
};

/** Connections of the pool; the driver makes them as they are needed and keeps them. Our choice. */
const CONNECTIONS = 6;

/**
 * Has each connection overwrite what is deleted. SQLite has to be told on each; the driver has no place for that, so all are made at
 * once, by as many transactions. Foreign keys and writing through are how the driver's SQLite is built; a test holds it to that.
 */
const overwriteDeleted = async (client: Client): Promise<void> => {
  const all = await Promise.all(Array.from({ length: CONNECTIONS }, () => client.transaction('deferred')));
  for (const one of all) {
    await one.execute('PRAGMA secure_delete = ON');
    await one.commit();
    one.close();
  }
};

/** What each file wants of its connections, and who may read it. */
const prepare = async (client: Client, file: string): Promise<void> => {
  await client.execute('PRAGMA journal_mode = WAL');
  await overwriteDeleted(client);
  for (const ending of ENDINGS) if (existsSync(file + ending)) chmodSync(file + ending, OWNER_ONLY);
};

const connect = async (place: string, file: string | undefined, token: string | undefined): Promise<Client> => {
  const client = createClient(
    file === undefined
      ? { url: place, ...(token ? { authToken: token } : {}) }
      : { url: `file:${file}`, timeout: BUSY_MS, concurrency: CONNECTIONS },
  );
  if (file !== undefined) await prepare(client, file);
  return client;
};

/** Puts a whole file in the place of one that is damaged. Whenever it is broken off, one of the two is there. */
const replaceDamaged = async (client: Client, file: string, other: string): Promise<void> => {
  const [incoming, aside] = [`${file}-incoming`, `${file}-damaged-${momentInName(new Date())}`];
  copyFileSync(other, incoming);
  client.close();
  try {
    for (const ending of ENDINGS) if (existsSync(file + ending)) copyFileSync(file + ending, aside + ending);
    // A log beside a file that it does not belong to would be written into it.
    for (const ending of LOGS) rmSync(file + ending, { force: true });
    renameSync(incoming, file);
  } finally {
    await client.reconnect();
  }
  await prepare(client, file);
};

/**
 * Opens the studio's database and brings its tables up to date. A path is a SQLite file (made when missing, with a
 * write-ahead log) that no other server has open; a libsql: or https: address is a remote server of the same kind. Fails with a
 * `DatabaseTrouble` whose message says what to do.
 * @param fresh - begins with an empty database; what a file holds is gone
 * @param token - lets us into a remote server
 */
export const openDatabase = async (
  place: string,
  migrationsFolder: string,
  fresh = false,
  token?: string,
): Promise<OpenDatabase> => {
  const file = isRemote(place) ? undefined : resolve(place);
  const letGo: (() => void)[] = [];
  try {
    if (file !== undefined) {
      mkdirSync(dirname(file), { recursive: true });
      letGo.push(await holdFile(file));
      if (fresh) for (const ending of ENDINGS) rmSync(file + ending, { force: true });
      lookAt(file);
    }
    const client = await connect(place, file, token);
    letGo.push(() => client.close());
    const db = drizzle(client, { schema });
    await bringUpToDate(client, db, file, migrationsFolder);
    const close = async (): Promise<void> => {
      // Whoever copies the one file of a stopped studio has everything.
      if (file !== undefined) await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
      for (const one of letGo.reverse()) one();
    };
    const replaceBy = async (other: string): Promise<void> => {
      if (file !== undefined) await replaceDamaged(client, file, other);
    };
    return { db, client, file, replaceBy, close };
  } catch (cause) {
    for (const one of letGo.reverse()) one();
    const kind = troubleIn(cause);
    if (cause instanceof DatabaseTrouble || kind === undefined) throw cause;
    throw trouble(kind, file ?? place, cause);
  }
};
