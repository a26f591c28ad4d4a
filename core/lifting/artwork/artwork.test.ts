import { PDFDocument, rgb } from 'pdf-lib';
import { describeProblem } from '../../foundations/problems/describe';
import { expandFiles } from './expandFiles';
import { zipSync, strToU8 } from 'fflate';
import { byName } from '../../testing/named';
import { encode } from 'fast-png';
import { coverage } from '../../testing/shapes';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { newProject } from '../../project/document/newProject';
import { pasteContours } from '../../project/document/commands/outline';
import { sampleProject } from '../../testing/sampleProject';
import { pastedSvg, readArtwork } from './readArtwork';
import { addMadeSheet } from '../../project/document/commands/sheets/madeSheets';
import { applyDiff } from '../../project/document/changes/diff';
import { contoursBox } from '../../foundations/geometry/measure';
import { artworkSheet, picturesSheet } from './makeSheets';
import { areIcons, nameFiles, stemOf } from './nameFiles';
import { openZip, openZips, sortFiles, type DroppedFile } from './sortFiles';

const svg = (body: string, size = 24): Uint8Array =>
  strToU8(`<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}">${body}</svg>`);
const file = (path: string, bytes: Uint8Array): DroppedFile => ({ path, bytes });

/** A bar standing on 3/4 of a picture's height. */
function barPng(height: number): Uint8Array {
  const field = coverage(100, 120, (x, y) => x > 40 && x < 55 && y > 90 - height && y < 90);
  const data = Uint8Array.from(field.data, (v) => 255 - 255 * v);
  return encode({ width: 100, height: 120, data, channels: 1, depth: 8 });
}

test('names stand for characters by the Adobe Glyph List; clashes and unknown names are told, not guessed', () => {
  const paths = [
    'A.png',
    'a.png',
    'period.svg',
    'uni00DF.svg',
    'x/u1F600.png',
    'foo.png',
    'uni0041.png',
    'a.ss01.svg',
    'f_i.svg',
  ];
  const { named, problems } = nameFiles(paths, (p) => p, false);
  expect(named.map((n) => n.char)).toEqual([null, 'a', '.', 'ß', '😀', null, null, 'a', 'fi']);
  expect(named[7]!.variant).toBe('ss01');
  expect(problems.map((p) => p.code).sort()).toEqual(['name-not-understood', 'names-clash']);
  expect(stemOf('deep\\folder/uni00DF.svg')).toBe('uni00DF');
  expect(areIcons(['home.svg', 'eel-trap.svg', 'one.svg'])).toBe(true);
  expect(areIcons(['A.svg', 'B.svg', 'mill.svg'])).toBe(false);
});

test('icons of one name in several folders are all there, told apart by their folders, and so are names that fonts can’t tell apart', () => {
  const paths = [
    'outline/home.svg',
    'filled/home.svg',
    'filled/gate-open.svg',
    'filled/gate_open.svg',
    'boat.svg',
  ];
  const { named, problems } = nameFiles(paths, (p) => p, true);
  expect(named.map((n) => n.stem)).toEqual([
    'outline-home',
    'filled-home',
    'filled-gate-open',
    'filled-gate_open-2',
    'boat',
  ]);
  expect(problems.map((p) => [p.code, p.severity])).toEqual([
    ['icon-name-shared', 'note'],
    ['icon-name-shared', 'note'],
  ]);
});

test('files are sorted by what they are; a zip is opened, its hidden and climbing names do no harm', () => {
  const zip = zipSync({
    'set/A.png': barPng(60),
    '../../etc/B.svg': svg('<path d="M0 0h9v9z"/>'),
    '__MACOSX/._A.png': strToU8('x'),
    '.hidden.svg': svg(''),
  });
  const opened = openZips([
    file('page.jpg', strToU8('not read here')),
    file('letters.zip', zip),
    file('empty.png', new Uint8Array()),
  ]);
  const sorted = sortFiles(opened.files);
  expect(sorted.artwork.map((f) => stemOf(f.path))).toEqual(['B']);
  expect(sorted.pictures.map((f) => f.path)).toEqual(['set/A.png']);
  expect(sorted.pages.map((f) => f.path)).toEqual(['page.jpg']);
  expect(sorted.problems.map((p) => p.code)).toEqual(['file-empty']);
});

