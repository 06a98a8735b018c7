import {
  createdSchema,
  lanesOf,
  NEW_DESK,
  pieceListSchema,
  pieceSchema,
  PROBLEM_MEDIA_TYPE,
  problemSchema,
  savedSchema,
  type Piece,
  versionListSchema,
  versionSchema,
  type Problem,
} from '@kettle-step/contract';
import { bothHands, MAX_FILE_BYTES } from '@kettle-step/core';
import { demoPieces } from '../../../core/testing/demo';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../../core/testing/musicxml';
import { bringIn, testServer, type TestServer } from '../../testing/server';

const SHORT = partwise([ATTRIBUTES + ['C4', 'D4', 'E4', 'F4'].map((name) => pitched(name, 4)).join('')]);

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.stop());

const problemOf = async (response: Response): Promise<Problem> => {
  expect(response.headers.get('content-type')).toContain(PROBLEM_MEDIA_TYPE);
  return problemSchema.parse(await response.json());
};

const shelf = async () => pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;

const add = async (content: string | Uint8Array<ArrayBuffer> = SHORT): Promise<Piece> => {
  const { id } = createdSchema.parse(await (await bringIn(server, content)).json());
  return pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());
};

const save = (
  id: string,
  baseRevision: number,
  plan: Pick<Piece['plan'], 'fingers' | 'ribbon'> & Partial<Piece['plan']>,
): Promise<Response> =>
  server.fetch(`api/pieces/${id}/plan`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ baseRevision, fingers: plan.fingers, ribbon: plan.ribbon, desk: plan.desk ?? NEW_DESK }),
  });

const settingFirst = ({ plan }: Piece, finger: 1 | 2 | 3 | 4 | 5) => ({
  ribbon: plan.ribbon,
  fingers: plan.fingers.map((stored, index) =>
    index === 0 ? { ...stored, finger, decidedBy: 'teacher' as const } : stored,
  ),
});

describe('bringing in a piece', () => {
  it.each(demoPieces())('keeps $name whole, with a suggestion for every note', async ({ bytes }) => {
    const piece = await add(bytes);
    const { score } = openScore(bytes);
    expect(piece.plan.revision).toBe(1);
    expect(piece.plan.fingers.map(({ noteId }) => noteId).sort()).toEqual(score.notes.map(({ id }) => id).sort());
    expect(piece.plan.ribbon).toHaveLength(2 * score.bars.length);
    expect(piece.lanes).toEqual(lanesOf(piece.plan.ribbon));
    expect(await shelf()).toMatchObject([{ id: piece.id, title: score.title, notes: score.notes.length }]);
  });

  it.each([
    ['an empty file', ''],
    ['plain text', 'dear diary'],
    ['a page of HTML', '<html><body/></html>'],
    ['half a file', SHORT.slice(0, SHORT.length / 2)],
    ['entity tricks', SHORT.replace('<score', '<!DOCTYPE s [<!ENTITY a "b">]><score')],
  ])('refuses %s with a reason, and stores nothing', async (_what, content) => {
    const response = await bringIn(server, content);
    expect(response.status).toBe(422);
    const problem = await problemOf(response);
    expect(problem.code).toBe('unreadable-file');
    expect(problem.detail.length).toBeGreaterThan(20);
    expect(await shelf()).toEqual([]);
  });

  it('stands on the shelf by title, letter for letter, and by its own name where titles are alike', async () => {
    const titles = ['Zwei', 'alpha', 'Émile', 'Alpha', 'Alpha', 'Ärger', '10 Bells', '2 Bells'];
    for (const title of titles) await bringIn(server, `X:1\nT:${title}\nM:4/4\nL:1/4\nK:C\nCDEF|`, '?name=tune.abc');
    const list = await shelf();
    expect(list.map(({ title }) => title)).toEqual([...titles].sort());
    const twins = list.filter(({ title }) => title === 'Alpha').map(({ id }) => id);
    expect(twins).toEqual([...twins].sort());
  });

  it('refuses 30 MB before reading them', async () => {
    expect(MAX_FILE_BYTES).toBeLessThan(30 * 1024 * 1024);
    const response = await bringIn(server, new Uint8Array(30 * 1024 * 1024).fill(65));
    expect(response.status).toBe(413);
    expect((await problemOf(response)).code).toBe('too-large');
    expect(await shelf()).toEqual([]);
  });
});

