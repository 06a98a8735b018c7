// npm run bench: how fast the engine, a studio of many years and the interface are, as figures and as ratios within one run. Not part of the tests.
import { install, must } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
for (const name of ['bench', 'studio-bench', 'demo', 'server', 'worker', 'web']) await build(name);
await import('../dist/bench/main.mjs');
await import('../dist/studio-bench/main.mjs');
const { drive } = await import('./drive.mjs');
must(drive(['--project=speed', '--reporter=list']), 'The interface could not be measured; see above.');
