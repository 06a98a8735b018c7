import type { PieceStore } from './pieces/store';
import { startServer } from './start';

/** What one way of starting differs in from another; the rest comes from the environment. */
export interface RunOptions {
  readonly database: string;
  readonly fresh?: boolean;
  readonly prepare?: (store: PieceStore) => Promise<void>;
}

/** A port from the environment; undefined when it is not one. */
const readPort = (written: string): number | undefined => {
  const port = Number(written);
  return /^\d+$/.test(written) && port <= 65_535 ? port : undefined;
};

const setting = (name: string, otherwise: string): string => process.env[name] || otherwise;

const explain = (cause: unknown, port: number): void => {
  const code = (cause as NodeJS.ErrnoException | null)?.code;
  if (code === 'EADDRINUSE')
    console.error(
      `Port ${port} is taken by another program. Stop that, or choose another port: PORT=${port + 1} npm run demo`,
    );
  else if (code === 'EACCES') console.error(`Port ${port} is not open to this user; choose one above 1024 with PORT=…`);
  else console.error(cause);
};

/**
 * Serves until told to stop. PORT (4173), HOST (127.0.0.1: this machine only) and KETTLE_STEP_DATABASE (a file, or a libSQL
 * address) change the defaults. Paths are from the project's root.
 */
export const runServer = ({ database, ...more }: RunOptions): void => {
  const port = readPort(setting('PORT', '4173'));
  if (port === undefined) {
    console.error(`PORT takes a number from 0 to 65535, not "${process.env['PORT']}".`);
    process.exit(1);
  }
  startServer({
    database: setting('KETTLE_STEP_DATABASE', database),
    migrations: 'server/migrations',
    webFolder: 'dist/web/browser',
    host: setting('HOST', '127.0.0.1'),
    port,
    ...more,
  }).then(
    (server) => {
      console.log(`Kettle Step is ready at ${server.address}`);
      const stop = (): void => void server.stop().then(() => process.exit(0));
      process.once('SIGINT', stop);
      process.once('SIGTERM', stop);
    },
    (cause: unknown) => {
      explain(cause, port);
      process.exit(1);
    },
  );
};
