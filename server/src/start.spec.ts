import { copyFileSync, cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { gunzipSync } from 'node:zlib';
import { dirname, join } from 'node:path';
import { createClient } from '@libsql/client';
import {
  createdSchema,
  DEFAULT_SETTINGS,
  levelOf,
  LEVELS,
  pieceListSchema,
  pieceSchema,
  rulesAtLevel,
  settingsFor,
  studentListSchema,
  versionListSchema,
} from '@kettle-step/contract';
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
    await later.execute("UPDATE bin SET binned_at = '2020-01-01T00:00:00.000Z'");
    const [{ archive }] = (await later.execute('SELECT archive FROM bin')).rows as unknown as [
      { archive: ArrayBuffer },
    ];
    const packed = Buffer.from(archive).subarray(100, 140);
    later.close();
    await server.fetch('api/bin');
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

  it('takes up a studio from before the music had rows of its own, with what the shelf says of it', async () => {
    // The first four steps, as they were shipped until then.
    const older = join(folder, 'older');
    cpSync(MIGRATIONS, older, { recursive: true });
    const journal = join(older, 'meta/_journal.json');
    const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: unknown[] };
    writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.slice(0, 4) }));
    const before = await openDatabase(database, older);
    const document = SHORT;
    const desk = { settings: { ...DEFAULT_SETTINGS, rules: rulesAtLevel({}, LEVELS[2]!) } };
    for (const [sql, args] of [
      [
        `INSERT INTO pieces (id, title, composer, student, metre, key, bars, notes, document, source, source_name, created_at, updated_at)
         VALUES ('old', 'Old', '', 'Pip', '4/4', 'C major', 1, 1, ?, ?, 'old.xml', '2026-01-05T10:00:00.000Z', '2026-01-05T10:00:00.000Z')`,
        [document, Buffer.from('as it came')],
      ],
      [`INSERT INTO plans (id, piece_id, revision, desk) VALUES (1, 'old', 3, ?)`, [JSON.stringify(desk)]],
      [`INSERT INTO plan_bars VALUES (1, 'right', 1, 2, 'settled', 20, '["shift"]')`, []],
      [`INSERT INTO plan_bars VALUES (1, 'right', 0, 1, 'suggested', 2.7, '[]')`, []],
    ] as const)
      await before.client.execute({ sql, args: [...args] });
    await before.close();

    const server = await testServer({ database });
    const [piece] = pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;
    expect(piece).toMatchObject({
      title: 'Old',
      student: 'Pip',
      level: 'crossing',
      lanes: { right: 's3D9', left: '' },
    });
    const whole = pieceSchema.parse(await (await server.fetch('api/pieces/old')).json());
    expect(whole).toMatchObject({ document, plan: { revision: 3 } });
    expect(await (await server.fetch('api/pieces/old/source')).text()).toBe('as it came');
    await server.stop();
  });

  it('takes up a studio made before students had records: words become students, settings stay the piece’s own', async () => {
    // Made by the version of that time (revision 59be9b0), not by hand.
    mkdirSync(dirname(database), { recursive: true });
    const made = readFileSync(join(__dirname, '../testing/fixtures/before-students.sqlite.gz'));
    writeFileSync(database, gunzipSync(made));
    const server = await testServer({ database });
    const json = async (path: string): Promise<unknown> => (await server.fetch(`api/${path}`)).json();
    const { students } = studentListSchema.parse(await json('students'));
    expect(students.map(({ name, pieces }) => [name, pieces])).toEqual([
      ['Bram Fennick', 1],
      ['Juno Marsh', 3],
      ['Pip Hallow', 2],
      ['Tamsin Oake', 2],
    ]);
    const { pieces } = pieceListSchema.parse(await json('pieces'));
    expect(pieces.map(({ title, student, level }) => [title, student, level]).slice(-2)).toEqual([
      ["The Postman's Gate", 'Pip Hallow', 'intermediate'],
      ['Two on the Stairs', 'Tamsin Oake', 'crossing'],
    ]);
    const { plan, standing } = pieceSchema.parse(await json('pieces/two-on-the-stairs'));
    const { hands, rules } = settingsFor(standing, plan.desk);
    expect([hands.left.span15Mm, rules.pairs, levelOf(rules)?.id]).toEqual([185, 'slide', 'crossing']);
    expect(plan.fingers.filter(({ decidedBy }) => decidedBy === 'teacher')).toHaveLength(4);
    const { versions } = versionListSchema.parse(await json('pieces/two-on-the-stairs/versions'));
    expect(versions.map(({ name }) => name)).toEqual(['First try']);
    const archive = await server.fetch('api/archive');
    expect(archive.status).toBe(200);
    expect((await archive.arrayBuffer()).byteLength).toBeGreaterThan(10_000);
    await server.stop();
  });
});
