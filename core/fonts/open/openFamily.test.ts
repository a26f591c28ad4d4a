/** Families opened as one project, from open fonts (@fontsource packages): what is cast of them is held against HarfBuzz setting the fonts themselves. */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openFontPath, openTtf, variableFontPath, variableTtf } from '../../../testing/openFonts';
import { shape, shapeAt } from '../../../testing/outsideReaders';
import { nth } from '../../foundations/lists/nth';
import type { Result } from '../../foundations/problems/problem';
import { danglingReferences } from '../../project/document/queries/dangling';
import { projectOf } from '../../project/document/newProject';
import { inStyle, stylesInOrder } from '../../project/document/queries/styles';
import { compileFont } from '../compile/compileFont';
import { agreement } from '../compile/variable/agreement';
import { compileVariable } from '../compile/variable/compileVariable';
import { openableFont } from './anyFont';
import { openFamily } from './openFamily';

function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const bytes = (path: string) => new Uint8Array(readFileSync(path));
const fontAt = (path: string) => valueOf(openableFont(bytes(path), brotliDecompressSync));
const AS = { id: 'p', family: 'Sluice', nowMs: 0 };
const TEXTS = ['AVATAR', 'ToVAWa', 'Type Today', 'quarry fjord', 'Tide: 07, 11'];

describe('a variable font opened at two weights', () => {
  const font = fontAt(variableFontPath('karla'));
  const names = font.seen.places.map((p) => p.name);
  const places = ['Regular', 'Bold'].map((n) => names.indexOf(n));
  const { doc, problems } = valueOf(font.open({ ...AS, places }));

  test('is a project of two styles by their names and weights, whole, with the regular in hand', () => {
    expect(stylesInOrder(doc).map((s) => [s.name, s.weightClass])).toEqual([
      ['Regular', 400],
      ['Bold', 700],
    ]);
    expect(projectOf(doc).id).toBe('p');
    expect(doc.styles[projectOf(doc).styleId]?.name).toBe('Regular');
    expect(danglingReferences(doc)).toEqual([]);
    const [a, b] = stylesInOrder(doc).map((s) => Object.keys(inStyle(doc, s.id).glyphs).length);
    expect(a).toBe(b);
    expect(JSON.stringify(problems)).not.toContain('axes');
  });

  test('every letter agrees, and cast as a variable font again text between the two is as wide as in the font itself', () => {
    const { styleIds, told } = agreement(doc);
    expect(styleIds).toHaveLength(2);
    expect(told.filter((p) => p.code === 'glyph-differs')).toEqual([]);
    const again = valueOf(compileVariable(doc, 0));
    const own = variableTtf('karla');
    for (const wght of [400, 550, 700])
      for (const text of TEXTS) {
        const [made, was] = [shapeAt(again, text, { wght }), shapeAt(own, text, { wght })];
        expect(made).toHaveLength(was.length);
        // Between its masters the font itself bends its axis; ours goes straight from one weight to the other.
        const most = wght === 550 ? 14 : 2;
        made.forEach((g, i) => expect(Math.abs(g.advance - nth(was, i).advance)).toBeLessThanOrEqual(most));
      }
  });

  test('opened at its default alone its axes are told as lost', () => {
    const alone = valueOf(font.open(AS));
    expect(Object.keys(alone.doc.styles)).toHaveLength(1);
    expect(JSON.stringify(alone.problems)).toContain('the axes of a variable font');
  });
});

test('fonts of different ems become the styles of one project, each set as wide as it was, scaled to the first one’s em', () => {
  const [karla, cookie] = ['karla', 'cookie'];
  const fonts = [karla, cookie].map((n) => fontAt(openFontPath(n!)));
  const { doc } = valueOf(openFamily(fonts, AS));
  expect(danglingReferences(doc)).toEqual([]);
  const styles = stylesInOrder(doc);
  // Both call themselves regular: two styles never have one name.
  expect(styles.map((s) => s.name)).toEqual(['Regular', 'Regular 2']);
  const em = projectOf(doc).unitsPerEm;
  [karla, cookie].forEach((name, k) => {
    const ttf = openTtf(name!);
    const cast = compileFont(doc, { format: 'ttf', styleId: nth(styles, k).id, nowUnixS: 0 });
    const emOf = (font: Uint8Array) =>
      new DataView(font.buffer, font.byteOffset).getUint16(headAt(font) + 18);
    expect(emOf(cast)).toBe(em);
    for (const text of TEXTS) {
      const [own, was] = [shape(cast, text, true), shape(ttf, text, true)];
      expect(own).toHaveLength(was.length);
      const factor = em / emOf(ttf);
      own.forEach((g, i) =>
        expect(Math.abs(g.advance - factor * nth(was, i).advance)).toBeLessThanOrEqual(2),
      );
    }
  });
});

/** Where 'head' lies in a font file (OpenType, "Table directory"). */
function headAt(font: Uint8Array): number {
  const view = new DataView(font.buffer, font.byteOffset);
  for (let at = 12; ; at += 16)
    if (String.fromCharCode(...font.subarray(at, at + 4)) === 'head') return view.getUint32(at + 8);
}
