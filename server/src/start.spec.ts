import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { pieceListSchema } from '@kettle-step/contract';
import { ATTRIBUTES, partwise, pitched } from '../../core/testing/musicxml';
import { bringIn, testServer } from '../testing/server';
import { openDatabase } from './database/open';

const SHORT = partwise([ATTRIBUTES + pitched('C4', 16)]);
const MIGRATIONS = join(__dirname, '../migrations');

let folder: string;
let database: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
  database = join(folder, 'deep/down/studio.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const titles = async (server: Awaited<ReturnType<typeof testServer>>): Promise<string[]> =>
  pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces.map(({ title }) => title);

describe('starting', () => {
  it('makes the database, and finds the pieces again the next time', async () => {
    const first = await testServer({ database });
    expect((await bringIn(first, SHORT)).status).toBe(201);
    await first.stop();
    const second = await testServer({ database });
    expect(await titles(second)).toHaveLength(1);
    await second.stop();
  });

  it('begins anew when asked to', async () => {
    const first = await testServer({ database });
    await bringIn(first, SHORT);
    await first.stop();
    const second = await testServer({ database, fresh: true });
    expect(await titles(second)).toEqual([]);
    await second.stop();
  });

  it('touches no data when the port is taken', async () => {
    const running = await testServer({ database });
    await bringIn(running, SHORT);
    const port = Number(new URL(running.address).port);
    await expect(testServer({ database, port, fresh: true })).rejects.toMatchObject({ code: 'EADDRINUSE' });
    expect(await titles(running)).toHaveLength(1);
    await running.stop();
  });

  it('lets the port go when the data cannot be prepared', async () => {
    const prepare = () => Promise.reject(new Error('no'));
    await expect(testServer({ database, prepare })).rejects.toThrow('no');
    const next = await testServer({ database });
    await next.stop();
  });
});

describe('the database', () => {
  it('keeps a write-ahead log and holds foreign keys, on every connection', async () => {
    const { client, db, close } = await openDatabase(database, MIGRATIONS);
    expect(existsSync(database)).toBe(true);
    expect((await client.execute('PRAGMA journal_mode')).rows[0]?.['journal_mode']).toBe('wal');
    await db.transaction(async (tx) => {
      const rows = await tx.all<{ foreign_keys: number }>('PRAGMA foreign_keys');
      expect(rows[0]?.foreign_keys).toBe(1);
    });
    await expect(client.execute("INSERT INTO plans (piece_id, revision) VALUES ('nobody', 1)")).rejects.toThrow(
      /FOREIGN KEY/,
    );
    await close();
  });

  it('stands whole in its one file once the studio has stopped', async () => {
    const server = await testServer({ database });
    await bringIn(server, SHORT);
    await server.stop();
    const copied = join(folder, 'copied.sqlite');
    copyFileSync(database, copied);
    const copy = await testServer({ database: copied });
    expect(await titles(copy)).toHaveLength(1);
    await copy.stop();
  });

  it('is brought up to date once, and opened again without harm', async () => {
    for (const _time of [1, 2]) await (await openDatabase(database, MIGRATIONS)).close();
    const client = createClient({ url: `file:${database}` });
    const applied = await client.execute('SELECT count(*) AS n FROM __drizzle_migrations');
    expect(Number(applied.rows[0]?.['n'])).toBeGreaterThan(0);
    client.close();
  });
});
