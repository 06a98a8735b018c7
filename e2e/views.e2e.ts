import type { Page } from '@playwright/test';
import { expect, expectNoViolations, openPiece, test } from './studio';
import { begin, typeKeys } from './typing';

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 768, height: 1024 },
] as const;

/** Nothing stands out of the window to the side. */
const expectFit = async (page: Page): Promise<void> => {
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
};

for (const size of SIZES) {
  test(`every place is accessible and fit at ${size.width}x${size.height}`, async ({ page, studio }) => {
    await page.setViewportSize(size);
    await page.goto(studio.address);
    await page.getByRole('link', { name: 'Millrace' }).waitFor();
    await expectNoViolations(page);
    await openPiece(page, studio, 'Lantern Boats');
    await expectNoViolations(page);
    await expectFit(page);
    await page.keyboard.press('x');
    await page.getByRole('region', { name: 'Correct the music' }).waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}type`);
    await expectNoViolations(page);
    await begin(page, 'Small Screen');
    await typeKeys(page, 'c1de');
    await page.locator('.engraving g.note').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}scales`);
    await page.locator('ks-score-view g.note').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}students/pip-hallow`);
    await page.getByText('From 1 to 5').waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}reach?student=pip-hallow&piece=two-on-the-stairs`);
    await page.getByText('No fingering of this hand takes these keys together').waitFor();
    await page.getByText('B♭2 B♭3').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}pieces/millrace/practice`);
    await page.locator('.paper li').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}pieces/millrace/player`);
    await page.locator('.stage g.note').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}pieces/millrace/listen`);
    await page.getByRole('button', { name: 'Let it play' }).click();
    await page.locator('ks-line-figures svg').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}trainer`);
    await page.getByRole('button', { name: 'Three minutes' }).waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}lessons`);
    await page.getByRole('button', { name: 'New lesson on this day' }).waitFor();
    await expectNoViolations(page);
    await expectFit(page);
    await page.goto(`${studio.address}rules`);
    await page.locator('ks-rule-example g.fing').first().waitFor();
    await expectNoViolations(page);
    await expectFit(page);
  });
}

test('everything that opens on the bench is accessible', async ({ page, studio }) => {
  await openPiece(page, studio, "The Postman's Gate");
  await page.keyboard.press('t');
  await expect(page.getByText(/^Way 1 of/)).toBeVisible();
  await expectNoViolations(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'whole piece' }).waitFor();
  await expectNoViolations(page);
  await page.keyboard.press('e');
  await page.locator('ks-effort-chart svg').waitFor();
  await expectNoViolations(page);
  await page.keyboard.press('y');
  await page.getByRole('region', { name: 'Both hands, beat by beat' }).waitFor();
  await expectNoViolations(page);
  await page.keyboard.press('s');
  await page.locator('ks-plans').waitFor();
  await expectNoViolations(page);
  for (const [key, title] of [
    ['l', 'Hand and level'],
    ['m', 'Marks on the score'],
    ['v', 'Versions'],
    ['i', 'The piece in words'],
    ['f', 'Form and pedal'],
    ['?', 'Keys'],
  ] as const) {
    await page.keyboard.press(key);
    await page.getByRole('dialog', { name: title }).waitFor();
    // Let the drawer come to rest: half-way its colours are not its own.
    await page.waitForTimeout(500);
    await expectNoViolations(page);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
});
