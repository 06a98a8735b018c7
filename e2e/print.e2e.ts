import { readFileSync } from 'node:fs';
import { expect, expectNoViolations, openPiece, test } from './studio';

test('a piece goes on paper as it was left on the bench, in the size and with the numbers one wants', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'millrace');
  await page.getByRole('button', { name: 'Download the piece' }).click();
  await page.getByRole('link', { name: 'On paper, or PDF' }).click();
  const numbers = page.locator('.paper g.fing:visible');
  await expect(numbers).toHaveCount(164);
  await expect(page.locator('.paper')).toHaveCount(1);
  await expect(page.getByRole('heading', { name: 'Millrace' })).toBeVisible();
  await expect(page.locator('.paper')).toContainText('for Juno Marsh');
  await expectNoViolations(page);

  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  // 210 by 297 mm in points of 1/72 inch (ISO 216), fonts inside (PDF 1.7, 9.9).
  expect(pdf).toMatch(/\/MediaBox \[0 0 594\.\d+ 841\.\d+\]/);
  expect(pdf).toContain('/FontFile2');
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);

  await page.getByText('pencil', { exact: true }).click();
  await expect.poll(() => numbers.count()).toBeLessThan(100);
  await page.getByText('Letter', { exact: true }).click();
  await page.getByText('large print').click();
  // Two pages in Letter, three when the print is large: only then is it laid out anew.
  await expect(page.locator('.paper')).toHaveCount(3);
  const large = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(large).toMatch(/\/MediaBox \[0 0 61[12][.\d]* 79[12][.\d]*\]/);
  expect(large.match(/\/Type \/Page\b/g)?.length).toBe(3);
});

test('some bars become a picture, as SVG with its font inside and as PNG', async ({ page, studio }) => {
  await page.goto(`${studio.address}pieces/millrace/print`);
  await page.locator('.paper g.fing').first().waitFor();
  await page.getByLabel('Bars').fill('5');
  await page.getByLabel('to', { exact: true }).fill('6');
  const fetchPicture = async (form: string): Promise<Buffer> => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: `as ${form}` }).click();
    return readFileSync(await (await waiting).path());
  };
  const svg = (await fetchPicture('SVG')).toString('utf8');
  expect(svg.match(/class="measure/g)).toHaveLength(2);
  // Bar 5 begins with the note that the document calls the first of its fifth measure.
  expect(svg).toContain('id="ks-1-5-1"');
  expect(svg).not.toContain('id="ks-1-4-1"');
  expect(svg).toContain('src:url("data:font/woff2;base64,'.replaceAll('"', ''));
  expect(svg).not.toContain('var(--');
  const png = await fetchPicture('PNG');
  // Signature and IHDR (PNG specification, 5.2 and 11.2.2).
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  expect(png.readUInt32BE(16)).toBeGreaterThan(1500);
});

test('a practice sheet is made from the plan, changed, and printed on one page', async ({ page, studio }) => {
  await openPiece(page, studio, 'millrace');
  await page.getByRole('button', { name: 'Download the piece' }).press('Enter');
  await page.getByRole('link', { name: 'Practice sheet' }).press('Enter');
  const sheet = page.getByRole('region', { name: 'The sheet' });
  await expect(sheet.getByRole('listitem').first()).toContainText('As blocks, each together');
  const steps = await sheet.getByRole('listitem').count();
  await page.getByRole('checkbox', { name: 'Step 2 on the sheet' }).press('Space');
  await expect(sheet.getByRole('listitem')).toHaveCount(steps - 1);
  await page.getByRole('textbox', { name: 'A step of your own' }).fill('Sing the tune while the left hand plays.');
  await page.keyboard.press('Enter');
  await expect(sheet.getByRole('listitem').last()).toHaveText('Sing the tune while the left hand plays.');
  const pdf = (await page.pdf({ format: 'A4', preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
});
