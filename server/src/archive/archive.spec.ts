import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { createClient } from '@libsql/client';
import {
  ARCHIVE_VERSION,
  createdSchema,
  leftListSchema,
  lessonListSchema,
  pieceListSchema,
  pieceSchema,
  problemSchema,
  RESTORE_LINES_TYPE,
  restoreLineSchema,
  restoreReportSchema,
  type RestoreLine,
  versionListSchema,
  versionSchema,
  type Piece,
} from '@kettle-step/contract';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, testServer, type TestServer } from '../../testing/server';
import { openArchive } from './open';

let studio: TestServer;
let other: TestServer;
beforeEach(async () => {
  [studio, other] = [await testServer(), await testServer()];
});
afterEach(() => Promise.all([studio.stop(), other.stop()]));

const archiveOf = async (server: TestServer): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await server.fetch('api/archive')).arrayBuffer());

const restore = (server: TestServer, bytes: Uint8Array<ArrayBuffer>): Promise<Response> =>
  server.fetch('api/archive', { method: 'POST', body: bytes, headers: { 'Content-Type': 'application/zip' } });

const restored = async (server: TestServer, bytes: Uint8Array<ArrayBuffer>) =>
  restoreReportSchema.parse(await (await restore(server, bytes)).json()).pieces;

const add = async (server: TestServer, at = 0): Promise<Piece> => {
  const { name, bytes } = demoPieces()[at]!;
  const { id } = createdSchema.parse(await (await bringIn(server, bytes, `?name=${name}.musicxml`)).json());
  return pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());
};

const pieceOf = async (server: TestServer, id: string): Promise<Piece> =>
  pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());

const shelf = async (server: TestServer) =>
  pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;

