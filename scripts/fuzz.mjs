// npm run fuzz -- --minutes N: made-up inputs for readers, corrections, archive and HTTP API. Seeds are printed.
import { install, ROOT } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
await build('fuzz');
process.chdir(ROOT);
await import('../dist/fuzz/main.mjs');
