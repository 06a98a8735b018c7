// npm start, npm run demo: installs and builds what is missing, then serves one's own studio, or the demo studio (`-- --fresh`
// resets its data first). npm run pass-phrase: sets the pass phrase of a studio that is not running.
import { install, ROOT } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
const [program] = process.argv.slice(2);
const started = Date.now();
await build(program);
if (!process.argv.includes('--pass-phrase')) for (const part of ['worker', 'web']) await build(part);
// What bundles has a process of its own, which would stay for as long as the studio is open.
await (await import('esbuild')).stop();
if (Date.now() - started > 2000) console.log('Built.');
process.chdir(ROOT);
await import(`../dist/${program}/main.mjs`);
