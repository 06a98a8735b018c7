import { expect, expectNoViolations, test, waitUntilSaved } from './studio';

test('a student is added, measured at the keyboard, and what the hand reaches decides a piece', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}students`);
  await page.getByRole('textbox', { name: 'Name of a new student' }).fill('Wilf Tarn');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Wilf Tarn');
  await expect(page.getByText(/^Not measured yet: until then/)).toBeVisible();

  // By keys: an octave is just reached.
  await page.getByRole('combobox', { name: 'Measured' }).selectOption('keys');
  const right = page.getByRole('group', { name: 'right hand' });
  await right.getByRole('textbox', { name: 'easily' }).first().fill('C to A');
  await right.getByRole('textbox', { name: 'just' }).first().fill('C to C');
  await page.keyboard.press('Enter');
  const reach = page.getByRole('row', { name: /^1-5/ });
  await expect(reach).toContainText('seventh, octave just');
  await expect(page.getByText('(right hand C to A easily, C to C just)')).toBeVisible();
  const chord = page.getByRole('list', { name: 'Fingerings, easiest first' });
  await page.getByRole('textbox', { name: 'Keys' }).fill('C4 D5');
  await expect(page.getByText('No fingering of this hand takes these keys together')).toBeVisible();
  await page.getByRole('textbox', { name: 'Keys' }).fill('C4 C5');
  await expect(chord.getByRole('listitem').first()).toContainText('1-5 at the limit');
  await expectNoViolations(page);

  // Senseless measures are refused in words.
  await page.getByRole('combobox', { name: 'Measured' }).selectOption('mm');
  await right.getByRole('textbox', { name: '1-5' }).fill('500');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('No hand spans 500 mm');

  await page.getByRole('radio', { name: /First reaches/ }).check();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('combobox', { name: 'Whom Millrace is for' }).selectOption({ label: 'Wilf Tarn' });
  await page.getByRole('link', { name: 'Millrace' }).click();
  await expect(page.locator('.sheet g.fing').first()).toBeVisible();
  await expect(page.locator('ks-bench-head')).toContainText('hand 184 mm · step 2');

  // For this piece alone something else holds, until it follows the student again.
  await page.keyboard.press('l');
  const sheet = page.getByRole('dialog', { name: 'Hand and level' });
  const follows = sheet.getByRole('checkbox', { name: 'as Wilf Tarn’s' });
  await expect(follows).toBeChecked();
  await sheet.getByRole('radio', { name: /adult, large/ }).check({ force: true });
  await expect(follows).not.toBeChecked();
  await expect(page.locator('ks-bench-head')).toContainText('adult, large · step 2');
  await follows.check({ force: true });
  await expect(page.locator('ks-bench-head')).toContainText('hand 184 mm · step 2');
  await page.keyboard.press('Escape');
  await waitUntilSaved(page);
});

test('the ruler on paper is at true scale', async ({ page, studio }) => {
  await page.goto(`${studio.address}students/ruler`);
  await page.emulateMedia({ media: 'print' });
  // CSS Values 3: 96 pixels to an inch of 25.4 mm, which print keeps.
  const mm = async (selector: string, side: 'width' | 'height') =>
    ((await page.locator(selector).boundingBox())![side] * 25.4) / 96;
  expect(await mm('.paper svg', 'height')).toBeCloseTo(240, 0);
  expect(await mm('.check', 'width')).toBeCloseTo(100, 0);
  expect(await mm('.paper', 'height')).toBeCloseTo(297, 0);
  const ends = await page.locator('.paper svg text').evaluateAll((labels) => {
    const box = (label: Element) => label.getBoundingClientRect();
    const at = (name: string) => box(labels.find(({ textContent }) => textContent === name)!);
    return at('200').top - at('0').top;
  });
  expect((ends * 25.4) / 96).toBeCloseTo(200, 0);
});

test('a student leaves and comes back, and what was passed stands in the scale room', async ({ page, studio }) => {
  await page.goto(`${studio.address}scales`);
  await page.getByRole('combobox', { name: 'Passed by' }).selectOption({ label: 'Juno Marsh' });
  await page.getByRole('button', { name: 'Passed today' }).click();
  await expect(page.getByText('1 of 12 keys')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^C, passed on/ })).toBeVisible();
  await page.getByRole('button', { name: 'G, not yet' }).click();
  await expect(page.getByRole('status').first()).toHaveText('G major scale, one octave');

  await page.goto(`${studio.address}students/juno-marsh`);
  await page.getByRole('button', { name: '… with the pieces' }).click();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(page.getByText('Juno Marsh has left the studio.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Millrace' })).toBeVisible();
});
