import { AxeBuilder } from '@axe-core/playwright';
import { spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test as base, type Page } from '@playwright/test';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** The application as it is shipped, as a process of its own over a database of its own. */
export interface Studio {
  readonly address: string;
  readonly start: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

const READY = /ready at (\S+)/;
/** The address at which a program is ready. */
const whenReady = (server: ChildProcess): Promise<string> =>
  new Promise((resolve, reject) => {
    server.stdout?.on('data', (text: Buffer) => {
      const address = READY.exec(text.toString())?.[1];
      if (address) resolve(address);
    });
    server.once('exit', (status) => reject(new Error(`the server ended with ${status}`)));
  });

/** With the demo studio in it, or with an empty shelf. */
type Program = 'demo' | 'server';

/** A studio that runs; it has a port of its own, also after a restart. */
const startStudio = async (database: string, program: Program): Promise<Studio> => {
  let server: ChildProcess | undefined;
  const start = (port: string): Promise<string> => {
    server = spawn('node', [`dist/${program}/main.mjs`], {
      cwd: ROOT,
      env: { ...process.env, PORT: port, KETTLE_STEP_DATABASE: database },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    return whenReady(server);
  };
  const address = await start('0');
  return {
    address,
    start: async () => void (await start(new URL(address).port)),
    stop: () =>
      new Promise((resolve) => {
        server?.once('exit', () => resolve());
        server?.kill();
      }),
  };
};

const newFolder = (): string => mkdtempSync(join(tmpdir(), 'kettle-step-e2e-'));

/** Runs a studio over a database of its own, for one test. */
const runStudio = async (
  page: Page,
  use: (studio: Studio) => Promise<void>,
  begin: (database: string) => void,
): Promise<void> => {
  const folder = newFolder();
  const database = join(folder, 'studio.sqlite');
  begin(database);
  const studio = await startStudio(database, 'server');
  await use(studio);
  // A page that is left would still save, and complain that nobody answers.
  await page.close();
  await studio.stop();
  rmSync(folder, { recursive: true, force: true });
};

/**
 * What the browser logs where all is well: a refused file is answered with 4xx, a test may cut the line, and most tests do not let
 * the device keep the application.
 */
const EXPECTED = /status of 4\d\d|net::ERR_(FAILED|CONNECTION_REFUSED)|is not kept on this device/;

interface Fixtures {
  readonly studio: Studio;
  readonly emptyStudio: Studio;
  readonly quiet: undefined;
  /** Does something while the server is stopped; it is started again on the same port afterwards. */
  readonly withoutServer: (work: () => Promise<void>) => Promise<void>;
}

/** Tests get a running demo studio, and fail on anything the page complains of or asks of another host. */
export const test = base.extend<Fixtures, { readonly demoDatabase: string }>({
  // The demo program fingers every piece as it begins: it does so once, and each test has a copy of what it made.
  demoDatabase: [
    async ({}, use) => {
      const folder = newFolder();
      const database = join(folder, 'demo.sqlite');
      const demo = await startStudio(database, 'demo');
      await demo.stop();
      await use(database);
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  studio: async ({ page, demoDatabase }, use) =>
    runStudio(page, use, (database) => copyFileSync(demoDatabase, database)),
  emptyStudio: async ({ page }, use) => runStudio(page, use, () => undefined),
  withoutServer: async ({ page, studio }, use) => {
    let underWay = 0;
    page.on('request', () => (underWay += 1));
    page.on('requestfinished', () => (underWay -= 1));
    page.on('requestfailed', () => (underWay -= 1));
    await use(async (work) => {
      // What the page is still loading is let in first.
      await page.locator('ks-problems').waitFor({ state: 'attached' });
      await expect.poll(() => underWay).toBe(0);
      await studio.stop();
      await work().finally(() => studio.start());
    });
  },
  quiet: [
    async ({ page }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(String(error)));
      page.on('console', (message) => {
        if (message.type() === 'error' && !EXPECTED.test(message.text())) complaints.push(message.text());
      });
      page.on('request', (request) => {
        const url = request.url();
        if (!/^(http:\/\/127\.0\.0\.1:|data:|blob:)/.test(url)) complaints.push(`asked for ${url}`);
      });
      await use(undefined);
      base.expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What stands on the screen breaks no rule of accessibility that can be told by machine.
 * @param but - what was looked at before and has not changed since
 */
export const expectNoViolations = async (page: Page, but: readonly string[] = []): Promise<void> => {
  const { violations } = await new AxeBuilder({ page })
    // What passes is not described, which saves a third of the time.
    .options({ resultTypes: ['violations'] })
    // There are no frames, so there is no need of a second page to gather from.
    .setLegacyMode()
    .withTags(RULES)
    .exclude([...but])
    .analyze();
  expect(violations).toEqual([]);
};

/**
 * Goes to a place of the studio. A page that is in the studio already stays, and with it the engine and the engraver: it goes as
 * the browser's own back key would, to another place than it is at, and is there when the old place is gone from the screen.
 * @param path - without a slash at its start; the shelf's is empty
 */
export const goTo = async (page: Page, studio: Studio, path = ''): Promise<void> => {
  const address = studio.address + path;
  if (!page.url().startsWith(studio.address)) await page.goto(address);
  else if (page.url() !== address)
    await page.evaluate(async (to) => {
      // The innermost: places of one piece lie in an outlet of their own.
      const left = [...document.querySelectorAll('router-outlet + *')].at(-1);
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
      while (left?.isConnected) await new Promise((next) => requestAnimationFrame(next));
    }, address);
};

/** Waits until the piece on the bench is engraved with its fingers. */
export const waitForFingers = (page: Page): Promise<void> =>
  page.locator('.sheet g.fing.suggested, .sheet g.fing.teacher').first().waitFor();

/** Opens a piece by its address, from any place but the bench of another piece. The first story goes by the shelf. */
export const openPiece = async (page: Page, studio: Studio, id: string): Promise<void> => {
  await goTo(page, studio, `pieces/${id}`);
  await waitForFingers(page);
};

/** The finger number drawn at a note. */
export const figureAt = (page: Page, noteId: string): Promise<string | null> =>
  page
    .locator(`.sheet g.fing[data-startid="#${noteId}"]`)
    .textContent()
    .then((text) => text?.trim() ?? null);

export const waitUntilSaved = (page: Page): Promise<void> =>
  page.getByRole('status').getByText('saved', { exact: true }).waitFor();
