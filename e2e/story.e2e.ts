import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openScore } from '../core/testing/musicxml';
import { expect, figureAt, openPiece, ROOT, test, waitForFingers, waitUntilSaved } from './studio';

const NOTE = 'ks-1-1-3';

test('a teacher opens a piece, changes a finger, and finds it again the next day', async ({ page, studio }) => {
  const openFromShelf = async (): Promise<void> => {
    await page.goto(studio.address);
    await page.getByRole('link', { name: 'Millrace', exact: true }).click();
    await waitForFingers(page);
  };
  await openFromShelf();

  // A number on every note of both hands.
  const { score } = openScore(readFileSync(join(ROOT, 'demo/pieces/millrace.musicxml'), 'utf8'));
  const figures = page.locator('.sheet g.fing');
  await expect(figures).toHaveCount(score.notes.length);
  for (const text of await figures.allTextContents()) expect(text.trim()).toMatch(/^[1-5](-[1-5])?$/);

  // A click on a note shows what other fingers would do.
  await page.locator(`.sheet g.note[id="${NOTE}"] .notehead`).click();
  const room = page.getByRole('group', { name: /Elbow room/ });
  await expect(room.getByRole('button')).toHaveCount(5);
  await expect(room.getByRole('button', { name: 'Finger 3, chosen' })).toBeVisible();

  // A key sets another; it is framed as the teacher's own.
  await page.keyboard.press('2');
  await expect(page.locator(`.sheet g.fing.teacher[data-startid="#${NOTE}"]`)).toHaveText('2');
  await expect(page.locator('ks-bar-card').getByText('set by you')).toBeVisible();
  await waitUntilSaved(page);

  // The server is stopped and started, the page opened anew: it is still there.
  await studio.stop();
  await studio.start();
  await openFromShelf();
  await expect(page.locator(`.sheet g.fing.teacher[data-startid="#${NOTE}"]`)).toHaveText('2');

  // And what is exported reads back with the same fingers.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the piece' }).click();
  await page.getByRole('link', { name: 'MusicXML', exact: true }).click();
  const exported = openScore(readFileSync(await (await download).path(), 'utf8')).score;
  for (const note of exported.notes)
    expect(`${note.id} ${note.printed[0]?.finger}`).toBe(`${note.id} ${(await figureAt(page, note.id))?.[0]}`);
  expect(exported.notes.find(({ id }) => id === NOTE)?.printed[0]?.finger).toBe(2);
});

test('everything on the way has a key', async ({ page, studio }) => {
  await openPiece(page, studio, 'kite-on-a-string');
  const spoken = page.locator('#chosen-note');
  await expect(spoken).toHaveText(/^Bar 1, beat 1, right hand/);
  await page.keyboard.press('ArrowRight');
  await expect(spoken).toHaveText(/^Bar 1, beat [^1]/);
  await page.keyboard.press('ArrowDown');
  await expect(spoken).toHaveText(/left hand/);
  await page.keyboard.press('ArrowUp');

  await page.keyboard.press('5');
  await expect(spoken).toHaveText(/finger 5, set by you$/);
  await page.keyboard.press('Control+z');
  await expect(spoken).toHaveText(/finger [1-4], (suggested|printed)$/);
  await page.keyboard.press('Control+Shift+z');
  await expect(spoken).toHaveText(/finger 5, set by you$/);
  await page.keyboard.press('0');
  await expect(spoken).toHaveText(/(suggested|printed)$/);
  await waitUntilSaved(page);
});

test('the ribbon leads to a bar of a hand', async ({ page, studio }) => {
  await openPiece(page, studio, 'millrace');
  await page.locator('.row.left [data-bar="11"]').click();
  await expect(page.locator('#chosen-note')).toHaveText(/^Bar 12, beat 1, left hand/);
  await expect(page.getByRole('heading', { name: 'Bar 12' })).toBeVisible();
  await expect(page.locator('.sheet .bar-frame')).toHaveCount(1);
  await page.getByRole('slider', { name: 'Bars, right hand' }).press('ArrowRight');
  await expect(page.locator('#chosen-note')).toHaveText(/^Bar 13, beat 1, right hand/);
});

test('the same piece open twice: neither window loses its work unasked', async ({ page, context, studio }) => {
  await openPiece(page, studio, 'millrace');
  const other = await context.newPage();
  await openPiece(other, studio, 'millrace');
  const saved = page.waitForResponse((answer) => answer.request().method() === 'PUT');
  await page.keyboard.press('2');
  await saved;
  await other.keyboard.press('3');
  await expect(other.getByText('nothing was overwritten')).toBeVisible();
  await expect(other.getByText('Both stay among the versions')).toBeVisible();
  await other.getByRole('button', { name: 'Keep what I see here' }).click();
  await waitUntilSaved(other);
  await page.reload();
  await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('3');

  // What either window had is among the versions, can be compared, and can be brought back.
  await page.keyboard.press('v');
  // How it stood an hour ago may be there too, and has no name.
  const versions = page.locator('.version', { has: page.locator('strong') });
  await expect(versions).toHaveCount(2);
  const theirs = versions.filter({ hasText: 'The other window' });
  await theirs.getByRole('button', { name: 'Compare' }).click();
  await expect(theirs.getByRole('table')).toContainText('Other fingers in 2 bars');
  await theirs.getByRole('button', { name: 'Bring back' }).click();
  await page.keyboard.press('Escape');
  await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('2');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('3');
});

test('work is kept while the server is away, wherever one goes, and saved when it is back', async ({
  page,
  studio,
}) => {
  await openPiece(page, studio, 'millrace');
  await page.route('**/plan', (route) => route.abort());
  await page.keyboard.press('2');
  await expect(page.getByText('Your work is kept on this device')).toBeVisible();

  // Back on the shelf it is still there, and no other piece takes its place.
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('status').getByText('not saved')).toBeVisible();
  await page.getByRole('link', { name: 'Kite on a String', exact: true }).click();
  await expect(page.getByText('“Millrace” is not saved yet.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to that piece' }).click();
  await expect(page.locator('.sheet g.fing.teacher').first()).toHaveText('2');

  await page.unroute('**/plan');
  await page.getByRole('button', { name: 'Try now' }).click();
  await waitUntilSaved(page);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'Bench · Millrace' })).toBeVisible();
  await page.getByRole('link', { name: 'Kite on a String', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Kite on a String' })).toBeVisible();
});
