// What every script needs: the root, running a command, and knowing what is installed and built.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command from the root with its output shown; answers whether it succeeded. */
export const run = (command, args, options = {}) =>
  spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], ...options }).status === 0;

/** A step of a script: its command must succeed, or the script ends with one sentence. */
export const must = (done, otherwise) => {
  if (done) return;
  console.error(otherwise);
  process.exit(1);
};

/** npm writes its own copy of the lock file last, when everything is in place. */
const isInstalled = () => {
  const [wanted, installed] = ['package-lock.json', 'node_modules/.package-lock.json'].map((file) => join(ROOT, file));
  return existsSync(installed) && statSync(installed).mtimeMs >= statSync(wanted).mtimeMs;
};

/** Installs what the lock file names when it is not there yet. */
export const install = () => {
  if (isInstalled()) return;
  console.log('Installing packages (once; a minute or two)…');
  must(run('npm', ['ci', '--no-audit', '--no-fund']), 'The packages could not be installed; see above.');
};

/** Latest change below a path, folders included so that a removed file counts. Milliseconds. */
const lastChange = (path) => {
  const { mtimeMs } = statSync(path);
  if (!statSync(path).isDirectory()) return mtimeMs;
  return readdirSync(path, { withFileTypes: true })
    .filter(({ name }) => name !== 'node_modules' && !name.startsWith('.'))
    .reduce((latest, { name }) => Math.max(latest, lastChange(join(path, name))), mtimeMs);
};

const stampOf = (target) => join(ROOT, 'dist', `${target}.built`);

/** Whether a target was built after the last change of its sources. */
export const isFresh = (target, sources) => {
  const stamp = stampOf(target);
  if (!existsSync(stamp)) return false;
  const built = statSync(stamp).mtimeMs;
  return sources.every((source) => lastChange(join(ROOT, source)) < built);
};

export const markBuilt = (target) => {
  mkdirSync(dirname(stampOf(target)), { recursive: true });
  writeFileSync(stampOf(target), '');
};
