import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { gunzipSync } from 'node:zlib';
import { dirname, join } from 'node:path';
import { createClient } from '@libsql/client';
import {
  createdSchema,
  houseRulesSchema,
  leftListSchema,
  lessonListSchema,
  pieceListSchema,
  pieceSchema,
  studentListSchema,
  trashListSchema,
  versionListSchema,
} from '@kettle-step/contract';
import { ATTRIBUTES, partwise, pitched } from '../../../core/testing/musicxml';
import { bringIn, json, testServer } from '../../testing/server';
import { openDatabase } from '../database/open';

const SHORT = partwise([ATTRIBUTES + pitched('C4', 16)]);
const MIGRATIONS = join(__dirname, '../../migrations');

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
  it('keeps a write-ahead log, and on every connection holds foreign keys, writes through, and overwrites what is deleted', async () => {
    const { client, db, close } = await openDatabase(database, MIGRATIONS);
    expect(existsSync(database)).toBe(true);
    expect((await client.execute('PRAGMA journal_mode')).rows[0]?.['journal_mode']).toBe('wal');
    // Values of SQLite's own documentation (pragma.html, from memory): 2 is FULL.
    const wanted = [
      ['foreign_keys', 1],
      ['synchronous', 2],
      ['secure_delete', 1],
    ] as const;
    const settings = (ask: (pragma: string) => Promise<unknown>) =>
      Promise.all(wanted.map(async ([name]) => [name, await ask(`PRAGMA ${name}`)]));
    for (const _transaction of [1, 2, 3]) {
      expect(await settings(async (pragma) => (await client.execute(pragma)).rows[0]?.[0])).toEqual(wanted);
      await db.transaction(async (tx) => {
        expect(await settings(async (pragma) => Object.values((await tx.all<object>(pragma))[0]!)[0])).toEqual(wanted);
      });
    }
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

  it('holds nothing of what was let go for good', async () => {
    const server = await testServer({ database });
    const { id } = createdSchema.parse(await (await bringIn(server, SHORT)).json());
    await server.fetch(`api/pieces/${id}`, { method: 'DELETE' });
    const later = createClient({ url: `file:${database}`, timeout: 5000 });
    await later.execute("UPDATE trash SET trashed_at = '2020-01-01T00:00:00.000Z'");
    const [{ archive }] = (await later.execute('SELECT archive FROM trash')).rows as unknown as [
      { archive: ArrayBuffer },
    ];
    const packed = Buffer.from(archive).subarray(100, 140);
    later.close();
    await server.fetch('api/trash');
    expect(readFileSync(database).includes(packed)).toBe(false);
    expect(readFileSync(`${database}-wal`).includes(packed)).toBe(false);
    await server.stop();
  });

  it('is brought up to date once, and opened again without harm', async () => {
    for (const _time of [1, 2]) await (await openDatabase(database, MIGRATIONS)).close();
    const client = createClient({ url: `file:${database}` });
    const applied = await client.execute('SELECT count(*) AS n FROM __drizzle_migrations');
    expect(Number(applied.rows[0]?.['n'])).toBeGreaterThan(0);
    client.close();
  });

  /** A studio as the version before the migrations became one left it (revision 3703304), locked by `PHRASE`. */
  const studioFromBefore = (): void => {
    mkdirSync(dirname(database), { recursive: true });
    const made = readFileSync(join(__dirname, '../../testing/fixtures/before-one-migration.sqlite.gz'));
    writeFileSync(database, gunzipSync(made));
  };
  const PHRASE = 'four small words here';
  const unlocked = async () => {
    const server = await testServer({ database });
    const { headers } = await server.fetch('api/access', json('POST', { passPhrase: PHRASE }));
    const headersWithCookie = { Cookie: headers.get('set-cookie')!.split(';')[0]! };
    const ask = (path: string, init: RequestInit = {}) =>
      server.fetch(`api/${path}`, { ...init, headers: { ...headersWithCookie, ...(init.headers as object) } });
    return { server, ask, read: async (path: string): Promise<unknown> => (await ask(path)).json() };
  };

  it('opens a studio from before the migrations became one, with everything in it', async () => {
    studioFromBefore();
    const { server, ask, read } = await unlocked();
    const { students } = studentListSchema.parse(await read('students'));
    expect(students.map(({ name, pieces }) => [name, pieces])).toEqual([
      ['Juno Marsh', 3],
      ['Pip Hallow', 2],
      ['Tamsin Oake', 2],
      ['Ödön Straßer', 0],
    ]);
    expect(leftListSchema.parse(await read('students/left')).students.map(({ name }) => name)).toEqual([
      'Bram Fennick',
    ]);
    const { plan } = pieceSchema.parse(await read('pieces/kite-on-a-string'));
    expect(plan.revision).toBe(2);
    expect(plan.fingers.filter(({ decidedBy }) => decidedBy === 'teacher')).toHaveLength(1);
    const { versions } = versionListSchema.parse(await read('pieces/kite-on-a-string/versions'));
    expect(versions.map(({ name }) => name)).toEqual(['Before the recital']);
    const [trashed] = trashListSchema.parse(await read('trash')).pieces;
    expect(trashed?.title).toBe('F major scale, hands together');
    expect((await ask(`trash/${trashed!.id}/back`, { method: 'POST' })).status).toBe(200);
    expect(houseRulesSchema.parse(await read('house-rules')).rules).toEqual({ repeats: 'never-change' });
    expect((await (await ask('archive')).arrayBuffer()).byteLength).toBeGreaterThan(10_000);
    await server.stop();
  });

  it('finds lessons that were kept before there was search', async () => {
    studioFromBefore();
    const { server, read } = await unlocked();
    const found = async (words: string) =>
      lessonListSchema
        .parse(await read(`lessons?words=${encodeURIComponent(words)}`))
        .lessons.map(({ startsAt }) => startsAt);
    for (const words of ['ubung', 'odon', 'STRASSER', 'schon übung'])
      expect([words, await found(words)]).toEqual([words, ['2026-12-01T15:00']]);
    await server.stop();
  });

  it('puts a backup from before back into a studio whose tables were made in another order', async () => {
    studioFromBefore();
    const backup = `${database}-backups/2026-12-01T10-00-00-daily.sqlite`;
    mkdirSync(dirname(backup));
    renameSync(database, backup);
    const server = await testServer({ database });
    const restored = await server.fetch(`api/backups/${backup.split('/').at(-1)}/restore`, { method: 'POST' });
    expect(restored.status).toBe(204);
    const { pieces } = pieceListSchema.parse(await (await server.fetch('api/pieces')).json());
    expect(pieces.map(({ title, student }) => [title, student])).toContainEqual(['Millrace', 'Juno Marsh']);
    const lessons = await (await server.fetch('api/lessons?words=ubung')).json();
    expect(lessonListSchema.parse(lessons).lessons).toHaveLength(1);
    await server.stop();
  });
});