describe('saving a plan', () => {
  it('makes a new revision that holds the teacher’s finger', async () => {
    const piece = await add();
    const response = await save(piece.id, 1, settingFirst(piece, 3));
    expect(savedSchema.parse(await response.json())).toEqual({ revision: 2 });
    const again = pieceSchema.parse(await (await server.fetch(`api/pieces/${piece.id}`)).json());
    expect(again.plan.revision).toBe(2);
    expect(again.plan.fingers).toContainEqual(expect.objectContaining({ finger: 3, decidedBy: 'teacher' }));
  });

  it('refuses a save made from an older revision and overwrites nothing', async () => {
    const piece = await add();
    await save(piece.id, 1, settingFirst(piece, 3));
    const response = await save(piece.id, 1, settingFirst(piece, 4));
    expect(response.status).toBe(409);
    expect(await problemOf(response)).toMatchObject({ code: 'conflict', currentRevision: 2 });
    const again = pieceSchema.parse(await (await server.fetch(`api/pieces/${piece.id}`)).json());
    expect(again.plan.fingers.filter(({ decidedBy }) => decidedBy === 'teacher').map(({ finger }) => finger)).toEqual([
      3,
    ]);
  });

  it('lets exactly one of many saves through that come at once', async () => {
    const piece = await add();
    const answers = await Promise.all(Array.from({ length: 6 }, () => save(piece.id, 1, settingFirst(piece, 2))));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409, 409]);
  });

  it('says what is wrong with a body that is not as agreed', async () => {
    const piece = await add();
    const wrong = { ...settingFirst(piece, 1), fingers: [{ noteId: 'a', finger: 7 }] };
    const response = await save(piece.id, 1, wrong as never);
    expect(response.status).toBe(400);
    expect((await problemOf(response)).detail).toContain('fingers[0].finger');
  });

  it('answers broken JSON with a problem, not a stack trace', async () => {
    const piece = await add();
    const headers = { 'Content-Type': 'application/json' };
    const response = await server.fetch(`api/pieces/${piece.id}/plan`, { method: 'PUT', headers, body: '{' });
    expect(response.status).toBe(400);
    expect(JSON.stringify(await problemOf(response))).not.toContain('at ');
  });
});

describe('what would break a piece', () => {
  const bad = async (response: Promise<Response>, words: string): Promise<void> => {
    const { status, detail } = await problemOf(await response);
    expect([status, detail]).toEqual([400, expect.stringContaining(words)]);
  };

  it('is refused: a note or a bar that is named twice', async () => {
    const piece = await add();
    const { plan } = piece;
    await bad(save(piece.id, 1, { ...plan, fingers: [...plan.fingers, plan.fingers[0]!] }), 'name a note twice');
    await bad(save(piece.id, 1, { ...plan, ribbon: [...plan.ribbon, plan.ribbon[0]!] }), 'names a bar of a hand twice');
    const given = [{ noteId: 'n1', side: 'left' as const }];
    await bad(save(piece.id, 1, { ...plan, desk: { ...NEW_DESK, given: [...given, ...given] } }), 'name a note twice');
  });

  it('is refused: characters that are not text', async () => {
    const piece = await add();
    const { plan } = piece;
    const [first, ...others] = plan.fingers;
    await bad(
      save(piece.id, 1, { ...plan, fingers: [{ ...first!, noteId: 'of-no-note' }, ...others] }),
      'does not have',
    );
    await bad(save(piece.id, 1, { ...plan, fingers: [{ ...first!, noteId: 'a\u0000' }, ...others] }), 'not text');
    const remarks = [{ side: 'right' as const, bar: 0, text: 'ring\u0007' }];
    await bad(save(piece.id, 1, { ...plan, desk: { ...NEW_DESK, remarks } }), 'not text');
    expect((await bringIn(server, SHORT, '?name=a%00b')).status).toBe(400);
  });

  it('is refused: music in which two notes go by one name', async () => {
    const piece = await add();
    const [one, other] = piece.plan.fingers.map(({ noteId }) => noteId) as [string, string];
    const document = piece.document.replace(`"${other}"`, `"${one}"`);
    const response = await server.fetch(`api/pieces/${piece.id}/plan`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...piece.plan, revision: undefined, baseRevision: 1, document }),
    });
    expect((await problemOf(response)).detail).toContain(`both called “${one}”`);
  });
});