const put = (server: TestServer, path: string, method: string, body: unknown): Promise<Response> =>
  server.fetch(path, { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

/** A piece with a version from before its music was corrected. */
const workOn = async (server: TestServer, piece: Piece): Promise<void> => {
  const { fingers, desk, ribbon } = piece.plan;
  await put(server, `api/pieces/${piece.id}/versions`, 'POST', { name: 'Before', kind: 'named', fingers, desk });
  const remarks = [{ side: 'right' as const, bar: 0, text: 'Listen to the bass' }];
  const document = piece.document.replace('<step>C</step>', '<step>D</step>');
  await put(server, `api/pieces/${piece.id}/plan`, 'PUT', {
    baseRevision: 1,
    fingers: fingers.map((one, index) => (index === 3 ? { ...one, decidedBy: 'teacher' as const } : one)),
    desk: { ...desk, remarks },
    ribbon,
    document,
  });
};

const inOrder = (piece: Piece) => ({
  ...piece,
  plan: {
    ...piece.plan,
    revision: 0,
    fingers: [...piece.plan.fingers].sort((a, b) => (a.noteId < b.noteId ? -1 : 1)),
    ribbon: [...piece.plan.ribbon].sort((a, b) => a.bar - b.bar || (a.side < b.side ? -1 : 1)),
  },
});

describe('a studio in an archive', () => {
  it('comes back whole in an empty one: music, plan, remarks, versions and the file that came', async () => {
    const piece = await add(studio, 2);
    await workOn(studio, piece);
    await add(studio, 1);
    const report = await restored(other, await archiveOf(studio));
    expect(report.map(({ outcome }) => outcome)).toEqual(['added', 'added']);
    expect(inOrder(await pieceOf(other, piece.id))).toEqual(inOrder(await pieceOf(studio, piece.id)));
    const versionOf = async (server: TestServer) => {
      const { versions } = versionListSchema.parse(
        await (await server.fetch(`api/pieces/${piece.id}/versions`)).json(),
      );
      return versionSchema.parse(
        await (await server.fetch(`api/pieces/${piece.id}/versions/${versions[0]!.id}`)).json(),
      );
    };
    expect(await versionOf(other)).toEqual(await versionOf(studio));
    expect((await versionOf(other)).document).toBe(piece.document);
    const sourceOf = async (server: TestServer) =>
      Buffer.from(await (await server.fetch(`api/pieces/${piece.id}/source`)).arrayBuffer());
    expect((await sourceOf(other)).equals(await sourceOf(studio))).toBe(true);
    // What was restored makes the same archive, but for the moment it was made.
    const [one, two] = [unzipSync(await archiveOf(studio)), unzipSync(await archiveOf(other))];
    expect(Object.keys(two).sort()).toEqual(Object.keys(one).sort());
  });

  it('changes nothing where it was restored before', async () => {
    await add(studio);
    const bytes = await archiveOf(studio);
    expect((await restored(studio, bytes)).map(({ outcome }) => outcome)).toEqual(['same']);
    expect(await shelf(studio)).toHaveLength(1);
  });

  it('stands beside what was worked on since, once, and overwrites nothing', async () => {
    const piece = await add(studio);
    const bytes = await archiveOf(studio);
    await workOn(studio, piece);
    const now = await pieceOf(studio, piece.id);
    expect((await restored(studio, bytes)).map(({ outcome }) => outcome)).toEqual(['beside']);
    expect((await restored(studio, bytes)).map(({ outcome }) => outcome)).toEqual(['same']);
    expect(await pieceOf(studio, piece.id)).toEqual(now);
    const titles = (await shelf(studio)).map(({ title }) => title);
    expect(titles).toHaveLength(2);
    expect(titles.filter((title) => /archive of \d{4}-\d\d-\d\d/.test(title))).toHaveLength(1);
  });

  it('gives a piece the versions that it does not have yet', async () => {
    const piece = await add(studio);
    const { fingers, desk } = piece.plan;
    const versions = `api/pieces/${piece.id}/versions`;
    await put(studio, versions, 'POST', { name: 'Before', kind: 'named', fingers, desk });
    const bytes = await archiveOf(studio);
    const [kept] = versionListSchema.parse(await (await studio.fetch(versions)).json()).versions;
    await studio.fetch(`${versions}/${kept!.id}`, { method: 'DELETE' });
    expect((await restored(studio, bytes))[0]!.words).toContain('1 version was added');
    expect(versionListSchema.parse(await (await studio.fetch(versions)).json()).versions).toEqual([kept]);
  });
});

describe('an archive on its way', () => {
  const asLines = async (server: TestServer, bytes: Uint8Array<ArrayBuffer>): Promise<readonly RestoreLine[]> => {
    const headers = { 'Content-Type': 'application/zip', Accept: RESTORE_LINES_TYPE };
    const response = await server.fetch('api/archive', { method: 'POST', body: bytes, headers });
    return (await response.text())
      .trim()
      .split('\n')
      .map((line) => restoreLineSchema.parse(JSON.parse(line)));
  };

  it('is told piece by piece to whoever asks for lines', async () => {
    for (const at of [0, 1, 2]) await add(studio, at);
    const lines = await asLines(other, await archiveOf(studio));
    expect(lines.slice(0, -1)).toEqual([1, 2, 3].map((done) => ({ done, of: 3 })));
    expect(lines.at(-1)).toMatchObject({ report: { pieces: [1, 2, 3].map(() => ({ outcome: 'added' })) } });
  });

  it('comes in whole at the next start where it was broken off', async () => {
    const piece = await add(studio, 2);
    await workOn(studio, piece);
    await add(studio, 1);
    const bytes = await archiveOf(studio);
    // As a stop of the program leaves it: accepted, and one of the pieces in.
    await add(other, 1);
    await other.stopAndKeep();
    mkdirSync(`${other.database}-arrival`);
    writeFileSync(`${other.database}-arrival/accepted.zip`, bytes);
    writeFileSync(`${other.database}-arrival/coming.zip`, 'half of another');
    other = await testServer({ database: other.database });
    for (let tries = 0; existsSync(`${other.database}-arrival`) && tries < 100; tries += 1)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect((await shelf(other)).map(({ id }) => id)).toContain(piece.id);
    expect(inOrder(await pieceOf(other, piece.id))).toEqual(inOrder(await pieceOf(studio, piece.id)));
    expect(await restored(other, bytes)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ outcome: 'same' }),
        expect.objectContaining({ outcome: 'same' }),
      ]),
    );
  });

  it('is one at a time', async () => {
    await add(studio);
    const bytes = await archiveOf(studio);
    const statuses = (await Promise.all([restore(other, bytes), restore(other, bytes)])).map(({ status }) => status);
    expect(statuses.sort()).toEqual([200, 503]);
    expect((await restore(other, bytes)).status).toBe(200);
  });

  it('comes after one that trouble broke off, and both are there then', async () => {
    await add(studio, 0);
    const first = await archiveOf(studio);
    const later = await add(other, 1);
    const second = await archiveOf(other);
    await other.fetch(`api/pieces/${later.id}`, { method: 'DELETE' });
    mkdirSync(`${other.database}-arrival`, { recursive: true });
    writeFileSync(`${other.database}-arrival/accepted.zip`, first);
    expect((await restored(other, second)).map(({ outcome }) => outcome)).toEqual(['added']);
    expect(await shelf(other)).toHaveLength(2);
    // One that the disk has lost stands in nobody's way.
    mkdirSync(`${other.database}-arrival`, { recursive: true });
    writeFileSync(`${other.database}-arrival/accepted.zip`, 'gone');
    expect((await restored(other, second)).map(({ outcome }) => outcome)).toEqual(['same']);
  });

  it('that is cut off on its way changes nothing', async () => {
    await add(studio);
    const bytes = await archiveOf(studio);
    const gone = new AbortController();
    const half = new ReadableStream({
      start: (stream) => {
        stream.enqueue(bytes.slice(0, bytes.length / 2));
        setTimeout(() => gone.abort(), 100);
      },
    });
    const headers = { 'Content-Type': 'application/zip' };
    const cut = { method: 'POST', body: half, headers, signal: gone.signal, duplex: 'half' } as RequestInit;
    await expect(other.fetch('api/archive', cut)).rejects.toThrow();
    expect(await shelf(other)).toEqual([]);
    expect((await restored(other, bytes)).map(({ outcome }) => outcome)).toEqual(['added']);
  });

  it('leaves nothing behind on the disk', async () => {
    await add(studio);
    await restore(other, await archiveOf(studio));
    await restore(other, strToU8('not a zip') as Uint8Array<ArrayBuffer>);
    expect(readdirSync(other.folder).filter((name) => name.includes('zip'))).toEqual([]);
    expect(existsSync(`${other.database}-arrival/accepted.zip`)).toBe(false);
  });

  it('brings a student back with years of lessons, each as it was', async () => {
    const { id } = (await (await put(studio, 'api/students', 'POST', { name: 'Pip Hallow' })).json()) as { id: string };
    for (let year = 2014; year < 2026; year += 1)
      await put(studio, 'api/lessons', 'POST', { studentId: id, startsAt: `${year}-01-07T16:00`, weeks: 52 });
    const book = async (server: TestServer) => lessonListSchema.parse(await (await server.fetch('api/lessons')).json());
    const before = await book(studio);
    expect(before.lessons).toHaveLength(12 * 52);
    const bytes = await archiveOf(studio);
    await restored(other, bytes);
    expect(await book(other)).toEqual(before);
    await restored(other, bytes);
    expect(await book(other)).toEqual(before);
  });

  it('brings those who have left back as they left, with the pieces that went with them', async () => {
    const { id } = (await (await put(studio, 'api/students', 'POST', { name: 'Pip' })).json()) as { id: string };
    const piece = await add(studio);
    await put(studio, `api/pieces/${piece.id}/student`, 'PUT', { studentId: id });
    await studio.fetch(`api/students/${id}?pieces=archive`, { method: 'DELETE' });
    expect(await restored(other, await archiveOf(studio))).toMatchObject([{ title: piece.title, outcome: 'added' }]);
    const left = leftListSchema.parse(await (await other.fetch('api/students/left')).json()).students;
    expect(left).toMatchObject([{ id, name: 'Pip', leaving: 'archive', pieces: 1 }]);
    expect(await shelf(other)).toEqual([]);
    await put(other, `api/students/${id}/back`, 'POST', null);
    expect(await shelf(other)).toMatchObject([{ id: piece.id, student: 'Pip', studentId: id }]);
  });

  it('gives a piece whose student did not come along to the student of that name', async () => {
    const piece = await add(studio);
    const { id } = (await (await put(studio, 'api/students', 'POST', { name: 'Pip Hallow' })).json()) as { id: string };
    await put(studio, `api/pieces/${piece.id}/student`, 'PUT', { studentId: id });
    const packed = unzipSync(await archiveOf(studio));
    const path = Object.keys(packed).find(
      (name) => strFromU8(packed[name]!).includes('"studentId"') && name.includes(piece.id),
    )!;
    packed[path] = strToU8(strFromU8(packed[path]!).replace(`"${id}"`, 'null'));
    delete packed['students.json'];
    const there = (await (await put(other, 'api/students', 'POST', { name: 'Pip Hallow' })).json()) as { id: string };
    await restored(other, new Uint8Array(zipSync(packed)));
    expect((await shelf(other)).map(({ studentId, student }) => [studentId, student])).toEqual([
      [there.id, 'Pip Hallow'],
    ]);
  });

  it('puts a piece in with its versions or not at all', async () => {
    const piece = await add(studio);
    await workOn(studio, piece);
    const bytes = await archiveOf(studio);
    const file = createClient({ url: `file:${other.database}`, timeout: 5000 });
    await file.execute(
      "CREATE TRIGGER no_versions BEFORE INSERT ON plan_versions BEGIN SELECT RAISE(ABORT, 'no versions'); END",
    );
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    expect((await restored(other, bytes)).map(({ outcome }) => outcome)).toEqual(['refused']);
    expect(await shelf(other)).toEqual([]);
    expect(loud).toHaveBeenCalled();
    loud.mockRestore();
    await file.execute('DROP TRIGGER no_versions');
    file.close();
    expect((await restored(other, bytes)).map(({ outcome }) => outcome)).toEqual(['added']);
  });
});

