import { trainerLogSchema } from '@kettle-step/contract';
import type { TrainerAnswer } from '@kettle-step/core';
import { json, testServer, type TestServer } from '../../testing/server';

const answer = (second: number, isRight: boolean): TrainerAnswer => ({
  key: 'call right 3',
  answeredAt: `2026-03-04T16:00:${String(second).padStart(2, '0')}.000Z`,
  isRight,
  ms: 900,
});

describe('answers in the finger trainer', () => {
  let server: TestServer;
  let pip: string;
  beforeEach(async () => {
    server = await testServer();
    const made = await server.fetch('api/students', json('POST', { name: 'Pip Hallow' }));
    pip = ((await made.json()) as { id: string }).id;
  });
  afterEach(() => server.stop());

  const send = (answers: readonly unknown[], student = pip): Promise<Response> =>
    server.fetch(`api/students/${student}/trainer`, json('POST', { answers }));
  const kept = async (from = server): Promise<readonly TrainerAnswer[]> =>
    trainerLogSchema.parse(await (await from.fetch(`api/students/${pip}/trainer`)).json()).answers;

  it('are kept in order, and once when they are sent again', async () => {
    expect((await send([answer(9, true), answer(3, false)])).status).toBe(204);
    await send([answer(9, true), answer(20, true)]);
    expect(await kept()).toEqual([answer(3, false), answer(9, true), answer(20, true)]);
  });

  it('are refused where they are none, or for nobody', async () => {
    expect((await send([{ ...answer(1, true), ms: -1 }])).status).toBe(400);
    expect((await send([{ ...answer(1, true), answeredAt: 'now' }])).status).toBe(400);
    expect((await send([answer(1, true)], 'nobody')).status).toBe(404);
    expect(await kept()).toEqual([]);
  });

  it('travel in the archive', async () => {
    const many = Array.from({ length: 1200 }, (_, at) => ({
      ...answer(0, at % 3 > 0),
      answeredAt: new Date(Date.UTC(2026, 2, 4) + at * 1000).toISOString(),
    }));
    for (let at = 0; at < many.length; at += 400) await send(many.slice(at, at + 400));
    const archive = await (await server.fetch('api/archive')).arrayBuffer();
    const other = await testServer();
    for (let time = 0; time < 2; time += 1)
      await other.fetch('api/archive', {
        method: 'POST',
        body: archive,
        headers: { 'Content-Type': 'application/zip' },
      });
    const there = await kept(other);
    await other.stop();
    expect(there).toEqual(many);
  });
});
