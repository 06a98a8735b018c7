import {
  askingListSchema,
  besideSchema,
  createdSchema,
  leftListSchema,
  LEVELS,
  pieceListSchema,
  pieceSchema,
  problemSchema,
  restoreReportSchema,
  rulesAtLevel,
  savedSchema,
  settingsFor,
  studentListSchema,
  studentSchema,
  trialListSchema,
  trialSchema,
  type Piece,
  type Student,
} from '@kettle-step/contract';
import { DEFAULT_HANDS, patternWish } from '@kettle-step/core';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, testServer, type TestServer } from '../../testing/server';

let studio: TestServer;
beforeEach(async () => {
  studio = await testServer();
});
afterEach(() => studio.stop());

const send = (path: string, method: string, body?: unknown, server = studio): Promise<Response> =>
  server.fetch(`api/${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

const detailOf = async (answer: Response): Promise<string> => problemSchema.parse(await answer.json()).detail;

const add = async (name: string): Promise<string> =>
  ((await (await send('students', 'POST', { name })).json()) as { id: string }).id;

const studentOf = async (id: string, server = studio): Promise<Student> =>
  studentSchema.parse(await (await send(`students/${id}`, 'GET', undefined, server)).json());

const list = async (server = studio) =>
  studentListSchema.parse(await (await send('students', 'GET', undefined, server)).json()).students;

const shelf = async () => pieceListSchema.parse(await (await send('pieces', 'GET')).json()).pieces;

const addPiece = async (): Promise<string> => {
  const { name, bytes } = demoPieces()[0]!;
  return createdSchema.parse(await (await bringIn(studio, bytes, `?name=${name}.musicxml`)).json()).id;
};

const pieceOf = async (id: string): Promise<Piece> =>
  pieceSchema.parse(await (await send(`pieces/${id}`, 'GET')).json());

const MEASURE = {
  measuredOn: '2026-02-03',
  right: { span15Mm: 150, span25Mm: 108, pairsMm: { '1-2': 95 } },
  left: { span15Mm: 152, span25Mm: 109 },
};

describe('students', () => {
  it('are added, changed and listed by name', async () => {
    const id = await add('Pip');
    await add('Ada');
    const pip = await studentOf(id);
    expect(pip).toMatchObject({ name: 'Pip', remarks: '', since: null, revision: 1, hands: null, measures: [] });
    const rules = rulesAtLevel({}, LEVELS[1]!);
    const saved = await send(`students/${id}`, 'PUT', { ...pip, name: 'Zoe', rules, baseRevision: 1 });
    expect(savedSchema.parse(await saved.json()).revision).toBe(2);
    expect((await list()).map(({ name }) => name)).toEqual(['Ada', 'Zoe']);
    expect((await studentOf(id)).rules).toEqual(rules);
  });

  it('are not overwritten by a window that knows an older state', async () => {
    const id = await add('Pip');
    await send(`students/${id}`, 'PUT', { name: 'Pip A', baseRevision: 1 });
    const late = await send(`students/${id}`, 'PUT', { name: 'Pip B', baseRevision: 1 });
    expect([late.status, await detailOf(late)]).toEqual([
      409,
      'This student was changed in another window; nothing was overwritten.',
    ]);
    expect((await studentOf(id)).name).toBe('Pip A');
  });

  it('keep every measure of their hands; the last one counts', async () => {
    const id = await add('Pip');
    for (const measuredOn of ['2026-02-03', '2025-02-03'])
      expect(
        (await send(`students/${id}/measures`, 'POST', { ...MEASURE, measuredOn, remark: measuredOn })).status,
      ).toBe(204);
    await send(`students/${id}/measures`, 'POST', {
      ...MEASURE,
      measuredOn: '2026-08-03',
      right: { span15Mm: 156, span25Mm: 112 },
    });
    const { measures, hands } = await studentOf(id);
    expect(measures.map(({ measuredOn }) => measuredOn)).toEqual(['2025-02-03', '2026-02-03', '2026-08-03']);
    expect(hands?.right).toEqual({ span15Mm: 156, span25Mm: 112 });
    expect(measures[1]!.right.pairsMm).toEqual({ '1-2': 95 });
    await send(`students/${id}/measures/${measures[2]!.id}`, 'DELETE');
    expect((await list())[0]!.hands?.right.span15Mm).toBe(150);
  });

  it('have no hands that cannot be', async () => {
    const id = await add('Pip');
    const answer = await send(`students/${id}/measures`, 'POST', {
      ...MEASURE,
      right: { span15Mm: 500, span25Mm: 100 },
    });
    expect(answer.status).toBe(400);
    expect(await detailOf(answer)).toContain('No hand spans 500 mm from thumb to fifth finger');
    expect((await studentOf(id)).measures).toEqual([]);
  });

  it('are what their pieces are worked out with, for as long as those follow them', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    const before = await pieceOf(piece);
    expect([before.student, before.standing.student]).toEqual(['', null]);
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    await send(`students/${id}/measures`, 'POST', MEASURE);
    const rules = rulesAtLevel({}, LEVELS[1]!);
    await send(`students/${id}`, 'PUT', { name: 'Pip', rules, baseRevision: 1 });
    const after = await pieceOf(piece);
    expect(after).toMatchObject({ student: 'Pip', studentId: id, level: LEVELS[1]!.id });
    const student = await studentOf(id);
    expect(after.standing.student).toMatchObject({ id, name: 'Pip' });
    expect(settingsFor(after.standing, after.plan.desk)).toEqual({ hands: student.hands, rules });
    expect(await (await send(`pieces/${piece}/standing`, 'GET')).json()).toEqual(after.standing);

    // A piece with settings of its own keeps them.
    const own = { hands: DEFAULT_HANDS, rules: rulesAtLevel({}, LEVELS[3]!) };
    const desk = { ...after.plan.desk, ...own };
    const { fingers, ribbon } = after.plan;
    await send(`pieces/${piece}/plan`, 'PUT', { baseRevision: 1, fingers, ribbon, desk });
    const settled = await pieceOf(piece);
    expect(settled.level).toBe(LEVELS[3]!.id);
    expect(settingsFor(settled.standing, settled.plan.desk)).toEqual(own);
  });

  it('may have a plan of their own beside the general one, which is looked at bar by bar', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    const own = ((await (await send(`pieces/${piece}/own`, 'POST', { studentId: id })).json()) as { id: string }).id;
    expect(await pieceOf(own)).toMatchObject({ student: 'Pip', generalId: piece, title: (await pieceOf(piece)).title });
    const beside = async (of: string) => besideSchema.parse(await (await send(`pieces/${of}/beside`, 'GET')).json());
    expect(await beside(piece)).toEqual({ general: null, own: [{ id: own, student: 'Pip' }] });
    const { general } = await beside(own);
    expect(general?.seen).toEqual(general?.fingers);

    // The general plan changes: the own one stays as it is, and what was seen stays until it is looked at.
    const { plan } = await pieceOf(piece);
    const fingers = plan.fingers.map((one, index) => (index === 0 ? { ...one, finger: 4 as const } : one));
    await send(`pieces/${piece}/plan`, 'PUT', { ...plan, baseRevision: plan.revision, fingers });
    const changed = (await beside(own)).general!;
    expect(changed.fingers[0]!.finger).toBe(4);
    expect(changed.seen).toEqual(general?.seen);
    expect((await pieceOf(own)).plan.fingers).toEqual(plan.fingers);
    await send(`pieces/${own}/seen`, 'PUT', changed.fingers);
    expect((await beside(own)).general!.seen).toEqual(changed.fingers);
    expect((await send(`pieces/${piece}/seen`, 'PUT', changed.fingers)).status).toBe(400);

    // Without the general plan it stands by itself.
    await send(`pieces/${piece}`, 'DELETE');
    expect(await beside(own)).toEqual({ general: null, own: [] });
  });

  it('play under the house rules, where nothing is settled otherwise for them', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    await send(`students/${id}`, 'PUT', { name: 'Pip', rules: { pairs: 'slide' }, baseRevision: 1 });
    const rules = { chromatic: 'groups', pairs: 'change-at-lifts' };
    expect((await send('house-rules', 'PUT', { rules, baseRevision: 0 })).status).toBe(200);
    const stale = await send('house-rules', 'PUT', { rules: {}, baseRevision: 0 });
    expect([stale.status, await detailOf(stale)]).toEqual([409, expect.stringContaining('another window')]);
    const { standing, plan } = await pieceOf(piece);
    expect(settingsFor(standing, plan.desk).rules).toEqual({ chromatic: 'groups', pairs: 'slide' });
    const wrong = await send('house-rules', 'PUT', { rules: { chromatic: 'sometimes' }, baseRevision: 1 });
    expect(wrong.status).toBe(400);
  });

  it('leave without their pieces or with them, and come back', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    await send(`students/${id}`, 'DELETE');
    expect(await list()).toEqual([]);
    expect((await shelf())[0]).toMatchObject({ student: '', studentId: null });
    await send(`students/${id}/back`, 'POST');
    expect((await shelf())[0]).toMatchObject({ student: 'Pip', studentId: id });
    await send(`students/${id}?pieces=archive`, 'DELETE');
    expect(await shelf()).toEqual([]);
    await send(`students/${id}/back`, 'POST');
    expect((await studentOf(id)).pieces.map(({ id: own }) => own)).toEqual([piece]);
  });

  it('that have left are known until they are thrown away, with all that was kept about them', async () => {
    const [id, there, piece] = [await add('Pip'), await add('Ada'), await addPiece()];
    const left = async () => leftListSchema.parse(await (await send('students/left', 'GET')).json()).students;
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    await send(`students/${id}/measures`, 'POST', MEASURE);
    expect(await left()).toEqual([]);
    // Who has not left is not thrown away.
    expect((await send(`students/left/${id}`, 'DELETE')).status).toBe(404);
    await send(`students/${id}?pieces=archive`, 'DELETE');
    expect(await left()).toMatchObject([{ id, name: 'Pip', leaving: 'archive', pieces: 1 }]);
    expect(await shelf()).toEqual([]);
    expect((await send(`students/left/${id}`, 'DELETE')).status).toBe(204);
    expect(await left()).toEqual([]);
    expect((await send(`students/${id}/back`, 'POST')).status).toBe(404);
    expect((await shelf())[0]).toMatchObject({ id: piece, student: '', studentId: null });
    expect((await list()).map(({ id: one }) => one)).toEqual([there]);
  });

  it('have the trials of their pieces together, the latest first', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    expect(trialListSchema.parse(await (await send(`students/${id}/trials`, 'GET')).json()).trials).toEqual([]);
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    const { revision, fingers, desk, ribbon } = (await pieceOf(piece)).plan;
    const way = (name: 'A' | 'B') => ({ name, fingers: [], moves: [] });
    const trial = (number: string, setOn: string) =>
      trialSchema.parse({
        id: number,
        side: 'left',
        bars: [0, 0],
        numbers: [1, 1],
        passage: 'melody',
        setOn,
        ways: [way('A'), way('B')],
      });
    const trials = [trial('1', '2026-03-01'), trial('2', '2026-03-08')];
    const practice = { ...desk.practice, trials };
    await send(`pieces/${piece}/plan`, 'PUT', { baseRevision: revision, fingers, desk: { ...desk, practice }, ribbon });
    const kept = trialListSchema.parse(await (await send(`students/${id}/trials`, 'GET')).json()).trials;
    expect(kept.map(({ pieceId, trial: { id: own } }) => [pieceId, own])).toEqual([
      [piece, '2'],
      [piece, '1'],
    ]);
    expect((await send('students/nobody/trials', 'GET')).status).toBe(404);
  });

  it('are shown which moves each piece asks for, and in which bars', async () => {
    const piece = await addPiece();
    const { revision, fingers, desk, ribbon } = (await pieceOf(piece)).plan;
    const cells = ribbon.map((cell) => ({
      ...cell,
      moves: cell.bar === 1 ? (['thumb-under'] as const) : [],
    }));
    await send(`pieces/${piece}/plan`, 'PUT', { baseRevision: revision, fingers, desk, ribbon: cells });
    const { pieces } = askingListSchema.parse(await (await send('moves', 'GET')).json());
    const bars = ribbon.filter(({ bar }) => bar === 1).map(({ number }) => number);
    expect(pieces.map(({ id, moves }) => [id, moves])).toEqual([
      [piece, [{ kind: 'thumb-under', bars: [...new Set(bars)].sort((a, b) => a - b) }]],
    ]);
  });

  it('say so when there is no such student', async () => {
    const piece = await addPiece();
    const answers = [
      await send('students/nobody', 'GET'),
      await send('students/nobody', 'PUT', { name: 'X', baseRevision: 1 }),
      await send('students/nobody', 'DELETE'),
      await send('students/nobody/back', 'POST'),
      await send('students/nobody/measures', 'POST', MEASURE),
      await send('students/NO BODY', 'GET'),
      await send(`pieces/${piece}/student`, 'PUT', { studentId: 'nobody' }),
    ];
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 404));
    expect(await detailOf(answers[0]!)).toBe('This student is no longer in the studio.');
    expect(await detailOf(await send('students', 'POST', { name: ' ' }))).toBe(
      'The request could not be read: name: needs a name.',
    );
  });

  it('travel in the archive with their hands and memory checks; those who are there stay as they are', async () => {
    const [id, piece] = [await add('Pip'), await addPiece()];
    await send(`pieces/${piece}/student`, 'PUT', { studentId: id });
    await send(`students/${id}/measures`, 'POST', MEASURE);
    await send(`students/${id}/checks`, 'POST', {
      subject: { kind: 'pattern', wish: patternWish({ tonic: 'D', kind: 'major' }) },
      checkedOn: '2026-03-01',
      outcome: 'passed',
    });
    const made = (await (await send(`pieces/${piece}/own`, 'POST', { studentId: id })).json()) as { id: string };
    await send('house-rules', 'PUT', { rules: { pairs: 'slide' }, baseRevision: 0 });
    const archive = new Uint8Array(await (await studio.fetch('api/archive')).arrayBuffer());
    const restoreInto = async (server: TestServer, bytes: Uint8Array<ArrayBuffer>) => {
      const answer = await server.fetch('api/archive', {
        method: 'POST',
        body: bytes,
        headers: { 'Content-Type': 'application/zip' },
      });
      return restoreReportSchema.parse(await answer.json()).pieces;
    };
    const other = await testServer();
    await restoreInto(other, archive);
    const { pieces: _, ...kept } = await studentOf(id, other);
    const { pieces: __, ...own } = await studentOf(id);
    expect(kept).toEqual({ ...own, revision: 1 });
    // A hand that has grown since is no other piece.
    await send(`students/${id}/measures`, 'POST', { ...MEASURE, measuredOn: '2026-09-01' }, other);
    expect((await restoreInto(other, archive)).map(({ outcome }) => outcome)).toEqual(['same', 'same']);
    expect(await list(other)).toHaveLength(1);
    // The own plan stands beside its general one again, and the house rules hold.
    const ofOwn = besideSchema.parse(await (await send(`pieces/${made.id}/beside`, 'GET', undefined, other)).json());
    expect([ofOwn.general?.id, ofOwn.general?.seen]).toEqual([piece, ofOwn.general?.fingers]);
    expect(await (await send('house-rules', 'GET', undefined, other)).json()).toEqual({
      rules: { pairs: 'slide' },
      revision: 1,
    });

    // An archive from before students had records knows them by name.
    const { 'students.json': __students, ...files } = unzipSync(archive);
    const facts = `pieces/${piece}/piece.json`;
    const older = JSON.parse(Buffer.from(files[facts]!).toString()) as Record<string, unknown>;
    delete older['studentId'];
    const third = await testServer();
    await restoreInto(third, zipSync({ ...files, [facts]: strToU8(JSON.stringify(older)) }));
    expect((await list(third)).map(({ name, pieces }) => [name, pieces])).toEqual([['Pip', 2]]);

    // Students that cannot be read do not keep the pieces back, and the report says so.
    const fourth = await testServer();
    const report = await restoreInto(fourth, zipSync({ ...unzipSync(archive), 'students.json': strToU8('[{]') }));
    expect(report.map(({ title, outcome }) => [title === 'Students', outcome])).toEqual([
      [true, 'refused'],
      [false, 'added'],
      [false, 'added'],
    ]);
    await Promise.all([other, third, fourth].map((server) => server.stop()));
  });
});
