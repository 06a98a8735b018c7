import { expect, expectNoViolations, openPiece, test, waitUntilSaved } from './studio';

const PHRASE = 'brown kettle, second step';

test('a pass phrase locks the studio; work that is not saved waits for it', async ({ page, browser, studio }) => {
  await page.goto(studio.address);
  const place = page.getByRole('region', { name: 'Pass phrase' });
  await place.getByText('Set a pass phrase').click();
  await place.getByLabel('New pass phrase').fill(PHRASE);
  await place.getByLabel('The same again').fill(PHRASE);
  await place.getByRole('button', { name: 'Set it' }).click();
  await expect(place.getByText('The pass phrase is set')).toBeVisible();

  // Somebody else sees nothing, and does not get in by guessing.
  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto(studio.address);
  const door = elsewhere.getByRole('dialog', { name: 'Kettle Step is locked' });
  await expect(door).toBeVisible();
  await expect(elsewhere.getByText('Millrace')).toHaveCount(0);
  await expectNoViolations(elsewhere);
  await elsewhere.keyboard.type('four words at random');
  await elsewhere.keyboard.press('Enter');
  await expect(door.getByRole('alert')).toHaveText('That pass phrase is wrong.');
  await door.getByLabel('Pass phrase').fill(PHRASE);
  await elsewhere.keyboard.press('Enter');
  await expect(elsewhere.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();

  // Locked from there, this window asks as soon as it has something to save, and goes on where it was.
  await openPiece(page, studio, 'millrace');
  await page.context().clearCookies();
  await page.keyboard.press('2');
  const lock = page.getByRole('dialog', { name: 'Kettle Step is locked' });
  await expect(lock).toBeVisible();
  // What is behind it takes no keys and is not read aloud.
  await expect(page.locator('.place')).toHaveAttribute('inert');
  await page.keyboard.type(PHRASE);
  await page.keyboard.press('Enter');
  await expect(lock).toHaveCount(0);
  await waitUntilSaved(page);
  await page.reload();
  await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('2');
  await elsewhere.context().close();
});