test('a far larger picture among named letters is a page of its own', () => {
  const letters = ['A', 'B', 'C', 'd'].map((n) => file(`${n}.png`, new Uint8Array(4000).fill(7)));
  const small = file('smudge.png', new Uint8Array(5000).fill(7));
  const page = file('page 12.png', new Uint8Array(90_000).fill(7));
  const sorted = sortFiles([...letters, small, page]);
  expect(sorted.pages.map((f) => f.path)).toEqual(['page 12.png']);
  // A letter-sized one is asked about with the letters.
  expect(sorted.pictures.map((f) => f.path)).toEqual(['A.png', 'B.png', 'C.png', 'd.png', 'smudge.png']);
});

test('a zip that unpacks to far more than it weighs is refused, a broken one told', () => {
  const bomb = zipSync({ 'A.svg': new Uint8Array(40e6) }, { level: 9 });
  const refused = openZip(file('bomb.zip', bomb));
  expect(refused.ok ? '' : refused.problems[0]!.code).toBe('zip-too-large');
  const broken = openZip(file('cut.zip', bomb.subarray(0, 30)));
  expect(broken.ok ? '' : broken.problems[0]!.code).toBe('zip-broken');
});

test('named pictures of one size keep their places: a small letter stays small beside a capital', () => {
  const made = picturesSheet([file('H.png', barPng(70)), file('x.png', barPng(49))], defaultRecipe);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const { sheet } = made.value;
  expect(sheet.pieces.map((p) => p.char)).toEqual(['H', 'x']);
  const doc = newProject('p', 'Test', 0);
  const row = { ...sheet, id: 's', name: 's', kind: 'pictures' as const, pictureId: 'x', icons: false };
  const done = applyDiff(doc, addMadeSheet(doc, row, sheet)!);
  const top = (id: string) => contoursBox(byName(done)[id]!.contours)!;
  expect(top('H').yMax).toBeCloseTo(700, 0);
  expect(top('H').yMin).toBeCloseTo(0, 0);
  expect(top('x').yMax).toBeCloseTo(490, -1);
});

test('icons get private code points in order and keep them when more come', async () => {
  const doc = newProject('p', 'Signs', 0);
  const icons = async (names: string[], id: string) => {
    const made = await artworkSheet(
      names.map((n) => file(`${n}.svg`, svg('<rect x="4" y="4" width="12" height="16"/>'))),
      [],
      { as: 'icons' },
    );
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    return {
      facts: { ...made.value.sheet, id, name: id, kind: 'artwork' as const, pictureId: 'z', icons: true },
      ...made.value,
    };
  };
  const first = await icons(['mill', 'eel trap'], 'a');
  const one = applyDiff(doc, addMadeSheet(doc, first.facts, first.sheet)!);
  expect(
    Object.values(one.glyphs)
      .filter((g) => g.source)
      .map((g) => [g.name, g.codePoints[0]]),
  ).toEqual([
    ['mill', 0xe000],
    ['eel_trap', 0xe001],
  ]);
  // About 600 of 1000 units (common practice, no published source).
  expect(contoursBox(byName(one)['mill']!.contours)!.yMax).toBeCloseTo(600, 0);
  const more = await icons(['weir', 'mill'], 'b');
  const two = applyDiff(one, addMadeSheet(one, more.facts, more.sheet)!);
  const points = Object.fromEntries(Object.values(two.glyphs).map((g) => [g.name, g.codePoints[0]]));
  expect(points).toMatchObject({ mill: 0xe000, eel_trap: 0xe001, weir: 0xe002 });
});

