import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import ts from 'typescript';
import { openProjectFile } from '../../../../project/archive/readProject';
import { projectOf } from '../../../../project/document/newProject';
import type { Doc } from '../../../../project/document/schema';
import { browserPage } from '../../../../../testing/browserPage';
import { brotli } from '../../../../../cli/brotli';
import { castFile } from '../castFile';

const bytes = new Uint8Array(readFileSync('demo/files/finished/lane-signs.orthoglyph.zip'));
const opened = openProjectFile(bytes);
if (!opened.ok) throw new Error('the demo does not open');
const { doc } = opened.value;

async function kitOf(project: Doc): Promise<Map<string, Uint8Array>> {
  const cast = await castFile(project, 'kit', { styleId: projectOf(project).styleId, nowUnixS: 0, brotli });
  if (!cast.ok) throw new Error('no kit');
  const made = cast.value;
  return new Map(Object.entries(unzipSync(made.bytes)));
}
const text = (kit: ReadonlyMap<string, Uint8Array>, path: string) => new TextDecoder().decode(kit.get(path));

interface Map_ {
  readonly icons: Record<
    string,
    {
      readonly name: string;
      readonly typed: readonly string[];
      readonly codePoint: number;
      readonly width: number;
    }
  >;
}

const page = browserPage();

test('the kit has fonts, styles, a map and names that say the same', async () => {
  const kit = await kitOf(doc);
  expect([...kit.keys()].sort()).toEqual([
    'README.txt',
    'fonts/LaneSigns-Regular.woff',
    'fonts/LaneSigns-Regular.woff2',
    'icons.css',
    'icons.json',
    'icons.ts',
    'index.html',
  ]);
  const { icons } = JSON.parse(text(kit, 'icons.json')) as Map_;
  const drawn = Object.values(doc.glyphs).filter((g) => g.codePoints.length > 0 && g.source !== null);
  expect(
    Object.values(icons)
      .map((i) => i.codePoint)
      .sort(),
  ).toEqual(drawn.map((g) => g.codePoints[0]!).sort());
  const css = text(kit, 'icons.css');
  const compiled = ts.transpileModule(text(kit, 'icons.ts'), {
    compilerOptions: { module: ts.ModuleKind.CommonJS },
  });
  const exported: { icons?: Record<string, string> } = {};
  new Function('exports', compiled.outputText)(exported);
  for (const [name, { codePoint }] of Object.entries(icons)) {
    expect(css).toContain(`.icon-${name}::before { content: "\\${codePoint.toString(16)}"; }`);
    expect(exported.icons?.[name]).toBe(String.fromCodePoint(codePoint));
  }
});

test('names that look alike as classes, or mean something to HTML and CSS, stay apart and do no harm', async () => {
  const [a, b, c] = Object.values(doc.glyphs).filter((g) => g.source !== null);
  const named = {
    ...doc,
    glyphs: {
      ...doc.glyphs,
      [a!.id]: { ...a!, typed: ['Eel pie'] },
      [b!.id]: { ...b!, typed: ['eel-pie'] },
      [c!.id]: { ...c!, typed: ['</script><b>"é"'] },
    },
  };
  const kit = await kitOf(named);
  const { icons } = JSON.parse(text(kit, 'icons.json')) as Map_;
  expect(Object.keys(icons)).toEqual(expect.arrayContaining(['eel-pie', 'eel-pie-2']));
  expect(Object.keys(icons).every((k) => /^[a-z0-9-]+$/.test(k))).toBe(true);
  expect(text(kit, 'index.html').match(/<\/script>/g)).toHaveLength(2);
});

test('the page works from disk with no network: it finds by name, goes by arrows, and copies what is chosen', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-kit-'));
  for (const [path, content] of await kitOf(doc)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), content);
  }
  const p = page();
  await p.context().setOffline(true);
  await p.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await p.goto(pathToFileURL(join(folder, 'index.html')).href);
  const buttons = p.getByRole('list', { name: 'Icons' }).getByRole('button');
  const all = await buttons.count();
  expect(all).toBeGreaterThan(5);
  // The font inside the page is the one that draws them.
  expect(await p.evaluate(() => document.fonts.load('20px kit').then((f) => f.length))).toBe(1);

  const copied = () => p.evaluate(() => navigator.clipboard.readText());
  const map = JSON.parse(readFileSync(join(folder, 'icons.json'), 'utf8')) as Map_;
  const [className, { codePoint, name }] = Object.entries(map.icons)[0]!;
  await p.keyboard.press('/');
  await p.keyboard.type(name);
  expect(await buttons.filter({ visible: true }).count()).toBe(1);
  await p.keyboard.press('Tab');
  for (const [what, text] of [
    ['Character', String.fromCodePoint(codePoint)],
    ['Name', name],
    ['CSS class', `icon icon-${className}`],
    ['HTML escape', `&#x${codePoint.toString(16)};`],
    ['CSS escape', `\\${codePoint.toString(16)}`],
  ] as const) {
    await p.getByLabel(what, { exact: true }).check();
    await buttons.filter({ visible: true }).focus();
    await p.keyboard.press('Enter');
    await p.getByText(`Copied: ${text}`).waitFor();
    expect(await copied()).toBe(text);
  }
  await p.getByRole('searchbox').fill('');
  await buttons.first().focus();
  await p.keyboard.press('ArrowRight');
  expect(await buttons.nth(1).evaluate((b) => b === document.activeElement)).toBe(true);
  await p.keyboard.press('ArrowLeft');
  await p.keyboard.press('ArrowDown');
  expect(await buttons.first().evaluate((b) => b === document.activeElement)).toBe(false);
});

