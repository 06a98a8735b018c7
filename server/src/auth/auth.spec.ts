import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { accessSchema, problemSchema } from '@kettle-step/contract';
import type { Router } from 'express';
import { json, testServer, type TestServer } from '../../testing/server';
import { apiRooms } from '../start/api';
import type { Rooms } from '../start/rooms';
import { StartRefused } from '../start/start';
import { changePassPhrase } from './command';

const PHRASE = 'brown kettle, second step';
const OTHER = 'another kettle, third step';
const hashCost = { cost: 16, blockSize: 1, parallelization: 1 };
const MIGRATIONS = join(__dirname, '../../migrations');

let server: TestServer;
beforeEach(async () => {
  server = await testServer({ hashCost });
});
afterEach(() => server.stop());

const change = (passPhrase: string, current: string | null = null, cookie = '') =>
  server.fetch('api/access/pass-phrase', withCookie(json('PUT', { current, passPhrase }), cookie));
const unlock = (passPhrase: string, more: Readonly<Record<string, string>> = {}) => {
  const init = json('POST', { passPhrase });
  return server.fetch('api/access', { ...init, headers: { ...init.headers, ...more } });
};
const withCookie = (init: RequestInit, cookie: string): RequestInit => ({
  ...init,
  headers: { ...init.headers, Cookie: cookie },
});
const cookieOf = (answer: Response): string => answer.headers.get('set-cookie')?.split(';')[0] ?? '';
const see = (path: string, cookie = '') => server.fetch(path, { headers: { Cookie: cookie } });
const codeOf = async (answer: Response) => problemSchema.parse(await answer.json()).code;
const accessOf = async (answer: Response) => accessSchema.parse(await answer.json());

describe('a studio without a pass phrase', () => {
  it('is open on this machine', async () => {
    expect(await accessOf(await see('api/access'))).toEqual({ hasPassPhrase: false, isOpen: true });
    expect((await see('api/pieces')).status).toBe(200);
  });

  it('is closed to what comes through another server, which may serve anybody', async () => {
    for (const name of ['X-Forwarded-For', 'Forwarded', 'Via', 'X-Real-IP']) {
      const passedOn = { headers: { [name]: '192.0.2.7' } };
      expect(await codeOf(await server.fetch('api/pieces', passedOn))).toBe('forbidden');
      const init = json('PUT', { current: null, passPhrase: PHRASE });
      const set = { ...init, headers: { ...init.headers, ...passedOn.headers } };
      expect((await server.fetch('api/access/pass-phrase', set)).status).toBe(403);
    }
  });

  it.each([
    [{ host: '0.0.0.0' }, 'HOST=0.0.0.0'],
    [{ names: ['studio.home'] }, 'KETTLE_STEP_NAMES=studio.home'],
  ])('is not served beyond it: %j', async (more, said) => {
    const started = testServer({ hashCost, ...more });
    await expect(started).rejects.toThrow(StartRefused);
    await expect(started).rejects.toThrow(said);
  });
});

describe('a pass phrase', () => {
  it.each(['', 'short', 'fourteen chars', 'x'.repeat(201), 'has \u0000 in the middle of it'])(
    'is not taken as %j',
    async (phrase) => {
      expect((await change(phrase)).status).toBe(400);
      expect((await accessOf(await see('api/access'))).hasPassPhrase).toBe(false);
    },
  );

  it('locks every window but the one that set it', async () => {
    const cookie = cookieOf(await change(PHRASE));
    expect((await see('api/pieces', cookie)).status).toBe(200);
    expect((await see('api/pieces')).status).toBe(401);
    expect(await accessOf(await see('api/access'))).toEqual({ hasPassPhrase: true, isOpen: false });
  });

  it('unlocks a window, which can be locked again', async () => {
    await change(PHRASE);
    expect(await codeOf(await unlock('not this one at all'))).toBe('forbidden');
    const cookie = cookieOf(await unlock(PHRASE));
    expect((await see('api/students', cookie)).status).toBe(200);
    expect((await server.fetch('api/access', withCookie({ method: 'DELETE' }, cookie))).status).toBe(204);
    expect(await codeOf(await see('api/students', cookie))).toBe('locked');
  });

  it('is changed by whoever knows it, and ends every session', async () => {
    const old = cookieOf(await change(PHRASE));
    expect((await change(OTHER, null, old)).status).toBe(403);
    expect((await change(OTHER, 'not this one at all', old)).status).toBe(403);
    expect((await change(OTHER, PHRASE)).status).toBe(200);
    expect((await see('api/pieces', old)).status).toBe(401);
    expect((await unlock(PHRASE)).status).toBe(403);
    expect((await unlock(OTHER)).status).toBe(200);
  });

  it('is tried ten times in a quarter of an hour, also through a server in front, by each address', async () => {
    await change(PHRASE);
    const from = { 'X-Forwarded-For': '192.0.2.7' };
    for (let tries = 0; tries < 10; tries += 1) expect((await unlock('not this one', from)).status).toBe(403);
    expect(await codeOf(await unlock(PHRASE, from))).toBe('too-many');
    expect((await unlock(PHRASE, { 'X-Forwarded-For': '192.0.2.8' })).status).toBe(200);
  });

  it('lets the studio be served beyond this machine', async () => {
    await change(PHRASE);
    await server.stopAndKeep();
    const beyond = await testServer({ hashCost, database: server.database, host: '0.0.0.0', names: ['studio.home'] });
    expect((await fetch(new URL('api/health', beyond.address.replace('0.0.0.0', '127.0.0.1')))).status).toBe(200);
    await beyond.stop();
    server = await testServer({ hashCost, database: server.database });
  });
});