describe('a studio of which something cannot be read', () => {
  it('leaves without it, says so, and so does the studio it comes to', async () => {
    await add(studio, 0);
    const broken = await add(studio, 1);
    const file = createClient({ url: `file:${studio.database}`, timeout: 5000 });
    await file.execute({ sql: 'UPDATE plans SET desk = ? WHERE piece_id = ?', args: ['{"hands":7}', broken.id] });
    file.close();
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const bytes = await archiveOf(studio);
    expect(loud.mock.calls[0]![0]).toContain(broken.title);
    loud.mockRestore();
    const report = await restored(other, bytes);
    expect(report.map(({ title, outcome }) => [title === broken.title, outcome])).toEqual([
      [false, 'added'],
      [true, 'refused'],
    ]);
  });
});

describe('other archives', () => {
  const changed = (bytes: Uint8Array, change: (files: Zippable) => void): Uint8Array<ArrayBuffer> => {
    const files: Zippable = { ...unzipSync(bytes) };
    change(files);
    return zipSync(files);
  };
  const manifestWith = (bytes: Uint8Array, more: object): Uint8Array<ArrayBuffer> =>
    changed(bytes, (files) => {
      const manifest = JSON.parse(strFromU8(files['manifest.json'] as Uint8Array)) as object;
      files['manifest.json'] = strToU8(JSON.stringify({ ...manifest, ...more }));
    });

  it('without desk, versions and kept files open all the same', async () => {
    const piece = await add(studio);
    const bytes = changed(await archiveOf(studio), (files) => {
      for (const name of Object.keys(files)) {
        if (/versions\.json$|source$/.test(name)) Reflect.deleteProperty(files, name);
        if (name.endsWith('plan.json')) {
          const { fingers } = JSON.parse(strFromU8(files[name] as Uint8Array)) as { fingers: unknown };
          files[name] = strToU8(JSON.stringify({ fingers }));
        }
      }
    });
    expect((await restored(other, bytes)).map(({ outcome }) => outcome)).toEqual(['added']);
    expect((await pieceOf(other, piece.id)).plan.fingers).toHaveLength(piece.plan.fingers.length);
  });

  it('of another version are refused in words, and so is what is no archive', async () => {
    await add(studio);
    const bytes = await archiveOf(studio);
    const words = async (content: Uint8Array<ArrayBuffer>): Promise<string> => {
      const response = await restore(other, content);
      expect(response.status).toBe(422);
      return problemSchema.parse(await response.json()).detail;
    };
    expect(await words(manifestWith(bytes, { version: ARCHIVE_VERSION + 1 }))).toContain('newer Kettle Step');
    expect(await words(manifestWith(bytes, { version: ARCHIVE_VERSION - 1 }))).toContain('too old');
    expect(await words(zipSync({ 'holiday.txt': strToU8('sun') }))).toContain('holds no studio');
    expect(await words(strToU8('not a zip') as Uint8Array<ArrayBuffer>)).toContain('not a whole .zip');
    expect(await words(bytes.slice(0, bytes.length / 2))).toContain('not a whole .zip');
    expect(await shelf(other)).toEqual([]);
  });

  it('leave out a piece that cannot be read, and take the others', async () => {
    await add(studio, 0);
    const broken = await add(studio, 1);
    const bytes = changed(await archiveOf(studio), (files) => {
      files[`pieces/${broken.id}/piece.musicxml`] = strToU8('<html/>');
      files['../../outside.txt'] = strToU8('leads nowhere');
    });
    const report = await restored(other, bytes);
    expect(report.map(({ outcome }) => outcome).sort()).toEqual(['added', 'refused']);
    expect(report.find(({ outcome }) => outcome === 'refused')!.words.length).toBeGreaterThan(20);
    expect(await shelf(other)).toHaveLength(1);
  });

  it('that are damaged anywhere never do more than be refused', async () => {
    await add(studio);
    const bytes = await archiveOf(studio);
    const readWhole = async (damaged: Uint8Array): Promise<void> => {
      const opened = await openArchive(Buffer.from(damaged));
      if (opened.kind === 'error') return;
      await opened.value.rules();
      for await (const student of opened.value.students()) expect(['read', 'unreadable']).toContain(student.kind);
      for await (const piece of opened.value.pieces()) expect(['read', 'unreadable']).toContain(piece.kind);
      opened.value.close();
    };
    const hits = fc.array(fc.tuple(fc.nat(bytes.length - 1), fc.nat(255)), { minLength: 1, maxLength: 8 });
    await fc.assert(
      fc.asyncProperty(hits, async (all) => {
        const damaged = bytes.slice();
        for (const [at, value] of all) damaged[at] = value;
        await readWhole(damaged);
      }),
      { numRuns: 300 },
    );
  }, 60_000);
});
