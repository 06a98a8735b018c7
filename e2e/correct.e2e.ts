import { expect, expectNoViolations, openPiece, test, waitUntilSaved } from './studio';

test('a wrong note is mended on the bench, its fingers stay with the rest, and it can be taken back', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'millrace');
  await page.keyboard.press('Enter');
  await expect(page.locator('.open')).toHaveText('open 30 of 32');
  await page.keyboard.press('v');
  await page.getByLabel('Keep what stands now as').fill('As it came');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByText('As it came').waitFor();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  await page.keyboard.press('PageUp');
  await page.keyboard.press('ArrowRight');
  const spoken = page.locator('.spoken[aria-live], .spoken[role="status"], ks-score-view .spoken').first();
  await expect(spoken).toContainText('bar 1', { ignoreCase: true });
  await page.keyboard.press('x');
  const panel = page.getByRole('region', { name: 'Correct the music' });
  await expect(panel).toBeVisible();
  await expectNoViolations(page);
  const notes = await page.locator('.sheet g.note').count();

  // A step up loses the one finger that was set on the note; all others stay.
  await page.keyboard.press('u');
  await expect(panel.getByText(/Not kept, because their notes changed: Bar 1, right hand: \d on D4/)).toBeVisible();
  await panel.getByLabel('Length').selectOption('quarter');
  await expect.poll(() => page.locator('.sheet g.note').count()).toBeLessThan(notes);
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
  await waitUntilSaved(page);

  await page.reload();
  await page.locator('.sheet g.fing.teacher').first().waitFor();
  expect(await page.locator('.sheet g.note').count()).toBeLessThan(notes);

  // The version from before comes back on the music as it is now.
  await page.keyboard.press('v');
  const version = page.locator('.version').filter({ hasText: 'As it came' });
  await expect(version).toContainText('made before the music was corrected');
  await version.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByText('Brought back, except for what no longer has a place')).toBeVisible();
  await page.keyboard.press('Escape');
});

test('a missing note and a bar are put in, and taken back with the keys', async ({ page, studio }) => {
  await openPiece(page, studio, 'kite-on-a-string');
  const measures = page.locator('.sheet g.measure');
  const [bars, notes] = [await measures.count(), await page.locator('.sheet g.note').count()];
  await page.keyboard.press('x');
  const panel = page.getByRole('region', { name: 'Correct the music' });
  await panel.getByRole('button', { name: 'New bar after it' }).click();
  await expect(measures).toHaveCount(bars + 1);
  await page.locator('.piece h1').click();
  await page.keyboard.press('Control+z');
  await expect(measures).toHaveCount(bars);
  await panel.getByLabel('Pitch').fill('C7');
  await panel.getByLabel('for a').selectOption('eighth');
  await panel.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.locator('.sheet g.note')).toHaveCount(notes + 1);
  await expect(panel.getByText(/^C7, bar 1, beat 1/)).toBeVisible();
  // Quick presses wait for one another.
  for (let press = 0; press < 3; press += 1) await page.keyboard.press('j');
  await expect(panel.getByText(/^G6, bar 1, beat 1/)).toBeVisible();
  await panel.getByLabel('Pitch').fill('H2');
  await panel.getByRole('button', { name: 'Put it in' }).click();
  await expect(panel.getByRole('alert')).toContainText('such as F#4');
  await page.locator('.piece h1').click();
  await page.keyboard.press('Delete');
  await expect(page.locator('.sheet g.note')).toHaveCount(notes);
  await waitUntilSaved(page);
});

test('a newer file takes the place of the music, and the fingers stay', async ({ page, studio }) => {
  await openPiece(page, studio, 'two-on-the-stairs');
  await page.keyboard.press('Enter');
  await waitUntilSaved(page);
  const id = new URL(page.url()).pathname.split('/').pop()!;
  const text = await (await page.request.get(`${studio.address}api/pieces/${id}/export.musicxml`)).text();
  const open = await page.locator('.open').textContent();
  await page.keyboard.press('x');
  const panel = page.getByRole('region', { name: 'Correct the music' });
  // The last bar of the newer file is another one.
  const last = text.lastIndexOf('<step>');
  const newer = `${text.slice(0, last)}<step>${text[last + 6] === 'A' ? 'B' : 'A'}${text.slice(last + 7)}`;
  const file = (name: string, content: string) => ({ name, mimeType: 'text/xml', buffer: Buffer.from(content) });
  await panel.locator('input[type=file]').setInputFiles(file('newer.musicxml', newer));
  await expect(panel.getByText(/Of the fingers that are set, \d+ stay/)).toBeVisible();
  await panel.getByRole('button', { name: 'Put it in place of the music' }).click();
  await expect(page.locator('.open')).toHaveText(open!);
  await panel.locator('input[type=file]').setInputFiles(file('letter.abc', 'Dear teacher'));
  await expect(panel.getByText(/No tune was found/)).toBeVisible();
  await waitUntilSaved(page);
});

test('the text of a piece is written anew, and what stays is seen before anything is changed', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'kite-on-a-string');
  await page.keyboard.press('Enter');
  await waitUntilSaved(page);
  await page.keyboard.press('x');
  await page.getByRole('link', { name: 'Rewrite it as text' }).click();
  await expect(page.locator('.cm-content')).toContainText('T:Kite on a String');
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('[V:R1] c4 |]');
  await expect(page.locator('.engraving g.note').first()).toBeVisible();
  // Whoever leaves in between finds the text as it was left.
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'Kite on a String', exact: true })).toBeVisible();
  await page.goBack();
  await expect(page.getByText('The text stands as you left it')).toBeVisible();
  await expect(page.locator('.cm-content')).toContainText('[V:R1] c4 |]');
  await expect(page.locator('.engraving g.note').first()).toBeVisible();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+Enter');
  const panel = page.getByRole('region', { name: 'Correct the music' });
  await expect(panel.getByText(/Of the fingers that are set, [1-9]\d* stay/)).toBeVisible();
  await expect(page.locator('.sheet g.measure')).toHaveCount(16);
  await panel.getByRole('button', { name: 'Put it in place of the music' }).click();
  await expect(page.locator('.sheet g.measure')).toHaveCount(17);
  await expect(page.locator('.sheet g.fing.teacher').first()).toBeVisible();
  await waitUntilSaved(page);
});
