import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer, type RunningServer, type StartOptions } from '../src/start/start';

const ROOT = join(__dirname, '../..');

export interface TestServer extends RunningServer {
  readonly folder: string;
  readonly database: string;
  /** Stops it, and leaves its file where it is. */
  readonly stopAndKeep: () => Promise<void>;
  readonly fetch: (path: string, init?: RequestInit) => Promise<Response>;
}

/** A server on a free port over a database of its own. */
export const testServer = async (more: Partial<StartOptions> = {}): Promise<TestServer> => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
  const database = more.database ?? join(folder, 'studio.sqlite');
  const running = await startServer({
    database,
    migrations: join(ROOT, 'server/migrations'),
    webFolder: join(ROOT, 'no-such-folder'),
    host: '127.0.0.1',
    port: 0,
    ...more,
  });
  // As our own page would ask.
  const ownPage = { Origin: new URL(running.address).origin };
  return {
    ...running,
    folder,
    database,
    fetch: (path, init = {}) =>
      fetch(new URL(path, running.address), { ...init, headers: { ...ownPage, ...init.headers } }),
    stopAndKeep: running.stop,
    stop: async () => {
      await running.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
};

/** Brings a file onto the shelf; the answer as it came. */
export const bringIn = (server: TestServer, content: string | Uint8Array<ArrayBuffer>, query = ''): Promise<Response> =>
  server.fetch(`api/pieces${query}`, {
    method: 'POST',
    body: content,
    headers: { 'Content-Type': 'application/octet-stream' },
  });

/** A request with a body of JSON. */
export const json = (method: string, body: unknown): RequestInit => ({
  method,
  body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json' },
});
