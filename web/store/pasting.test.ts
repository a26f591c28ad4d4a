import { WorkBench } from '../testing/workBench';
import { readPasted } from '../../core/lifting/artwork/readPasted';
import { makeTemplate } from '../../core/lifting/artwork/template/makeTemplate';
import { startGlyph } from '../../core/project/document/commands/glyphs/renaming';
import { advanceOf, inkBox } from '../../core/project/document/queries/metrics';
import { contoursBox } from '../../core/foundations/geometry/measure';
import { createPasting } from './pasting';

const O = { glyphId: 'o', of: 'outline' } as const;
const X = { glyphId: 'x', of: 'outline' } as const;
async function bench() {
  const b = new WorkBench();
  const session = await b.open('a');
  const artwork = b.host({ pasted: readPasted });
  const { workers } = b.world;
  const world = { ...b.world, workers: { ...workers, artwork: artwork as never } };
  return { b, session, ...createPasting(world) };
}

const count = (doc: { glyphs: Record<string, { contours: readonly unknown[] }> }, id: string) =>
  doc.glyphs[id]!.contours.length;

test('what is copied comes back where it stood, in another letter and in another project', async () => {
  const t = await bench();
  const text = t.copyFrom(O, [])!;
  expect(text).toContain('<svg');
  await t.pasteInto(X, text);
  expect(count(t.session.doc, 'x')).toBe(3);
  const own = contoursBox(t.session.doc.glyphs.o!.contours)!;
  const pasted = contoursBox(t.session.doc.glyphs.x!.contours.slice(1))!;
  expect(pasted.yMax - pasted.yMin).toBeCloseTo(own.yMax - own.yMin, 3);
  expect(pasted.yMin).toBeCloseTo(own.yMin, 3);
  // Only the chosen ones; none of an empty letter.
  expect(t.copyFrom(O, [1])!.length).toBeLessThan(text.length);
  expect(t.copyFrom({ glyphId: 'space', of: 'outline' }, [])).toBeNull();
  const other = await t.b.open('b');
  await t.pasteInto(X, text);
  expect(count(other.doc, 'x')).toBe(3);
});

test('what is pasted where it already lies stands in the room to its right, and is what is in hand', async () => {
  const t = await bench();
  const text = t.copyFrom(O, [])!;
  const before = contoursBox(t.session.doc.glyphs.o!.contours)!;
  const added = await t.pasteInto(O, text);
  const nodes = t.session.doc.glyphs.o!.contours.slice(2).reduce((sum, c) => sum + c.nodes.length, 0);
  expect(added).toHaveLength(nodes);
  expect(added.map((p) => p.contour)).toEqual(expect.arrayContaining([2, 3]));
  const pasted = contoursBox(t.session.doc.glyphs.o!.contours.slice(2))!;
  expect(pasted.xMin).toBeGreaterThan(before.xMax);
  expect(pasted.yMin).toBeCloseTo(before.yMin, 3);
  // Once more: beside the copy, not on it.
  await t.pasteInto(O, text);
  expect(contoursBox(t.session.doc.glyphs.o!.contours.slice(4))!.xMin).toBeGreaterThan(pasted.xMax);
  // A drawing of elsewhere too.
  const rect = '<svg xmlns="http://www.w3.org/2000/svg"><rect width="30" height="40"/></svg>';
  const box = contoursBox(t.session.doc.glyphs.x!.contours)!;
  const four = await t.pasteInto(X, rect);
  expect(four.map((p) => p.contour)).toEqual([1, 1, 1, 1]);
  expect(contoursBox(t.session.doc.glyphs.x!.contours.slice(1))!.xMin).toBeGreaterThan(box.xMax);
});

test('a drawing of elsewhere is read aside and taken into the project that it was pasted in', async () => {
  const t = await bench();
  t.b.hold('pasted');
  const done = t.pasteInto(O, '<svg xmlns="http://www.w3.org/2000/svg"><rect width="30" height="40"/></svg>');
  await t.b.settle();
  const other = await t.b.open('b');
  await t.b.release('pasted');
  await done;
  await t.b.settle(2000);
  expect(count(other.doc, 'o')).toBe(2);
  expect(count(t.b.browser.stored('a'), 'o')).toBe(3);
});

test('text that is no drawing does nothing; a broken one is told', async () => {
  const t = await bench();
  const before = t.session.doc;
  await t.pasteInto(O, 'barley on the stones');
  expect(t.b.calls).toEqual([]);
  await t.pasteInto(O, '<svg xmlns="http://www.w3.org/2000/svg"><rect width="30"');
  await t.b.settle();
  expect(t.b.tab.codes('a')).toHaveLength(1);
  expect(t.session.doc).toBe(before);
});

/** A template's slots for o and x, each with a bar drawn 80 u from its left edge, 100 u wide, from 30 u below the line to 500 above. */
function drawnOnTemplate(): string {
  const lines = { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 };
  const form = { form: 'row', scale: 1, lines, unitsPerEm: 1000 } as const;
  const template = makeTemplate({ ...form, characters: 'ox', widthOf: (c) => (c === 'x' ? 480 : 560) });
  const bars = [...template.matchAll(/<rect id="slot-[^"]*" x="([\d.]+)" y="([\d.]+)"/g)].map(
    ([, x, y]) => `<path d="M${Number(x) + 80} ${Number(y) + 250}h100v530h-100z"/>`,
  );
  return template.replace('<g id="letters"></g>', bars.join(''));
}

test('a letter copied with its slot of a template lands as it was drawn there; an empty one gets its width', async () => {
  const t = await bench();
  t.session.commit(startGlyph(t.session.doc, 'v'));
  const empty = {
    glyphId: Object.values(t.session.doc.glyphs).find((g) => g.name === 'v')!.id,
    of: 'outline',
  } as const;
  const before = t.session.doc.glyphs.x!;
  await t.pasteInto(X, drawnOnTemplate());
  const x = t.session.doc.glyphs.x!;
  const bar = contoursBox(x.contours.slice(1))!;
  const origin = inkBox(x)!.xMin - x.bearings.left;
  expect([bar.xMin - origin, bar.xMax - origin, bar.yMin, bar.yMax].map(Math.round)).toEqual([
    80, 180, -30, 500,
  ]);
  expect(advanceOf(x)).toBeCloseTo(advanceOf(before), 6);
  // One slot with its letter, without the template's lines, for a letter that is still empty.
  const all = drawnOnTemplate();
  const slot = /<rect id="slot-0078"[^>]*>/.exec(all)![0];
  const path = all.match(/<path d="M[^"]*h100v530[^"]*"\/>/g)![1]!;
  await t.pasteInto(empty, `<svg xmlns="http://www.w3.org/2000/svg">${slot}${path}</svg>`);
  const filled = t.session.doc.glyphs[empty.glyphId]!;
  const box = inkBox(filled)!;
  expect([filled.bearings.left, box.xMax - box.xMin, box.yMin, box.yMax].map(Math.round)).toEqual([
    80, 100, -30, 500,
  ]);
  expect(advanceOf(filled)).toBeCloseTo(480, 3);
  // Slots of other letters only: nothing is pasted.
  expect(
    await t.pasteInto(
      O,
      `<svg xmlns="http://www.w3.org/2000/svg">${slot}${slot.replace('0078', '0079')}</svg>`,
    ),
  ).toEqual([]);
});
