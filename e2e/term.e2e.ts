import { expect, expectNoViolations, goTo, test } from './studio';

const day = (later: number): string => {
  const date = new Date();
  date.setDate(date.getDate() + later);
  return [
    date.getFullYear(),
    String(date.getMonth() + 1).padStart(2, '0'),
    String(date.getDate()).padStart(2, '0'),
  ].join('-');
};

/** The same day as the application says it. */
const inWords = (later: number): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }).format(
    new Date(`${day(later)}T12:00`),
  );

// From one lesson to the next, by keyboard alone.
test('two fingerings are tried at home, heard a week later, and one is chosen', async ({ page, studio }) => {
  // On the bench: beside what stands, another way to try.
  await page.goto(`${studio.address}pieces/kite-on-a-string`);
  await page.locator('ks-other-ways [role="option"]').first().waitFor();
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('heading', { name: 'Bar 2' })).toBeVisible();
  await page.locator('ks-other-ways [role="option"]').first().waitFor();
  await page.keyboard.press('t');
  await expect(page.locator('.said')).toContainText('Way 1 of');
  await page.keyboard.press('Shift+T');
  await expect(page.getByRole('region', { name: 'Trial: bar 2, right hand' })).toContainText('Trial at home');
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();

  // Two lessons, this week and the next; at the first something is set.
  await goTo(page, studio, `lessons?day=${day(0)}`);
  await page.getByRole('button', { name: 'New lesson on this day' }).press('Enter');
  await page.getByLabel('Student').selectOption({ label: 'Pip Hallow' });
  await page.locator('input[name=time]').fill('07:10');
  await page.getByLabel('How many times').fill('2');
  await page.getByRole('button', { name: 'Lay it down' }).press('Enter');
  await expect(page.getByRole('heading', { name: /^Pip Hallow, / })).toBeVisible();
  const next = page.getByRole('region', { name: 'Set for next time' });
  await next.getByLabel('Piece').selectOption({ label: 'Kite on a String' });
  await next.getByLabel('Bars', { exact: true }).fill('1–4');
  await next.getByLabel('What to do').fill('both ways of bar 2');
  await next.getByLabel('What to do').press('Enter');
  await page.getByLabel('Promised for next time').fill('hear the song from the fair');
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();

  // On paper: both ways side by side.
  await goTo(page, studio, 'pieces/kite-on-a-string/practice');
  const sheet = page.getByRole('region', { name: 'The sheet' });
  await expect(sheet).toContainText('Trial. Bar 2, right hand. A for three days, then B for three days.');
  await expect(sheet.locator('ks-trial-sheet svg').first()).toBeVisible();
  expect((await page.pdf({ format: 'A4', preferCSSPageSize: true })).length).toBeGreaterThan(10_000);

  // A week later it is heard, and kept with the lesson.
  await goTo(page, studio, 'pieces/kite-on-a-string/listen');
  await page.getByLabel('First bar').fill('1');
  await page.getByLabel('Last bar').fill('8');
  await page.getByLabel('How it plays').selectOption('with wrong keys');
  await page.getByLabel('Which of its playings').fill('4');
  await page.getByRole('button', { name: 'Let it play' }).press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'notes right at' })).toContainText('stumbled in');
  await expect(page.getByRole('region', { name: 'Bar by bar' }).getByRole('listitem').first()).toContainText(
    'in place of',
  );
  await expect(page.locator('ks-line-figures svg').first()).toBeVisible();
  await expectNoViolations(page);
  await page.getByLabel('Keep it with the lesson of').selectOption({ label: inWords(7) });
  await page.getByRole('button', { name: 'Keep', exact: true }).press('Enter');
  await expect(page.getByText(`Kept with the lesson of ${inWords(7)}.`)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Over the weeks' })).toContainText('notes right');

  // At the lesson: B is chosen, a scale passed; the next list and the days are there.
  await goTo(page, studio, `lessons?day=${day(7)}`);
  await page.getByRole('button', { name: '07:10 Pip Hallow' }).press('Enter');
  await expect(page.getByRole('region', { name: 'Played at the keyboard' })).toContainText('Kite on a String');
  await page.getByLabel('Why, for Kite on a String').fill('lies more easily');
  await page
    .getByRole('group', { name: /^Choose for Kite/ })
    .getByRole('button', { name: /^B / })
    .press('Enter');
  await expect(page.getByRole('button', { name: /^B .*✓?$/, pressed: true })).toBeVisible();
  await expect(page.getByLabel('Decided')).toHaveValue(/bar 2, right hand: B: lies more easily\./);
  const memory = page.getByRole('region', { name: 'From memory' });
  await memory.getByLabel('What from memory').selectOption({ label: 'scale' });
  await memory.getByLabel('Key of the pattern').selectOption('D');
  await memory.getByRole('button', { name: 'pass', exact: true }).last().press('Enter');
  const passed = memory.getByRole('listitem').filter({ hasText: 'D major scale' });
  await expect(passed.getByRole('button', { name: 'pass', pressed: true })).toBeVisible();
  expect((await passed.getByLabel(/^Day for D major/).inputValue()) > day(7)).toBe(true);
  await expect(next.getByRole('listitem').filter({ hasText: 'hear the song from the fair' })).toBeVisible();
  await expect(next.getByRole('listitem').filter({ hasText: 'both ways of bar 2' })).toBeVisible();
  await expectNoViolations(page);
  expect((await page.pdf({ format: 'A4' })).length).toBeGreaterThan(5_000);

  // The plan has it.
  await goTo(page, studio, 'pieces/kite-on-a-string');
  // The bench stands where it was left.
  await expect(page.getByRole('region', { name: 'Trial: bar 2, right hand' })).toContainText('lies more easily');
  await expect(page.locator('.state')).toHaveText('✓ settled');
  await expect(page.getByLabel('Remark on this bar')).toHaveValue(/B chosen on .*: lies more easily\./);
});

