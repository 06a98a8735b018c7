import { expect, figureAt, openPiece, test, waitUntilSaved } from './studio';

test('work outlives its window, and is offered on the next visit', async ({ page, context, studio, withoutServer }) => {
  await openPiece(page, studio, 'millrace');
  await withoutServer(async () => {
    await page.keyboard.press('2');
    await expect(page.getByText('Your work is kept on this device')).toBeVisible();
    // The window is gone without being asked, as in a crash.
    await page.close({ runBeforeUnload: false });
  });

  const next = await context.newPage();
  await next.goto(studio.address);
  const left = next.getByRole('region', { name: 'Not saved yet' });
  await left.getByRole('link', { name: 'Millrace', exact: true }).click();
  await next.getByRole('button', { name: 'Bring that work back' }).click();
  await expect.poll(() => figureAt(next, 'ks-1-1-1')).toBe('2');
  await waitUntilSaved(next);
  await next.reload();
  await expect(next.locator('.sheet g.fing.teacher').first()).toHaveText('2');
  await next.getByRole('link', { name: 'Shelf' }).click();
  await expect(next.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();
  await expect(left).toHaveCount(0);
  await next.close();
});

test.describe('on a device that keeps the application', () => {
  test.use({ serviceWorkers: 'allow' });

  test('an open tablet goes on without the server, and catches up by itself', async ({
    page,
    studio,
    withoutServer,
  }) => {
    await openPiece(page, studio, 'millrace');
    await page.evaluate(() => navigator.serviceWorker.ready);
    await withoutServer(async () => {
      await page.keyboard.press('2');
      await expect.poll(() => figureAt(page, 'ks-1-1-1')).toBe('2');
      await expect(page.getByText('Your work is kept on this device')).toBeVisible();
      // A place that was not looked at before comes from the device.
      await page.getByRole('link', { name: 'Scales' }).click();
      await expect(page.getByRole('heading', { name: 'Scale room' })).toBeVisible();
      await page.goBack();
    });
    await waitUntilSaved(page);

    await withoutServer(async () => {
      await page.goto(studio.address);
      await expect(page.getByText('The shelf cannot be shown')).toBeVisible();
      await expect(page.getByText('Kettle Step cannot be reached').first()).toBeVisible();
    });
    await page.getByRole('button', { name: 'Try again' }).click();
    await page.getByRole('link', { name: 'Millrace', exact: true }).click();
    await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('2');
  });
});
