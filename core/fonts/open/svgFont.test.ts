/** SVG fonts that were cast here, of outlines and of single strokes, opened again; one by hand (SVG 1.1, 20). */
import { strToU8 } from 'fflate';
import { readFileSync } from 'node:fs';
import { openProjectFile } from '../../project/archive/readProject';
import { castingOf, projectOf } from '../../project/document/newProject';
import { byName } from '../../testing/named';
import { strokeFont } from '../compile/casts/strokeFont';
import { svgFont } from '../compile/casts/svgFont';
import { fontData } from '../compile/fontData';
import { compareFonts } from '../compare/compareFonts';
import { openableFont } from './anyFont';

const demo = openProjectFile(new Uint8Array(readFileSync('demo/files/finished/keepers-hand.orthoglyph.zip')));
if (!demo.ok) throw new Error('no demo');
const hand = demo.value.doc;
const data = fontData(hand, projectOf(hand).styleId);

function opened(svg: string) {
  const font = openableFont(strToU8(svg));
  if (!font.ok) throw new Error(JSON.stringify(font.problems));
  const made = font.value.open({ id: 'opened', family: 'Sluice', nowMs: 0 });
  if (!made.ok) throw new Error('not opened');
  return made.value.doc;
}

test('an SVG font that was cast here has the same letters, widths and kerning', () => {
  const doc = opened(svgFont(data));
  const { letters, words, same } = compareFonts(hand, doc, 'Tide To AVATAR \u00e9t\u00e9');
  expect(letters).toEqual([]);
  expect(words).toEqual([]);
  expect(same).toBe(data.glyphs.length);
  expect(castingOf(doc)).toMatchObject({ family: 'Sluice', copyright: castingOf(hand).copyright });
});

test('a font of single strokes opens as skeletons with a pen along them', () => {
  const few = Object.values(hand.glyphs).filter((g) => ['.notdef', 'n', 'l'].includes(g.name));
  const part = { ...hand, glyphs: Object.fromEntries(few.map((g) => [g.id, g])) };
  const doc = opened(strokeFont(part, fontData(part, projectOf(hand).styleId)));
  const { n, l } = byName(doc) as Record<'n' | 'l', (typeof doc.glyphs)[string]>;
  expect(n.skeleton?.pen.width).toBe(60);
  expect(n.skeleton?.lines.every((c) => !c.closed)).toBe(true);
  expect(l.contours.every((c) => c.closed)).toBe(true);
});

test('one by hand: usual widths, kerning by characters and by lists, ligatures by their characters; what is none is told', () => {
  const doc = opened(
    '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><metadata>By hand</metadata><defs><font id="Small" horiz-adv-x="300"><font-face font-family="Small" units-per-em="500" ascent="400" descent="-100"/>' +
      '<missing-glyph d="M0 0H100V100Z"/><glyph unicode="ffi" d="M0 0H200V100Z"/><glyph unicode="a" d="M0 0h100v50h-100z"/><glyph unicode="&#x62;" glyph-name="b" horiz-adv-x="250" d="M0 0q50 100 100 0z"/>' +
      '<hkern u1="a" g2="b" k="20"/><hkern u1="a,b" u2="a,b" k="-5"/></font></defs></svg>',
  );
  const glyphs = byName(doc);
  expect(glyphs.a!.bearings).toEqual({ left: 0, right: 200 });
  expect(glyphs.f_f_i!.codePoints).toEqual([]);
  expect(projectOf(doc).unitsPerEm).toBe(500);
  expect(
    Object.values(doc.kerning)
      .map((k) => k.value)
      .sort(),
  ).toEqual([-20, 5]);
  expect(Object.values(doc.groups)).toHaveLength(2);
  expect(openableFont(strToU8('<svg><font id="x"><font-face/></font></svg>')).ok).toBe(false);
  expect(openableFont(strToU8('<svg><font id="x"><glyph unicode="a" d="M0 0')).ok).toBe(false);
});
