import { existsSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { HashCost } from '../auth/hash';
import { withSession } from '../auth/sessions';
import type { Auth } from '../auth/store';
import { openDatabase } from '../database/open';
import { isLoopback } from '../http/guards';
import { createInline, createThreads } from '../worker-pool/pool';
import { createApp } from './app';
import { openRooms, type Rooms } from './rooms';
import { TASKS, UNTIMED } from './tasks';

export interface StartOptions {
  readonly database: string;
  /** Lets us into a database on a server of its own. */
  readonly databaseToken?: string | undefined;
  readonly migrations: string;
  readonly webFolder: string;
  readonly host: string;
  readonly port: number;
  /** Names it is called by, besides those of this machine itself. */
  readonly names?: readonly string[];
  /** Begins with an empty database; what a file holds is gone. */
  readonly fresh?: boolean;
  /** The built thread of the worker pool; without it files are read between requests. */
  readonly worker?: string;
  /** What hashing a pass phrase costs; tests take less. */
  readonly hashCost?: HashCost;
  /** Runs once the tables are there and before the first request. */
  readonly prepare?: (studio: Studio) => Promise<void>;
}

/** What may be put into a studio before it serves. */
export type Studio = Pick<Rooms, 'pieces' | 'students' | 'lessons' | 'memory' | 'trainer' | 'house' | 'ownPlans'>;

export interface RunningServer {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** The studio would be open to others. The message says what to do. */
export class StartRefused extends Error {
  override readonly name = 'StartRefused';
}

/** Beyond this machine a studio is served only under a pass phrase. */
const refuseIfOpen = ({ host, names = [] }: StartOptions, auth: Auth): void => {
  if (auth.hasPassPhrase() || (isLoopback(host) && names.length === 0)) return;
  const asked = isLoopback(host) ? `KETTLE_STEP_NAMES=${names.join(',')}` : `HOST=${host}`;
  throw new StartRefused(
    `${asked} would open the studio to others on the network, and it has no pass phrase: set one with npm run pass-phrase, or leave that out.`,
  );
};

/** How long the parts of a request may take to come, milliseconds, and how many may come at once. Our choice: an archive over a slow line is let in. */
const CONNECTIONS = { headersTimeout: 15_000, requestTimeout: 300_000, keepAliveTimeout: 10_000, maxConnections: 500 };

/** Takes the port; requests that come early wait for the listener. Rejects when the port is taken. */
const listen = (port: number, host: string, listener: Promise<RequestListener>): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = createServer((request, response) => void listener.then((answer) => answer(request, response)));
    Object.assign(server, CONNECTIONS);
    server.once('listening', () => resolve(server));
    server.once('error', reject);
    server.listen(port, host);
  });

const shut = (server: Server): Promise<void> =>
  new Promise((resolve) => {
    // What was still being answered hears first that nobody listens any more.
    server.close(() => setImmediate(resolve));
    server.closeAllConnections();
  });

const addressOf = (server: Server, { host, port }: StartOptions): string => {
  const bound = server.address();
  const shownHost = host.includes(':') ? `[${host}]` : host;
  return `http://${shownHost}:${bound !== null && typeof bound === 'object' ? bound.port : port}/`;
};

const openStudio = async (options: StartOptions) => {
  const isNew = options.fresh === true || !existsSync(options.database);
  const { migrations, hashCost, worker } = options;
  const database = await openDatabase(options.database, migrations, options.fresh, options.databaseToken);
  try {
    const pool = worker === undefined ? createInline(TASKS) : createThreads(TASKS, worker, UNTIMED);
    const rooms = await openRooms({ database, migrations, tasks: pool.tasks, hashCost });
    const { arrivals, backups, auth } = rooms;
    // A studio without room for a backup is served all the same, and says so.
    if (!isNew) await backups.make('start').catch((cause: unknown) => console.error(cause));
    refuseIfOpen(options, auth);
    await options.prepare?.(rooms);
    // An archive that a stop broke off goes on; requests are answered meanwhile.
    void arrivals.resume().catch((cause: unknown) => {
      if ((cause as Error | null)?.name !== 'AbortError') console.error(cause);
    });
    const endDaily = backups.daily();
    const close = async (): Promise<void> => {
      endDaily();
      await arrivals.close();
      await pool.close();
      await database.close();
    };
    return { rooms, sessions: withSession(database.db, auth.secret), close };
  } catch (cause) {
    await database.close();
    throw cause;
  }
};

/**
 * Takes the port, opens the database, brings it up to date and serves until stopped. Rejects with EADDRINUSE when the port
 * is taken, before any data is touched.
 */
export const startServer = async (options: StartOptions): Promise<RunningServer> => {
  let ready: (listener: RequestListener) => void = () => undefined;
  const server = await listen(options.port, options.host, new Promise((resolve) => (ready = resolve)));
  try {
    const { rooms, sessions, close } = await openStudio(options);
    ready(
      createApp({
        rooms,
        sessions,
        webFolder: options.webFolder,
        names: options.names ?? [],
        report: (cause) => console.error(cause),
      }),
    );
    return { address: addressOf(server, options), stop: () => shut(server).then(close) };
  } catch (cause) {
    await shut(server);
    throw cause;
  }
};
