import {
  createdSchema,
  pieceListSchema,
  pieceSchema,
  TRASH_DAYS,
  trashListSchema,
  versionListSchema,
} from '@kettle-step/contract';
import { createClient } from '@libsql/client';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, json, testServer, type TestServer } from '../../testing/server';

const [FIRST] = demoPieces();

describe('the trash', () => {
  let server: TestServer;
  let id: string;
  beforeEach(async () => {
    server = await testServer();
    id = createdSchema.parse(await (await bringIn(server, FIRST!.bytes)).json()).id;
  });
  afterEach(() => server.stop());

  const pieceOf = async (piece = id) => pieceSchema.parse(await (await server.fetch(`api/pieces/${piece}`)).json());
  const shelf = async () => pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;
  const inTrash = async () => trashListSchema.parse(await (await server.fetch('api/trash')).json()).pieces;
  const remove = () => server.fetch(`api/pieces/${id}`, { method: 'DELETE' });
  const bringBack = (trashed: string) => server.fetch(`api/trash/${trashed}/back`, { method: 'POST' });

  it('holds what is removed from the shelf, and gives it back with its fingering, versions and student', async () => {
    const made = await server.fetch('api/students', json('POST', { name: 'Pip Hallow' }));
    await server.fetch(
      `api/pieces/${id}/student`,
      json('PUT', { studentId: ((await made.json()) as { id: string }).id }),
    );
    const { plan } = await pieceOf();
    const fingers = plan.fingers.map((one) => ({ ...one, decidedBy: 'teacher' as const }));
    await server.fetch(`api/pieces/${id}/plan`, json('PUT', { ...plan, fingers, baseRevision: plan.revision }));
    await server.fetch(
      `api/pieces/${id}/versions`,
      json('POST', { name: 'First', kind: 'named', fingers, desk: plan.desk }),
    );
    const before = await pieceOf();

    expect((await remove()).status).toBe(204);
    expect(await shelf()).toEqual([]);
    expect((await remove()).status).toBe(404);
    const [trashed] = await inTrash();
    expect(trashed).toMatchObject({ title: before.title, student: 'Pip Hallow' });

    expect((await bringBack(trashed!.id)).status).toBe(200);
    expect(await inTrash()).toEqual([]);
    const now = await pieceOf();
    expect(now.document).toBe(before.document);
    expect(now.student).toBe('Pip Hallow');
    expect(new Set(now.plan.fingers)).toEqual(new Set(before.plan.fingers));
    const { versions } = versionListSchema.parse(await (await server.fetch(`api/pieces/${id}/versions`)).json());
    expect(versions.map(({ name }) => name)).toEqual(['First']);
    expect((await bringBack(trashed!.id)).status).toBe(404);
  });

  it('deletes what has been there too long', async () => {
    await remove();
    const [trashed] = await inTrash();
    const client = createClient({ url: `file:${server.database}` });
    const daysAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();
    await client.execute({ sql: 'UPDATE trash SET trashed_at = ?', args: [daysAgo(TRASH_DAYS - 1)] });
    expect(await inTrash()).toHaveLength(1);
    await client.execute({ sql: 'UPDATE trash SET trashed_at = ?', args: [daysAgo(TRASH_DAYS + 1)] });
    client.close();
    expect(await inTrash()).toEqual([]);
    expect((await bringBack(trashed!.id)).status).toBe(404);
  });
});
