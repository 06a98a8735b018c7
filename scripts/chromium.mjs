// Debian's Chromium, which the end-to-end tests drive.
import { spawnSync } from 'node:child_process';
import { run } from './workspace.mjs';

const NAMES = ['chromium', 'chromium-browser'];

const onPath = (name) => spawnSync('which', [name], { encoding: 'utf8' }).stdout?.trim() || undefined;

/** Where Chromium is, or undefined. CHROMIUM_PATH names one that is somewhere else. */
export const findChromium = () => process.env.CHROMIUM_PATH || NAMES.map(onPath).find(Boolean);

/** How this user may install packages: as root, by sudo without a password, or not at all. */
const installer = () => {
  if (!onPath('apt-get')) return undefined;
  if (process.getuid?.() === 0) return ['apt-get'];
  return spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0 ? ['sudo', '-n', 'apt-get'] : undefined;
};

/** Finds Chromium, or installs it from Debian's packages where that is allowed. */
export const ensureChromium = () => {
  const found = findChromium();
  const apt = installer();
  if (found || !apt) return found;
  console.log('Installing Debian’s chromium (once)…');
  const [command, ...args] = apt;
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run(command, [...args, 'update', '-q'], { stdio: ['ignore', 'ignore', 'inherit'], env });
  run(command, [...args, 'install', '-y', '-q', '--no-install-recommends', 'chromium'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  });
  return findChromium();
};

export const CHROMIUM_MISSING =
  'The end-to-end tests need Chromium: install Debian’s package "chromium" (apt-get install chromium), or name another one with CHROMIUM_PATH.';
