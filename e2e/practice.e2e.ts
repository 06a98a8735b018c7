import { expect, expectNoViolations, openPiece, test } from './studio';

// One piece, from settling it to practising a step: by keyboard alone.
test('a piece is settled, its sheet made and printed, and a step played round and round', async ({ page, studio }) => {
  await openPiece(page, studio, 'round-the-mill-pond');
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();

  // The sheet: a step out, another one in other words; both are kept.
  await page.getByRole('button', { name: 'Download the piece' }).press('Enter');
  await page.getByRole('link', { name: 'Practice sheet' }).press('Enter');
  const sheet = page.getByRole('region', { name: 'The sheet' });
  await sheet.getByRole('listitem').first().waitFor();
  // The link over the seam comes a moment later.
  await expect(sheet).toContainText(/from bar \d back to bar 1/);
  const steps = await sheet.getByRole('listitem').count();
  await page.getByRole('checkbox', { name: 'Step 2 on the sheet' }).press('Space');
  await expect(sheet.getByRole('listitem')).toHaveCount(steps - 1);
  const words = page.getByRole('textbox', { name: 'Words of step 1', exact: true });
  await words.focus();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('Slowly, as one chord.');
  await page.keyboard.press('Tab');
  await expect(sheet.getByRole('listitem').first()).toContainText('Slowly, as one chord.');
  await page.getByLabel('steady today at').fill('44');
  await expect(sheet).toContainText('Tempo ladder: 44,');
  await expect(page.locator('ks-ladder svg')).toBeVisible();
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();
  const pdf = (await page.pdf({ format: 'A4', preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  await page.reload();
  await expect(sheet.getByRole('listitem').first()).toContainText('Slowly, as one chord.');
  await expect(sheet.getByRole('listitem')).toHaveCount(steps - 1);

  // The player: its second step, round and round.
  await page.getByRole('link', { name: 'Player' }).press('Enter');
  await page.locator('.stage g.note').first().waitFor();
  await expect(page.getByRole('status').filter({ hasText: 'Step 1 of' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('status').filter({ hasText: 'Step 2 of' })).toBeVisible();
  await expectNoViolations(page);
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('♩ = 48')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  // It counts in, and shows the notes as they are heard.
  await expect(page.locator('.count')).toContainText(/[1-4]|and/);
  await expect(page.locator('.stage g.note.heard').first()).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('repeats, links and pedal of a piece are seen, settled, undone and exported', async ({ page, studio }) => {
  await openPiece(page, studio, 'round-the-mill-pond');
  await page.keyboard.press('f');
  const form = page.getByRole('dialog', { name: 'Form and pedal' });
  await expect(form).toContainText('Played as bars 1–4, 1–3, 5–9, 1–3, 5.');
  await expect(form).toContainText('From bar 4 back to bar 1');
  await form.getByLabel('Pedal for the piece').selectOption({ label: 'changed with each harmony' });
  await page.keyboard.press('Escape');
  // Drawn under the staff by the engraver.
  await expect(page.locator('.sheet g.pedal').first()).toBeAttached();
  await expect(page.getByRole('status').getByText('saved', { exact: true })).toBeVisible();
  const id = new URL(page.url()).pathname.split('/').at(-1)!;
  const exported = await (await page.request.get(`${studio.address}api/pieces/${id}/export.musicxml`)).text();
  expect(exported.match(/<pedal type="start"/g)?.length).toBeGreaterThan(8);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.locator('.sheet g.pedal')).toHaveCount(0);

  // Both hands together: the strip under the score, and a spot the teacher drops.
  await page.keyboard.press('y');
  const panel = page.locator('ks-together');
  await panel.getByRole('button', { name: 'under the score' }).press('Enter');
  await expect(page.locator('.sheet g.mark.strip').first()).toBeAttached();
  const spots = panel.getByRole('listitem');
  const first = await spots.first().innerText();
  await panel
    .getByRole('button', { name: /^Drop / })
    .first()
    .press('Enter');
  await expect(spots.first()).not.toHaveText(first);
  await expect(panel.getByRole('button', { name: /^Bring back/ })).toBeVisible();
});
