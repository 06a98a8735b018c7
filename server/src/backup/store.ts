import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import type { Backup, BackupReason } from '@kettle-step/contract';
import { backupFolder, listBackups, makeBackup } from '../database/backups';
import { isWhole, type CopyTasks } from '../database/copy';
import { openDatabase, type OpenDatabase } from '../database/open';
import { isBroken } from '../database/trouble';
import type { Pooled } from '../worker-pool/pool';

/** Backups of the running studio. */
export interface BackupStore {
  /** The newest first; null where the studio is on a server of its own. */
  readonly list: () => readonly Backup[] | null;
  readonly make: (why: BackupReason) => Promise<void>;
  /** Puts the studio back as it was, after a backup of what it is now. Nothing changes where it fails. */
  readonly restore: (name: string) => Promise<'restored' | 'no-such-backup' | 'damaged'>;
  /** Makes one each day for as long as the program runs. @returns ends it */
  readonly daily: () => () => void;
}

/** How often it is looked whether a day's backup is missing, ms. */
const LOOK_MS = 3_600_000;

/** Who may come in is not of the day of the backup. */
const STAY: ReadonlySet<string> = new Set(['auth', 'sessions']);

interface Table {
  readonly name: string;
  /** Their names in SQL, with commas between them. */
  readonly columns: string;
}

const tablesOf = async (client: Client): Promise<readonly Table[]> => {
  const { rows } = await client.execute(`
    SELECT tables.name, group_concat('"' || columns.name || '"')
    FROM main.sqlite_master AS tables, pragma_table_info(tables.name) AS columns
    WHERE tables.type = 'table' AND tables.name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND tables.name NOT LIKE '\\_\\_%' ESCAPE '\\'
    GROUP BY tables.name`);
  return rows.map((row) => ({ name: String(row[0]), columns: String(row[1]) }));
};

/** Replaces what some tables of a file hold by what another of the same tables holds, at once or not at all. */
const replaceTables = async (file: string, other: string, wanted: (table: string) => boolean): Promise<void> => {
  // A connection of its own: nobody else's requests get between its steps.
  const client = createClient({ url: `file:${file}`, timeout: 5000 });
  try {
    await client.execute('PRAGMA secure_delete = ON');
    await client.execute({ sql: 'ATTACH ? AS other', args: [other] });
    const tables = (await tablesOf(client)).filter(({ name }) => wanted(name));
    await client.migrate([
      ...tables.map(({ name }) => `DELETE FROM main."${name}"`),
      // Columns by name: a table that was altered has them in another order than one that was made so.
      ...tables.map(
        ({ name, columns }) => `INSERT INTO main."${name}" (${columns}) SELECT ${columns} FROM other."${name}"`,
      ),
    ]);
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  } finally {
    client.close();
  }
};

const ignoreBroken = (cause: unknown): void => {
  if (!isBroken(cause)) throw cause;
};

/** A copy of a backup with tables as this program has them. */
const upToDate = async (path: string, folder: string, migrationsFolder: string): Promise<string> => {
  const copy = join(folder, 'studio.sqlite');
  copyFileSync(path, copy);
  await (await openDatabase(copy, migrationsFolder)).close();
  return copy;
};

export const createBackupStore = (
  { file, replaceBy }: Pick<OpenDatabase, 'file' | 'replaceBy'>,
  migrationsFolder: string,
  tasks: Pooled<CopyTasks>,
): BackupStore => {
  const make = async (why: BackupReason): Promise<void> => {
    if (file === undefined) return;
    // Before anybody is answered nobody is held up.
    if (why === 'start') return void (await makeBackup(file, why, new Date()));
    await makeBackup(file, why, new Date(), async (from, to) => {
      const copied = await tasks.copy(from, to);
      return copied.kind === 'ok' && copied.value;
    });
  };
  return {
    list: () => (file === undefined ? null : listBackups(file)),
    make,
    restore: async (name) => {
      if (file === undefined || !listBackups(file).some((backup) => backup.name === name)) return 'no-such-backup';
      const path = join(backupFolder(file), name);
      if (!(await isWhole(path))) return 'damaged';
      const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
      try {
        const copy = await upToDate(path, folder, migrationsFolder);
        try {
          await make('restore');
          await replaceTables(file, copy, (table) => !STAY.has(table));
        } catch (cause) {
          ignoreBroken(cause);
          // Pages of a damaged file can be neither copied nor emptied: the whole file goes, but for who may come in.
          await replaceTables(copy, file, (table) => STAY.has(table)).catch(ignoreBroken);
          await replaceBy(copy);
        }
        return 'restored';
      } finally {
        rmSync(folder, { recursive: true, force: true });
      }
    },
    daily: () => {
      const look = (): void => {
        const today = new Date().toISOString().slice(0, 10);
        const [newest] = file === undefined ? [] : listBackups(file);
        if (newest && !newest.madeAt.startsWith(today)) make('daily').catch((cause: unknown) => console.error(cause));
      };
      const timer = setInterval(look, LOOK_MS);
      timer.unref();
      return () => clearInterval(timer);
    },
  };
};
