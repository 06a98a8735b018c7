import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { join } from 'node:path';
import { expect, ROOT, test } from './studio';

/** Compressed size of the first load, bytes: what the issue of first load is about. */
const MOST_INITIAL_BYTES = 600 * 1024;

/** The demo piece of 16 bars four times over, as one piece of 64. */
const longPiece = (): string => {
  const piece = readFileSync(join(ROOT, 'demo/pieces/millrace.musicxml'), 'utf8');
  const measures = piece.match(/<measure[\s\S]*?<\/measure>/g) ?? [];
  const all = Array.from({ length: 4 }, (_, copy) =>
    measures.map((measure, index) =>
      measure
        .replace(/number="\d+"/, `number="${copy * measures.length + index + 1}"`)
        .replace(copy > 0 ? /<attributes>[\s\S]*?<\/attributes>/ : /$^/, ''),
    ),
  ).flat();
  const [head, tail] = [piece.slice(0, piece.indexOf('<measure')), piece.slice(piece.lastIndexOf('</measure>') + 10)];
  return (head + all.join('') + tail).replace('>Millrace<', '>Sixty-four<');
};

test('from a changed finger to the new numbers on screen', async ({ page, studio }) => {
  await page.goto(studio.address);
  await page.locator('input[type=file]').setInputFiles({
    name: 'long.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(longPiece()),
  });
  await page.getByRole('link', { name: 'Sixty-four' }).click();
  await page.locator('.sheet g.fing.suggested').first().waitFor();
  await expect(page.locator('.sheet g.measure')).toHaveCount(64);

  const times: number[] = [];
  for (const finger of ['2', '3', '1', '4', '2', '3', '1', '5', '2', '3']) {
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
  const sorted = [...times].sort((a, b) => a - b);
  console.log(
    `changed finger to new numbers, 64 bars: median ${sorted[5]!.toFixed(0)} ms, most ${sorted[9]!.toFixed(0)} ms`,
  );
});

test('the first load is small, and the engraver comes only with a piece', async ({ page, studio }) => {
  const scripts: string[] = [];
  page.on('response', (response) => {
    if (response.url().endsWith('.js')) scripts.push(response.url());
  });
  await page.goto(studio.address);
  await page.getByRole('link', { name: 'Millrace' }).waitFor();
  const bytes = scripts.reduce(
    (sum, url) => sum + gzipSync(readFileSync(join(ROOT, 'dist/web/browser', new URL(url).pathname))).length,
    0,
  );
  console.log(`JavaScript of the first load: ${(bytes / 1024).toFixed(0)} kB compressed, ${scripts.length} files`);
  expect(bytes).toBeLessThan(MOST_INITIAL_BYTES);
  expect(scripts.some((url) => url.includes('worker'))).toBe(false);
});