describe('a session', () => {
  it('is a cookie that no script sees and no other page sends, and over TLS only there', async () => {
    const plain = (await change(PHRASE)).headers.get('set-cookie')!;
    expect(plain).toContain('HttpOnly');
    expect(plain).toContain('SameSite=Strict');
    expect(plain).not.toContain('Secure');
    const tls = await unlock(PHRASE, { 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '192.0.2.7' });
    expect(tls.headers.get('set-cookie')).toContain('Secure');
  });

  it('begins anew with each unlocking', async () => {
    await change(PHRASE);
    const first = cookieOf(await unlock(PHRASE));
    const second = cookieOf(await unlock(PHRASE, { Cookie: first }));
    expect(second).not.toBe(first);
    expect((await see('api/pieces', first)).status).toBe(401);
  });

  it('outlives the program, and is kept as a hash of what the cookie holds', async () => {
    const cookie = cookieOf(await change(PHRASE));
    await server.stopAndKeep();
    const file = createClient({ url: `file:${server.database}` });
    const { rows } = await file.execute('SELECT id, data FROM sessions');
    file.close();
    expect(rows).toHaveLength(1);
    const sent = decodeURIComponent(cookie.split('=')[1]!).slice(2).split('.')[0]!;
    expect(JSON.stringify(rows)).not.toContain(sent);
    server = await testServer({ hashCost, database: server.database });
    expect((await see('api/pieces', cookie)).status).toBe(200);
  });

  it('ends by itself', async () => {
    const cookie = cookieOf(await change(PHRASE));
    const file = createClient({ url: `file:${server.database}`, timeout: 5000 });
    await file.execute('UPDATE sessions SET expires_at = 1000');
    file.close();
    expect((await see('api/pieces', cookie)).status).toBe(401);
  });

  it('cannot be made up', async () => {
    await change(PHRASE);
    for (const cookie of ['kettle-step=s%3Aabc.def', 'kettle-step=1', 'kettle-step='])
      expect((await see('api/pieces', cookie)).status).toBe(401);
  });
});

/** What Express keeps of a route: how it is asked for, and where. */
interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
}

describe('while it is locked', () => {
  /** Every route that is registered, as the server mounts them. */
  const routes = apiRooms({} as Rooms).flatMap(({ at, routes, whileLocked }) =>
    routes
      .flatMap((router: Router) => router.stack as unknown as readonly Layer[])
      .flatMap(({ route }) =>
        Object.keys(route?.methods ?? {}).map((method) => ({
          method: method.toUpperCase(),
          path: `${at}${route!.path}`.replace(/:\w+/g, 'some-id').replace(/\/$/, ''),
          whileLocked,
        })),
      ),
  );
  const ask = ({ method, path }: { readonly method: string; readonly path: string }) =>
    server.fetch(path.slice(1), { method });

  it('no route answers but those of the door itself, and a student’s own link', async () => {
    await change(PHRASE);
    expect(routes.length).toBeGreaterThan(50);
    const answered: string[] = [];
    for (const route of routes) {
      const { status } = await ask(route);
      if (status !== 401) answered.push(`${route.method} ${route.path}`);
      expect([route.path, route.whileLocked]).toEqual([route.path, status !== 401]);
    }
    expect([...new Set(answered)].sort()).toEqual([
      'DELETE /api/access',
      'GET /api/access',
      'GET /api/health',
      'GET /api/mine/some-id',
      'GET /api/mine/some-id/pieces/some-id',
      'GET /api/mine/some-id/pieces/some-id/standing',
      'POST /api/access',
      'PUT /api/access/pass-phrase',
    ]);
  });

  it('health says nothing of what the studio holds', async () => {
    expect(await (await see('api/health')).json()).toEqual({ ready: true });
  });
});

describe('putting a backup back', () => {
  it('leaves the pass phrase and the sessions of today', async () => {
    await server.fetch('api/backups', { method: 'POST' });
    const cookie = cookieOf(await change(PHRASE));
    const { backups } = (await (await see('api/backups', cookie)).json()) as { backups: { name: string }[] };
    const back = `api/backups/${backups[0]!.name}/restore`;
    expect((await server.fetch(back, withCookie({ method: 'POST' }, cookie))).status).toBe(204);
    expect((await see('api/pieces')).status).toBe(401);
    expect((await see('api/pieces', cookie)).status).toBe(200);
  });
});

describe('the command', () => {
  const run = (typed: string, remove = false) =>
    changePassPhrase({
      database: server.database,
      migrations: MIGRATIONS,
      remove,
      ask: () => Promise.resolve(typed),
      cost: hashCost,
    });

  it('sets, changes and takes away the pass phrase of a studio that is not running', async () => {
    await server.stopAndKeep();
    expect(await run('short')).toMatchObject({ kind: 'error', error: expect.stringContaining('15 characters') });
    expect(await run(PHRASE)).toMatchObject({ kind: 'ok' });
    server = await testServer({ hashCost, database: server.database });
    expect((await see('api/pieces')).status).toBe(401);
    expect((await unlock(PHRASE)).status).toBe(200);
    await server.stopAndKeep();
    expect(await run('', true)).toMatchObject({ kind: 'ok' });
    server = await testServer({ hashCost, database: server.database });
    expect((await see('api/pieces')).status).toBe(200);
  });

  it('leaves a running studio alone', async () => {
    await expect(run(PHRASE)).rejects.toThrow('Another Kettle Step is running');
  });
});
