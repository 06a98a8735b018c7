import type { Page } from '@playwright/test';
import { expect, expectNoViolations, test } from './studio';

/** Goes on with Tab until something of this kind has the focus. */
const tabTo = async (page: Page, selector: string): Promise<void> => {
  const isThere = (): Promise<boolean> =>
    page.evaluate((wanted) => document.activeElement?.matches(wanted) ?? false, selector);
  for (let step = 0; step < 40 && !(await isThere()); step += 1) await page.keyboard.press('Tab');
  expect(await isThere()).toBe(true);
};

const title = (page: Page) => page.getByRole('status').first();

test('a scale is chosen, heard, read and put on the shelf and on paper, by the keyboard alone', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}scales`);
  await expect(title(page)).toHaveText('C major scale, one octave');
  await expect(page.locator('ks-score-view g.fing').first()).toHaveText('1');

  await tabTo(page, 'input[name=kind]');
  for (let step = 0; step < 2; step += 1) await page.keyboard.press('ArrowRight');
  await expect(title(page)).toHaveText('C harmonic minor scale, one octave');
  await page.keyboard.press('2');
  for (let step = 0; step < 3; step += 1) await page.keyboard.press('u');
  await expect(title(page)).toHaveText('E flat harmonic minor scale, 2 octaves');

  // What the hands learn: the words of the left hand, and where both thumbs meet (common practice, no source).
  const reading = page.getByRole('complementary', { name: 'What the hand learns' });
  await expect(reading).toContainText('E flat with 2, thumb on F, cross 4 over to G flat');
  await expect(reading).toContainText('No other key is played like this one.');
  const strip = page.getByRole('list', { name: 'Hands together, stroke by stroke' });
  await expect(strip.getByRole('listitem')).toHaveCount(29);
  await expect(strip.getByLabel('2: right 1, left 1, the same, both thumbs')).toBeVisible();
  await expectNoViolations(page);

  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(strip.locator('.now')).toHaveCount(1);
  await page.keyboard.press('p');

  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/pieces\/[^/]+$/);
  await expect(page.getByRole('heading', { name: 'E flat harmonic minor scale, 2 octaves' })).toBeVisible();
  // Its fingers are those of the handbook, settled.
  await expect(page.locator('ks-bench-head')).toContainText('open 0 of 8');

  await page.goBack();
  await expect(title(page)).toHaveText('E flat harmonic minor scale, 2 octaves');
  await page.keyboard.press('o');
  await expect(page).toHaveURL(/scales\/paper$/);
  const paper = page.getByLabel('Page 1 of 1');
  await expect(paper).toContainText('E flat harmonic minor scale, 2 octaves');
  await expect(paper.locator('g.note')).toHaveCount(58);
  await expect(paper.getByRole('list', { name: 'Hands together, stroke by stroke' })).toBeVisible();
  await expect(paper).toContainText('cross 4 over to G flat');
});

test('a booklet of keys is laid on numbered pages, and can be stopped on the way', async ({ page, studio }) => {
  await page.goto(`${studio.address}scales/paper`);
  await expect(page.getByLabel('Page 1 of 1')).toBeVisible();
  const what = page.getByRole('combobox', { name: 'What' });
  await what.selectOption({ label: 'keys both hands play alike (5)' });
  for (const [index, key] of ['C', 'D', 'E', 'G', 'A'].entries())
    await expect(page.getByLabel(`Page ${index + 1} of 5`)).toContainText(`${key} major scale, one octave`);
  await expectNoViolations(page);

  await what.selectOption({ label: 'all keys (12)' });
  await expect(page.getByRole('status')).toContainText('of 12');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('status')).toContainText('Stopped after');
  await expect(page.getByRole('button', { name: 'Print or save as PDF' })).toBeVisible();

  // Drills go on under their pattern.
  await what.selectOption({ label: 'this pattern' });
  await expect(page.getByLabel('Page 1 of 1')).toBeVisible();
  await what.selectOption({ index: 1 });
  const table = page.locator('.paper .drill', { hasText: 'On the table top' });
  await expect(table.locator('g.note').first()).toBeVisible();
});

test('the handbook’s fingers and the engine’s stand side by side, and a key leads to the keys that are like it', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}scales`);
  await page.getByRole('radio', { name: 'diminished seventh' }).check({ force: true });
  const reading = page.getByRole('complementary', { name: 'What the hand learns' });
  await expect(reading).toContainText('from the handbook');
  await page.getByRole('button', { name: 'Compare fingers (E)' }).click();
  await expect(reading).toContainText('Fingers worked out by the engine');
  await page.keyboard.press('e');
  await expect(page.locator('ks-score-view')).toHaveCount(2);
  await expect(page.getByText('The engine’s fingers; those that differ are framed')).toBeVisible();
  await expect(page.locator('ks-score-view').last().locator('g.fing.teacher').first()).toBeVisible();
  await page.keyboard.press('e');
  await expect(page.locator('ks-score-view')).toHaveCount(1);

  await page.getByRole('radio', { name: 'major', exact: true }).first().check({ force: true });
  await page.getByRole('combobox', { name: 'Practise' }).selectOption({ label: 'Blocks, left hand' });
  await expect(page.getByText('All notes of a position at once')).toBeVisible();
  await expect(page.locator('ks-score-view g.note')).toHaveCount(8);
  await page.getByRole('combobox', { name: 'Practise' }).selectOption({ label: 'the whole pattern' });
  await expect(page.locator('ks-score-view g.note')).toHaveCount(30);

  await page.getByRole('combobox', { name: 'Practise' }).selectOption({ label: 'Right hand louder' });
  await expect(page.getByRole('button', { name: 'left hand: soft' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Practise' }).selectOption({ label: 'the whole pattern' });
  await expect(page.getByRole('button', { name: 'left hand: on' })).toBeVisible();

  await page.getByRole('radio', { name: 'thirds' }).check({ force: true });
  await expect(page.getByRole('button', { name: 'Compare fingers (E)' })).toHaveCount(0);

  await page.getByRole('radio', { name: 'chromatic' }).check({ force: true });
  await page.getByRole('radio', { name: 'G♯' }).check({ force: true });
  await page.getByRole('combobox', { name: 'Octaves' }).selectOption('4');
  // What a kind is not written in gives way to what sounds the same, and what it cannot do to what it can.
  await page
    .getByRole('group', { name: 'Scales' })
    .getByRole('radio', { name: 'major', exact: true })
    .check({ force: true });
  await expect(title(page)).toHaveText('A flat major scale, 4 octaves');
  await page.getByRole('combobox', { name: 'Motion' }).selectOption('contrary');
  await expect(title(page)).toHaveText('A flat major scale, 2 octaves, contrary motion');
  await page.getByLabel('Keys that are alike').getByRole('button', { name: 'E♭' }).first().click();
  await expect(title(page)).toHaveText('E flat major scale, 2 octaves, contrary motion');
  await page.reload();
  await expect(title(page)).toHaveText('E flat major scale, 2 octaves, contrary motion');
});
