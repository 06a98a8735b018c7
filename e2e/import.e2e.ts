import type { Page } from '@playwright/test';
import { writeMidi } from '../core/src/formats/midi';
import { ATTRIBUTES, openScore, partwise, pitched } from '../core/testing/musicxml';
import { expect, expectNoViolations, test } from './studio';

const TUNE = partwise([
  ATTRIBUTES + ['C4', 'D4', 'E4', 'F4'].map((name) => pitched(name, 4)).join(''),
  pitched('G4', 16),
]).replace('<part-list>', '<work><work-title>Left on the Step</work-title></work><part-list>');

/** Lets a file fall on the door of the shelf, as a browser does. */
const drop = async (page: Page, name: string, content: string): Promise<void> => {
  const data = await page.evaluateHandle(
    ([fileName, text]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text!], fileName!));
      return transfer;
    },
    [name, content],
  );
  await page.dispatchEvent('nz-upload .ant-upload-btn', 'drop', { dataTransfer: data });
};

test('a dropped file becomes a piece with fingers', async ({ page, studio }) => {
  await page.goto(studio.address);
  await page.getByRole('link', { name: 'Millrace', exact: true }).waitFor();
  await drop(page, 'tune.musicxml', TUNE);
  await expect(
    page.getByRole('row', { name: /tune\.musicxml.*on the shelf.*Left on the Step · MusicXML · 2 bars/ }),
  ).toBeVisible();
  await page.locator('.pieces').getByRole('link', { name: 'Left on the Step', exact: true }).click();
  await expect(page.locator('.sheet g.fing.suggested')).toHaveText(['1', '2', '3', '4', '5']);
});

test('a chosen file comes in too, and printed numbers are told apart', async ({ page, studio }) => {
  const printed = TUNE.replace(
    '</duration></note>',
    '</duration><notations><technical><fingering>1</fingering></technical></notations></note>',
  );
  await page.goto(studio.address);
  await page.locator('.door input[type=file]').setInputFiles({
    name: 'printed.xml',
    mimeType: 'application/xml',
    buffer: Buffer.from(printed),
  });
  await page.locator('.pieces').getByRole('link', { name: 'Left on the Step', exact: true }).click();
  await expect(page.locator('.sheet g.fing.printed')).toHaveText(['1']);
  await expect(page.locator('.sheet g.fing.printed .line')).toHaveCount(1);
});

test('a file that cannot be read says why, and the shelf stays as it was', async ({ page, studio }) => {
  await page.goto(studio.address);
  const pieces = page.locator('.pieces .piece');
  await pieces.first().waitFor();
  const before = await pieces.count();
  await drop(page, 'letter.musicxml', 'Dear teacher');
  await expect(page.getByText('This is not an XML file')).toBeVisible();
  await drop(page, 'half.musicxml', TUNE.slice(0, 500));
  await expect(page.getByText('The file stops in the middle')).toBeVisible();
  await drop(page, 'huge.musicxml', 'x'.repeat(30 * 1024 * 1024));
  await expect(page.getByText('is 30.0 MB, and at most 8 MB are read')).toBeVisible();
  await page.reload();
  await expect(pieces).toHaveCount(before);
});

test('several files at once: each is told what became of it, and one asks which tune is meant', async ({
  page,
  studio,
}) => {
  const book = 'X:1\nT:First Walk\nL:1/4\nK:C\nCDEF|G4|]\n\nX:2\nT:Second Walk\nM:3/4\nL:1/4\nK:G\n!2!GAB|d3|]\n';
  const { score } = openScore(TUNE);
  await page.goto(studio.address);
  const pieces = page.locator('.pieces .piece');
  await pieces.first().waitFor();
  const before = await pieces.count();
  const file = (name: string, content: string | Uint8Array) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(content),
  });
  await page
    .locator('.door input[type=file]')
    .setInputFiles([file('walks.abc', book), file('letter.abc', 'Dear teacher'), file('step.mid', writeMidi(score))]);
  const table = page.getByRole('region', { name: 'Files that came in' });
  await expect(table.getByRole('row', { name: /letter\.abc.*not taken.*No tune was found/ })).toBeVisible();
  await expect(table.getByRole('row', { name: /step\.mid.*on the shelf.*MIDI/ })).toContainText(
    'divided between the hands',
  );
  await table.getByRole('combobox', { name: 'What to take from walks.abc' }).selectOption('2. Second Walk');
  await expect(table.getByText('Second Walk · ABC · 2 bars · 4 notes')).toBeVisible();
  await table.getByRole('button', { name: 'Bring this in' }).click();
  await expect(table.getByText('2 of 3 on the shelf')).toBeVisible();
  await expect(pieces).toHaveCount(before + 2);
  await expectNoViolations(page);
  await table.getByRole('link', { name: /Second Walk/ }).click();
  await expect(page.locator('.sheet g.fing')).toHaveCount(4);
});

test('a piece is taken off the shelf only when it is meant', async ({ page, studio }) => {
  await page.goto(studio.address);
  const remove = page.getByRole('button', { name: 'Take Millrace off the shelf' });
  await remove.click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();
  await remove.click();
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toHaveCount(0);
  // And it can come back.
  await page.getByRole('button', { name: 'Put Millrace back on the shelf' }).click();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();
});
