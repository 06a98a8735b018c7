// npm run e2e: builds what has changed and drives the real interface. Words after -- go to Playwright.
import { install } from './workspace.mjs';

install();
const { build } = await import('./build.mjs');
for (const target of ['demo', 'server', 'web']) await build(target);
const { drive } = await import('./drive.mjs');
process.exitCode = drive(['--project=stories', ...process.argv.slice(2)]) ? 0 : 1;
