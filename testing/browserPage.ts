import { chromium, type Browser, type Page } from '@playwright/test';
import { chromiumPath } from '../scripts/chromium.mjs';

/** A page of Debian's Chromium for all unit tests of a file, which paints and sets as an outside renderer. */
export function browserPage(): () => Page {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await chromium.launch({
      executablePath: chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--no-first-run'],
    });
    page = await browser.newPage();
  });
  afterAll(() => browser.close());
  return () => page;
}
