import { chromium } from 'playwright-core';
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await b.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: 'http://127.0.0.1:5391',
  serviceWorkers: 'block',
});
page.on('pageerror', (e) => console.log('ERR', e.message));
page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
await page.goto('/projects');
await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
await page.getByTestId('understood').filter({ hasText: '74 pieces' }).waitFor();
await page.waitForTimeout(2500);
const go = async (s) => {
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: new RegExp('^' + s) })
    .click();
  await page.waitForURL((u) => u.pathname.endsWith('/' + s.toLowerCase()));
  await page.waitForTimeout(1500);
};
await page.keyboard.press('?');
await page.waitForTimeout(500);
await page.screenshot({ path: '/tmp/w/s-keys.png' });
await page.keyboard.press('Escape');
await go('Name');
// an icon typed by name: give H a typed name is not possible; begin empty letters
await go('Dress');
await page.getByLabel('Letter to take in hand').fill('ß');
await page.keyboard.press('Enter');
await page.waitForTimeout(800);
await go('Fit');
for (let k = 0; k < 6; k++) {
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(120);
}
await page.screenshot({ path: '/tmp/w/s-fit.png' });
console.log(page.url());
await go('Cast');
await page.waitForTimeout(500);
await page.screenshot({ path: '/tmp/w/s-cast.png' });
await b.close();
