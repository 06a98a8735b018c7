import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, testServer, type TestServer } from '../../testing/server';
import { openDatabase } from '../database/open';
import { createInline, createThreads, LIMITS, WorkshopFull, type Workshop } from './workshop';

const ROOT = join(__dirname, '../../..');
const WORKER = join(ROOT, 'dist/worker/main.mjs');
const { name, bytes } = demoPieces()[0]!;
const piece = { kind: 'import', bytes, name: `${name}.musicxml`, choice: {} } as const;

/** A legal tune of so many notes: the longer, the longer its fingering takes. */
const tune = (bars: number): Uint8Array =>
  new TextEncoder().encode(`X:1\nT:Long\nM:4/4\nL:1/16\nK:C\n${"CDEFGABcdefgabc'|".repeat(bars)}\n`);
const long = { kind: 'import', bytes: tune(1500), name: 'long.abc', choice: {} } as const;

beforeAll(() => {
  const built = spawnSync('node', ['scripts/build.mjs', 'worker'], { cwd: ROOT });
  expect(built.status).toBe(0);
}, 120_000);

describe('the workshop', () => {
  let workshop: Workshop | undefined;
  const open = (limits = {}): Workshop => (workshop = createThreads(WORKER, { ...LIMITS, ...limits }));
  afterEach(() => workshop?.close());

  it('does in its threads what is done without them', async () => {
    const [apart, here] = [await open().do(piece), await createInline().do(piece)];
    expect(apart).toEqual(here);
    expect(apart).toMatchObject({ kind: 'ok' });
  });

  it('says in words what cannot be read', async () => {
    const refused = { ...piece, bytes: new TextEncoder().encode('<html/>') };
    expect(await open().do(refused)).toEqual(await createInline().do(refused));
    expect(await open().do({ kind: 'correct', document: '<' })).toMatchObject({ kind: 'error' });
  });

  it('copies a studio’s file, and says so where it is damaged', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
    const [file, path] = [join(folder, 'studio.sqlite'), join(folder, 'copy.sqlite')];
    await (await openDatabase(file, join(ROOT, 'server/migrations'))).close();
    const copy = { kind: 'copy', file, path } as const;
    expect(await open().do(copy)).toEqual({ kind: 'ok', value: true });
    rmSync(path);
    const bytes = readFileSync(file);
    bytes.fill(0x55, 4096, 20 * 4096);
    writeFileSync(file, bytes);
    expect(await workshop!.do(copy)).toEqual({ kind: 'ok', value: false });
    expect(existsSync(path)).toBe(false);
    rmSync(folder, { recursive: true });
  });

  it('stops what takes too long, and goes on with the next', async () => {
    const limited = open({ timeMs: 400 });
    await limited.do(piece);
    expect(await limited.do(long)).toEqual({ kind: 'error', error: expect.stringContaining('took too long') });
    expect((await open().do(piece)).kind).toBe('ok');
  });

  it('stops what takes too much memory, and goes on with the next', async () => {
    const limited = open({ memoryMb: 24 });
    expect(await limited.do(long)).toEqual({ kind: 'error', error: expect.stringContaining('too much memory') });
  });

  it('takes no more than can be done soon', async () => {
    const limited = open({ tasks: 2, timeMs: 300 });
    const two = [limited.do(long), limited.do(long)];
    await expect(limited.do(piece)).rejects.toThrow(WorkshopFull);
    await Promise.all(two);
    expect((await open().do(piece)).kind).toBe('ok');
  });

  it('is loud where the fault is ours', async () => {
    const broken = { kind: 'export', document: '<html/>', exported: {}, form: 'mid', numbers: 'plan' } as never;
    await expect(open().do(broken)).rejects.toThrow();
  });
});

describe('a server with a workshop', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await testServer({ worker: WORKER });
  });
  afterEach(() => server.stop());

  it('answers others at once while a long file is read', async () => {
    await bringIn(server, bytes as Uint8Array<ArrayBuffer>, `?name=${name}.musicxml`);
    const reading = bringIn(server, tune(300) as Uint8Array<ArrayBuffer>, '?name=long.abc');
    let isReading = true;
    void reading.then(() => (isReading = false));
    let asked = 0;
    while (isReading && asked < 200) {
      expect((await server.fetch('api/pieces')).status).toBe(200);
      asked += 1;
    }
    // A server that reads between requests would have answered once.
    expect(asked).toBeGreaterThan(5);
    expect((await reading).status).toBe(201);
  }, 30_000);
});
