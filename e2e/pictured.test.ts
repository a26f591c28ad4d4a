import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { liveFontReady, openFinished, saved, stage, watchFaults, withoutPickers } from './support/app';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });

/** How red the running line is set: the mean of red less green where there is ink, 0 to 255. */
const redness = async (page: Page, text: string): Promise<number> => {
  const family = await liveFontReady(page);
  return page.evaluate(
    ({ family, text }) => {
      const g = Object.assign(document.createElement('canvas'), { width: 600, height: 120 }).getContext(
        '2d',
      )!;
      g.font = `80px ${family}`;
      g.fillText(text, 10, 90);
      const { data } = g.getImageData(0, 0, 600, 120);
      let [sum, ink] = [0, 0];
      for (let i = 0; i < data.length; i += 4)
        if (data[i + 3]! > 200) {
          sum += data[i]! - data[i + 1]!;
          ink++;
        }
      return sum / ink;
    },
    { family, text },
  );
};

test('painted letters are kept as pictures, shown on the running line, cast with their outlines, and let go again', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await withoutPickers(page);
  await openFinished(page, /^Painted capitals/);
  await stage(page, 'Dress');
  expect(Math.abs(await redness(page, 'MILL'))).toBeLessThan(3);
  await page.getByRole('tab', { name: 'Parts' }).click();
  await button(page, 'Keep this drawing').click();
  await expect(button(page, 'Outline instead')).toBeEnabled();
  // One letter is red, the others are as they were.
  await expect.poll(() => redness(page, 'H')).toBeGreaterThan(60);
  expect(Math.abs(await redness(page, 'MILL'))).toBeLessThan(3);
  await button(page, /^Keep all 26 drawings/).click();
  await expect.poll(() => redness(page, 'MILL')).toBeGreaterThan(60);
  // What is kept is there after a reload, and travels in the project file.
  await saved(page);
  await page.reload();
  await expect.poll(() => redness(page, 'MILL')).toBeGreaterThan(60);
  const saving = page.waitForEvent('download');
  await button(page, /^Save project file/).click();
  const file = unzipSync(new Uint8Array(readFileSync(await (await saving).path())));
  const { data } = JSON.parse(strFromU8(file['project.json']!)) as {
    data: { glyphs: Record<string, { picture: { pictureId: string } | null }> };
  };
  const kept = Object.values(data.glyphs).flatMap((g) => g.picture?.pictureId ?? []);
  expect(kept).toHaveLength(26);
  for (const id of kept) expect(file[`pictures/${id}`]).toBeDefined();
  await stage(page, 'Cast');
  await button(page, 'Cast').click();
  const taking = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).first().click();
  const font = readFileSync(await (await taking).path());
  expect(font.includes('sbix') && font.includes('CFF ')).toBe(true);
  await stage(page, 'Dress');
  await page.getByRole('tab', { name: 'Parts' }).click();
  await button(page, 'All outlines instead').click();
  await expect.poll(async () => Math.abs(await redness(page, 'MILL'))).toBeLessThan(3);
  expect(faults).toEqual([]);
});