test('a student sees the own page by a link, plays a round of the trainer, and nothing else', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}students/pip-hallow`);
  await page.getByRole('button', { name: 'Make a link' }).press('Enter');
  const link = await page.getByLabel('The new link').inputValue();
  await expect(page.getByRole('button', { name: /^Take back the link/ })).toBeVisible();

  await page.goto(link);
  await expect(page.getByRole('heading', { name: 'Pip: this week' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Places' }).getByRole('link')).toHaveCount(1);
  await expect(page.getByRole('listitem').filter({ hasText: 'blocks, then hands apart' })).toBeVisible();
  await expectNoViolations(page);
  await page.getByRole('link', { name: 'Sheet' }).first().press('Enter');
  await expect(page.getByRole('region', { name: 'The sheet' }).getByRole('listitem').first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'Steps' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Player' }).press('Enter');
  await page.locator('.stage g.note').first().waitFor();

  // A round of the trainer, by number keys.
  await page.goto(`${link}/trainer`);
  for (const asked of ['number calls', 'this number, which key?']) await page.getByLabel(asked).press('Space');
  await page.getByLabel('which finger comes next?').press('Space');
  await page.getByRole('combobox', { name: /^Keys/ }).selectOption('C only');
  await page.getByRole('button', { name: 'Three minutes' }).press('Enter');
  const question = page.getByRole('region', { name: 'Question' });
  await expect(question).toContainText('C major');
  await expectNoViolations(page);
  await page.keyboard.press('2');
  await expect(page.getByRole('status')).toContainText(/Right|Not this time/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'The round is over' })).toBeVisible();

  // A piece that is not on the list is not shown; and no page of the studio by this link.
  await page.goto(`${link}/pieces/millrace/player`);
  await expect(page.getByText('This piece is no longer on the shelf.')).toBeVisible();

  // Taken back at once.
  await page.goto(`${studio.address}students/pip-hallow`);
  await page.getByRole('button', { name: /^Take back the link/ }).press('Enter');
  await expect(page.getByRole('button', { name: /^Take back the link/ })).toHaveCount(0);
  await page.goto(link);
  await expect(page.getByText('This link no longer works.')).toBeVisible();
});
