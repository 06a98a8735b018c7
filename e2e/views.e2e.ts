import type { Page } from '@playwright/test';
import { expect, expectNoViolations, goTo, openPiece, test, type Studio } from './studio';
import { begin, typeKeys } from './typing';

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 768, height: 1024 },
] as const;

/** Nothing stands out of the window to the side. */
const expectFit = async (page: Page): Promise<void> => {
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
};

/** Waits until what was laid out anew is on the screen. */
const laidOut = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))));

/** Waits until nothing moves: half-way the colours of a drawer are not its own. */
const atRest = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    await Promise.all(document.getAnimations().map(({ finished }) => finished));
  });

/**
 * Every place, with the way to it. The first four begin a group each, so they are loaded by their address: other stories come to them
 * from elsewhere.
 */
const PLACES: Readonly<Record<string, (page: Page, studio: Studio) => Promise<void>>> = {
  player: async (page, studio) => {
    await goTo(page, studio, 'pieces/millrace/player');
    await page.locator('.stage g.note').first().waitFor();
  },
  listen: async (page, studio) => {
    await goTo(page, studio, 'pieces/millrace/listen');
    await page.getByRole('button', { name: 'Let it play' }).click();
    await page.locator('ks-line-figures svg').first().waitFor();
  },
  trainer: async (page, studio) => {
    await goTo(page, studio, 'trainer');
    await page.getByRole('button', { name: 'Three minutes' }).waitFor();
  },
  'type in': async (page, studio) => {
    await goTo(page, studio, 'type');
    await page.getByRole('heading', { name: 'Type it in' }).waitFor();
    await expectNoViolations(page);
    await begin(page, 'Small Screen');
    await typeKeys(page, 'c1de');
    await page.locator('.engraving g.note').first().waitFor();
  },
  shelf: async (page, studio) => {
    await goTo(page, studio);
    await page.getByRole('link', { name: 'Millrace', exact: true }).waitFor();
  },
  bench: (page, studio) => openPiece(page, studio, 'lantern-boats'),
  correcting: async (page, studio) => {
    await openPiece(page, studio, 'lantern-boats');
    await page.keyboard.press('x');
    await page.getByRole('region', { name: 'Correct the music' }).waitFor();
  },
  'practice sheet': async (page, studio) => {
    await goTo(page, studio, 'pieces/millrace/practice');
    await page.locator('.paper li').first().waitFor();
  },
  rules: async (page, studio) => {
    await goTo(page, studio, 'rules');
    await page.locator('ks-rule-example g.fing').first().waitFor();
  },
  students: async (page, studio) => {
    await goTo(page, studio, 'students/pip-hallow');
    await page.getByText('From 1 to 5').waitFor();
  },
  reach: async (page, studio) => {
    await goTo(page, studio, 'reach?student=pip-hallow&piece=two-on-the-stairs');
    await page.getByText('No fingering of this hand takes these keys together').waitFor();
    await page.getByText('B♭2 B♭3').first().waitFor();
  },
  lessons: async (page, studio) => {
    await goTo(page, studio, 'lessons');
    await page.getByRole('button', { name: 'New lesson on this day' }).waitFor();
  },
  scales: async (page, studio) => {
    await goTo(page, studio, 'scales');
    await page.locator('ks-score-view g.note').first().waitFor();
  },
};

/** So many groups of places are looked at side by side. */
const GROUPS = 4;

const groups = Array.from({ length: GROUPS }, (_, group) =>
  Object.entries(PLACES).filter((__, at) => at % GROUPS === group),
);

for (const places of groups) {
  const names = places.map(([name]) => name).join(', ');
  test(`accessible and fit in every size: ${names}`, async ({ page, studio }) => {
    for (const [, open] of places) {
      await page.setViewportSize(SIZES[0]);
      await open(page, studio);
      for (const size of SIZES) {
        await page.setViewportSize(size);
        await laidOut(page);
        await expectNoViolations(page);
        await expectFit(page);
      }
    }
  });
}

test('everything that opens on the bench is accessible', async ({ page, studio }) => {
  await openPiece(page, studio, 'the-postmans-gate');
  await page.keyboard.press('t');
  await expect(page.getByText(/^Way 1 of/)).toBeVisible();
  await expectNoViolations(page);
  // The score stays as it was: its thousands of notes are looked at once.
  const lookAt = (): Promise<void> => expectNoViolations(page, ['.sheet svg']);
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'whole piece' }).waitFor();
  await lookAt();
  await page.keyboard.press('e');
  await page.locator('ks-effort-chart svg').waitFor();
  await lookAt();
  await page.keyboard.press('y');
  await page.getByRole('region', { name: 'Both hands, beat by beat' }).waitFor();
  await lookAt();
  await page.keyboard.press('s');
  await page.locator('ks-plans').waitFor();
  await lookAt();
  for (const [key, title] of [
    ['l', 'Hand and level'],
    ['m', 'Marks on the score'],
    ['v', 'Versions'],
    ['i', 'The piece in words'],
    ['f', 'Form and pedal'],
    ['?', 'Keys'],
  ] as const) {
    await page.keyboard.press(key);
    await page.getByRole('dialog', { name: title }).waitFor();
    await atRest(page);
    await lookAt();
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
});
