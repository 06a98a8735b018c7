import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { join } from 'node:path';
import { expect, ROOT, test } from './studio';

/** Compressed size of the first load, bytes. Our choice: a second or so on a slow line. */
const MOST_INITIAL_BYTES = 600 * 1024;

test('the first load is small; engine and engraver come when the shelf is there', async ({ page, studio }) => {
  const scripts: string[] = [];
  page.on('response', (response) => {
    if (response.url().endsWith('.js')) scripts.push(response.url());
  });
  await page.goto(studio.address);
  // What the page names itself is what stands between a teacher and the shelf.
  const first = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLLinkElement | HTMLScriptElement>('link[rel=modulepreload], script[src]')].map(
      (one) => ('href' in one ? one.href : one.src),
    ),
  );
  const bytes = first.reduce(
    (sum, url) => sum + gzipSync(readFileSync(join(ROOT, 'dist/web/browser', new URL(url).pathname))).length,
    0,
  );
  console.log(`JavaScript of the first load: ${(bytes / 1024).toFixed(0)} kB compressed, ${first.length} files`);
  expect(bytes).toBeLessThan(MOST_INITIAL_BYTES);
  await page.getByRole('link', { name: 'Millrace', exact: true }).waitFor();
  await expect.poll(() => scripts.filter((url) => url.includes('worker')).length).toBe(2);
});
