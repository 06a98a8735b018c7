import { lessonListSchema, problemSchema, type Lesson } from '@kettle-step/contract';
import ICAL from 'ical.js';
import { json, testServer, type TestServer } from '../../testing/server';

describe('the lesson book', () => {
  let server: TestServer;
  let pip: string;
  beforeEach(async () => {
    server = await testServer();
    pip = await addStudent('Pip Hallow');
  });
  afterEach(() => server.stop());

  const addStudent = async (name: string): Promise<string> => {
    const answer = await server.fetch('api/students', json('POST', { name }));
    return ((await answer.json()) as { id: string }).id;
  };
  const listed = async (query = ''): Promise<readonly Lesson[]> =>
    lessonListSchema.parse(await (await server.fetch(`api/lessons${query}`)).json()).lessons;
  const lay = (more: object): Promise<Response> =>
    server.fetch('api/lessons', json('POST', { studentId: pip, startsAt: '2026-10-20T16:00', ...more }));
  const factsOf = ({ id: _, studentId: __, student: ___, revision, ...facts }: Lesson) => ({
    ...facts,
    baseRevision: revision,
  });

  // Clocks are set back on 25 October 2026 (EU directive 2000/84/EC): a lesson stays at its time.
  it('lays a lesson down each week at the same time of the clock, over the end of summer time', async () => {
    expect((await lay({ weeks: 3 })).status).toBe(201);
    expect((await listed()).map(({ startsAt, student }) => [startsAt, student])).toEqual([
      ['2026-10-20T16:00', 'Pip Hallow'],
      ['2026-10-27T16:00', 'Pip Hallow'],
      ['2026-11-03T16:00', 'Pip Hallow'],
    ]);
  });

  it('finds lessons by day, student and words', async () => {
    const juno = await addStudent('Juno Marsh');
    await lay({ weeks: 2 });
    await lay({ studentId: juno, startsAt: '2026-10-22T17:30' });
    const [first] = await listed();
    const facts = { ...factsOf(first!), heard: 'Bar 6 is 100% late' };
    expect((await server.fetch(`api/lessons/${first!.id}`, json('PUT', facts))).status).toBe(200);
    expect(await listed('?from=2026-10-21&to=2026-10-22')).toHaveLength(1);
    expect(await listed(`?student=${pip}`)).toHaveLength(2);
    expect(await listed('?words=bar%206')).toHaveLength(1);
    expect(await listed('?words=100%25')).toHaveLength(1);
    expect(await listed('?words=juno')).toHaveLength(1);
    expect(await listed('?words=zither')).toEqual([]);
    const all = await listed('?words=hallow');
    expect(await listed('?words=hallow&latest=1')).toEqual(all.slice(-1));
    expect((await server.fetch('api/lessons?latest=0')).status).toBe(400);
  });

  it('finds what the teacher wrote and no more, whatever the case and the script', async () => {
    await lay({});
    const [first] = await listed();
    const item = { id: '1', pieceId: 'millrace', words: 'Übung in G', remark: 'Δρόμος' };
    const facts = { ...factsOf(first!), items: [item], heard: 'IŞIK, Straße', decisions: 'ёлка' };
    await server.fetch(`api/lessons/${first!.id}`, json('PUT', facts));
    const found = async (words: string) => (await listed(`?words=${encodeURIComponent(words)}`)).length;
    for (const words of ['übung', 'UBUNG', 'δρομοσ', 'ışık', 'strasse', 'ЕЛКА', 'pip', 'ub hall'])
      expect([words, await found(words)]).toEqual([words, 1]);
    // Names of fields, values that are no words, and ids of pieces are not what the teacher wrote.
    for (const words of ['items', 'null', 'pieceId', 'millrace', 'open', 'bung'])
      expect([words, await found(words)]).toEqual([words, 0]);
  });

  it('has an address for each lesson', async () => {
    await lay({});
    const [first] = await listed();
    expect(await (await server.fetch(`api/lessons/${first!.id}`)).json()).toEqual(first);
    expect((await server.fetch('api/lessons/nothing')).status).toBe(404);
    await server.fetch(`api/students/${pip}`, { method: 'DELETE' });
    expect((await server.fetch(`api/lessons/${first!.id}`)).status).toBe(404);
  });

  it('keeps what is written, and refuses what was written over something newer', async () => {
    await lay({});
    const [lesson] = await listed();
    const items = [{ id: '1', words: 'C major', tempo: 60 }];
    const facts = { ...factsOf(lesson!), state: 'held', items };
    expect((await server.fetch(`api/lessons/${lesson!.id}`, json('PUT', facts))).status).toBe(200);
    const [kept] = await listed();
    expect(kept).toMatchObject({ state: 'held', revision: 2, items: [{ words: 'C major', tempo: 60, state: 'open' }] });
    const late = await server.fetch(`api/lessons/${lesson!.id}`, json('PUT', facts));
    expect(late.status).toBe(409);
    expect(problemSchema.parse(await late.json())).toMatchObject({ code: 'conflict', currentRevision: 2 });
  });

  it('refuses what is no lesson, in words', async () => {
    expect((await lay({ studentId: 'nobody' })).status).toBe(404);
    const bad = await lay({ startsAt: 'tomorrow' });
    expect(bad.status).toBe(400);
    expect(problemSchema.parse(await bad.json()).detail).toBe(
      'The request could not be read: startsAt: is no day and time.',
    );
    expect((await server.fetch('api/lessons/nothing', { method: 'DELETE' })).status).toBe(404);
    expect((await server.fetch('api/lessons?from=soon')).status).toBe(400);
  });

  it('leaves as a calendar that a reader of iCalendar (RFC 5545) reads, in times of the wall’s clock', async () => {
    await lay({ minutes: 45 });
    const [lesson] = await listed();
    const facts = { ...factsOf(lesson!), state: 'missed', heard: 'ill; comma, and\nline' };
    await server.fetch(`api/lessons/${lesson!.id}`, json('PUT', facts));
    const answer = await server.fetch('api/lessons/lessons.ics');
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    const text = await answer.text();
    // Lines end in CRLF and are folded at 75 octets (RFC 5545, 3.1).
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    const [event] = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
    const read = new ICAL.Event(event!);
    expect(read.summary).toBe('Lesson: Pip Hallow');
    expect(read.startDate.toString()).toBe('2026-10-20T16:00:00');
    expect(read.startDate.zone.tzid).toBe('floating');
    expect(read.duration.toSeconds()).toBe(45 * 60);
    expect(read.description).toBe('Heard: ill; comma, and\nline');
    expect(event!.getFirstPropertyValue('status')).toBe('CANCELLED');
  });

  it('leaves as a table in which no words become a formula', async () => {
    await lay({});
    const [lesson] = await listed();
    await server.fetch(`api/lessons/${lesson!.id}`, json('PUT', { ...factsOf(lesson!), heard: '=1+1, "so"' }));
    const text = await (await server.fetch('api/lessons/lessons.csv')).text();
    expect(text.split('\r\n')[0]).toBe('day,time,minutes,student,state,set,heard,decided');
    expect(text.split('\r\n')[1]).toBe(`2026-10-20,16:00,30,Pip Hallow,planned,,"'=1+1, ""so""",`);
  });

  it('goes with its studio: out in an archive, and back into an empty one', async () => {
    await lay({ weeks: 2 });
    const archive = await (await server.fetch('api/archive')).arrayBuffer();
    const other = await testServer();
    const restored = await other.fetch('api/archive', {
      method: 'POST',
      body: archive,
      headers: { 'Content-Type': 'application/zip' },
    });
    expect(restored.status).toBe(200);
    const lessons = lessonListSchema.parse(await (await other.fetch('api/lessons')).json()).lessons;
    await other.stop();
    expect(lessons).toEqual(await listed());
  });
});
