import {
  dueListSchema,
  problemSchema,
  studentSchema,
  type MemoryCheck,
  type MemorySubject,
} from '@kettle-step/contract';
import { patternWish } from '@kettle-step/core';
import { json, testServer, type TestServer } from '../../testing/server';

const D_MAJOR: MemorySubject = { kind: 'pattern', wish: patternWish({ tonic: 'D', kind: 'major' }) };
const FIVE_FINGERS: MemorySubject = { kind: 'words', words: 'C position' };

describe('memory checks', () => {
  let server: TestServer;
  let pip: string;
  beforeEach(async () => {
    server = await testServer();
    pip = await addStudent('Pip Hallow');
  });
  afterEach(() => server.stop());

  const addStudent = async (name: string): Promise<string> =>
    ((await (await server.fetch('api/students', json('POST', { name }))).json()) as { id: string }).id;
  const check = async (subject: unknown, checkedOn: string, outcome = 'passed', student = pip): Promise<Response> =>
    server.fetch(`api/students/${student}/checks`, json('POST', { subject, checkedOn, outcome }));
  const checksOf = async (student = pip, from = server): Promise<readonly MemoryCheck[]> =>
    studentSchema.parse(await (await from.fetch(`api/students/${student}`)).json()).checks;
  const dueOn = async (day: string) => dueListSchema.parse(await (await server.fetch(`api/due?on=${day}`)).json()).due;

  it('are kept with the student, oldest first, and taken back', async () => {
    expect((await check(D_MAJOR, '2026-04-01')).status).toBe(201);
    await check(FIVE_FINGERS, '2026-03-01', 'not-yet');
    const kept = await checksOf();
    expect(kept.map(({ subject, outcome }) => [subject, outcome])).toEqual([
      [FIVE_FINGERS, 'not-yet'],
      [D_MAJOR, 'passed'],
    ]);
    expect((await server.fetch(`api/students/${pip}/checks/${kept[0]!.id}`, { method: 'DELETE' })).status).toBe(204);
    expect((await server.fetch(`api/students/${pip}/checks/${kept[0]!.id}`, { method: 'DELETE' })).status).toBe(404);
    expect(await checksOf()).toHaveLength(1);
  });

  it('are due on their day and after it, for each student, and another day when the teacher says so', async () => {
    const juno = await addStudent('Juno Marsh');
    await check(D_MAJOR, '2026-04-01', 'not-yet');
    await check(FIVE_FINGERS, '2026-04-01', 'passed', juno);
    expect(await dueOn('2026-04-01')).toEqual([]);
    expect((await dueOn('2026-05-01')).map(({ studentId, subject }) => [studentId, subject])).toEqual(
      expect.arrayContaining([
        [pip, D_MAJOR],
        [juno, FIVE_FINGERS],
      ]),
    );
    expect((await dueOn(`2026-05-01&students=${juno},nobody`)).map(({ studentId }) => studentId)).toEqual([juno]);
    const [first] = await checksOf();
    const put = json('PUT', { dueOn: '2026-06-01' });
    expect((await server.fetch(`api/students/${pip}/checks/${first!.id}`, put)).status).toBe(204);
    expect((await dueOn('2026-05-01')).map(({ studentId }) => studentId)).toEqual([juno]);
    expect((await dueOn('2026-06-01')).find(({ studentId }) => studentId === pip)).toMatchObject({
      dueOn: '2026-06-01',
      lastOn: '2026-04-01',
    });
    await server.fetch(`api/students/${juno}`, { method: 'DELETE' });
    expect(await dueOn('2026-05-01')).toEqual([]);
  });

  it('are refused in words where they are none', async () => {
    expect((await check(D_MAJOR, '2026-04-01', 'passed', 'nobody')).status).toBe(404);
    const nothing = await check({ kind: 'words', words: ' ' }, '2026-04-01');
    expect(nothing.status).toBe(400);
    expect(problemSchema.parse(await nothing.json()).detail).toContain('needs words');
    expect((await check(D_MAJOR, 'soon')).status).toBe(400);
    expect((await server.fetch('api/due')).status).toBe(400);
    const other = json('PUT', { dueOn: null });
    expect((await server.fetch(`api/students/${pip}/checks/none`, other)).status).toBe(404);
  });
});
