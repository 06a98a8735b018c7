import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Packages with native parts or many files of their own; all other code goes into the bundle. */
const STAY_OUTSIDE = ['@libsql/client', 'drizzle-orm', 'express'];

/**
 * Bundles one room's entry for Node into dist/.
 * @param {string} entry path from the root
 * @param {string} outfile path from the root
 */
export const bundle = (entry, outfile) =>
  build({
    absWorkingDir: ROOT,
    entryPoints: [join(ROOT, entry)],
    outfile: join(ROOT, outfile),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    external: STAY_OUTSIDE,
  });
