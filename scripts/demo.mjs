// npm run demo: installs and builds what is missing, then serves the demo studio. `-- --fresh` resets its data first.
import { install, ROOT } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
const started = Date.now();
await build('demo');
await build('web');
if (Date.now() - started > 2000) console.log('Built.');
process.chdir(ROOT);
await import('../dist/demo/main.mjs');
