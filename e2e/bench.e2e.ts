import { readFileSync } from 'node:fs';
import { DEMO_PIECES } from '../demo/src/studio';
import { openScore } from '../core/testing/musicxml';
import { expect, figureAt, goTo, openPiece, test, waitUntilSaved } from './studio';

test('every demo piece opens with a number on every note, and is worked through without the mouse', async ({
  page,
  studio,
}) => {
  test.setTimeout(600_000);
  for (const { id } of DEMO_PIECES) {
    await goTo(page, studio);
    await page.locator(`a[href="/pieces/${id}"]`).first().click();
    const counter = page.locator('.open');
    await expect(counter).toHaveText(/^open \d+ of \d+$/);
    const [open, played] = (await counter.textContent())!.match(/\d+/g)!.map(Number) as [number, number];
    expect(open).toBe(played);
    await page.locator('.sheet g.fing.suggested').first().waitFor();
    for (const text of await page.locator('.sheet g.fing').allTextContents())
      expect(`${id}: ${text.trim()}`).toMatch(/: [1-5](-[1-5])?$/);
    // The clear bars at once, then bar by bar: try another, go back, settle, next.
    await page.keyboard.press('a');
    await expect(page.locator('.said')).toHaveText(/settled: any other way|they want your choice/);
    await page.keyboard.press('n');
    for (let left = played; left > 0; left -= 1) {
      const now = Number((await counter.textContent())!.match(/\d+/)![0]);
      if (now === 0) break;
      if (left === played) {
        await expect(page.locator('ks-other-ways nz-spin')).toHaveCount(0);
        await page.keyboard.press('t');
        await page.keyboard.press('Escape');
      }
      await page.keyboard.press('Enter');
      await expect(counter).not.toHaveText(`open ${now} of ${played}`);
    }
    await expect(counter).toHaveText(`open 0 of ${played}`);
    await page.keyboard.press('n');
    await expect(page.locator('.said')).toHaveText('Every bar of both hands is settled.');
    await waitUntilSaved(page);
  }
});

test('another way is looked at, taken, and taken back', async ({ page, studio }) => {
  await openPiece(page, studio, 'millrace');
  const ways = page.locator('ks-other-ways [role="option"]');
  await expect(ways.first()).toBeVisible();
  const before = await page.locator('.sheet g.measure').first().locator('g.fing').allTextContents();
  const fingers = await ways.nth(1).locator('.fingers').textContent();
  await page.keyboard.press('t');
  await page.keyboard.press('t');
  await expect(ways.nth(1)).toHaveAttribute('aria-selected', 'true');
  const first = fingers!.trim().split(' ');
  await expect.poll(() => figureAt(page, 'ks-1-1-4')).toBe(first[3]);
  await expect(page.locator('.open')).toHaveText('open 32 of 32');

  await page.keyboard.press('Enter');
  await expect(page.locator('.said')).toHaveText(/^Bar 1, right hand, settled, with bar 15/);
  await expect(page.locator('.open')).toHaveText('open 30 of 32');
  await expect.poll(() => figureAt(page, 'ks-1-1-4')).toBe(first[3]);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.open')).toHaveText('open 32 of 32');
  await expect.poll(() => page.locator('.sheet g.measure').first().locator('g.fing').allTextContents()).toEqual(before);
  await waitUntilSaved(page);
});

test('a smaller hand and the first months change what is suggested, and are kept', async ({ page, studio }) => {
  await openPiece(page, studio, 'millrace');
  await page.keyboard.press('l');
  const sheet = page.getByRole('dialog');
  await sheet.getByText('First months: five-finger positions').click();
  await sheet.getByText('child 160 / 115 mm').click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'child · step 1' })).toBeVisible();
  await expect(page.locator('.mark.position title').filter({ hasText: 'thumb under' })).toHaveCount(0);
  await waitUntilSaved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'child · step 1' })).toBeVisible();
});

test('pencil writes only what a reader needs, on the screen and in the file', async ({ page, studio }) => {
  await openPiece(page, studio, 'kite-on-a-string');
  const shown = page.locator('.sheet g.fing:not(.unwritten)');
  const all = await shown.count();
  await page.keyboard.press('w');
  await page.keyboard.press('w');
  await expect(page.getByRole('button', { name: 'pencil' })).toBeVisible();
  await expect.poll(() => shown.count()).toBeLessThan(all / 3);
  const count = await shown.count();
  await waitUntilSaved(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the piece' }).click();
  await page.getByRole('link', { name: 'MusicXML', exact: true }).click();
  const { score } = openScore(readFileSync(await (await download).path(), 'utf8'));
  expect(score.notes.filter(({ printed }) => printed.length > 0)).toHaveLength(count);
});

test('printed numbers are compared, and kept where one wants them', async ({ page, studio }) => {
  await openPiece(page, studio, 'the-postmans-gate');
  await page.keyboard.press('c');
  const rows = page.locator('ks-compare tbody tr');
  await expect(rows).toHaveCount(7);
  const fifth = rows.filter({ hasText: '245' }).first();
  await expect(fifth).toContainText('the printed one asks for');
  await fifth.getByRole('button', { name: 'Keep printed' }).click();
  // Bars with the same music follow, and now differ from what is printed there.
  await expect(rows).toHaveCount(9);
  await expect(page.locator('.sheet g.fing.teacher')).toHaveText(['2', '4', '5']);
});

test('a remark, a note for the other hand and a bar of its own are decisions like any other', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'millrace');
  await page.keyboard.press('g');
  await expect(page.locator('#chosen-note')).toHaveText(/left hand/);
  await page.keyboard.press('g');
  await expect(page.locator('#chosen-note')).toHaveText(/right hand/);
  await page.keyboard.press('d');
  await expect(page.locator('.together').getByText('Goes its own way')).toBeVisible();
  await page.keyboard.press('r');
  await page.keyboard.type('Sing the top note');
  await page.keyboard.press('Escape');
  await waitUntilSaved(page);
  await page.reload();
  await expect(page.getByLabel('Remark on this bar')).toHaveValue('Sing the top note');
  await expect(page.locator('.together').getByText('Goes its own way')).toBeVisible();
});

test('it sounds, travels along, and stops at moves', async ({ page, studio }) => {
  await openPiece(page, studio, 'kite-on-a-string');
  await page.getByText('stop at moves').click();
  await page.locator('.sheet').focus();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();

  await goTo(page, studio);
  await openPiece(page, studio, 'millrace');
  const rail = page.locator('ks-hand-rail svg');
  const before = await rail.getAttribute('aria-label');
  await page.keyboard.press('p');
  await expect.poll(() => rail.getAttribute('aria-label')).not.toBe(before);
  await page.keyboard.press('p');
  await page.getByText('stop at moves').click();
  await page.locator('.sheet').focus();
  await page.keyboard.press('p');
  await expect(page.getByText('Right hand: G position – P goes on')).toBeVisible();
});

test('letters can be switched off, and the keys are told', async ({ page, studio }) => {
  await openPiece(page, studio, 'kite-on-a-string');
  await page.keyboard.press('?');
  await page.getByRole('dialog').getByText('Settle all bars that are sure').waitFor();
  await page.getByText('Single letters, digits and signs are commands').click();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
  await page.keyboard.press('c');
  await page.keyboard.press('l');
  await expect(page.locator('ks-compare')).toHaveCount(0);
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
