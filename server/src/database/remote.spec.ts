import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { createdSchema, pieceListSchema, pieceSchema, problemSchema, savedSchema } from '@kettle-step/contract';
import { demoPieces } from '../../../core/testing/demo';
import { startDatabaseServer, type DatabaseServer } from '../../testing/database-server';
import { bringIn, json, testServer, type TestServer } from '../../testing/server';
import { DatabaseTrouble } from './trouble';

const TOKEN = 'let-me-in';
const { name, bytes } = demoPieces()[0]!;

let folder: string;
let file: string;
let remote: DatabaseServer;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
  file = join(folder, 'remote.sqlite');
  remote = await startDatabaseServer(file, TOKEN);
});
afterEach(async () => {
  await remote.stop().catch(() => undefined);
  rmSync(folder, { recursive: true, force: true });
});

const open = (databaseToken = TOKEN): Promise<TestServer> => testServer({ database: remote.address, databaseToken });
const shelf = async (server: TestServer) =>
  pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;
const troubleOf = async (started: Promise<TestServer>): Promise<DatabaseTrouble> => {
  const outcome = await started.catch((cause: unknown) => cause);
  if (outcome instanceof DatabaseTrouble) return outcome;
  throw new Error(`no trouble: ${String(outcome)}`);
};
/** While something is wrong, the server says so on its own output. */
const quietly = async <T>(work: () => Promise<T>): Promise<T> => {
  const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  try {
    return await work();
  } finally {
    loud.mockRestore();
  }
};

describe('a studio whose database is on a server of its own', () => {
  it('is brought up to date, keeps pieces and plans, and is found again by the next that opens it', async () => {
    let server = await open();
    const { id } = createdSchema.parse(
      await (await bringIn(server, bytes as Uint8Array<ArrayBuffer>, `?name=${name}.musicxml`)).json(),
    );
    const { plan } = pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());
    const { revision: baseRevision, ...content } = plan;
    const saved = await server.fetch(`api/pieces/${id}/plan`, json('PUT', { baseRevision, ...content }));
    expect(savedSchema.parse(await saved.json()).revision).toBe(baseRevision + 1);
    await server.stop();
    server = await open();
    expect((await shelf(server)).map((piece) => piece.id)).toEqual([id]);
    const archive = await server.fetch('api/archive');
    expect((await archive.arrayBuffer()).byteLength).toBeGreaterThan(1000);
    expect(await (await server.fetch('api/backups')).json()).toEqual({ backups: null });
    await server.stop();
  }, 30_000);

  it('is refused in a sentence where the token is wrong, or nobody is there', async () => {
    const { kind, message } = await troubleOf(open('wrong'));
    expect([kind, message]).toEqual(['not-let-in', expect.stringContaining('KETTLE_STEP_DATABASE_TOKEN')]);
    const { address } = remote;
    await remote.stop();
    const nobody = await troubleOf(testServer({ database: address, databaseToken: TOKEN }));
    expect([nobody.kind, nobody.message]).toEqual(['out-of-reach', expect.stringContaining('cannot be reached')]);
  });

  it('says so while it is out of reach, and goes on when it is back', async () => {
    const server = await open();
    const port = Number(new URL(remote.address).port);
    await remote.stop();
    const answer = await quietly(() => server.fetch('api/pieces'));
    expect([answer.status, problemSchema.parse(await answer.json()).code]).toEqual([503, 'unavailable']);
    remote = await startDatabaseServer(file, TOKEN, port);
    expect(await shelf(server)).toEqual([]);
    await server.stop();
  });

  it('says so while another program writes to it', async () => {
    const server = await open();
    const other = await createClient({ url: `file:${file}` }).transaction('write');
    const answer = await quietly(() => server.fetch('api/students', json('POST', { name: 'Pip Hallow' })));
    expect(answer.status).toBe(503);
    await other.rollback();
    expect((await server.fetch('api/students', json('POST', { name: 'Pip Hallow' }))).status).toBe(201);
    await server.stop();
  });
});
