import { expect, expectNoViolations, test } from './studio';

test('a studio is backed up by one press and put back by two', async ({ page, studio }) => {
  await page.goto(studio.address);
  const backups = page.getByRole('region', { name: 'Backups' });
  await backups.getByRole('button', { name: 'Back up now' }).press('Enter');
  await expect(backups.getByRole('status')).toHaveText('The studio is backed up.');
  await expect(backups.getByText(/\d+ backups?, the last/)).toBeVisible();

  // Something is lost.
  await page.request.delete(`${studio.address}api/pieces/millrace`, {
    headers: { Origin: new URL(studio.address).origin },
  });
  await page.reload();
  await page.getByRole('link', { name: 'Market Steps' }).waitFor();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toHaveCount(0);

  await backups.locator('summary').press('Enter');
  await expectNoViolations(page);
  const made = backups.getByRole('listitem').filter({ hasText: 'made by you' });
  await made.getByRole('button', { name: /^Put back the backup/ }).press('Enter');
  await page.getByRole('button', { name: 'Put it back', exact: true }).last().press('Enter');
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();
  await backups.locator('summary').press('Enter');
  await expect(backups.getByRole('listitem').filter({ hasText: 'before another was put back' })).toBeVisible();
});
