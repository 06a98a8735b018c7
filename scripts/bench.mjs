// npm run bench: how fast the engine and a studio of many years are, as figures and as ratios within one run. Not part of the tests.
import { install } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
for (const name of ['bench', 'studio-bench']) await build(name);
await import('../dist/bench/main.mjs');
await import('../dist/studio-bench/main.mjs');
