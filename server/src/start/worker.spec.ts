import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, testServer, type TestServer } from '../../testing/server';
import { openDatabase } from '../database/open';
import { Refused } from '../http/refusals';
import { createInline, createThreads, LIMITS, type PoolLimits, type WorkerPool } from '../worker-pool/pool';
import { TASKS, UNTIMED, type StudioTasks } from './tasks';

const ROOT = join(__dirname, '../../..');
const WORKER = join(ROOT, 'dist/worker/main.mjs');
const { name, bytes } = demoPieces()[0]!;
const piece = [bytes, `${name}.musicxml`, {}] as const;

/** A legal tune of so many notes: the longer, the longer its fingering takes. */
const tune = (bars: number): Uint8Array =>
  new TextEncoder().encode(`X:1\nT:Long\nM:4/4\nL:1/16\nK:C\n${"CDEFGABcdefgabc'|".repeat(bars)}\n`);
const long = [tune(1500), 'long.abc', {}] as const;

beforeAll(() => {
  const built = spawnSync('node', ['scripts/build.mjs', 'worker'], { cwd: ROOT });
  expect(built.status).toBe(0);
}, 120_000);

const here = createInline(TASKS).tasks;

describe('the worker pool', () => {
  let pool: WorkerPool<StudioTasks> | undefined;
  const open = (limits: Partial<PoolLimits> = {}) =>
    (pool = createThreads(TASKS, WORKER, UNTIMED, { ...LIMITS, ...limits })).tasks;
  afterEach(() => pool?.close());

  it('does in its threads what is done without them', async () => {
    const apart = await open().import(...piece);
    expect(apart).toEqual(await here.import(...piece));
    expect(apart).toMatchObject({ kind: 'ok' });
  });

  it('says in words what cannot be read', async () => {
    const refused = [new TextEncoder().encode('<html/>'), 'page.musicxml', {}] as const;
    expect(await open().import(...refused)).toEqual(await here.import(...refused));
    expect(await open().correct('<')).toMatchObject({ kind: 'error' });
  });

  it('copies a studio’s file, and says so where it is damaged', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
    const [file, path] = [join(folder, 'studio.sqlite'), join(folder, 'copy.sqlite')];
    await (await openDatabase(file, join(ROOT, 'server/migrations'))).close();
    const tasks = open();
    expect(await tasks.copy(file, path)).toEqual({ kind: 'ok', value: true });
    rmSync(path);
    const bytes = readFileSync(file);
    bytes.fill(0x55, 4096, 20 * 4096);
    writeFileSync(file, bytes);
    expect(await tasks.copy(file, path)).toEqual({ kind: 'ok', value: false });
    expect(existsSync(path)).toBe(false);
    rmSync(folder, { recursive: true });
  });

  it('stops what takes too long, and goes on with the next', async () => {
    const limited = open({ timeMs: 400 });
    await limited.import(...piece);
    expect(await limited.import(...long)).toEqual({ kind: 'error', error: expect.stringContaining('took too long') });
    expect((await open().import(...piece)).kind).toBe('ok');
  });

  it('stops what takes too much memory, and goes on with the next', async () => {
    const limited = open({ memoryMb: 24 });
    expect(await limited.import(...long)).toEqual({ kind: 'error', error: expect.stringContaining('too much memory') });
  });

  it('takes no more than can be done soon', async () => {
    const limited = open({ tasks: 2, timeMs: 300 });
    const two = [limited.import(...long), limited.import(...long)];
    await expect(limited.import(...piece)).rejects.toThrow(Refused);
    await Promise.all(two);
    expect((await open().import(...piece)).kind).toBe('ok');
  });

  it('is loud where the fault is ours', async () => {
    await expect(open().export('<html/>', {} as never, 'mid', 'plan')).rejects.toThrow();
  });
});

describe('a server with a worker pool', () => {
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
