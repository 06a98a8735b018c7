import { createClient } from '@libsql/client';
import { createdSchema, pieceSchema, versionListSchema, versionSchema } from '@kettle-step/contract';
import fc from 'fast-check';
import { demoPieces } from '../../../core/testing/demo';
import { bringIn, json, testServer, type TestServer } from '../../testing/server';
import { thinnedOut, type EarlierState } from './earlier';

const HOUR = 3_600_000;
const NOW = new Date('2026-11-27T10:30:00.000Z');

const hoursAgo = (hours: number): EarlierState => ({
  id: String(hours),
  createdAt: new Date(NOW.getTime() - hours * HOUR).toISOString(),
});
const left = (states: readonly EarlierState[], now = NOW): readonly string[] => {
  const gone = new Set(thinnedOut(states, now));
  return states.map(({ id }) => id).filter((id) => !gone.has(id));
};

describe('earlier states of a plan', () => {
  it('stay by the hour for a day, by the day for a fortnight, by the week for a year', () => {
    const every = Array.from({ length: 24 * 400 }, (_, hours) => hoursAgo(hours));
    const ages = left(every).map((id) => Number(id) / 24);
    expect(ages.filter((days) => days <= 1)).toHaveLength(25);
    expect(ages.filter((days) => days > 1 && days <= 14).length).toBeGreaterThanOrEqual(12);
    expect(ages.length).toBeLessThan(25 + 14 + 53);
    expect(Math.max(...ages)).toBeGreaterThan(350);
  });

  it('of one hour are the last alone', () => {
    expect(left([hoursAgo(2), hoursAgo(2.1), hoursAgo(2.2)])).toEqual(['2']);
  });

  it('go one after the other in the same way as all at once', () => {
    const ages = fc.uniqueArray(fc.integer({ min: 0, max: 24 * 60 }), { maxLength: 60 });
    fc.assert(
      fc.property(ages, (hours) => {
        const states = [...hours].sort((a, b) => a - b).map(hoursAgo);
        const once = left(states);
        const again = states.filter(({ id }) => once.includes(id));
        expect(left(again)).toEqual(once);
        // The newest is never lost.
        if (states[0]) expect(once[0]).toBe(states[0].id);
      }),
    );
  });
});

describe('saving a plan', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await testServer();
  });
  afterEach(() => server.stop());

  const open = async (id: string) => pieceSchema.parse(await (await server.fetch(`api/pieces/${id}`)).json());
  const versionsOf = async (id: string) =>
    versionListSchema.parse(await (await server.fetch(`api/pieces/${id}/versions`)).json()).versions;
  const saved = async (id: string, first: 2 | 3): Promise<void> => {
    const { plan } = await open(id);
    const fingers = plan.fingers.map((one, index) =>
      index === 0 ? { ...one, finger: first, decidedBy: 'teacher' as const } : one,
    );
    const body = { baseRevision: plan.revision, fingers, desk: plan.desk, ribbon: plan.ribbon };
    expect((await server.fetch(`api/pieces/${id}/plan`, json('PUT', body))).status).toBe(200);
  };
  const age = async (id: string, hours: number): Promise<void> => {
    const file = createClient({ url: `file:${server.database}`, timeout: 5000 });
    const args = [new Date(Date.now() - hours * HOUR).toISOString(), id];
    await file.execute({ sql: 'UPDATE pieces SET updated_at = ? WHERE id = ?', args });
    file.close();
  };

  it('keeps how it stood when it was left an hour or more ago, to be brought back like a version', async () => {
    const { name, bytes } = demoPieces()[0]!;
    const { id } = createdSchema.parse(await (await bringIn(server, bytes, `?name=${name}.musicxml`)).json());
    await age(id, 50);
    await saved(id, 2);
    await saved(id, 3);
    await saved(id, 2);
    expect(await versionsOf(id)).toMatchObject([{ kind: 'earlier', sameMusic: true }]);
    await age(id, 3);
    await saved(id, 3);
    const [latest] = await versionsOf(id);
    const version = versionSchema.parse(await (await server.fetch(`api/pieces/${id}/versions/${latest!.id}`)).json());
    expect(version.fingers[0]).toMatchObject({ finger: 2, decidedBy: 'teacher' });
    expect(Date.now() - Date.parse(version.createdAt)).toBeGreaterThan(2 * HOUR);
    expect(await versionsOf(id)).toHaveLength(2);
  });
});
