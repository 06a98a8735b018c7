import { expect, expectNoViolations, goTo, openPiece, test, waitForFingers, waitUntilSaved } from './studio';

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
  await expect(page.getByText('From 1 to 5: right seventh easily, octave just')).toBeVisible();
  await expect(page.getByText('(right hand C to A easily, C to C just)')).toBeVisible();
  await page.getByRole('link', { name: 'Every pair, chords and pieces' }).click();
  const reach = page.getByRole('row', { name: /^1-5/ });
  await expect(reach).toContainText('seventh, octave just');
  const chord = page.getByRole('list', { name: 'Fingerings, easiest first' });
  await page.getByRole('textbox', { name: 'Keys' }).fill('C4 D5');
  await expect(page.getByText('No fingering of this hand takes these keys together')).toBeVisible();
  await page.getByRole('textbox', { name: 'Keys' }).fill('C4 C5');
  await expect(chord.getByRole('listitem').first()).toContainText('1-5 at the limit');
  await expectNoViolations(page);
  await page.goBack();

  // Senseless measures are refused in words.
  await page.getByRole('combobox', { name: 'Measured' }).selectOption('mm');
  await right.getByRole('textbox', { name: '1-5' }).fill('500');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('No hand spans 500 mm');

  await page.getByRole('radio', { name: /First reaches/ }).check();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('combobox', { name: 'Whom Millrace is for' }).selectOption({ label: 'Wilf Tarn' });
  await page.getByRole('link', { name: 'Millrace', exact: true }).click();
  await expect(page.locator('.sheet g.fing').first()).toBeVisible();
  await expect(page.locator('ks-bench-head')).toContainText('hand 184 mm · step 2');

  // For this piece alone something else holds, until it follows the student again.
  await page.keyboard.press('l');
  const sheet = page.getByRole('dialog', { name: 'Hand and level' });
  const follows = sheet.getByRole('checkbox', { name: 'as Wilf Tarn’s' });
  await expect(follows).toBeChecked();
  await sheet.getByRole('radio', { name: /adult, large/ }).click({ force: true });
  await expect(follows).not.toBeChecked();
  await expect(page.locator('ks-bench-head')).toContainText('adult, large · step 2');
  await follows.check({ force: true });
  await expect(page.locator('ks-bench-head')).toContainText('hand 184 mm · step 2');
  await page.keyboard.press('Escape');
  await waitUntilSaved(page);
});

test('by keyboard: a child is measured, an octave is out of reach and eased, a move is not taught yet, and two students are compared', async ({
  page,
  studio,
}) => {
  // Before she is measured Tamsin plays as a medium adult: the octave lies within reach.
  await page.goto(`${studio.address}reach?student=tamsin-oake&piece=two-on-the-stairs`);
  const inPiece = page.getByRole('region', { name: 'In the piece' });
  await expect(inPiece.getByRole('status')).toContainText('care.');
  await expect(inPiece).not.toContainText('B♭2 B♭3');

  await goTo(page, studio, 'students/tamsin-oake');
  const right = page.getByRole('group', { name: 'right hand' });
  await right.getByRole('textbox', { name: '1-5' }).focus();
  await page.keyboard.type('150');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Every pair, chords and pieces' }).press('Enter');
  await page.getByRole('combobox', { name: 'In which piece' }).selectOption('two-on-the-stairs');
  const octave = inPiece.getByRole('listitem').filter({ hasText: 'B♭2 B♭3' });
  await expect(octave).toContainText('Bar 5, beat 1, left hand');
  await expect(octave).toContainText('out of reach: 1-5 spans 165 mm of 135');
  await octave.getByRole('button', { name: 'Roll the chord' }).press('Enter');
  await expect(octave).toHaveCount(0);
  await expect(inPiece).toContainText('Bar 5: the chord is rolled');

  // Side by side with Juno, whose hand takes more.
  await page.getByRole('combobox', { name: 'Beside whom' }).selectOption('juno-marsh');
  await inPiece.getByRole('button', { name: 'As written' }).press('Enter');
  await expect(octave).toContainText(/Tamsin Oake: out of reach.*Juno Marsh: within reach/);
  await expectNoViolations(page);
  await octave.getByRole('button', { name: 'Roll the chord' }).press('Enter');
  await expect(octave).toHaveCount(0);
  await waitUntilSaved(page);

  // Finger over thumb is not taught yet: the suggestion does without where it can, and says so where it cannot.
  const asksFor = page.getByRole('dialog').getByRole('list').first();
  await openPiece(page, studio, 'millrace');
  const fingers = async () => (await page.locator('.sheet g.fing').allTextContents()).join('');
  const before = await fingers();
  await page.keyboard.press('l');
  await expect(asksFor).toContainText('finger over thumb (bars 5, 8, 10, 12 and 13)');
  await expect(asksFor).not.toContainText('not taught yet');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Students' }).press('Enter');
  await page.getByRole('link', { name: /Juno Marsh/ }).press('Enter');
  await page.getByText('Move by move').press('Enter');
  await page.getByRole('combobox', { name: 'finger over thumb' }).selectOption('not yet');
  await page.getByRole('link', { name: /^Bench/ }).press('Enter');
  await expect.poll(fingers).not.toBe(before);
  await page.keyboard.press('l');
  await expect(asksFor).not.toContainText('finger over thumb (bars 5, 8, 10, 12 and 13)');
  await page.keyboard.press('Escape');
  await waitUntilSaved(page);
});

