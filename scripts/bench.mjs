// npm run bench: how fast the engine is, as figures and as ratios within one run. Not part of the tests.
import { install } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
await build('bench');
await import('../dist/bench/main.mjs');
