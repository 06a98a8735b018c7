import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';

/** The server as it is shipped, as a process of its own, which can be killed at any moment. */
export interface Program {
  readonly address: string;
  readonly memoryMb: () => number;
  /** Ends it as a cut of the power does. */
  readonly kill: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

const READY = /ready at (\S+)/;

const endOf = async (server: ChildProcess, signal: NodeJS.Signals): Promise<void> => {
  const ended = once(server, 'exit');
  server.kill(signal);
  await ended;
};

export const startProgram = (database: string): Promise<Program> =>
  new Promise((resolve, reject) => {
    const server = spawn('node', ['dist/server/main.mjs'], {
      env: { ...process.env, PORT: '0', KETTLE_STEP_DATABASE: database },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    server.once('exit', (status) => reject(new Error(`the server ended with ${status}`)));
    server.stdout.on('data', (text: Buffer) => {
      const address = READY.exec(text.toString())?.[1];
      if (address === undefined) return;
      resolve({
        address,
        memoryMb: () => {
          const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
          return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
        },
        kill: () => endOf(server, 'SIGKILL'),
        stop: () => endOf(server, 'SIGTERM'),
      });
    });
  });

/** A request as our own page makes it. */
export const asker =
  ({ address }: Program) =>
  async (path: string, init: RequestInit = {}): Promise<Response> =>
    fetch(new URL(path, address), { ...init, headers: { Origin: new URL(address).origin, ...init.headers } });
export type Ask = ReturnType<typeof asker>;

export const json = (method: string, body: unknown): RequestInit => ({
  method,
  body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json' },
});
