// npm run screenshots: one picture of each main view from the demo studio, for docs/screenshots/.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { install, must, ROOT } from './workspace.mjs';
import { build } from './build.mjs';
import { CHROMIUM_MISSING, ensureChromium } from './chromium.mjs';

const PORT = 4890;
const ADDRESS = `http://127.0.0.1:${PORT}/`;

const openPiece = async (page, id) => {
  await page.goto(`${ADDRESS}pieces/${id}`);
  await page.locator('.sheet g.fing').first().waitFor();
  await page.locator('ks-other-ways [role="option"]').first().waitFor();
};

/** File name without its ending, and how to get there. */
const VIEWS = {
  shelf: async (page) => {
    await page.goto(ADDRESS);
    await page.getByRole('link', { name: 'Millrace' }).waitFor();
  },
  bench: async (page) => {
    await openPiece(page, 'millrace');
    for (const key of ['Enter', 'Enter', 'Enter', 'PageUp', 'PageUp', 't']) {
      await page.keyboard.press(key);
      await page.waitForTimeout(400);
    }
  },
  correct: async (page) => {
    await openPiece(page, 'millrace');
    for (const key of ['PageDown', 'PageDown', 'ArrowRight', 'x']) await page.keyboard.press(key);
    await page.getByRole('region', { name: 'Correct the music' }).waitFor();
    await page.keyboard.press('^');
    await page.waitForTimeout(2500);
  },
  'type-in': async (page) => {
    await page.goto(`${ADDRESS}type`);
    const form = page.getByRole('form', { name: 'A new piece' });
    await form.getByLabel('Title').fill('Home by Lamplight');
    await form.getByLabel('Key').selectOption('F major');
    await form.getByLabel('Title').press('Enter');
    const right = 'f1gab*c5/agab*a3g2/bagat/gfgagft*f1g[fa]z*a/>b>/a***f1';
    const left = 'hf5c1f5c1dbcf';
    for (const key of right + left) await page.keyboard.press(key);
    await page.locator('.engraving g.note').first().waitFor();
    await page.waitForTimeout(1500);
  },
  'scale-room': async (page) => {
    await page.goto(`${ADDRESS}scales`);
    await page.getByRole('radio', { name: 'B♭', exact: true }).check({ force: true });
    await page.keyboard.press('2');
    await page.getByText('B flat major scale, 2 octaves').waitFor();
    await page.locator('ks-score-view g.note').first().waitFor();
    await page.waitForTimeout(1500);
  },
  students: async (page) => {
    await page.goto(`${ADDRESS}students/pip-hallow`);
    await page.getByText('From 1 to 5').waitFor();
    await page.waitForTimeout(1200);
  },
  lessons: async (page) => {
    await page.goto(`${ADDRESS}lessons`);
    await page.getByRole('searchbox', { name: 'Search the lesson book' }).fill('Juno');
    await page
      .getByRole('button', { name: /Juno Marsh/ })
      .nth(3)
      .click();
    await page.getByText('Set for next time').waitFor();
    await page.waitForTimeout(800);
  },
  listen: async (page) => {
    await page.goto(`${ADDRESS}pieces/kite-on-a-string/listen`);
    await page.getByLabel('How it plays').selectOption('hands-apart');
    await page.getByRole('button', { name: 'Let it play' }).click();
    await page.locator('.stage g.note').first().waitFor();
    await page.waitForTimeout(1500);
  },
  trainer: async (page) => {
    await page.goto(`${ADDRESS}trainer`);
    await page.getByRole('button', { name: 'Three minutes' }).click();
    await page.getByRole('region', { name: 'Question' }).waitFor();
  },
  'own-page': async (page) => {
    await page.goto(`${ADDRESS}students/pip-hallow`);
    await page.getByRole('button', { name: 'Make a link' }).click();
    await page.goto(await page.getByLabel('The new link').inputValue());
    await page.getByRole('heading', { name: 'Pip: this week' }).waitFor();
  },
  reach: async (page) => {
    await page.goto(`${ADDRESS}reach?student=pip-hallow&beside=juno-marsh&piece=two-on-the-stairs`);
    await page.getByText('B♭2 B♭3').first().waitFor();
    await page.getByText('No fingering of this hand').waitFor();
  },
  rules: async (page) => {
    await page.goto(`${ADDRESS}rules`);
    await page.locator('#rule-crossing g.fing').first().waitFor();
    await page.waitForTimeout(1500);
  },
  paper: async (page) => {
    await page.goto(`${ADDRESS}pieces/lantern-boats/print`);
    await page.locator('.paper g.fing').first().waitFor();
    await page.waitForTimeout(500);
  },
  'practice-sheet': async (page) => {
    await page.goto(`${ADDRESS}pieces/round-the-mill-pond/practice`);
    await page.locator('.paper li').first().waitFor();
    await page.waitForTimeout(2000);
  },
  together: async (page) => {
    await openPiece(page, 'two-on-the-stairs');
    await page.keyboard.press('y');
    await page.getByRole('region', { name: 'Trouble spots' }).waitFor();
    await page.waitForTimeout(600);
  },
  player: async (page) => {
    await page.goto(`${ADDRESS}pieces/round-the-mill-pond/player`);
    await page.locator('.stage g.note').first().waitFor();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Space');
    await page.locator('.stage g.note.heard').first().waitFor();
  },
  offline: async (page) => {
    await openPiece(page, 'kite-on-a-string');
    await page.context().setOffline(true);
    await page.keyboard.press('2');
    await page.getByText('Your work is kept on this device').waitFor();
  },
  keeping: async (page) => {
    await page.goto(ADDRESS);
    const backups = page.getByRole('region', { name: 'Backups' });
    await backups.getByRole('button', { name: 'Back up now' }).click();
    await backups.getByText('The studio is backed up.').waitFor();
    await backups.locator('summary').click();
    await page.getByRole('region', { name: 'Pass phrase' }).locator('summary').click();
    await page.getByRole('region', { name: 'Pass phrase' }).scrollIntoViewIfNeeded();
  },
  // Last: whoever comes after it stands before the lock.
  lock: async (page) => {
    await page.goto(ADDRESS);
    const place = page.getByRole('region', { name: 'Pass phrase' });
    await place.locator('summary').click();
    await place.getByLabel('New pass phrase').fill('brown kettle, second step');
    await place.getByLabel('The same again').fill('brown kettle, second step');
    await place.getByRole('button', { name: 'Set it' }).click();
    await place.getByRole('button', { name: 'Lock it now' }).click();
    await page.getByRole('dialog', { name: 'Kettle Step is locked' }).waitFor();
  },
};

install();
for (const target of ['demo', 'worker', 'web']) await build(target);
const executablePath = ensureChromium();
must(executablePath, CHROMIUM_MISSING);
const folder = mkdtempSync(join(tmpdir(), 'kettle-step-'));
const server = spawn('node', ['dist/demo/main.mjs'], {
  cwd: ROOT,
  env: { ...process.env, PORT: String(PORT), KETTLE_STEP_DATABASE: join(folder, 'studio.sqlite') },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const { chromium } = await import('@playwright/test');
const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-background-networking'] });
const wanted = process.argv.slice(2);
for (const [name, open] of Object.entries(VIEWS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await open(page);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
}
await browser.close();
server.kill();
rmSync(folder, { recursive: true, force: true });
