import { existsSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createBackupStore } from './backup/store';
import { createBinStore } from './bin/store';
import { openDatabase, type Database } from './database/open';
import { createArrivals } from './archive/arrival';
import { createArchiveStore } from './archive/store';
import { createApp } from './http/app';
import { isLoopback } from './http/doors';
import { createHouseStore, type HouseStore } from './house/store';
import type { HashCost } from './keyhole/hash';
import { withSession } from './keyhole/sessions';
import { openKeyhole, type Keyhole } from './keyhole/store';
import { createLessonStore, type LessonStore } from './lessons/store';
import { createMemoryStore, type MemoryStore } from './memory/store';
import { createLinkStore } from './own-page/links';
import { createOwnPlanStore, type OwnPlanStore } from './pieces/own-plans';
import { createPieceStore, type PieceStore } from './pieces/store';
import { createVersionStore } from './pieces/versions';
import { createStudentStore, type StudentStore } from './students/store';
import { createTrainerStore, type TrainerStore } from './trainer/store';
import { createInline, createThreads, type Workshop } from './workshop/workshop';

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
  /** The built thread of the workshop; without it files are read between requests. */
  readonly worker?: string;
  /** What hashing a pass phrase costs; tests take less. */
  readonly hashCost?: HashCost;
  /** Runs once the tables are there and before the first request. */
  readonly prepare?: (studio: Studio) => Promise<void>;
}

/** What a studio holds. */
export interface Studio {
  readonly store: PieceStore;
  readonly students: StudentStore;
  readonly lessons: LessonStore;
  readonly memory: MemoryStore;
  readonly trainer: TrainerStore;
  readonly house: HouseStore;
  readonly ownPlans: OwnPlanStore;
}

export interface RunningServer {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** The studio would be open to others. The message says what to do. */
export class StartRefused extends Error {
  override readonly name = 'StartRefused';
}

/** Beyond this machine a studio is served only under a pass phrase. */
const refuseIfOpen = ({ host, names = [] }: StartOptions, keyhole: Keyhole): void => {
  if (keyhole.hasPassPhrase() || (isLoopback(host) && names.length === 0)) return;
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

/** Everything a studio keeps, over one database. */
const roomsOf = (db: Database, file: string | undefined, workshop: Workshop) => {
  const store = createPieceStore(db);
  const memory = createMemoryStore(db);
  const students = createStudentStore(db, store, memory);
  const lessons = createLessonStore(db);
  const house = createHouseStore(db);
  const ownPlans = createOwnPlanStore(db, store);
  const versions = createVersionStore(db);
  const trainer = createTrainerStore(db);
  const links = createLinkStore(db);
  const kept = { ownPlans, versions, students, lessons, memory, trainer, house };
  const archive = createArchiveStore(db, { pieces: store, ...kept });
  const arrivals = createArrivals(file, archive, workshop);
  return { store, ...kept, links, archive, arrivals, bin: createBinStore(db, archive, store, workshop) };
};

const openStudio = async (options: StartOptions) => {
  const isNew = options.fresh === true || !existsSync(options.database);
  const database = await openDatabase(options.database, options.migrations, options.fresh, options.databaseToken);
  const { db, file, close } = database;
  try {
    const workshop = options.worker === undefined ? createInline() : createThreads(options.worker);
    const backups = createBackupStore(database, options.migrations, workshop);
    // A studio without room for a backup is served all the same, and says so.
    if (!isNew) await backups.make('start').catch((cause: unknown) => console.error(cause));
    const keyhole = await openKeyhole(db, options.hashCost);
    refuseIfOpen(options, keyhole);
    const rooms = roomsOf(db, file, workshop);
    await options.prepare?.(rooms);
    // An archive that a stop broke off goes on; requests are answered meanwhile.
    void rooms.arrivals.resume().catch((cause: unknown) => {
      if ((cause as Error | null)?.name !== 'AbortError') console.error(cause);
    });
    const endDaily = backups.daily();
    const closeAll = async (): Promise<void> => {
      endDaily();
      await rooms.arrivals.close();
      await workshop.close();
      await close();
    };
    return { ...rooms, backups, keyhole, workshop, sessions: withSession(db, keyhole.secret), close: closeAll };
  } catch (cause) {
    await close();
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
    const { close, ...stores } = await openStudio(options);
    ready(
      createApp({
        ...stores,
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
