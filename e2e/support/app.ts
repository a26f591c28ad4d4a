import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';

/** Opens the demo from the list of projects and waits until its font is on the running line. */
export async function openDemo(page: Page): Promise<void> {
  await page.goto('/projects');
  await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
  await expect(page.getByTestId('understood')).toContainText('74 pieces');
  await liveFontReady(page);
}

/** Opens a finished project of the demo by what it is called on the list. */
export async function openFinished(page: Page, name: RegExp): Promise<void> {
  await page.goto('/projects');
  await page.getByRole('list', { name: 'Finished projects' }).getByRole('button', { name }).click();
}

/** Without pickers of the system, which nobody could answer here, the browser downloads files. */
export const withoutPickers = (page: Page) =>
  page.addInitScript(() => {
    for (const name of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, name);
  });

export async function startProject(page: Page, name: string): Promise<void> {
  await page.goto('/projects');
  await page.getByLabel('Name of the new project').fill(name);
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByRole('button', { name: 'Add pictures' })).toBeVisible();
}

export async function stage(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Course' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();
  // A stage that is entered for the first time is fetched first.
  await page.waitForURL((url) => url.pathname.endsWith(`/${name.toLowerCase()}`));
}

/** Opens a stage of the demo with a glyph in hand by its address, as a bookmark would. */
export async function takeInHand(page: Page, name: string, glyphId: string): Promise<void> {
  await saved(page);
  await page.goto(`/p/tide-mill/${name}?glyph=${glyphId}`);
  await liveFontReady(page);
}

/** CSS family of the font on the running line, once there is one. */
export async function liveFontReady(page: Page): Promise<string> {
  await expect(page.getByTestId('live-font')).toHaveAttribute('data-family', /^live-\d+$/);
  return (await page.getByTestId('live-font').getAttribute('data-family'))!;
}

/** Waits until everything is in the browser's storage. */
export const saved = (page: Page) =>
  expect(page.getByTestId('save-state')).toHaveText('All saved in this browser');

/** Casts and downloads both formats through the interface. */
export async function castBoth(page: Page): Promise<{ otf: Uint8Array; ttf: Uint8Array }> {
  await stage(page, 'Cast');
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const take = async (index: number) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Download' }).nth(index).click();
    return new Uint8Array(readFileSync(await (await waiting).path()));
  };
  return { otf: await take(0), ttf: await take(1) };
}

/** Messages of the page's console that point to a fault. */
export function watchFaults(page: Page): string[] {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  return faults;
}

/** Waits until a style of the family is in hand. */
export const inHand = (page: Page, name: string) =>
  expect(page.getByRole('button', { name: `Style in hand: ${name}` })).toBeVisible({ timeout: 60_000 });

/** Opens the page of the project’s styles. */
export async function toFamily(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitem', { name: /^Family/ }).click();
}

/** Takes another style in hand by the switch beside the project’s name. */
export async function takeStyle(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Style in hand/ }).click();
  await page.getByRole('menuitemradio', { name }).click();
  await inHand(page, name);
}

/** Casts, and downloads all files that were made, by name. */
export async function castFiles(page: Page): Promise<Map<string, Uint8Array>> {
  await page.getByRole('button', { name: 'Cast', exact: true }).click();
  const all = page.getByRole('button', { name: 'Download', exact: true });
  await expect(all.first()).toBeVisible({ timeout: 60_000 });
  const files = new Map<string, Uint8Array>();
  for (const button of await all.all()) {
    const waiting = page.waitForEvent('download');
    await button.click();
    const file = await waiting;
    files.set(file.suggestedFilename(), new Uint8Array(readFileSync(await file.path())));
  }
  return files;
}
