import { resolve } from 'node:path';
import { fail, ok, type Result } from '@kettle-step/core';
import { DatabaseTrouble } from '../database/trouble';
import { askHidden, changePassPhrase } from '../auth/command';
import { StartRefused, startServer, type Studio } from './start';

/** What one way of starting differs in from another; the rest comes from the environment. */
export interface RunOptions {
  readonly database: string;
  readonly fresh?: boolean;
  readonly prepare?: (studio: Studio) => Promise<void>;
}

/** What the environment says about how to serve. */
export interface Settings {
  readonly port: number;
  readonly host: string;
  readonly names: readonly string[];
  readonly database: string;
  readonly databaseToken: string | undefined;
}

/**
 * Reads PORT (4173), HOST (127.0.0.1; anything beyond this machine takes a pass phrase), KETTLE_STEP_NAMES (names it is called by besides,
 * separated by commas or spaces), KETTLE_STEP_DATABASE (a file, or a libSQL address) and KETTLE_STEP_DATABASE_TOKEN. The error is one sentence.
 */
export const settingsOf = (
  environment: Readonly<Record<string, string | undefined>>,
  database: string,
): Result<Settings, string> => {
  const written = environment['PORT'] || '4173';
  const port = Number(written);
  if (!/^\d+$/.test(written) || port > 65_535) return fail(`PORT takes a number from 0 to 65535, not "${written}".`);
  const host = environment['HOST'] || '127.0.0.1';
  const names = (environment['KETTLE_STEP_NAMES'] ?? '')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  return ok({
    port,
    host,
    names,
    database: environment['KETTLE_STEP_DATABASE'] || database,
    databaseToken: environment['KETTLE_STEP_DATABASE_TOKEN'] || undefined,
  });
};

/** Where the tables' history is, from the project's root. */
const MIGRATIONS = 'server/migrations';

const explain = (cause: unknown, port: number): void => {
  const code = (cause as NodeJS.ErrnoException | null)?.code;
  if (code === 'EADDRINUSE')
    console.error(
      `Port ${port} is taken by another program. Stop that, or choose another port: PORT=${port + 1} npm run demo`,
    );
  else if (cause instanceof DatabaseTrouble || cause instanceof StartRefused) console.error(cause.message);
  else if (code === 'EACCES') console.error(`Port ${port} is not open to this user; choose one above 1024 with PORT=…`);
  else console.error(cause);
};

/** Serves until told to stop, as the environment says (`settingsOf`). Paths are from the project's root. */
export const runServer = ({ database, ...more }: RunOptions): void => {
  const settings = settingsOf(process.env, database);
  if (settings.kind === 'error') {
    console.error(settings.error);
    process.exit(1);
  }
  // What this program writes, only this user reads.
  process.umask(0o077);
  const started = {
    migrations: MIGRATIONS,
    webFolder: 'dist/web/browser',
    worker: resolve('dist/worker/main.mjs'),
    ...settings.value,
    ...more,
  };
  startServer(started).then(
    (server) => {
      const stop = (): void => void server.stop().then(() => process.exit(0));
      process.once('SIGINT', stop);
      process.once('SIGTERM', stop);
      // Last: whoever hears this may stop it at once.
      console.log(`Kettle Step is ready at ${server.address}`);
    },
    (cause: unknown) => {
      explain(cause, started.port);
      process.exit(1);
    },
  );
};

/** Sets the pass phrase of a studio, or takes it away with `--remove`; `--demo` means the demo studio. */
export const runPassPhraseCommand = (args: readonly string[], database: string): void => {
  const place = process.env['KETTLE_STEP_DATABASE'] || (args.includes('--demo') ? 'data/demo.sqlite' : database);
  process.umask(0o077);
  changePassPhrase({ database: place, migrations: MIGRATIONS, remove: args.includes('--remove'), ask: askHidden }).then(
    (done) => {
      console.error(done.kind === 'ok' ? done.value : done.error);
      process.exitCode = done.kind === 'ok' ? 0 : 2;
    },
    (cause: unknown) => {
      console.error(cause instanceof DatabaseTrouble ? cause.message : cause);
      process.exitCode = 2;
    },
  );
};
