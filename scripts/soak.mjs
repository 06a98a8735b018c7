// npm run soak: a large studio under load, poison and kills, as a table. `-- --kills 200 --restores 50` and others make it longer.
import { install, ROOT } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
for (const part of ['server', 'worker', 'soak']) await build(part);
process.chdir(ROOT);
await import('../dist/soak/main.mjs');
