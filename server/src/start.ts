import type { Server } from 'node:http';
import { openDatabase } from './database/open';
import { createApp } from './http/app';
import { createPieceStore, type PieceStore } from './pieces/store';

export interface StartOptions {
  readonly database: string;
  readonly migrations: string;
  readonly webFolder: string;
  readonly host: string;
  readonly port: number;
  /** Runs once the tables are there and before the first request. */
  readonly prepare?: (store: PieceStore) => Promise<void>;
}

export interface RunningServer {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

const listen = (start: () => Server): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = start();
    server.once('listening', () => resolve(server));
    server.once('error', reject);
  });

/** Opens the database, brings it up to date and serves until stopped. Rejects with EADDRINUSE when the port is taken. */
export const startServer = async (options: StartOptions): Promise<RunningServer> => {
  const { db, close } = await openDatabase(options.database, options.migrations);
  const store = createPieceStore(db);
  await options.prepare?.(store);
  const app = createApp({ store, webFolder: options.webFolder, report: (cause) => console.error(cause) });
  const server = await listen(() => app.listen(options.port, options.host));
  const shownHost = options.host.includes(':') ? `[${options.host}]` : options.host;
  const bound = server.address();
  const port = bound !== null && typeof bound === 'object' ? bound.port : options.port;
  return {
    address: `http://${shownHost}:${port}/`,
    stop: () =>
      new Promise((resolve) => {
        server.close(() => {
          close();
          resolve();
        });
        server.closeAllConnections();
      }),
  };
};
