import { expect, test, type Page } from '@playwright/test';
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import {
  castFiles,
  liveFontReady,
  saved,
  stage,
  startProject,
  watchFaults,
  withoutPickers,
} from './support/app';
import { shape } from '../testing/outsideReaders';

/** An open set of icons drawn by strokes (lucide-static, ISC). */
const SET = 'node_modules/lucide-static/icons';

/** A folder of so many icons of the open set. */
function weekOne(count: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-week-'));
  const names = readdirSync(SET).filter((f) => f.endsWith('.svg'));
  for (let i = 0; i < count; i++) {
    const name = names[i * 7] ?? '';
    copyFileSync(join(SET, name), join(folder, name));
  }
  return folder;
}

const drop = (page: Page, folder: string) =>
  page.getByLabel('Pictures of letters').setInputFiles(readdirSync(folder).map((f) => join(folder, f)));

/** Codes of all icons, by what their files are called. */
function codesOf(kit: Uint8Array): Record<string, number> {
  const map = JSON.parse(new TextDecoder().decode(unzipSync(kit)['icons.json'])) as {
    icons: Record<string, { codePoint: number }>;
  };
  return Object.fromEntries(Object.entries(map.icons).map(([name, i]) => [name, i.codePoint]));
}

/** Casts an OTF and a kit. */
async function castKit(page: Page): Promise<{ otf: Uint8Array; kit: Uint8Array }> {
  await stage(page, 'Cast');
  const kitBox = page.getByLabel(/^Icon kit/);
  if (!(await kitBox.isChecked())) await kitBox.check({ force: true });
  const files = await castFiles(page);
  const named = (ending: string) =>
    [...files].find(([name]) => name.endsWith(ending))?.[1] ?? new Uint8Array();
  return { otf: named('.otf'), kit: named('kit.zip') };
}

test('200 icons to a kit whose page works in its frame; next week’s folder brings new, changed, renamed and lost ones as a list, and codes stay', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const faults = watchFaults(page);
  await withoutPickers(page);
  const folder = weekOne(200);
  const names = readdirSync(folder).map((f) => f.replace('.svg', ''));
  await startProject(page, 'Path signs');
  await drop(page, folder);
  await expect(page.getByTestId('understood')).toContainText('200 drawings', { timeout: 60_000 });
  await liveFontReady(page);
  const [gone = '', renamed = '', changed = '', also = ''] = [names[3], names[50], names[90], names[120]];

  // Ten typed names, pasted as a table.
  const typed = names.slice(5, 15).map((name, k) => `${name}\tsign${k}x`);
  await stage(page, 'Name');
  await page.getByRole('tab', { name: 'Icons' }).click();
  await page.getByLabel('Pasted from a spreadsheet').fill(typed.join('\n').replaceAll('-', '_'));
  await page.getByRole('button', { name: 'Take these names' }).click();
  const first = await castKit(page);
  const before = codesOf(first.kit);
  expect(Object.keys(before)).toHaveLength(200);
  expect(shape(first.otf, 'sign3x', true)).toHaveLength(1);

  // The very page of the zip, in its frame: found by name, drawn by the font within.
  const kit = page.frameLocator('iframe[title="The kit’s own page"]');
  await expect(kit.getByRole('list', { name: 'Icons' }).getByRole('button')).toHaveCount(200);
  await kit.getByRole('searchbox').fill('sign3x');
  await expect(kit.getByRole('status')).toHaveText('1 icon');
  await page.getByLabel('This icon').selectOption('sign3x');
  for (const [how, text] of [
    ['class', 'class="icon icon-sign3x"'],
    ['typed', '>sign3x</span>'],
    ['css', `content: "\\${(before['sign3x'] ?? 0).toString(16)}"`],
    ['react', '<Icon name="sign3x"'],
    ['layout', 'type sign3x'],
  ] as const) {
    await page.getByLabel('in', { exact: true }).selectOption(how);
    await expect(page.getByTestId('kit-use')).toContainText(text);
  }

  // Next week: three new, two changed, one gone, one renamed.
  rmSync(join(folder, `${gone}.svg`));
  renameSync(join(folder, `${renamed}.svg`), join(folder, 'kept-drawing.svg'));
  for (const name of [changed, also]) {
    const path = join(folder, `${name}.svg`);
    writeFileSync(path, readFileSync(path, 'utf8').replace('</svg>', '<path d="M1 1h3v3h-3z"/></svg>'));
  }
  for (const k of [1, 2, 3])
    writeFileSync(
      join(folder, `new-sign-${k}.svg`),
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M4 4h${8 + 2 * k}v12h-6z"/></svg>`,
    );
  await stage(page, 'Gather');
  await drop(page, folder);
  const list = page.getByRole('list', { name: 'Changes of icons' });
  await expect(list.getByRole('listitem')).toHaveCount(7, { timeout: 60_000 });
  await expect(list).toContainText(`${renamed} is called kept-drawing now`);
  await expect(list).toContainText(`${gone} is gone`);
  await expect(list).toContainText(`${changed} is drawn anew`);
  await page.getByRole('button', { name: 'Take 7 changes' }).click();
  await expect(page.getByTestId('understood')).toContainText('202 drawings', { timeout: 60_000 });
  await liveFontReady(page);
  await saved(page);

  const after = codesOf((await castKit(page)).kit);
  expect(Object.keys(after)).toHaveLength(202);
  expect(after['kept-drawing']).toBe(before[renamed]);
  const others = Object.keys(before).filter((n) => n !== gone && n !== renamed);
  expect(others.map((n) => after[n])).toEqual(others.map((n) => before[n]));
  expect(Object.values(after)).not.toContain(before[gone]);
  expect([1, 2, 3].map((k) => after[`new-sign-${k}`])).toEqual([0xe0c8, 0xe0c9, 0xe0ca]);
  expect(faults).toEqual([]);
});
