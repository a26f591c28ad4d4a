import { expect, test } from '@playwright/test';
import { encode } from 'fast-png';
import { zipSync, strToU8 } from 'fflate';
import { readFileSync } from 'node:fs';
import { openDemo, saved, startProject } from './support/app';
import { otherHandsPage } from './support/demoFiles';

const plain = (width: number, height: number, value: number) =>
  Buffer.from(encode({ width, height, channels: 1, data: new Uint8Array(width * height).fill(value) }));

/** A PNG whose header claims more than there is. */
function claiming(width: number, height: number): Buffer {
  const png = plain(20, 20, 255);
  png.writeUInt32BE(width, 16);
  png.writeUInt32BE(height, 20);
  return png;
}

test('bad pictures are each told by name and reason; the app goes on', async ({ page }) => {
  await startProject(page, 'Bad input');
  const jpeg = readFileSync(otherHandsPage());
  const files: [string, Buffer, RegExp][] = [
    ['notes.png', Buffer.from('this is a shopping list'), /notes\.png: this is not a picture/],
    ['nothing.png', Buffer.alloc(0), /nothing\.png: the file is empty/],
    ['cut.jpg', jpeg.subarray(0, 90_000), /cut\.jpg: the JPEG data is damaged or cut off/],
    ['dot.png', plain(1, 1, 0), /dot\.png: the picture is only 1 x 1 px/],
    ['white.png', plain(300, 200, 255), /white\.png: no ink was found: the picture is all light/],
    ['black.png', plain(300, 200, 0), /black\.png: no ink was found: the picture is all dark/],
    [
      'wide.png',
      claiming(20_000, 20_000),
      /wide\.png: the picture is 20000 x 20000 px; up to \d+ megapixels fit/,
    ],
    ['page.gif', Buffer.from('GIF89a0000000000'), /page\.gif: the GIF data is damaged or cut off/],
  ];
  for (const [name, buffer, message] of files) {
    await page.getByLabel('Pictures of letters').setInputFiles({ name, mimeType: 'image/png', buffer });
    await expect(page.getByRole('alert')).toContainText(message);
    await page.getByRole('button', { name: 'Put these messages away' }).click();
  }
  await saved(page);
  // 20,000 px wide and low is odd but fine: it is read, and has no ink.
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles({ name: 'strip.png', mimeType: 'image/png', buffer: plain(20_000, 60, 255) });
  await expect(page.getByRole('alert')).toContainText(/strip\.png: no ink/);
  // After all that a good page still works.
  await page
    .getByLabel('Pictures of letters')
    .setInputFiles({ name: 'good.jpg', mimeType: 'image/jpeg', buffer: jpeg });
  await expect(page.getByTestId('understood').filter({ hasText: '74 pieces' })).toBeVisible({
    timeout: 30_000,
  });
});

test('bad project files are told and leave the list as it was', async ({ page }) => {
  await page.goto('/projects');
  const projectJson = (version: number) =>
    Buffer.from(
      zipSync({
        'project.json': strToU8(JSON.stringify({ format: 'orthoglyph-project', version, data: {} })),
      }),
    );
  const files: [string, Buffer, RegExp][] = [
    [
      'future.zip',
      projectJson(999),
      /future\.zip: the project was saved by a newer Orthoglyph \(version 999/,
    ],
    ['broken.zip', projectJson(1), /broken\.zip: the project file lacks its project row/],
    [
      'other.zip',
      Buffer.from(zipSync({ 'readme.txt': strToU8('hello') })),
      /other\.zip: this is not an Orthoglyph project file/,
    ],
    ['letter.zip', Buffer.from('no zip at all'), /letter\.zip: this is not an Orthoglyph project file/],
  ];
  for (const [name, buffer, message] of files) {
    await page
      .getByLabel('Project file or font')
      .setInputFiles({ name, mimeType: 'application/zip', buffer });
    await expect(page.getByRole('alert')).toContainText(message);
  }
  await expect(page.getByText('None yet.')).toBeVisible();
});

test('a deleted demo comes back fresh, without the edits made before', async ({ page }) => {
  await openDemo(page);
  await page.getByLabel('Text of the running line').fill('changed');
  await saved(page);
  await page.getByRole('link', { name: 'All projects' }).click();
  await page.getByRole('button', { name: /^Delete Skerry Lane/ }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
  await expect(page.getByLabel('Text of the running line')).toHaveValue(/^High water/);
});

test("a second tab opens the project for reading and can't overwrite the first", async ({
  page,
  context,
}) => {
  await startProject(page, 'Two tabs');
  await saved(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByTestId('storage-banner')).toContainText('open in another tab');
  // What can't be changed there doesn't look as if it could.
  await expect(second.getByLabel('Text of the running line')).toBeDisabled();
  await expect(second.getByRole('button', { name: 'Add pictures' })).toBeDisabled();
  await page.getByLabel('Text of the running line').fill('from the first tab');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Text of the running line')).toHaveValue('from the first tab');
  // When the first lets go, the second goes on by itself, with what was changed.
  await page.close();
  await expect(second.getByTestId('save-state')).toHaveText('All saved in this browser');
  await expect(second.getByLabel('Text of the running line')).toHaveValue('from the first tab');
  await expect(second.getByRole('alert')).toContainText('changing 1 of its rows');
  await second.getByLabel('Text of the running line').fill('from the second tab');
  await saved(second);
});

test('a project deleted in another tab says so, and its last copy can be kept', async ({ page, context }) => {
  await startProject(page, 'Mill race');
  await page.getByLabel('Text of the running line').fill('the last words');
  await saved(page);
  const second = await context.newPage();
  await second.goto('/projects');
  await second.getByRole('button', { name: 'Delete Mill race' }).click();
  await expect(second.getByRole('alertdialog')).toContainText('open in another tab');
  await second.getByRole('button', { name: 'Delete it' }).click();
  await expect(second.getByText('None yet.')).toBeVisible();
  await expect(page.getByTestId('storage-banner')).toContainText('deleted in another tab');
  await page.getByRole('button', { name: 'Keep this copy' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('All saved in this browser');
  await expect(page.getByLabel('Text of the running line')).toHaveValue('the last words');
  await expect(second.getByText('Mill race')).toBeVisible();
});
