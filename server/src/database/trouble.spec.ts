import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { backupFolder } from './backups';
import { openDatabase } from './open';
import { DatabaseTrouble, TROUBLES, troubleIn, wordTrouble } from './trouble';

const MIGRATIONS = join(__dirname, '../../migrations');

describe('a studio’s file that cannot be used', () => {
  let folder: string;
  let file: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
    file = join(folder, 'studio.sqlite');
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  const made = async (): Promise<void> => (await openDatabase(file, MIGRATIONS)).close();
  const troubleOf = async (): Promise<DatabaseTrouble> => {
    const opened = await openDatabase(file, MIGRATIONS).catch((cause: unknown) => cause);
    if (opened instanceof DatabaseTrouble) return opened;
    throw new Error(`no trouble: ${String(opened)}`);
  };

  it('is in use by another server, and free as soon as that has ended', async () => {
    const first = await openDatabase(file, MIGRATIONS);
    const { kind, message } = await troubleOf();
    expect(kind).toBe('in-use');
    expect(message).toContain('Another Kettle Step is running');
    await first.close();
    await made();
  });

  it('is of a newer program', async () => {
    await made();
    const client = createClient({ url: `file:${file}` });
    await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 99999999999999)");
    client.close();
    expect((await troubleOf()).kind).toBe('newer');
  });

  it('is of a program that is too old', async () => {
    await made();
    const client = createClient({ url: `file:${file}` });
    await client.execute('UPDATE __drizzle_migrations SET created_at = 1');
    client.close();
    expect((await troubleOf()).kind).toBe('too-old');
  });

  it('is something else, or damaged, and stays as it is', async () => {
    writeFileSync(file, 'Dear diary, today we played by ear.');
    expect((await troubleOf()).kind).toBe('no-database');
    expect(readFileSync(file, 'utf8')).toContain('Dear diary');
    rmSync(file);
    await made();
    const bytes = readFileSync(file);
    bytes.fill(0x55, 100, 4096);
    writeFileSync(file, bytes);
    expect((await troubleOf()).kind).toBe('damaged');
  });

  it('is empty where a studio was: the newest backup is named', async () => {
    writeFileSync(file, '');
    // Nothing was there: a studio begins.
    await made();
    writeFileSync(file, '');
    mkdirSync(backupFolder(file));
    writeFileSync(join(backupFolder(file), '2026-11-27T10-00-00-daily.sqlite'), '');
    const { kind, message } = await troubleOf();
    expect(kind).toBe('empty');
    expect(message).toContain('2026-11-27T10-00-00-daily.sqlite');
  });

  it('is a folder', async () => {
    mkdirSync(file);
    expect((await troubleOf()).kind).toBe('no-database');
  });

  it('is told in one sentence or two, never as a stack', () => {
    for (const kind of TROUBLES) {
      const words = wordTrouble(kind, 'data/studio.sqlite');
      expect(words).toContain('data/studio.sqlite');
      expect(words).toMatch(/\.$/);
      expect(words).not.toMatch(/SQLITE|at \w+ \(/);
    }
  });

  // Result codes of SQLite (sqlite.org/rescode.html, from memory) and of the system (errno).
  it.each([
    ['SQLITE_FULL', 'full'],
    ['ENOSPC', 'full'],
    ['SQLITE_BUSY_SNAPSHOT', 'busy'],
    ['SQLITE_READONLY_DBMOVED', 'read-only'],
    ['SQLITE_CORRUPT_INDEX', 'damaged'],
    ['SQLITE_CONSTRAINT', undefined],
  ] as const)('%s is %s, however deep it is wrapped', (code, kind) => {
    const inner = Object.assign(new Error('inner'), { code });
    expect(troubleIn(new Error('outer', { cause: new Error('middle', { cause: inner }) }))).toBe(kind);
    expect(troubleIn('no error')).toBeUndefined();
  });
});
