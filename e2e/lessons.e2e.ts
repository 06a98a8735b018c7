import { expect, expectNoViolations, test } from './studio';

// A lesson is entered by keyboard: what was set is heard, the next list is there, and more is set.
test('a lesson is heard, the next list writes itself, and the book leaves as a calendar', async ({ page, studio }) => {
  await page.goto(`${studio.address}lessons`);
  await page.getByRole('searchbox', { name: 'Search the lesson book' }).fill('family');
  // The list from before the search may still stand there, and be replaced under the key.
  await expect(async () => {
    await page
      .getByRole('button', { name: /Pip Hallow/ })
      .first()
      .press('Enter');
    await expect(page.getByRole('heading', { name: /^Pip Hallow, / })).toBeVisible({ timeout: 3000 });
  }).toPass();
  await page.getByRole('searchbox', { name: 'Search the lesson book' }).fill('');

  // A new one, on the day that is looked at.
  await page.getByRole('button', { name: 'New lesson on this day' }).press('Enter');
  await page.getByLabel('Student').selectOption({ label: 'Pip Hallow' });
  await page.locator('input[name=time]').fill('23:30');
  await page.getByRole('button', { name: 'Lay it down' }).press('Enter');
  const before = page.getByRole('region', { name: 'Since last time' });
  await expect(before).toContainText('Kite on a String: to play for the family, at 60');
  const next = page.getByRole('region', { name: 'Set for next time' });
  await expect(next.getByRole('listitem')).toHaveCount(2);
  await expectNoViolations(page);

  await before.getByRole('button', { name: 'done' }).last().press('Enter');
  await before
    .getByLabel(/^Steady tempo of/)
    .last()
    .fill('62');
  await page.getByLabel('Heard').fill('Played for the family already.');
  await next.getByLabel('Piece').selectOption({ label: 'Kite on a String' });
  await next.getByLabel('What to do').fill('from memory');
  await next.getByLabel('What to do').press('Enter');
  await expect(next.getByRole('listitem').last()).toContainText('Kite on a String: from memory');
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();

  const csv = await (await page.request.get(`${studio.address}api/lessons/lessons.csv?words=already`)).text();
  expect(csv).toContain('Played for the family already.');
  expect(csv).toContain('Kite on a String: from memory');
  const calendar = await (await page.request.get(`${studio.address}api/lessons/lessons.ics`)).text();
  expect(calendar).toContain('SUMMARY:Lesson: Pip Hallow');

  // The shelf says who comes today.
  await page.getByRole('link', { name: 'Shelf' }).press('Enter');
  await page.locator('.pieces .piece').first().waitFor();
  await expect(page.locator('ks-today')).toContainText('23:30 Pip Hallow');
});
