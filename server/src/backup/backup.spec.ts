import {
  closeSync,
  existsSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { createClient } from '@libsql/client';
import {
  backupListSchema,
  lessonListSchema,
  problemSchema,
  studentListSchema,
  type Backup,
} from '@kettle-step/contract';
import { json, testServer, type TestServer } from '../../testing/server';
import { backupFolder, keptBackups } from '../database/backups';
import { isWhole } from '../database/copy';

const daily = (madeAt: string): Backup => ({
  name: `${madeAt}.sqlite`,
  madeAt: `${madeAt}T03:00:00.000Z`,
  why: 'daily',
  bytes: 1,
});

describe('backups', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await testServer();
  });
  afterEach(() => server.stop());

  const add = (name: string): Promise<Response> => server.fetch('api/students', json('POST', { name }));
  const names = async (): Promise<readonly string[]> =>
    studentListSchema.parse(await (await server.fetch('api/students')).json()).students.map(({ name }) => name);
  const listed = async (): Promise<readonly Backup[]> =>
    backupListSchema.parse(await (await server.fetch('api/backups')).json()).backups!;
  const make = (): Promise<Response> => server.fetch('api/backups', { method: 'POST' });
  const restore = (name: string): Promise<Response> =>
    server.fetch(`api/backups/${encodeURIComponent(name)}/restore`, { method: 'POST' });

  it('are whole copies beside the file, and put the studio back as it was, after one of what it is now', async () => {
    await add('Pip Hallow');
    const [pip] = studentListSchema.parse(await (await server.fetch('api/students')).json()).students;
    await server.fetch('api/lessons', json('POST', { studentId: pip!.id, startsAt: '2026-10-20T16:00', weeks: 3 }));
    expect((await make()).status).toBe(201);
    const [backup] = await listed();
    expect(backup).toMatchObject({
      why: 'asked',
      bytes: statSync(join(backupFolder(server.database), backup!.name)).size,
    });
    expect(await isWhole(join(backupFolder(server.database), backup!.name))).toBe(true);

    await server.fetch(`api/students/${pip!.id}`, { method: 'DELETE' });
    await add('Juno Marsh');
    expect((await restore(backup!.name)).status).toBe(204);
    expect(await names()).toEqual(['Pip Hallow']);
    expect(lessonListSchema.parse(await (await server.fetch('api/lessons')).json()).lessons).toHaveLength(3);
    const [before] = (await listed()).filter(({ why }) => why === 'restore');
    expect((await restore(before!.name)).status).toBe(204);
    expect(await names()).toEqual(['Juno Marsh']);
    // What was put back is still there the next time, and goes on being written.
    await add('Bram Fennick');
    expect(await names()).toHaveLength(2);
  });

  const ask = async (sql: string, args: string[] = []) => {
    const client = createClient({ url: `file:${server.database}`, timeout: 5000 });
    const { rows } = await client.execute({ sql, args });
    client.close();
    return rows;
  };
  /** Writes over the first page of a table, as a failing disk does. */
  const damage = async (table: string): Promise<void> => {
    await ask('PRAGMA wal_checkpoint(TRUNCATE)');
    const rows = await ask('SELECT rootpage FROM sqlite_master WHERE name = ?', [table]);
    const file = openSync(server.database, 'r+');
    // SQLite Database File Format, 1.3.2: pages are counted from 1; those of a new file have 4,096 bytes.
    writeSync(file, Buffer.alloc(4096, 0x55), 0, 4096, 4096 * (Number(rows[0]![0]) - 1));
    closeSync(file);
  };
  const setAside = (): readonly string[] =>
    readdirSync(dirname(server.database)).filter((name) => /-damaged-[\dT-]+$/.test(name));

  it('take the place of a file that is damaged, which is set aside as it is', async () => {
    await add('Pip Hallow');
    await make();
    const [backup] = await listed();
    await add('Juno Marsh');
    await ask("UPDATE auth SET secret = 'changed since'");
    await damage('students');
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const told = await server.fetch('api/students');
    expect(told.status).toBe(503);
    expect(problemSchema.parse(await told.json()).detail).toContain('Put back the newest backup');
    // What can be read is answered, and so are the backups.
    expect((await server.fetch('api/pieces')).status).toBe(200);
    expect((await restore(backup!.name)).status).toBe(204);
    loud.mockRestore();

    expect(await names()).toEqual(['Pip Hallow']);
    const [aside] = setAside();
    expect(statSync(join(dirname(server.database), aside!)).size).toBeGreaterThan(4096);
    expect(await isWhole(join(dirname(server.database), aside!))).toBe(false);
    expect(statSync(server.database).mode & 0o777).toBe(0o600);
    // Who may come in is as it was now, not as it was then.
    expect((await ask('SELECT secret FROM auth'))[0]).toMatchObject({ secret: 'changed since' });
    // It goes on from there, on every connection.
    await add('Bram Fennick');
    expect(await names()).toEqual(['Bram Fennick', 'Pip Hallow']);
    expect(await isWhole(server.database)).toBe(true);
    const connections = await Promise.all(Array.from({ length: 12 }, () => server.fetch('api/students')));
    expect(connections.map(({ status }) => status)).toEqual(Array(12).fill(200));
  });

  it('change nothing where they are damaged, or not there', async () => {
    await add('Pip Hallow');
    await make();
    const [backup] = await listed();
    const path = join(backupFolder(server.database), backup!.name);
    const bytes = readFileSync(path);
    bytes.fill(0x55, 4096, 12_288);
    writeFileSync(path, bytes);
    const damaged = await restore(backup!.name);
    expect(damaged.status).toBe(422);
    expect(problemSchema.parse(await damaged.json()).detail).toContain('nothing was changed');
    for (const name of ['nothing', '../studio.sqlite', '..%2f..']) expect((await restore(name)).status).toBe(404);
    expect(await names()).toEqual(['Pip Hallow']);
  });

  it('are made when a studio is started again, and none of a new one', async () => {
    expect(await listed()).toEqual([]);
    await add('Pip Hallow');
    const { database } = server;
    await server.stopAndKeep();
    const again = await testServer({ database });
    const { backups } = backupListSchema.parse(await (await again.fetch('api/backups')).json());
    await again.stop();
    expect(backups!.map(({ why }) => why)).toEqual(['start']);
    server = await testServer();
    rmSync(join(database, '..'), { recursive: true, force: true });
  });

  it('are readable by nobody else on the machine', async () => {
    const before = process.umask(0o077);
    try {
      await make();
    } finally {
      process.umask(before);
    }
    const folder = backupFolder(server.database);
    const [name] = readdirSync(folder);
    expect(statSync(join(folder, name!)).mode & 0o077).toBe(0);
    expect(statSync(server.database).mode & 0o077).toBe(0);
    expect(existsSync(`${server.database}-wal`)).toBe(true);
  });
});

describe('which backups are kept', () => {
  it('is the last of each of 14 days and of 12 months', () => {
    const days = Array.from({ length: 500 }, (_, ago) => {
      const day = new Date(Date.UTC(2026, 10, 27 - ago)).toISOString().slice(0, 10);
      return daily(day);
    });
    const kept = [...keptBackups(days)];
    expect(kept).toHaveLength(14 + 11);
    expect(kept.slice(0, 2)).toEqual(['2026-11-27.sqlite', '2026-11-26.sqlite']);
    expect(kept).toContain('2026-10-31.sqlite');
    expect(kept.at(-1)).toBe('2025-12-31.sqlite');
  });

  it('is the newest of a day with several', () => {
    const at = (time: string): Backup => ({ name: time, madeAt: `2026-11-27T${time}:00.000Z`, why: 'start', bytes: 1 });
    expect([...keptBackups([at('16:00'), at('09:00')])]).toEqual(['16:00']);
    expect([...keptBackups([])]).toEqual([]);
  });
});