describe('files that are made to be slow', () => {
  it.each([
    ['eight megabytes of “<”', '<'.repeat(8 * 1024 * 1024 - 100), 'x.musicxml'],
    ['a bar of a thousand overlays', `X:1\nK:C\nC${'&'.repeat(1200)}C|\n`, 'x.abc'],
  ])(
    'are refused at once: %s',
    async (_what, content, name) => {
      const response = await bringIn(server, content, `?name=${name}`);
      expect(response.status).toBe(422);
    },
    10_000,
  );
});

describe('correcting the music', () => {
  const corrected = (piece: Piece): string => piece.document.replace('<step>F</step>', '<step>G</step>');
  const put = (piece: Piece, baseRevision: number, document: string): Promise<Response> =>
    server.fetch(`api/pieces/${piece.id}/plan`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...piece.plan, revision: undefined, baseRevision, document }),
    });
  const keepVersion = (piece: Piece, name: string, document?: string): Promise<Response> =>
    server.fetch(`api/pieces/${piece.id}/versions`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name, kind: 'named', fingers: piece.plan.fingers, desk: piece.plan.desk, document }),
    });
  const versionsOf = async ({ id }: Piece) =>
    versionListSchema.parse(await (await server.fetch(`api/pieces/${id}/versions`)).json()).versions;

  it('keeps the document as it came along with the plan', async () => {
    const piece = await add();
    expect((await put(piece, 1, corrected(piece))).status).toBe(200);
    const again = pieceSchema.parse(await (await server.fetch(`api/pieces/${piece.id}`)).json());
    expect(again.document).toBe(corrected(piece));
    expect(again.plan.revision).toBe(2);
    expect(again.notes).toBe(4);
  });

  it('refuses what is not music, and music from an older revision; nothing changes', async () => {
    const piece = await add();
    const refused = await put(piece, 1, '<html/>');
    expect(refused.status).toBe(422);
    expect((await problemOf(refused)).detail.length).toBeGreaterThan(20);
    await save(piece.id, 1, piece.plan);
    expect((await put(piece, 1, corrected(piece))).status).toBe(409);
    const again = pieceSchema.parse(await (await server.fetch(`api/pieces/${piece.id}`)).json());
    expect(again.document).toBe(piece.document);
  });

  it('leaves versions the music they were made for, for as long as it differs', async () => {
    const piece = await add();
    await keepVersion(piece, 'Before');
    await put(piece, 1, corrected(piece));
    await keepVersion(piece, 'After');
    await keepVersion(piece, 'From another window', piece.document);
    const facts = (await versionsOf(piece)).map(({ name, sameMusic }) => `${name}: ${sameMusic}`).sort();
    expect(facts).toEqual(['After: true', 'Before: false', 'From another window: false']);
    const before = (await versionsOf(piece)).find(({ name }) => name === 'Before')!;
    const version = versionSchema.parse(
      await (await server.fetch(`api/pieces/${piece.id}/versions/${before.id}`)).json(),
    );
    expect(version.document).toBe(piece.document);
    // Taken back: the versions from before are of the piece's own music again.
    await put(piece, 2, piece.document);
    const back = (await versionsOf(piece)).map(({ name, sameMusic }) => `${name}: ${sameMusic}`).sort();
    expect(back).toEqual(['After: false', 'Before: true', 'From another window: true']);
  });
});

