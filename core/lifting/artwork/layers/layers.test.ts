import { encode } from 'fast-png';
import { zipSync } from 'fflate';
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFRef, PDFString } from 'pdf-lib';
import { defaultRecipe } from '../../../project/document/defaultRecipe';
import { artworkSheet, picturesSheet } from '../makeSheets';
import { expandFiles } from '../expandFiles';
import { openZips, sortFiles, type DroppedFile } from '../sortFiles';
import { makeTemplate } from '../template/makeTemplate';
import { characterOfLayer } from './layerNames';

const noWebp = () => Promise.reject(new Error('no WebP here'));
const file = (path: string, text: string): DroppedFile => ({ path, bytes: new TextEncoder().encode(text) });
const svg = (inside: string, view = '0 0 600 200') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:d="urn:drawing" viewBox="${view}">${inside}</svg>`;

async function sheetOf(dropped: DroppedFile) {
  const read = await expandFiles(openZips([dropped]).files, noWebp);
  const made = await artworkSheet(sortFiles(read.files).artwork, []);
  if (!made.ok) throw new Error(made.problems.map((p) => p.code).join());
  return made.value.sheet;
}

test('layers are named by characters, glyph names, further forms, and as XML has to write signs', () => {
  const read = (name: string) => {
    const letter = characterOfLayer(name);
    return letter && [letter.char, letter.variant];
  };
  expect(read('A')).toEqual(['A', null]);
  expect(read(' ampersand ')).toEqual(['&', null]);
  expect(read('a.ss01')).toEqual(['a', 'ss01']);
  expect(read('f_i')).toEqual(['fi', null]);
  expect(read('_x26_')).toEqual(['&', null]);
  expect(['.', '_', '/', 'Ä'].map((n) => read(n)?.[0])).toEqual(['.', '_', '/', 'Ä']);
  expect(['Layer 1', 'Layer_1', 'guides', '', 'letters', 'path12'].map(read)).toEqual(Array(6).fill(null));
});

test('a drawing with a layer for each letter is these letters, on the line of their row, whatever their order', async () => {
  const sheet = await sheetOf(
    file(
      'my letters.svg',
      svg(
        '<g d:label="n"><path d="M200 100h50v50h-50z"/></g>' +
          '<g id="g7" d:label="H"><path d="M20 50h20v100h-20z"/><path d="M80 50h20v100h-20z"/></g>' +
          '<g d:label="p"><path d="M300 100h50v80h-50z"/></g>' +
          '<g d:label="quotesingle" display="none"><path d="M400 50h10v30h-10z"/></g>',
      ),
    ),
  );
  expect(sheet.pieces.map((p) => p.char)).toEqual(['H', 'n', 'p', "'"]);
  const [h, n, p, quote] = sheet.pieces;
  // H of two bars is one letter; all stand on one line, p reaches below it, the hidden one above.
  expect(h!.outline).toHaveLength(2);
  const k = h!.box.height / 100;
  expect(n!.box.height).toBeCloseTo(50 * k, 6);
  expect(new Set(sheet.pieces.map((q) => q.baselineY.toFixed(6))).size).toBe(1);
  expect(h!.box.y + h!.box.height).toBeCloseTo(h!.baselineY, 6);
  expect(p!.box.y + p!.box.height - p!.baselineY).toBeCloseTo(30 * k, 6);
  expect(p!.baselineY - quote!.box.y - quote!.box.height).toBeCloseTo(70 * k, 6);
});

test('letters drawn on one another, each on its layer, are laid side by side; names that are none leave the row as it was', async () => {
  const bars = ['A', 'B', 'C', 'D'].map((c, i) => ({ c, d: `M${10 + i} 20h${50 + i}v100h-${50 + i}z` }));
  const stacked = await sheetOf(
    file('stack.svg', svg(bars.map(({ c, d }) => `<g id="${c}"><path d="${d}"/></g>`).join(''))),
  );
  expect(stacked.pieces.map((p) => p.char)).toEqual(['A', 'B', 'C', 'D']);
  stacked.pieces.slice(1).forEach((p, i) => {
    const before = stacked.pieces[i]!.box;
    expect(p.box.x).toBeGreaterThan(before.x + before.width);
    expect(p.box.width / stacked.pieces[0]!.box.width).toBeCloseTo((51 + i) / 50, 6);
  });
  const apart = bars.map(
    ({ d }, i) => `<g id="Layer_${i}" transform="translate(${i * 120})"><path d="${d}"/></g>`,
  );
  const row = await sheetOf(file('row.svg', svg(apart.join(''))));
  expect(row.pieces).toHaveLength(4);
  expect(row.pieces.map((p) => p.confidence)).not.toEqual([1, 1, 1, 1]);
});

test('layers drawn on one frame of a template keep its measure, each by its own name', async () => {
  const template = makeTemplate({
    characters: 'H',
    form: 'row',
    scale: 1,
    lines: { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 },
    unitsPerEm: 1000,
    widthOf: () => 600,
  });
  const drawn = template.replace(
    '<g id="letters"></g>',
    ['E', 'F'].map((c) => `<g id="${c}"><path d="M240 200h300v700h-300z"/></g>`).join(''),
  );
  const sheet = await sheetOf(file('frame.svg', drawn));
  expect(sheet.pieces.map((p) => p.char)).toEqual(['E', 'F']);
  for (const p of sheet.pieces) expect(p.bearingsPx!.left / sheet.emPx!).toBeCloseTo(0.09, 6);
});

test('objects whose names happen to be glyph names stay part of what is drawn in their slot', async () => {
  const template = makeTemplate({
    characters: 'i',
    form: 'row',
    scale: 1,
    lines: { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 },
    unitsPerEm: 1000,
    widthOf: () => 600,
  });
  const drawn = template.replace(
    '<g id="letters"></g>',
    '<g id="letters"><path id="path7" d="M240 400h90v500h-90z"/><circle id="circle" cx="285" cy="260" r="50"/></g>',
  );
  const sheet = await sheetOf(file('i.svg', drawn));
  expect(sheet.pieces.map((p) => [p.char, p.outline.length])).toEqual([['i', 2]]);
});

/** A PDF with optional content groups (ISO 32000-1, 8.11), made by a general library: a bar on each, y up. */
async function layeredPdf(layers: readonly { name: string; bar: readonly number[]; shown: boolean }[]) {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([400, 200]);
  const { context, catalog } = pdf;
  const refs = layers.map(({ name }) =>
    context.register(context.obj({ Type: 'OCG', Name: PDFString.of(name) })),
  );
  const properties = PDFDict.withContext(context);
  refs.forEach((ref, i) => properties.set(PDFName.of(`L${i}`), ref));
  page.node.normalizedEntries().Resources.set(PDFName.of('Properties'), properties);
  const list = (some: readonly PDFRef[]) => {
    const array = PDFArray.withContext(context);
    some.forEach((ref) => array.push(ref));
    return array;
  };
  const hidden = refs.filter((_, i) => !layers[i]!.shown);
  const d = context.obj({
    Order: list(refs),
    ON: list(refs.filter((r) => !hidden.includes(r))),
    OFF: list(hidden),
  });
  catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: list(refs), D: d }));
  const drawing = layers.map(({ bar }, i) => `/OC /L${i} BDC ${bar.join(' ')} re f EMC`).join('\n');
  page.node.addContentStream(context.register(context.stream(`0 g\n${drawing}`)));
  return { path: 'artwork.art', bytes: await pdf.save() };
}

test('layers of a PDF are letters by their names; what is hidden and named otherwise is not there', async () => {
  const sheet = await sheetOf(
    await layeredPdf([
      { name: 'x', bar: [100, 50, 60, 60], shown: true },
      { name: 'I', bar: [20, 50, 20, 100], shown: true },
      { name: 'J', bar: [200, 50, 20, 100], shown: false },
      { name: 'sketch', bar: [0, 0, 390, 190], shown: false },
    ]),
  );
  expect(sheet.pieces.map((p) => p.char)).toEqual(['I', 'x', 'J']);
  expect(sheet.pieces[1]!.box.height / sheet.pieces[0]!.box.height).toBeCloseTo(0.6, 6);
});

/** A canvas with an upright bar of ink on clear ground. */
function barPng(width: number, height: number, x: number, y: number, w: number, h: number): Uint8Array {
  const data = new Uint8Array(width * height * 4);
  for (let py = y; py < y + h; py++)
    for (let px = x; px < x + w; px++) data.set([20, 20, 60, 255], (py * width + px) * 4);
  return encode({ width, height, data, channels: 4, depth: 8 });
}
const bytesOf = (text: string) => new TextEncoder().encode(text);
/** A layered picture as OpenRaster 0.0.6 describes it. */
const openRaster = (stack: string, entries: Record<string, Uint8Array>): DroppedFile => ({
  path: 'letters.ora',
  bytes: zipSync(
    {
      mimetype: bytesOf('image/openraster'),
      'stack.xml': bytesOf(`<image version="0.0.6" w="300" h="200"><stack>${stack}</stack></image>`),
      'mergedimage.png': barPng(300, 200, 10, 10, 60, 150),
      ...entries,
    },
    { level: 0 },
  ),
});

test('a layered painting with a layer for each letter is pictures named after them, at their sizes on one line', async () => {
  const read = await expandFiles(
    openZips([
      openRaster(
        '<layer name="p" src="data/p.png" x="100" y="60"/>' +
          '<stack name="H" visibility="hidden"><layer name="stroke 1" src="data/l.png" x="10" y="50"/>' +
          '<layer name="stroke 2" src="data/r.png" x="0" y="0" opacity="0.9"/></stack>' +
          '<layer name="slash" src="data/s.png" x="0" y="0"/><layer name="paper" src="data/none.png"/>',
        {
          'data/p.png': barPng(60, 120, 4, 30, 30, 80),
          'data/l.png': barPng(30, 110, 2, 0, 20, 100),
          'data/r.png': barPng(300, 200, 52, 50, 20, 100),
          'data/s.png': barPng(300, 200, 230, 40, 15, 110),
        },
      ),
    ]).files,
    noWebp,
  );
  const sorted = sortFiles(read.files);
  expect(sorted.pictures.map((f) => f.path)).toEqual(['letters/slash.png', 'letters/H.png', 'letters/p.png']);
  const made = picturesSheet(sorted.pictures, defaultRecipe);
  if (!made.ok) throw new Error('not read');
  const { pieces } = made.value.sheet;
  expect(pieces.map((p) => p.char)).toEqual(['/', 'H', 'p']);
  const [slash, h, p] = pieces.map((q) => ({ ...q.box, foot: q.box.y + q.box.height - q.baselineY }));
  expect(h!.height).toBeCloseTo(100, 0);
  expect(h!.width).toBeCloseTo(60, 0);
  expect(slash!.height).toBeCloseTo(110, 0);
  expect(p!.height).toBeCloseTo(80, 0);
  // H stands on the line at y = 150; p was painted from 90 to 170.
  expect(h!.foot).toBeCloseTo(0, 0);
  expect(p!.foot).toBeCloseTo(20, 0);
});

test('a canvas that claims to be huge takes no more memory than its layers; one beyond all use is told', async () => {
  const claim = (w: number, h: number) => ({
    path: 'huge.ora',
    bytes: zipSync(
      {
        mimetype: bytesOf('image/openraster'),
        'stack.xml': bytesOf(
          `<image w="${w}" h="${h}"><stack><layer name="A" src="a.png" x="${w - 100}" y="50"/><layer name="B" src="a.png" x="-20" y="50"/></stack></image>`,
        ),
        'a.png': barPng(100, 200, 30, 50, 20, 100),
      },
      { level: 0 },
    ),
  });
  const before = process.memoryUsage().arrayBuffers;
  const read = await expandFiles([claim(12_000, 9_000)], noWebp);
  expect(read.files.map((f) => f.path)).toEqual(['huge/B.png', 'huge/A.png']);
  expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(50e6);
  expect((await expandFiles([claim(90_000, 90_000)], noWebp)).problems[0]).toMatchObject({
    code: 'openraster-broken',
  });
});

test('a layered painting of a page is that page; one without its list of layers, or with a broken layer, is told', async () => {
  const page = await expandFiles([openRaster('<layer name="ink" src="data/a.png"/>', {})], noWebp);
  expect(page.files.map((f) => f.path)).toEqual(['letters.png']);
  const lost = { path: 'b.ora', bytes: zipSync({ mimetype: bytesOf('image/openraster') }, { level: 0 }) };
  expect((await expandFiles([lost], noWebp)).problems[0]).toMatchObject({
    code: 'openraster-broken',
    place: { file: 'b.ora' },
  });
  const broken = openRaster(
    '<layer name="A" src="data/a.png"/><layer name="B" src="data/b.png"/><layer name="C" src="data/c.png"/>',
    {
      'data/a.png': barPng(300, 200, 20, 50, 40, 100),
      'data/b.png': barPng(300, 200, 120, 50, 40, 100).slice(0, 60),
      'data/c.png': barPng(300, 200, 220, 50, 40, 100),
    },
  );
  const read = await expandFiles([broken], noWebp);
  expect(read.files.map((f) => f.path)).toEqual(['letters/C.png', 'letters/A.png']);
  expect(read.problems).toMatchObject([{ place: { file: 'letters.ora', field: 'layer B' } }]);
});
