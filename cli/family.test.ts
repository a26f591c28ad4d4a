import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openProjectFile } from '../core/project/archive/readProject';
import { stylesInOrder } from '../core/project/document/queries/styles';
import { variableFontPath, openFontPath } from '../testing/openFonts';
import { parseWithFontkit, shape } from '../testing/outsideReaders';
import { runCli } from '../testing/runCli';

const CAPS = 'demo/files/finished/over-the-door.orthoglyph.zip';
const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-family-'));
const path = (name: string) => join(folder, name);
const docAt = (name: string) => {
  const opened = openProjectFile(new Uint8Array(readFileSync(path(name))));
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  return opened.value.doc;
};
const fontAt = (name: string) => new Uint8Array(readFileSync(path(name)));

test('styles are added and removed, what they measure is told, and each is cast under the family’s name', async () => {
  const bold = await runCli(
    'family',
    CAPS,
    '--add',
    'Bold',
    '--weight',
    '700',
    '--heavier',
    '24',
    '--out',
    path('two.zip'),
  );
  expect(bold).toMatchObject({ code: 0, err: '' });
  expect(bold.out).toMatch(/^Regular: weight 400, .*\nBold: weight 700, /);
  const both = await runCli(
    ...['family', path('two.zip'), '--add', 'Marks', '--empty', '--out', path('three.zip')],
    ...['--json', path('three.json')],
  );
  expect(both.out).toContain('A is missing in Marks');
  const said = JSON.parse(readFileSync(path('three.json'), 'utf8')) as {
    styles: { name: string; letters: number; stem: number }[];
    varies: string[];
  };
  expect(said.styles.map((s) => s.name)).toEqual(['Regular', 'Bold', 'Marks']);
  expect(said.styles[1]!.stem - said.styles[0]!.stem).toBeGreaterThan(15);
  expect(said.varies).toEqual(['Regular', 'Bold']);
  const built = await runCli(
    'build',
    path('two.zip'),
    '--out',
    path('fonts'),
    '--formats',
    'otf',
    '--compose',
    '--family',
    'Door',
  );
  expect(built.code).toBe(0);
  const advance = (style: string, text: string) =>
    shape(fontAt(`fonts/Door-${style}.otf`), text, true).map((g) => g.advance);
  for (const style of ['Regular', 'Bold']) {
    expect(parseWithFontkit(fontAt(`fonts/Door-${style}.otf`)).postscriptName).toBe(`Door-${style}`);
  }
  expect(advance('Bold', 'MILL')).not.toEqual(advance('Regular', 'MILL'));
  const removed = await runCli('family', path('two.zip'), '--remove', 'regular', '--out', path('one.zip'));
  expect(removed.code).toBe(0);
  expect(stylesInOrder(docAt('one.zip')).map((s) => s.name)).toEqual(['Bold']);
});

test('what is typed wrong is told with what there is', async () => {
  for (const [args, told] of [
    [['--remove', 'Black'], 'there is no style Black; there are Regular'],
    [['--remove', 'Regular'], 'a project keeps its last style'],
    [['--add', 'regular'], 'a style needs a name that no other has'],
    [['--add', 'Bold', '--weight', '1200'], '--weight is a number from 1 to 1000'],
  ] as const) {
    const run = await runCli('family', CAPS, ...args);
    expect(run.code).toBe(2);
    expect(run.err).toContain(told);
  }
});

test('a variable font becomes a project of the places that are named, and the fonts of a family one of theirs', async () => {
  const made = await runCli(
    'import',
    variableFontPath('karla'),
    '--styles',
    'light, bold',
    '--out',
    path('v.zip'),
  );
  expect(made.code).toBe(0);
  expect(stylesInOrder(docAt('v.zip')).map((s) => [s.name, s.weightClass])).toEqual([
    ['Light', 300],
    ['Bold', 700],
  ]);
  const wrong = await runCli('import', variableFontPath('karla'), '--styles', 'thin', '--out', path('w.zip'));
  expect(wrong.err).toContain('Regular');
  expect(wrong.code).toBe(2);
  const fonts = [openFontPath('karla'), openFontPath('cookie')];
  expect((await runCli('import', ...fonts, '--out', path('f.zip'))).code).toBe(0);
  expect(stylesInOrder(docAt('f.zip'))).toHaveLength(2);
});
