import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import { readMusic } from '../core/src/formats/music';
import { comparable } from '../core/testing/comparable';
import { openScore } from '../core/testing/musicxml';
import { expect, goTo, test, waitUntilSaved } from './studio';
import { begin, openText, textOf, typeKeys } from './typing';

/** Eight bars for two hands, key by key: notes with fingers, longer and shorter, a tie, a chord, a rest, a triplet. */
const RIGHT = 'c1def | *g5/ag | fe*e3 | d2/ef | t/edcfed t*c3d | [ce]z*g- | g/>a>/b | ***c1';
const LEFT = 'h c5 | g1 | c5 | g1 | f | g | c | c5';

test('eight bars are typed in by keys alone, fingered, printed, sent in each form, archived and restored equal', async ({
  page,
  studio,
  emptyStudio,
}) => {
  test.setTimeout(240_000);
  await page.goto(studio.address);
  await page.getByRole('link', { name: 'Type one in' }).press('Enter');
  await begin(page, 'Home by Lamplight');
  await typeKeys(page, RIGHT.replaceAll('|', ''));
  await typeKeys(page, LEFT.replaceAll('|', ''));
  await expect(page.locator('.facts')).toHaveText('Home by Lamplight · 8 bars · 35 notes');
  await openText(page);
  const text = await textOf(page);
  await page.keyboard.press('Control+Enter');

  // Fingered: what was typed along stands as printed; the clear bars at once, the rest one by one.
  await page.locator('.sheet g.fing.printed').first().waitFor();
  const id = new URL(page.url()).pathname.split('/').pop()!;
  const counter = page.locator('.open');
  await page.keyboard.press('a');
  await expect(page.locator('.said')).toHaveText(/settled|want your choice/);
  for (let turn = 0; turn < 40; turn += 1) {
    const before = await counter.textContent();
    if (before?.startsWith('open 0 ')) break;
    await page.keyboard.press('Enter');
    await expect(counter).not.toHaveText(before!);
  }
  await expect(counter).toHaveText(/^open 0 of /);
  await waitUntilSaved(page);

  const fetchForm = async (form: string): Promise<Uint8Array> =>
    new Uint8Array(await (await page.request.get(`${studio.address}api/pieces/${id}/export.${form}`)).body());
  const typed = openScore(await fetchForm('musicxml')).score;
  expect(typed.title).toBe('Home by Lamplight');
  expect(typed.notes.every(({ printed }) => printed.length > 0)).toBe(true);
  // What stands in the editor is what came in.
  const original = readMusic(new TextEncoder().encode(text), 'typed.abc');
  expect(original.kind === 'ok' && original.value.score.notes.map(({ midi }) => midi)).toEqual(
    typed.notes.map(({ midi }) => midi),
  );
  for (const form of ['mxl', 'abc', 'mid']) {
    const read = readMusic(await fetchForm(form), `piece.${form}`);
    if (read.kind === 'error') throw new Error(JSON.stringify(read.error));
    const facts = read.value.score.notes.map(({ midi, onsetTicks, side, printed }) => ({
      midi,
      side,
      at: onsetTicks / read.value.score.ticksPerQuarter,
      fingers: form === 'mid' ? [] : printed.map(({ finger }) => finger),
    }));
    expect(facts).toEqual(
      typed.notes.map(({ midi, onsetTicks, side, printed }) => ({
        midi,
        side,
        at: onsetTicks / typed.ticksPerQuarter,
        fingers: form === 'mid' ? [] : printed.map(({ finger }) => finger),
      })),
    );
  }
  expect(
    new TextDecoder()
      .decode(await fetchForm('csv'))
      .trim()
      .split('\n'),
  ).toHaveLength(typed.notes.length + 1);

  await goTo(page, studio, `pieces/${id}/print`);
  await expect(page.locator('.paper g.fing')).toHaveCount(typed.notes.length);
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf).toContain('/FontFile2');

  // The whole studio in one file, and into an empty one.
  await goTo(page, studio);
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download the studio' }).click();
  const archive = readFileSync(await (await waiting).path());
  expect(Object.keys(unzipSync(archive))).toContain(`pieces/${id}/piece.musicxml`);
  await page.goto(emptyStudio.address);
  await expect(page.getByText('The shelf is empty')).toBeVisible();
  await page
    .locator('ks-studio-archive input[type=file]')
    .setInputFiles({ name: 'studio.zip', mimeType: 'application/zip', buffer: archive });
  await expect(page.getByRole('row', { name: /Home by Lamplight added/ })).toBeVisible();
  const everything = async (address: string) => {
    const { pieces } = (await (await page.request.get(`${address}api/pieces`)).json()) as { pieces: { id: string }[] };
    return Promise.all(
      pieces.map(async (piece) => {
        const whole = (await (await page.request.get(`${address}api/pieces/${piece.id}`)).json()) as {
          document: string;
          plan: { revision: number; fingers: { noteId: string }[] };
        };
        return {
          ...whole,
          plan: {
            ...whole.plan,
            revision: 0,
            fingers: whole.plan.fingers.sort((a, b) => (a.noteId < b.noteId ? -1 : 1)),
          },
        };
      }),
    );
  };
  const [here, there] = [await everything(studio.address), await everything(emptyStudio.address)];
  expect(there).toEqual(here);
  const restored = there.find((piece) => (piece as unknown as { id: string }).id === id)!;
  const stored = here.find((piece) => (piece as unknown as { id: string }).id === id)!;
  expect(comparable(openScore(restored.document).score)).toEqual(comparable(openScore(stored.document).score));
});
