import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openProjectFile } from '../core/project/archive/readProject';
import { writeProjectFile } from '../core/project/archive/writeProject';
import { cornerAt, type Contour } from '../core/foundations/geometry/contour';
import { contourArea } from '../core/foundations/geometry/measure';
import { takeSkeleton } from '../core/project/document/commands/outline';
import { edit } from '../core/project/document/inStep/edit';
import { stylesInOrder } from '../core/project/document/queries/styles';
import { projectLacking } from '../testing/lackingProject';
import { variableFontPath, openFontPath } from '../testing/openFonts';
import { parseWithFontkit, readWithFontTools, shape } from '../testing/outsideReaders';
import { runCli } from '../testing/runCli';

const CAPS = 'demo/files/finished/over-the-door.orthoglyph.zip';
const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-family-'));
const path = (name: string) => join(folder, name);
const docNamed = (file: string) => {
  const opened = openProjectFile(new Uint8Array(readFileSync(file)));
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  return opened.value.doc;
};
const docAt = (name: string) => docNamed(path(name));
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

test('letters are painted, palettes added, and a hollow style made; the font has their colours', async () => {
  const run = await runCli(
    ...['colours', CAPS, '--fill', '#20508c,#d68a3e', '--outer', '16:#243e4a', '--shadow', '30,-30:#783422'],
    ...['--solid', '--palette', 'Night:dark', '--out', path('painted.zip'), '--json', path('painted.json')],
  );
  expect(run).toMatchObject({ code: 0, err: '' });
  expect(run.out).toMatch(/^Regular: #20508c in 26 letters, .*palette Night, for dark ground\n$/);
  const said = JSON.parse(readFileSync(path('painted.json'), 'utf8')) as {
    colours: { colour: string }[];
    palettes: { name: string; colours: Record<string, string> }[];
  };
  expect(said.colours.map((c) => c.colour)).toEqual(['#20508c', '#d68a3e', '#243e4a', '#783422']);
  expect(Object.keys(said.palettes[0]!.colours)).toHaveLength(4);
  const hollow = await runCli(
    ...['family', path('painted.zip'), '--add', 'Outline', '--hollow', '9', '--out', path('hollow.zip')],
  );
  expect(hollow.code).toBe(0);
  const built = await runCli('build', path('painted.zip'), '--out', path('colours'), '--formats', 'ttf');
  expect(built.code).toBe(0);
  const font = parseWithFontkit(fontAt('colours/OverTheDoor-Regular.ttf')) as unknown as {
    CPAL: { numPalettes: number };
  };
  expect(font.CPAL.numPalettes).toBe(2);
  const plain = await runCli('colours', path('painted.zip'), '--plain');
  expect(plain.out).toBe('Regular: palette Night, for dark ground\n');
});

test('colours that are typed wrong are told', async () => {
  for (const [args, told] of [
    [['--fill', 'blue'], '"blue" is no colour like #20508c'],
    [['--outer', '#243e4a'], '--outer is'],
    [['--outer', '500:#243e4a'], '--outer is a number from 1 to 200'],
    [['--palette', 'Night:dim'], 'dim is neither light nor dark'],
    [['--style', 'Black', '--plain'], 'there is no style Black'],
  ] as const) {
    const run = await runCli('colours', CAPS, ...args);
    expect(run.code).toBe(2);
    expect(run.err).toContain(told);
  }
});

test('a cut of the family is cast beside it under its own name; a form that nobody drew is told', async () => {
  const file = 'demo/files/finished/keepers-hand.orthoglyph.zip';
  const doc = docNamed(file);
  const named = (name: string) => Object.values(doc.glyphs).find((g) => g.name === name)!;
  const form = { ...named('e'), id: 'round', name: 'a.ss01', codePoints: [] };
  const withForm = { ...doc, glyphs: { ...doc.glyphs, [form.id]: form } };
  writeFileSync(path('forms.zip'), await writeProjectFile(withForm, new Map()));
  const run = await runCli(
    ...['build', path('forms.zip'), '--out', path('cuts'), '--formats', 'otf', '--family', 'Mill'],
    ...['--cuts', 'Mill Round=a.ss01'],
  );
  expect(run).toMatchObject({ code: 0 });
  const [plain, round] = ['Mill-Regular', 'MillRound-Regular'].map((n) => fontAt(`cuts/${n}.otf`));
  const advance = (bytes: Uint8Array, char: string) => shape(bytes, char, false)[0]!.advance;
  expect(advance(round!, 'a')).toBe(advance(plain!, 'e'));
  expect(advance(round!, 'a')).not.toBe(advance(plain!, 'a'));
  expect(advance(round!, 'H')).toBe(advance(plain!, 'H'));
  // What was the standard form is the one that is asked for.
  expect(shape(round!, 'a', false, { ss01: 1 })[0]!.advance).toBe(advance(plain!, 'a'));
  expect(readWithFontTools(round!, 'round.otf').names['1']).toBe('Mill Round');
  const lost = await runCli('build', path('forms.zip'), '--out', path('lost'), '--cuts', 'Mill Round=q.ss09');
  expect(lost.code).toBe(2);
  expect(lost.err).toContain('Mill Round: no style has q.ss09; forms that are there: a.ss01');
});

test('what a page lacks is drafted with --complete, and told with what it was made of', async () => {
  writeFileSync(
    path('lacking.zip'),
    await projectLacking('demo/files/finished/keepers-hand.orthoglyph.zip', 'JQq7.,'),
  );
  const run = await runCli(
    'build',
    path('lacking.zip'),
    '--complete',
    '--out',
    path('whole'),
    '--formats',
    'ttf',
    '--family',
    'Whole',
  );
  expect(run.code).toBe(0);
  expect(run.out).toMatch(/^Drafted: .*J of U, .*q of [a-z]+, .*7 by the pen/);
  const shaped = shape(fontAt('whole/Whole-Regular.ttf'), 'Jo, Quill: 7 señores €½ß', true);
  expect(shaped.every((g) => g.gid > 0)).toBe(true);
});

test('a heavier style of letters that a pen draws is thinner where strokes meet, by as much as is asked', async () => {
  const doc = docNamed(CAPS);
  const V = Object.values(doc.glyphs).find((g) => g.name === 'V');
  const legs: Contour = { closed: false, nodes: [cornerAt(0, 700), cornerAt(160, 0), cornerAt(320, 700)] };
  const pen = { width: 60, ends: 'round', joins: 'round' } as const;
  const drawn = edit(doc, takeSkeleton(doc, V?.id ?? '', [legs], pen)!).doc;
  writeFileSync(path('pen.zip'), await writeProjectFile(drawn, new Map()));
  const inkOf = async (name: string, ...how: string[]) => {
    const made = await runCli(
      ...['family', path('pen.zip'), '--add', 'Bold', '--weight', '700', '--heavier', '40'],
      ...[...how, '--out', path(name)],
    );
    expect(made.code).toBe(0);
    const bold = docAt(name);
    const style = stylesInOrder(bold).find((s) => s.name === 'Bold');
    const heavy = Object.values(bold.glyphs).find((g) => g.name === 'V' && g.styleId === style?.id);
    return (heavy?.contours ?? []).reduce((sum, c) => sum + contourArea(c), 0);
  };
  const [plain, usual, most] = [
    await inkOf('plain.zip', '--thinned', '0'),
    await inkOf('usual.zip'),
    await inkOf('most.zip', '--thinned', '50'),
  ];
  expect(usual).toBeLessThan(0.95 * plain);
  expect(most).toBeLessThan(0.95 * usual);
  const wrong = await runCli(...['family', path('pen.zip'), '--add', 'Black', '--thinned', '90']);
  expect(wrong.code).not.toBe(0);
  expect(wrong.err).toContain('thinned');
});