test('a row of letters in one drawing is separated whatever its scale and place; a guide line is the baseline', async () => {
  const letters = (k: number, dx: number, dy: number) =>
    svg(
      `<g transform="translate(${dx} ${dy}) scale(${k})"><path d="M-5 0H80" stroke="red" stroke-width=".1"/>
       <path d="M0 -14v14h2v-6h6v6h2v-14h-2v6h-6v-6z"/><path d="M16 -10h2v10h-2z"/><circle cx="17" cy="-13" r="1.2"/>
       <path d="M24 -14h2v12h6v2h-8z"/><path fill-rule="evenodd" d="M45 -10a5 5 0 1 0 .01 0zM45 -8a3 3 0 1 1 -.01 0z"/></g>`,
    );
  for (const [k, dx, dy] of [
    [1, 10, 30],
    [0.05, 9000, -4000],
  ] as const) {
    const made = await artworkSheet([file('alphabet.svg', letters(k, dx, dy))], [...'HiLo']);
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    const { pieces, widthPx, heightPx } = made.value.sheet;
    expect(pieces.map((p) => p.char)).toEqual(['H', 'i', 'L', 'o']);
    expect(pieces[1]!.outline).toHaveLength(2);
    for (const p of pieces) {
      expect(p.box.x).toBeGreaterThan(0);
      expect(p.box.x + p.box.width).toBeLessThan(widthPx);
      expect(p.box.y + p.box.height).toBeLessThan(heightPx);
    }
    // The guide runs at the feet of H, i and L.
    expect(pieces[0]!.baselineY).toBeCloseTo(pieces[0]!.box.y + pieces[0]!.box.height, 1);
  }
});

test('what the clipboard holds: an SVG document, bare path data, or something else', () => {
  expect(pastedSvg('  <?xml version="1.0"?><svg><path d="M0 0h9v9z"/></svg>')).toMatch(/^<\?xml/);
  expect(pastedSvg('M 10 10 L 20,20 c1-2 3.5 4e-2 5 6z')).toContain('<path d="M 10 10');
  for (const other of ['Meet me at the mill', 'm', '', '<html></html>']) expect(pastedSvg(other)).toBeNull();
});

test('a pasted drawing is as high as the letter and stands on its line, in the room to its right', () => {
  const doc = sampleProject();
  const read = readArtwork('<svg xmlns="http://www.w3.org/2000/svg"><path d="M9000 50h4v8h-4z"/></svg>', 'x');
  if (!read.ok) throw new Error('not read');
  const done = applyDiff(doc, pasteContours(doc, 'x', read.value.outline)!);
  const before = byName(doc)['x']!.contours;
  const added = byName(done)['x']!.contours.slice(before.length);
  const [was, now] = [contoursBox(before)!, contoursBox(added)!];
  expect([now.yMin, now.yMax].map(Math.round)).toEqual([was.yMin, was.yMax].map(Math.round));
  expect(now.xMin).toBeGreaterThan(was.xMax);
  expect(now.xMax - now.xMin).toBeCloseTo((was.yMax - was.yMin) / 2, 5);
});

test('PostScript drawings are told for what they are, plain or with a preview before them, and the rest of a drop goes on', () => {
  const plain = new TextEncoder().encode('%!PS-Adobe-3.0 EPSF-3.0\n0 0 moveto');
  const previewed = new Uint8Array([0xc5, 0xd0, 0xd3, 0xc6, 30, 0, 0, 0]);
  const svg = new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h9v9z"/></svg>');
  const sorted = sortFiles([
    { path: 'A.eps', bytes: plain },
    { path: 'B.eps', bytes: previewed },
    { path: 'C.svg', bytes: svg },
  ]);
  expect(sorted.problems.map((p) => [p.code, p.place?.file])).toEqual([
    ['postscript', 'A.eps'],
    ['postscript', 'B.eps'],
  ]);
  expect(describeProblem(sorted.problems[0]!)).toMatch(/A\.eps.*SVG or as PDF/s);
  expect(sorted.artwork.map((f) => f.path)).toEqual(['C.svg']);
  expect(sorted.pictures.length + sorted.pages.length).toBe(0);
});

test('a PDF under another ending is read as one, and called by the name before it', async () => {
  const pdf = await PDFDocument.create();
  pdf.addPage([200, 200]).drawSvgPath('M20 -20 H120 V-160 H20 Z', { x: 0, y: 0, color: rgb(0, 0, 0) });
  const bytes = await pdf.save();
  const { files } = await expandFiles([{ path: 'A.art', bytes }], () => Promise.reject(new Error('no WebP')));
  expect(files.map((f) => f.path)).toEqual(['A.svg']);
});
