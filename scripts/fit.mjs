// npm run fit: fits the engine's prices to handbook tables and tunes, and prints how far it agrees with them.
import { install } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
await build('fit');
await import('../dist/fit/main.mjs');
