import { AxeBuilder } from '@axe-core/playwright';
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
