import { expect, type Page } from '@playwright/test';

/** Typing a piece in, as a teacher does. */

export const begin = async (page: Page, title: string, key = 'C major'): Promise<void> => {
  const form = page.getByRole('form', { name: 'A new piece' });
  await form.getByLabel('Title').fill(title);
  await form.getByLabel('Key').selectOption(key);
  await form.getByLabel('Title').press('Enter');
  await page.getByRole('group', { name: 'Note by note' }).waitFor();
  await expect(form).toHaveCount(0);
};

/** Presses one key after another. */
export const typeKeys = async (page: Page, keys: string): Promise<void> => {
  for (const key of keys.replaceAll(' ', '')) await page.keyboard.press(key);
};

/** Opens the text beside the music. */
export const openText = (page: Page): Promise<void> => page.getByRole('button', { name: 'ABC text' }).click();

/** The text, once the editor has it: it stands empty for a moment. */
export const textOf = async (page: Page): Promise<string> => {
  const content = page.locator('.cm-content');
  await expect(content).toContainText('K:');
  return content.innerText();
};
