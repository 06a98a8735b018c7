// Drives the real interface, as it was built last: words go to Playwright.
import { CHROMIUM_MISSING, ensureChromium } from './chromium.mjs';
import { must, run } from './workspace.mjs';

/** Answers whether all went well. */
export const drive = (words) => {
  const chromium = ensureChromium();
  must(chromium, CHROMIUM_MISSING);
  const env = { ...process.env, CHROMIUM_PATH: chromium };
  return run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...words], { env });
};