test('a house rule is settled by what it leads to, and the bench says where it decided', async ({ page, studio }) => {
  await page.goto(`${studio.address}rules`);
  const pairs = page.getByRole('radiogroup', { name: 'Inner finger of left-hand arpeggios' });
  await pairs.locator('g.fing').first().waitFor();
  await expectNoViolations(page);
  await pairs.getByRole('radio', { name: 'always 3' }).focus();
  await page.keyboard.press('Space');
  await expect(pairs.getByRole('radio', { name: 'always 3' })).toBeChecked();
  await goTo(page, studio, 'scales');
  await page.goto(`${studio.address}rules?student=juno-marsh`);
  await expect(page.getByText('nothing of its own: always 3')).toBeVisible();
});

test('a student’s own plan stands beside the general one, which is offered bar by bar', async ({ page, studio }) => {
  await openPiece(page, studio, 'millrace');
  await page.keyboard.press('s');
  const plans = page.locator('ks-plans');
  await plans.getByRole('combobox').selectOption({ label: 'Bram Fennick' });
  await plans.getByRole('button', { name: 'Make it' }).press('Enter');
  await expect(page.locator('ks-bench-head')).toContainText('Bram Fennick');
  await expect(plans).toContainText('Every bar is played as in the general plan.');

  // The general plan changes.
  await plans.getByRole('link', { name: 'general plan' }).press('Enter');
  await expect(page.locator('ks-bench-head')).toContainText('Juno Marsh');
  await page.keyboard.press('3');
  await waitUntilSaved(page);
  await plans.getByRole('link', { name: 'Bram Fennick’s own plan' }).press('Enter');
  await expect(page.locator('ks-bench-head')).toContainText('Bram Fennick');
  const first = plans.getByRole('row', { name: /^1 right hand/ });
  await expect(first).toContainText('changed');
  await expectNoViolations(page);
  await first.getByRole('button', { name: 'Take the general fingers' }).press('Enter');
  await expect(first).toHaveCount(0);
  await waitUntilSaved(page);
  await page.reload();
  await waitForFingers(page);
  await page.keyboard.press('s');
  await expect(plans.getByRole('row', { name: /^1 right hand/ })).toHaveCount(0);
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
  await page.getByRole('combobox', { name: 'Played from memory by' }).selectOption({ label: 'Juno Marsh' });
  await page.getByRole('button', { name: 'Passed today' }).click();
  await expect(page.getByText('Passed today.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^C, passed, again on/ })).toBeVisible();
  await page.getByRole('button', { name: 'G, passed' }).click();
  await expect(page.getByRole('status').first()).toHaveText('G major scale, one octave');

  await goTo(page, studio, 'students/juno-marsh');
  await page.getByRole('button', { name: '… with the pieces' }).click();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(page.getByText('Juno Marsh has left the studio.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();

  // Also long after.
  await page.getByRole('button', { name: '… with the pieces' }).click();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(page.getByText('Juno Marsh has left the studio.')).toBeVisible();
  await page.reload();
  await page.getByText('Left the studio: 1').click();
  await expectNoViolations(page);
  await page.getByRole('button', { name: 'Take back in' }).click();
  await expect(page.getByRole('link', { name: 'Millrace', exact: true })).toBeVisible();
});
