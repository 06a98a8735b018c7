import { defineConfig } from '@playwright/test';

/** Debian's Chromium, without a monitor; the flags keep it from calling anyone. */
export const LAUNCH = {
  executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // Each page compiles the engraver anew: quickly is enough, and saves a second of each load.
    '--js-flags=--liftoff-only --no-wasm-dynamic-tiering',
  ],
};

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  reporter: 'list',
  // Each test has a server and a database of its own, so two can run at once.
  workers: 2,
  // Generous: a machine that is busy with other things is slow, not wrong.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    // Nothing is waited for that only slides or fades.
    contextOptions: { reducedMotion: 'reduce' },
    // Only the story that goes on without the server lets the device keep the application.
    serviceWorkers: 'block',
    launchOptions: LAUNCH,
    // A trace costs a third of the time: TRACE=1 brings it for what has failed.
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
  },
  projects: [
    { name: 'stories', testMatch: '*.e2e.ts', testIgnore: 'speed.e2e.ts', fullyParallel: true },
    // Figures of speed are for `npm run bench`: they want the machine for themselves.
    { name: 'speed', testMatch: 'speed.e2e.ts', workers: 1 },
  ],
});
