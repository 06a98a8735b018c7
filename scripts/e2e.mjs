// npm run e2e: builds what has changed and drives the real interface. Words after -- go to Playwright.
import { install, must, run } from './workspace.mjs';
import { CHROMIUM_MISSING, ensureChromium } from './chromium.mjs';

install();
const { build } = await import('./build.mjs');
for (const target of ['demo', 'server', 'web']) await build(target);
const chromium = ensureChromium();
must(chromium, CHROMIUM_MISSING);
const env = { ...process.env, CHROMIUM_PATH: chromium };
const passed = run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...process.argv.slice(2)], { env });
process.exitCode = passed ? 0 : 1;
