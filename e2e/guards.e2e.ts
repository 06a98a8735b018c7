import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium } from '@playwright/test';
import { LAUNCH } from './playwright.config';
import { expect, test } from './studio';

/** A page of somebody else: it sends what a form can send without asking, and reads what it is let read. */
const FOREIGN = (studio: string): string => `<!doctype html><title>Elsewhere</title>
<form id="post" method="post" enctype="text/plain" action="${studio}api/pieces?name=a.abc"><input name="X:1" value="1"></form>
<form id="archive" method="post" enctype="multipart/form-data" action="${studio}api/archive"><input name="a" value="1"></form>`;

const titles = async (studio: string): Promise<readonly string[]> => {
  const { pieces } = (await (await fetch(`${studio}api/pieces`)).json()) as { pieces: { title: string }[] };
  return pieces.map(({ title }) => title);
};

test('a page on another name that leads to this machine gets nothing', async ({ studio }) => {
  const args = [...LAUNCH.args, '--host-resolver-rules=MAP studio.example 127.0.0.1'];
  const browser = await chromium.launch({ ...LAUNCH, args });
  const page = await browser.newPage();
  const mapped = studio.address.replace('127.0.0.1', 'studio.example');
  expect((await page.goto(mapped))!.status()).toBe(403);
  await expect(page.locator('body')).toContainText('Kettle Step is not called');
  const asked = await page.evaluate(async () => {
    const statuses = [];
    for (const [path, method] of [
      ['/api/pieces', 'GET'],
      ['/api/archive', 'GET'],
      ['/api/pieces/millrace', 'DELETE'],
    ] as const)
      statuses.push((await fetch(path, { method })).status);
    return statuses;
  });
  expect(asked).toEqual([403, 403, 403]);
  await browser.close();
});

test('a page elsewhere plants nothing and reads nothing', async ({ browser, studio }) => {
  // A page of its own: what the browser logs of refusals is no complaint here.
  const page = await browser.newPage();
  const before = await titles(studio.address);
  const elsewhere = createServer((_request, response) => {
    response.setHeader('Content-Type', 'text/html');
    response.end(FOREIGN(studio.address));
  }).listen(0, '127.0.0.1');
  await once(elsewhere, 'listening');
  const address = `http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}/`;
  for (const form of ['post', 'archive']) {
    await page.goto(address);
    const answered = page.waitForResponse((answer) => answer.request().method() === 'POST');
    await page.locator(`#${form}`).evaluate((one: HTMLFormElement) => one.submit());
    expect((await answered).status()).toBe(403);
    await page.waitForURL((url) => url.href.startsWith(studio.address));
  }
  await page.goto(address);
  // What is asked without cookies or special headers goes out, and the answer is kept from the page.
  const read = await page.evaluate(
    (studioAddress) =>
      fetch(`${studioAddress}api/pieces`).then(
        () => 'read',
        () => 'kept from it',
      ),
    studio.address,
  );
  expect(read).toBe('kept from it');
  expect(await titles(studio.address)).toEqual(before);
  await page.close();
  elsewhere.close();
});
