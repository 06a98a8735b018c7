import { chromium } from '@playwright/test';
const [, , url, out, w = '1280', h = '800', ...acts] = process.argv;
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
});
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('console', (m) => console.log('console', m.type(), m.text()));
p.on('pageerror', (e) => console.log('pageerror', e.message));
await p.goto(url);
await p.waitForTimeout(3500);
for (const a of acts) {
  if (a.startsWith('key:')) await p.keyboard.press(a.slice(4));
  else if (a.startsWith('click:')) await p.click(a.slice(6));
  else if (a.startsWith('wait:')) await p.waitForTimeout(+a.slice(5));
}
await p.waitForTimeout(500);
await p.screenshot({ path: out });
await b.close();
