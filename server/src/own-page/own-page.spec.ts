import { createClient } from '@libsql/client';
import {
  createdSchema,
  linkListSchema,
  madeLinkSchema,
  ownPageSchema,
  pieceSchema,
  standingSchema,
  problemSchema,
  tokenSchema,
} from '@kettle-step/contract';
import { daysLater } from '@kettle-step/core';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, json, testServer, type TestServer } from '../../testing/server';

const [FIRST, SECOND] = demoPieces();
const TODAY = new Date().toISOString().slice(0, 10);

describe('a student’s own page', () => {
  let server: TestServer;
  let pip: string;
  let onList: string;
  let offList: string;

  const idFrom = async (answer: Promise<Response>): Promise<string> =>
    ((await (await answer).json()) as { id: string }).id;
  const addPiece = async (bytes: Uint8Array<ArrayBuffer>, studentId: string): Promise<string> => {
    const { id } = createdSchema.parse(await (await bringIn(server, bytes)).json());
    await server.fetch(`api/pieces/${id}/student`, json('PUT', { studentId }));
    return id;
  };
  const lesson = async (studentId: string, daysAgo: number, items: readonly object[]): Promise<void> => {
    const startsAt = `${daysLater(TODAY, -daysAgo)}T16:00`;
    const { ids } = (await (await server.fetch('api/lessons', json('POST', { studentId, startsAt }))).json()) as {
      ids: string[];
    };
    const facts = {
      startsAt,
      state: 'held',
      items,
      heard: 'SECRET heard',
      decisions: 'SECRET decided',
      baseRevision: 1,
    };
    expect((await server.fetch(`api/lessons/${ids[0]}`, json('PUT', facts))).status).toBe(200);
  };
  const make = async (expiresOn: string | null = null, student = pip) => {
    const answer = await server.fetch(`api/students/${student}/links`, json('POST', { expiresOn }));
    return madeLinkSchema.parse(await answer.json());
  };
  const visit = (token: string, path = ''): Promise<Response> => server.fetch(`api/mine/${token}${path}`);

  beforeEach(async () => {
    server = await testServer();
    pip = await idFrom(server.fetch('api/students', json('POST', { name: 'Pip Hallow', remarks: 'SECRET remark' })));
    onList = await addPiece(FIRST!.bytes, pip);
    offList = await addPiece(SECOND!.bytes, pip);
    await lesson(pip, 9, [{ id: '1', pieceId: offList, words: 'last week’s' }]);
    await lesson(pip, 2, [
      { id: '1', pieceId: onList, bars: '1–4', words: 'hands apart', tempo: 50, remark: 'SECRET note', stumbled: '6' },
      { id: '2', words: 'C position' },
    ]);
  });
  afterEach(() => server.stop());

  it('shows the list of the last lesson and its pieces, and nothing of what the teacher thinks', async () => {
    const { token } = await make();
    expect(tokenSchema.safeParse(token).success).toBe(true);
    const answer = await visit(token);
    expect(answer.headers.get('cache-control')).toBe('no-store');
    const text = await answer.text();
    expect(text).not.toContain('SECRET');
    expect(text).not.toContain('Hallow');
    const page = ownPageSchema.parse(JSON.parse(text));
    expect(page).toMatchObject({ name: 'Pip', setOn: daysLater(TODAY, -2), nextLesson: null });
    expect(page.items.map(({ words, pieceId }) => [words, pieceId])).toEqual([
      ['hands apart', onList],
      ['C position', null],
    ]);
    const piece = pieceSchema.parse(await (await visit(token, `/pieces/${onList}`)).json());
    expect(piece.plan.desk.remarks).toEqual([]);
    expect(piece.student).toBe('Pip');
    const standing = await visit(token, `/pieces/${onList}/standing`);
    expect([standing.status, standingSchema.parse(await standing.json()).student?.name]).toEqual([200, 'Pip']);
  });

  it('shows no piece that is not on the list, nor one of somebody else', async () => {
    const { token } = await make();
    const juno = await idFrom(server.fetch('api/students', json('POST', { name: 'Juno Marsh' })));
    const theirs = await addPiece(FIRST!.bytes, juno);
    await lesson(juno, 1, [{ id: '1', pieceId: theirs }]);
    // Set by mistake: a piece of somebody else on the list is not shown either.
    await lesson(pip, 1, [{ id: '1', pieceId: theirs, words: 'oops' }]);
    for (const id of [offList, theirs, 'nothing', '..%2f..', 'NO'])
      expect([id, (await visit(token, `/pieces/${id}`)).status]).toEqual([id, 404]);
    const page = ownPageSchema.parse(await (await visit(token)).json());
    expect(page.items).toMatchObject([{ pieceId: null, title: '', words: 'oops' }]);
  });

  it('leads nowhere else, and changes nothing', async () => {
    const { token } = await make();
    const paths = [
      '/students',
      '/lessons',
      '/archive',
      '/house-rules',
      `/pieces/${onList}/versions`,
      '/pieces',
      '/links',
    ];
    for (const path of paths) expect([path, (await visit(token, path)).status]).toEqual([path, 404]);
    for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
      for (const path of ['', `/pieces/${onList}`, `/pieces/${onList}/plan`]) {
        const answer = await server.fetch(`api/mine/${token}${path}`, json(method, {}));
        expect([method, path, answer.status]).toEqual([method, path, 404]);
      }
  });

  it('is gone as soon as the link is taken back, is past its day, or its student has left', async () => {
    const [first, past, today] = [await make(), await make(daysLater(TODAY, -2)), await make(daysLater(TODAY, 1))];
    expect((await visit(past.token)).status).toBe(404);
    expect((await visit(today.token)).status).toBe(200);
    const listed = linkListSchema.parse(await (await server.fetch(`api/students/${pip}/links`)).json()).links;
    expect(listed.map(({ id }) => id).sort()).toEqual([first.id, past.id, today.id].sort());
    const take = (student: string) => server.fetch(`api/students/${student}/links/${first.id}`, { method: 'DELETE' });
    expect((await take('somebody-else')).status).toBe(404);
    expect((await visit(first.token)).status).toBe(200);
    expect((await take(pip)).status).toBe(204);
    const refused = await visit(first.token);
    expect(refused.status).toBe(404);
    expect(problemSchema.parse(await refused.json()).detail).toContain('Ask your teacher');
    await server.fetch(`api/students/${pip}`, { method: 'DELETE' });
    expect((await visit(today.token)).status).toBe(404);
    expect((await server.fetch('api/students/nobody/links', json('POST', {}))).status).toBe(404);
  });

  it('is not found by a token that is nearly right, and the token itself is kept nowhere', async () => {
    const { id, token } = await make();
    const secret = token.slice(id.length);
    const other = secret.startsWith('A') ? `B${secret.slice(1)}` : `A${secret.slice(1)}`;
    for (const wrong of [`${id}${other}`, `${'0'.repeat(16)}${secret}`, id, `${id}.`, secret, 'x', `${token}x`])
      expect([wrong, (await visit(wrong)).status]).toEqual([wrong, 404]);
    // At least 128 bits (OWASP on session identifiers asks for 64 of entropy, from memory); here 256.
    expect(Buffer.from(secret, 'base64url')).toHaveLength(32);
    const client = createClient({ url: `file:${server.database}` });
    const { rows } = await client.execute('SELECT * FROM student_links');
    client.close();
    expect(JSON.stringify(rows)).not.toContain(secret);
    const archive = Buffer.from(await (await server.fetch('api/archive')).arrayBuffer());
    expect(archive.includes(secret)).toBe(false);
  });
});
