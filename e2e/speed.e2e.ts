/** Figures of speed in the real interface: printed by `npm run bench`, and no part of `npm test`. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, ROOT, test, type Studio } from './studio';

// A trace takes a picture of the whole page at every step: it would be measured along.
test.use({ trace: 'off' });

/** The demo piece of 16 bars so many times over, as one piece. */
const longPiece = (copies: number, title: string): string => {
  const piece = readFileSync(join(ROOT, 'demo/pieces/millrace.musicxml'), 'utf8');
  const measures = piece.match(/<measure[\s\S]*?<\/measure>/g) ?? [];
  const all = Array.from({ length: copies }, (_, copy) =>
    measures.map((measure, index) =>
      measure
        .replace(/number="\d+"/, `number="${copy * measures.length + index + 1}"`)
        .replace(copy > 0 ? /<attributes>[\s\S]*?<\/attributes>/ : /$^/, ''),
    ),
  ).flat();
  const [head, tail] = [piece.slice(0, piece.indexOf('<measure')), piece.slice(piece.lastIndexOf('</measure>') + 10)];
  return (head + all.join('') + tail).replace('>Millrace<', `>${title}<`);
};

const bringIn = async (page: Page, studio: Studio, copies: number, title: string): Promise<void> => {
  await page.goto(studio.address);
  await page.locator('.door input[type=file]').setInputFiles({
    name: 'long.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(longPiece(copies, title)),
  });
  await page.getByRole('link', { name: title, exact: true }).click();
  await page.locator('.sheet g.fing.suggested').first().waitFor();
  await expect(page.locator('.sheet g.measure')).toHaveCount(copies * 16);
};

/** Sets these fingers one after another; milliseconds until the new numbers stand on the screen. */
const timesOf = async (page: Page, fingers: readonly string[]): Promise<number[]> => {
  const times: number[] = [];
  for (const finger of fingers) {
    await page.evaluate(() => performance.clearMarks());
    await page.keyboard.press(finger);
    await page.waitForFunction(() => {
      const [set] = performance.getEntriesByName('finger-set');
      return set && performance.getEntriesByName('fingers-shown').some((shown) => shown.startTime > set.startTime);
    });
    times.push(
      await page.evaluate(() => {
        const set = performance.getEntriesByName('finger-set')[0]!.startTime;
        return performance.getEntriesByName('fingers-shown').find((shown) => shown.startTime > set)!.startTime - set;
      }),
    );
  }
  return times.sort((a, b) => a - b);
};

const FINGERS = ['2', '3', '1', '4', '2', '3', '1', '5', '2', '3'] as const;

test('from a changed finger to the new numbers on screen', async ({ page, studio }) => {
  await bringIn(page, studio, 4, 'Sixty-four');
  const sorted = await timesOf(page, FINGERS);
  console.log(
    `changed finger to new numbers, 64 bars: median ${sorted[5]!.toFixed(0)} ms, most ${sorted[9]!.toFixed(0)} ms`,
  );
});

test('two hundred bars stay fluid', async ({ page, studio }) => {
  await bringIn(page, studio, 13, 'Two hundred and eight');
  await expect(page.locator('ks-other-ways [role="option"]').first()).toBeVisible();
  await page.waitForTimeout(1000);
  await page.evaluate(() => {
    const holder = window as unknown as { longTasks: number[] };
    holder.longTasks = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) holder.longTasks.push(entry.duration);
    }).observe({ type: 'longtask' });
  });
  const longTasks = () =>
    page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0).map(Math.round));
  await page.locator('ks-score-view').hover();
  for (let turn = 0; turn < 20; turn += 1) {
    await page.mouse.wheel(0, 400);
    await page.waitForTimeout(60);
  }
  const scrolling = await longTasks();
  for (let turn = 0; turn < 12; turn += 1) {
    await page.keyboard.press(turn % 3 === 0 ? 'PageDown' : 'ArrowRight');
    await page.waitForTimeout(250);
  }
  const choosing = await longTasks();
  const sorted = await timesOf(page, FINGERS);
  const settling = await longTasks();
  console.log(
    `208 bars: long tasks while scrolling [${scrolling.join(' ')}] ms, choosing [${choosing.join(' ')}] ms, ` +
      `setting fingers [${settling.join(' ')}] ms; finger to numbers median ${sorted[5]!.toFixed(0)} ms, most ${sorted[9]!.toFixed(0)} ms`,
  );
});

test('a piece opens quickly once the shelf has been up for a while', async ({ page, studio }) => {
  await bringIn(page, studio, 4, 'Sixty-four');
  const times: number[] = [];
  for (let turn = 0; turn < 3; turn += 1) {
    await page.goto(studio.address);
    const link = page.getByRole('link', { name: 'Sixty-four', exact: true });
    await link.waitFor();
    // The five seconds that the goal speaks of.
    await page.waitForTimeout(5000);
    await page.evaluate(() => document.addEventListener('click', () => performance.mark('opened'), { capture: true }));
    await link.click();
    await page.waitForFunction(() => performance.getEntriesByName('fingers-shown').length > 0);
    times.push(
      await page.evaluate(
        () =>
          performance.getEntriesByName('fingers-shown')[0]!.startTime -
          performance.getEntriesByName('opened').at(-1)!.startTime,
      ),
    );
  }
  const sorted = times.sort((a, b) => a - b);
  console.log(`opening 64 bars from the shelf: median ${sorted[1]!.toFixed(0)} ms, most ${sorted[2]!.toFixed(0)} ms`);
});