test('an icon stands on a page by its class and by its name, as wide as the map says', async () => {
  const kit = await kitOf(doc);
  const [className, { name, width }] = Object.entries(
    (JSON.parse(text(kit, 'icons.json')) as Map_).icons,
  ).find(([, i]) => i.typed.length > 0)!;
  const font = Buffer.from(kit.get('fonts/LaneSigns-Regular.woff2')!).toString('base64');
  const css = text(kit, 'icons.css').replace(/src: [^;]*;/, `src: url("data:font/woff2;base64,${font}");`);
  const p = page();
  await p.goto('about:blank');
  await p.setContent(
    `<style>${css}</style><span style="font-size:100px" class="icon icon-${className}"></span><br>` +
      `<span style="font-size:100px" class="icon">${name}</span>`,
  );
  const widths = await p.evaluate(async () => {
    await document.fonts.ready;
    return [...document.querySelectorAll('span')].map((s) => s.getBoundingClientRect().width);
  });
  for (const w of widths) expect(w).toBeCloseTo(100 * width, 0);
});

test('coloured icons come with the same font in the colour of the text, and tags find icons', async () => {
  const [a] = Object.values(doc.glyphs).filter((g) => g.source !== null);
  if (!a) throw new Error('no icon');
  const layers = [{ paint: { kind: 'flat' as const, rgb: [200, 40, 20] as const }, contours: a.contours }];
  const coloured = { ...doc, glyphs: { ...doc.glyphs, [a.id]: { ...a, layers, tags: ['river'] } } };
  const kit = await kitOf(coloured);
  expect([...kit.keys()].filter((path) => path.startsWith('fonts/'))).toEqual([
    'fonts/LaneSigns-Regular.woff2',
    'fonts/LaneSigns-Regular.woff',
    'fonts/LaneSigns-Regular-plain.woff2',
    'fonts/LaneSigns-Regular-plain.woff',
  ]);
  const { icons } = JSON.parse(text(kit, 'icons.json')) as {
    icons: Record<string, { tags: string[]; codePoint: number }>;
  };
  const [className, { codePoint }] = Object.entries(icons).find(([, i]) => i.tags.includes('river')) ?? [
    '',
    { codePoint: 0 },
  ];
  expect(codePoint).toBe(a.codePoints[0]);
  const inline = (css: string) =>
    css.replace(/url\("(fonts\/[^"]+)"\)/g, (_, path: string) => {
      const bytes = Buffer.from(kit.get(path) ?? new Uint8Array()).toString('base64');
      return `url("data:font/woff2;base64,${bytes}")`;
    });
  const p = page();
  await p.goto('about:blank');
  await p.setContent(
    `<style>${inline(text(kit, 'icons.css'))} span { font-size: 200px; color: rgb(0, 0, 255) }</style>` +
      `<span class="icon icon-${className}"></span><span class="icon icon-plain icon-${className}"></span>`,
  );
  await p.evaluate(() => document.fonts.ready);
  // Painted by the browser: its own red, and the blue of the text.
  const inks = await Promise.all(
    [0, 1].map(async (k) => {
      const { data, info } = await sharp(await p.locator('span').nth(k).screenshot())
        .raw()
        .toBuffer({ resolveWithObject: true });
      const seen = new Set<string>();
      for (let i = 0; i < data.length; i += info.channels) seen.add([...data.subarray(i, i + 3)].join());
      return seen;
    }),
  );
  expect([inks[0]?.has('200,40,20'), inks[0]?.has('0,0,255')]).toEqual([true, false]);
  expect([inks[1]?.has('200,40,20'), inks[1]?.has('0,0,255')]).toEqual([false, true]);
});
