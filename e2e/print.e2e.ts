import { expect, expectNoViolations, openPiece, test } from './studio';

test('a piece goes on paper as it was left on the bench, in the size and with the numbers one wants', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'Millrace');
  await page.getByRole('button', { name: 'Take the piece out' }).click();
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
