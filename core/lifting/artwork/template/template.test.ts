import { addMadeSheet } from '../../../project/document/commands/sheets/madeSheets';
import { advanceOf, inkBox } from '../../../project/document/queries/metrics';
import { newProject } from '../../../project/document/newProject';
import { edit } from '../../../project/document/inStep/edit';
import { byName } from '../../../testing/named';
import { readSvg } from '../../../readers/svg/read/readSvg';
import { artworkSheet } from '../makeSheets';
import { makeTemplate, type TemplateSettings } from './makeTemplate';
import { readTemplate } from './readTemplate';

const settings: TemplateSettings = {
  characters: 'HnpÄ&',
  form: 'row',
  scale: 1,
  lines: { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 },
  unitsPerEm: 1000,
  widthOf: (c) => (c === 'n' ? 560 : 640),
};

/** A slot's place on the template, px, as its own file says. */
function slotAt(svg: string, char: string) {
  const hex = char.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0');
  const [, x, y, width, height] = new RegExp(
    `id="slot-${hex}" x="([\\d.]+)" y="([\\d.]+)" width="([\\d.]+)" height="([\\d.]+)"`,
  ).exec(svg)!;
  return { x: Number(x), y: Number(y), width: Number(width), height: Number(height) };
}

/** A bar drawn in a slot: 80 u from its left edge, so wide, from so high to so high above the baseline, em units. */
function bar(svg: string, char: string, scale: number, [left, wide, foot, top]: readonly number[]): string {
  const slot = slotAt(svg, char);
  const baseline = slot.y + 0.75 * slot.height;
  const [x, y] = [slot.x + left! * scale, baseline - top! * scale];
  return `<path d="M${x} ${y}h${wide! * scale}v${(top! - foot!) * scale}h${-wide! * scale}z"/>`;
}
const BARS = { H: [80, 100, 0, 700], n: [60, 90, 0, 500], p: [70, 90, -210, 480] } as const;

const drawnOn = (template: string, scale: number) =>
  template.replace(
    '<g id="letters"></g>',
    `<g id="letters">${Object.entries(BARS)
      .map(([c, b]) => bar(template, c, scale, b))
      .join('')}</g>`,
  );

async function broughtBack(svg: string, expected: readonly string[] = []) {
  const made = await artworkSheet(
    [{ path: 'drawn elsewhere.svg', bytes: new TextEncoder().encode(svg) }],
    expected,
  );
  if (!made.ok) throw new Error('not read');
  const doc = newProject('p', 'Elsewhere', 0);
  const sheet = { id: 's', name: 'drawn', kind: 'artwork' as const, pictureId: 'x', icons: false };
  const facts = { ...sheet, widthPx: made.value.sheet.widthPx, heightPx: made.value.sheet.heightPx };
  return edit(doc, addMadeSheet(doc, facts, made.value.sheet)!).doc;
}
type Brought = Awaited<ReturnType<typeof broughtBack>>;

/** Each letter stands at the size, height and place that it was drawn at. */
function expectAsDrawn(doc: Brought) {
  for (const [c, [left, wide, foot, top]] of Object.entries(BARS)) {
    const glyph = byName(doc)[c]!;
    const box = inkBox(glyph)!;
    expect(box.xMax - box.xMin).toBeCloseTo(wide, 1);
    expect(box.yMin).toBeCloseTo(foot, 1);
    expect(box.yMax).toBeCloseTo(top, 1);
    expect(glyph.bearings.left).toBeCloseTo(left, 1);
    expect(advanceOf(glyph)).toBeCloseTo(settings.widthOf(c), 1);
    expect(glyph.contours).toHaveLength(1);
  }
  expect(Object.keys(BARS).length + 3).toBe(Object.keys(doc.glyphs).length);
}

test.each([
  ['row', 1],
  ['row', 0.1],
  ['frames', 1],
  ['frames', 0.1],
] as const)(
  'artwork on a %s at %s of the size lands in its slots, at its place, with nothing of the template',
  async (form, scale) => {
    const template = makeTemplate({ ...settings, form, scale });
    expectAsDrawn(await broughtBack(drawnOn(template, scale)));
  },
);

test('whatever a program does to units, page, layers and names: scaled, moved, wrapped, in other colour words, ids lost', async () => {
  const drawn = drawnOn(makeTemplate(settings), 1);
  const inside = drawn.replace(/^<svg[^>]*>/, '').replace(/<\/svg>\s*$/, '');
  const wrapped = `<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="297mm" viewBox="0 0 595.28 841.89"><g id="Layer_1" transform="translate(31 47) scale(.072)"><g id="Layer_2">${inside}</g></g></svg>`;
  expectAsDrawn(await broughtBack(wrapped));
  const renamed = wrapped
    .replace(/id="slot-/g, 'id="_x23_slot-')
    .replace(/#2fb4c8/g, 'rgb(46,181,201)')
    .replace(/#c85fb4/g, 'rgb(78.6%,37.2%,70.5%)');
  expectAsDrawn(await broughtBack(renamed));
  const anonymous = wrapped.replace(/ id="[^"]*"/g, '');
  expectAsDrawn(await broughtBack(anonymous, [...settings.characters]));
});

test('a drawing that was not made on a template is read as before; one with nothing drawn on it too', () => {
  const plain = readSvg('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h9v9z"/></svg>');
  expect(plain.ok && readTemplate(plain.value, [])).toBeNull();
  const empty = readSvg(makeTemplate(settings));
  expect(empty.ok && readTemplate(empty.value, [])).toBeNull();
});

test('a letter that hangs over its slot stays with it, in whole; its white may be below zero', async () => {
  const template = makeTemplate(settings);
  const wide = bar(template, 'n', 1, [-90, 700, 0, 500]);
  const doc = await broughtBack(template.replace('<g id="letters"></g>', `<g>${wide}</g>`));
  expect(byName(doc).n!.bearings.left).toBeCloseTo(-90, 1);
  expect(byName(doc).n!.bearings.right).toBeCloseTo(560 + 90 - 700, 1);
});
