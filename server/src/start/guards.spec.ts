import { once } from 'node:events';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { problemSchema } from '@kettle-step/contract';
import express from 'express';
import { demoPieces } from '../../../core/testing/demo';
import { testServer, type TestServer } from '../../testing/server';
import { settingsOf } from './run';
import { isLoopback, onlyAt } from '../http/guards';

let server: TestServer;
let webFolder: string;
beforeAll(async () => {
  webFolder = mkdtempSync(join(tmpdir(), 'kettle-step-web-'));
  mkdirSync(join(webFolder, 'media'));
  writeFileSync(join(webFolder, 'index.html'), '<ks-shell></ks-shell>');
  server = await testServer({ webFolder });
});
afterAll(async () => {
  await server.stop();
  rmSync(webFolder, { recursive: true, force: true });
});

interface Answer {
  readonly status: number;
  readonly body: string;
}

/** A request with headers that a browser does not let a page set, and none that it adds by itself. */
const ask = (
  path: string,
  headers: Readonly<Record<string, string>> = {},
  method = 'GET',
  body = '',
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = request(new URL(path, server.address), { method, headers }, (response) => {
      let text = '';
      response.on('data', (chunk: Buffer) => (text += chunk.toString()));
      response.on('end', () => resolve({ status: response.statusCode ?? 0, body: text }));
    });
    asked.on('error', reject);
    asked.end(body);
  });

const address = () => new URL(server.address);

describe('the name it is called by', () => {
  it.each(['127.0.0.1:4173', 'localhost', '[::1]:4173', 'LOCALHOST:1'])('may be %s', async (Host) => {
    expect((await ask('api/pieces', { Host })).status).toBe(200);
  });

  it('may be another that it was given', async () => {
    const app = express().use(onlyAt(['music-room.home']), (_request, response) => void response.end('here'));
    const listening = app.listen(0, '127.0.0.1');
    await once(listening, 'listening');
    const { port } = listening.address() as AddressInfo;
    const statuses = ['music-room.home:4173', 'MUSIC-ROOM.home', 'music-room.home.example'].map((Host) =>
      ask(`http://127.0.0.1:${port}/`, { Host }),
    );
    expect((await Promise.all(statuses)).map(({ status }) => status)).toEqual([200, 200, 403]);
    listening.close();
  });

  it.each(['studio.example', '127.0.0.1.example:4173', 'music-room.home.example', '192.168.1.20'])(
    'may not be %s: that page is somebody else’s, wherever its name leads',
    async (Host) => {
      for (const path of ['api/pieces', '', 'api/archive']) {
        const { status, body } = await ask(path, { Host });
        expect(status).toBe(403);
        expect(problemSchema.parse(JSON.parse(body)).detail).toContain('KETTLE_STEP_NAMES');
      }
    },
  );
});

describe('what changes something', () => {
  const music = demoPieces()[0]!.bytes;
  const bringIn = (headers: Readonly<Record<string, string>>) =>
    ask('api/pieces', headers, 'POST', new TextDecoder().decode(music));
  const bytes = { 'Content-Type': 'application/octet-stream' };

  it('comes from our own page, by what the browser says of it', async () => {
    expect((await bringIn({ ...bytes, 'Sec-Fetch-Site': 'same-origin' })).status).toBe(201);
    expect((await bringIn({ ...bytes, 'Sec-Fetch-Site': 'none' })).status).toBe(201);
    expect((await bringIn({ ...bytes, Origin: address().origin })).status).toBe(201);
  });

  it.each([
    [{ 'Sec-Fetch-Site': 'cross-site' }],
    [{ 'Sec-Fetch-Site': 'same-site' }],
    [{ 'Sec-Fetch-Site': 'cross-site', Origin: 'http://127.0.0.1:1' }],
    [{ Origin: 'https://studio.example' }],
    [{ Origin: 'null' }],
    [{}],
  ])('is refused from elsewhere: %j', async (headers) => {
    expect((await bringIn({ ...bytes, ...headers })).status).toBe(403);
    for (const method of ['DELETE', 'PUT', 'PATCH'])
      expect((await ask('api/pieces/millrace', { ...headers }, method)).status).toBe(403);
  });

  it.each(['text/plain', 'multipart/form-data; boundary=x', 'application/x-www-form-urlencoded'])(
    'is not taken as %s, which a form of any page could send',
    async (type) => {
      const own = { Origin: address().origin, 'Content-Type': type };
      for (const [path, method] of [
        ['api/pieces', 'POST'],
        ['api/archive', 'POST'],
        ['api/pieces/millrace/versions', 'POST'],
        ['api/pieces/millrace/plan', 'PUT'],
      ] as const)
        expect((await ask(path, own, method, 'x=1')).status).toBe(415);
    },
  );
});

describe('the page', () => {
  it.each(['', 'pieces/millrace', 'type'])('is at /%s, whatever is accepted', async (path) => {
    for (const Accept of ['*/*', 'application/json', 'text/html'])
      expect((await ask(path, { Accept })).body).toContain('ks-shell');
  });

  it('is not given for a file that is not there', async () => {
    expect((await ask('chunk-ABCDEFGH.js')).status).toBe(404);
  });

  it('comes with headers that keep it to itself', async () => {
    const { headers } = await server.fetch('');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
    expect(headers.get('x-powered-by')).toBeNull();
    // Names of directives: Content Security Policy Level 3 and Permissions Policy (W3C, from memory).
    const policy = headers.get('content-security-policy')!;
    for (const directive of ["default-src 'self'", "form-action 'self'", "object-src 'none'", "frame-ancestors 'none'"])
      expect(policy).toContain(directive);
    expect(policy).not.toContain("'unsafe-eval'");
    expect(headers.get('permissions-policy')).toContain('midi=(self), camera=()');
  });

  it('keeps no answer of the studio in a cache', async () => {
    for (const path of ['api/pieces', 'api/archive', 'api/students', 'api/nothing'])
      expect([path, (await server.fetch(path)).headers.get('cache-control')]).toEqual([path, 'no-store']);
  });
});

describe('this machine', () => {
  it('has names of its own', () => {
    expect(['127.0.0.1', '127.8.8.8', 'localhost', '::1', '[::1]'].map(isLoopback)).not.toContain(false);
    expect(['0.0.0.0', '192.168.1.2', '::', 'localhost.example'].map(isLoopback)).not.toContain(true);
  });
});

describe('starting', () => {
  const settled = (environment: Readonly<Record<string, string>>) => settingsOf(environment, 'data/studio.sqlite');

  it('is as the environment says, on this machine', () => {
    expect(settled({})).toMatchObject({ value: { port: 4173, host: '127.0.0.1', names: [] } });
    expect(settled({ PORT: '80', HOST: 'localhost', KETTLE_STEP_NAMES: 'Studio.home, piano' })).toMatchObject({
      value: { port: 80, host: 'localhost', names: ['studio.home', 'piano'] },
    });
  });

  it('is refused at no port', () => {
    expect(settled({ PORT: '80a' })).toMatchObject({ error: 'PORT takes a number from 0 to 65535, not "80a".' });
  });
});
