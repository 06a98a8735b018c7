import { expect, expectNoViolations, test } from './studio';
import { begin, openText, textOf, typeKeys } from './typing';

test('a text is engraved beside as it is typed; caret and notes light one another, errors stand in the margin', async ({
  page,
  studio,
}) => {
  await page.goto(studio.address);
  await page.getByRole('link', { name: 'Type one in' }).click();
  await begin(page, 'By Hand');
  await openText(page);
  const editor = page.getByLabel('The piece as ABC text');
  await page.locator('.cm-line', { hasText: /^V:R$/ }).click();
  await page.keyboard.press('End');
  await page.keyboard.type('\n!1!C D E [!3!EG] | (3ABc d4 |');
  const notes = page.locator('.engraving g.note');
  await expect(notes).toHaveCount(9);
  await expect(page.locator('.engraving g.fing')).toHaveText(['1', '3']);

  // The note before the caret is ringed in the score and marked in the text.
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.cm-content .lit')).toHaveText('!1!C');
  await expect(page.locator('.engraving g.note .ring')).toHaveCount(1);
  await notes.nth(2).locator('g.notehead').click();
  await expect(page.locator('.cm-content .lit')).toHaveText('E');

  await page.keyboard.press('Control+End');
  await page.keyboard.type('C, !nonsense!D, E,99999 |');
  await expect(page.locator('.problem')).toContainText('longer than');
  await expect(page.locator('.cm-lint-marker-error')).toHaveCount(1);
  // What was understood stays in sight.
  await expect(notes).not.toHaveCount(0);
  await expectNoViolations(page);
  await editor.press('Control+z');
  await page.reload();
  await expect(page.locator('.cm-content')).toContainText('T:By Hand');
});

test('keys of the screen and of an instrument enter notes by the same way', async ({ page, studio }) => {
  // An instrument on a cable, as the browser would show it (Web MIDI API).
  await page.addInitScript(() => {
    const input = { id: 'one', name: 'Studio piano', state: 'connected', onmidimessage: undefined as unknown };
    Object.defineProperty(navigator, 'requestMIDIAccess', {
      value: () => Promise.resolve({ inputs: new Map([['one', input]]), onstatechange: undefined }),
    });
    Object.assign(window, {
      strike: (keys: number[]) => {
        const send = input.onmidimessage as (event: { data: Uint8Array }) => void;
        for (const key of keys) send({ data: Uint8Array.of(0x90, key, 80) });
        for (const key of keys) send({ data: Uint8Array.of(0x80, key, 0) });
      },
    });
  });
  await page.goto(`${studio.address}type`);
  await begin(page, 'Played In', 'F major');
  await openText(page);
  // The first key fetches the sampled piano; from then on each is heard.
  const sounds = page.waitForRequest(/\/piano\/.*\.mp3$/);
  for (const key of [60, 70]) {
    await page.locator(`ks-piano-keys rect[data-midi="${key}"]`).click();
    await page.waitForTimeout(150);
  }
  await expect.poll(() => textOf(page)).toContain('C B');
  await sounds;
  await page.getByRole('button', { name: 'MIDI keyboard' }).click();
  await expect(page.getByText('Listening to Studio piano.')).toBeVisible();
  await page.evaluate(() => (window as unknown as { strike: (keys: number[]) => void }).strike([65, 69, 72]));
  await expect.poll(() => textOf(page)).toContain('C B [FAc]');
  await typeKeys(page, '135');
  await expect.poll(() => textOf(page)).toContain('C B [!1!F!3!A!5!c]');
});
