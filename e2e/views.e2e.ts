import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, openPiece, test } from './studio';

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 768, height: 1024 },
] as const;

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

for (const size of SIZES) {
  test(`shelf and bench are accessible and fit at ${size.width}x${size.height}`, async ({ page, studio }) => {
    await page.setViewportSize(size);
    await page.goto(studio.address);
    await page.getByRole('link', { name: 'Millrace' }).waitFor();
    expect((await new AxeBuilder({ page }).withTags(RULES).analyze()).violations).toEqual([]);
    await openPiece(page, studio, 'Lantern Boats');
    expect((await new AxeBuilder({ page }).withTags(RULES).analyze()).violations).toEqual([]);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(overflow).toBeLessThanOrEqual(0);
  });
}

const analyze = async (page: Page) => (await new AxeBuilder({ page }).withTags(RULES).analyze()).violations;

test('everything that opens on the bench is accessible', async ({ page, studio }) => {
  await openPiece(page, studio, "The Postman's Gate");
  await page.keyboard.press('t');
  await expect(page.getByText(/^Way 1 of/)).toBeVisible();
  expect(await analyze(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'whole piece' }).waitFor();
  expect(await analyze(page)).toEqual([]);
  await page.keyboard.press('e');
  await page.locator('ks-effort-chart svg').waitFor();
  expect(await analyze(page)).toEqual([]);
  for (const [key, title] of [
    ['l', 'Hand and level'],
    ['m', 'Marks on the score'],
    ['v', 'Versions'],
    ['?', 'Keys'],
  ] as const) {
    await page.keyboard.press(key);
    await page.getByRole('dialog', { name: title }).waitFor();
    // Let the drawer come to rest: half-way its colours are not its own.
    await page.waitForTimeout(500);
    expect(await analyze(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
});