describe('taking a piece out', () => {
  it('exports MusicXML that reads back with the same fingers', async () => {
    const piece = await add();
    await save(piece.id, 1, settingFirst(piece, 3));
    const response = await server.fetch(`api/pieces/${piece.id}/export.musicxml`);
    expect(response.headers.get('content-disposition')).toContain('.musicxml');
    const { score } = openScore(await response.text());
    const stored = new Map(settingFirst(piece, 3).fingers.map(({ noteId, finger }) => [noteId, finger]));
    for (const note of score.notes) expect(note.printed.map(({ finger }) => finger)).toEqual([stored.get(note.id)]);
  });

  it('removes it with its plan', async () => {
    const piece = await add();
    expect((await server.fetch(`api/pieces/${piece.id}`, { method: 'DELETE' })).status).toBe(204);
    expect(await shelf()).toEqual([]);
    expect((await server.fetch(`api/pieces/${piece.id}`)).status).toBe(404);
    expect((await server.fetch(`api/pieces/${piece.id}`, { method: 'DELETE' })).status).toBe(404);
  });
});

describe('what is decided besides the fingers', () => {
  it('is kept with the plan, and is as usual at first', async () => {
    const piece = await add();
    expect(piece.plan.desk).toEqual(NEW_DESK);
    const desk = {
      ...NEW_DESK,
      hands: bothHands({ span15Mm: 160, span25Mm: 115 }),
      rules: { moves: { 'thumb-under': 'untaught' as const } },
      remarks: [{ side: 'right' as const, bar: 0, text: 'Sing the top note' }],
      apart: [{ side: 'left' as const, bar: 0 }],
      given: [{ noteId: piece.plan.fingers[0]!.noteId, side: 'left' as const }],
      writing: 'pencil' as const,
    };
    await save(piece.id, 1, { ...piece.plan, desk });
    const again = pieceSchema.parse(await (await server.fetch(`api/pieces/${piece.id}`)).json());
    expect(again.plan.desk).toEqual(desk);
  });

  it('says how many numbers are written into the exported file', async () => {
    const piece = await add();
    const written = async (): Promise<number> => {
      const response = await server.fetch(`api/pieces/${piece.id}/export.musicxml`);
      return (await response.text()).split('<fingering').length - 1;
    };
    expect(await written()).toBe(4);
    await save(piece.id, 1, { ...piece.plan, desk: { ...NEW_DESK, writing: 'pencil' } });
    expect(await written()).toBe(1);
  });
});

describe('versions of a plan', () => {
  const keep = (id: string, name: string, plan: Piece['plan']): Promise<Response> =>
    server.fetch(`api/pieces/${id}/versions`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name, kind: 'named', fingers: plan.fingers, desk: plan.desk }),
    });
  const list = async (id: string) =>
    versionListSchema.parse(await (await server.fetch(`api/pieces/${id}/versions`)).json()).versions;

  it('are kept by name, given back whole, and go when they are taken away', async () => {
    const piece = await add();
    expect((await keep(piece.id, 'Before the recital', piece.plan)).status).toBe(201);
    const [kept] = await list(piece.id);
    expect(kept).toMatchObject({ name: 'Before the recital', kind: 'named' });
    const address = `api/pieces/${piece.id}/versions/${kept!.id}`;
    const version = versionSchema.parse(await (await server.fetch(address)).json());
    expect(version.fingers).toEqual(piece.plan.fingers);
    expect(version.desk).toEqual(piece.plan.desk);
    expect((await server.fetch(address, { method: 'DELETE' })).status).toBe(204);
    expect(await list(piece.id)).toEqual([]);
    expect((await server.fetch(address)).status).toBe(404);
  });

  it('belong to a piece, and want a name', async () => {
    const piece = await add();
    expect((await keep(piece.id, '  ', piece.plan)).status).toBe(400);
    expect((await keep('no-such-piece', 'A name', piece.plan)).status).toBe(404);
    expect((await server.fetch('api/pieces/no-such-piece/versions')).status).toBe(404);
  });
});

describe('addresses', () => {
  it.each(['api/nothing', 'api/pieces/no-such-piece', 'api/pieces/..%2f..%2fetc', 'elsewhere'])(
    '%s is nowhere',
    async (path) => {
      const response = await server.fetch(path);
      expect(response.status).toBe(404);
      expect((await problemOf(response)).code).toBe('not-found');
    },
  );

  it('are answered with a policy that lets only our own files run', async () => {
    const policy = (await server.fetch('api/pieces')).headers.get('content-security-policy');
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toMatch(/https?:/);
  });
});
