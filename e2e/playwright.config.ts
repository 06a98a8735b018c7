import { defineConfig } from '@playwright/test';

/** Debian's Chromium, without a monitor; the flags keep it from calling anyone. */
const LAUNCH = {
  executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  outputDir: '../test-results/e2e',
  reporter: 'list',
  // Each test has a server and a database of its own; figures of speed want the machine for themselves.
  workers: 1,
  // Generous: a machine that is busy with other things is slow, not wrong.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    launchOptions: LAUNCH,
    trace: 'retain-on-failure',
  },
});
