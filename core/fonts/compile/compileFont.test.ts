import { scaling } from '../../foundations/geometry/affine';
import { transformContour } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { byName } from '../../testing/named';
import { parseSfnt, checksum } from '../opentype/sfnt';
import { HEAD } from '../opentype/tables/head';
import { HHEA } from '../opentype/tables/hhea';
import { parseHmtx } from '../opentype/tables/hmtx';
import { OS2 } from '../opentype/tables/os2';
import {
  hasFontTools,
  hasSanitizer,
  parseWithFontkit,
  parseWithOpentype,
  readWithFontTools,
  sanitize,
  shape,
} from '../../../testing/outsideReaders';
import { sampleProject } from '../../testing/sampleProject';
import { applyDiff } from '../../project/document/changes/diff';
import { advanceOf } from '../../project/document/queries/metrics';
import { blankGlyph, projectOf } from '../../project/document/newProject';
import { setBearings } from '../../project/document/commands/spacing/bearings';
import { compileFont, type OutlineFormat } from './compileFont';
import { fontNames, postScriptName } from './fontNames';

const compile = (format: OutlineFormat, doc = sampleProject()) =>
  compileFont(doc, { format, styleId: 'regular', nowUnixS: 1_700_000_000 });

const os2Of = (file: Uint8Array) => OS2.parse(parseSfnt(file).tables.get('OS/2')!);

describe.each(['otf', 'ttf'] as const)('%s', (format) => {
  const bytes = compile(format);

  test('HarfBuzz shapes text without .notdef and with kerning from pairs and groups', () => {
    expect(shape(bytes, 'Hox\u00e9').map((g) => g.name)).toEqual(['H', 'o', 'x', 'eacute']);
    const plain = shape(bytes, 'To', false);
    expect(shape(bytes, 'To')[0]!.advance - plain[0]!.advance).toBe(-60);
    // H and x are in the left group, o and eacute in the right one.
    expect(shape(bytes, 'xo')[0]!.advance - shape(bytes, 'xo', false)[0]!.advance).toBe(-15);
    expect(shape(bytes, 'ox')[0]!.advance).toBe(shape(bytes, 'ox', false)[0]!.advance);
  });

  test('a mark is put on its letter by their anchors, as HarfBuzz places it', () => {
    const doc = sampleProject();
    const acute = {
      ...byName(doc).x!,
      id: 'acutecomb',
      name: 'acutecomb',
      codePoints: [0x301],
      anchors: [{ name: '_top', x: 210, y: 30 }],
    };
    const o = { ...byName(doc).o!, anchors: [{ name: 'top', x: 250, y: 540 }] };
    const marked = { ...doc, glyphs: { ...doc.glyphs, o, acutecomb: acute } };
    const made = compile(format, marked);
    const [letter, mark] = shape(made, 'o\u0301');
    // o's drawing stands with x = -10 at its left bearing of 50: its anchor lies at 310. The mark's own: 210 - 10.4 + 50.
    expect([letter!.name, mark!.name]).toEqual(['o', 'acutecomb']);
    expect(mark!.advance).toBe(0);
    expect(letter!.advance + mark!.dx).toBe(620 + 310 - 620 - 250);
    expect(mark!.dy).toBe(510);
    if (hasSanitizer) expect(sanitize(made, `mark.${format}`)).toBe('');
  });

  test('typed names become their icon, the longest first, as HarfBuzz shapes them', () => {
    const doc = sampleProject();
    const fish = { ...byName(doc).u1F41F!, typed: ['ox', 'oxeye'] };
    const H = { ...byName(doc).H!, typed: ['oxe-r'] };
    const made = compile(format, { ...doc, glyphs: { ...doc.glyphs, u1F41F: fish, H } });
    const names = (text: string) => shape(made, text).map((g) => g.name);
    expect(names('ox')).toEqual(['u1F41F']);
    expect(names('oxeye')).toEqual(['u1F41F']);
    expect(names('oxe-r')).toEqual(['H']);
    // e, y and the hyphen were never drawn: they are there for typing, and no word made of them vanishes.
    expect(names('xy')).toEqual(['x', 'y']);
    const notdef = byName(doc)['.notdef']!;
    expect(shape(made, 'y')[0]!.advance).toBe(advanceOf(notdef));
    const [y, nothing] = ['y', '\u4e00'].map((c) => parseWithOpentype(made).charToGlyph(c));
    expect(nothing!.index).toBe(0);
    expect(y!.getBoundingBox()).toEqual(nothing!.getBoundingBox());
    expect(os2Of(made).usMaxContext).toBe('oxeye'.length);
    if (hasSanitizer) expect(sanitize(made, `liga.${format}`)).toBe('');
    if (hasFontTools) expect(readWithFontTools(made, `liga.${format}`).tables).toContain('GSUB');
  });

  test('drawings called f_i, a.ss01 or a.alt1 are what their names say, with no rule written', () => {
    const doc = sampleProject();
    const { o, x, H } = byName(doc);
    const drawing = (name: string) => ({ ...o!, id: name, name, codePoints: [], source: null });
    const named = ['o_x', 'o.ss01', 'o.alt1', 'o.alt2', 'H.smcp', 'nobody_x', 'nobody.ss01'].map(drawing);
    const glyphs = { ...doc.glyphs, ...Object.fromEntries(named.map((g) => [g.id, g])) };
    const made = compile(format, { ...doc, glyphs });
    const names = (text: string, on: Record<string, number> = {}) =>
      shape(made, text, true, on).map((g) => g.name);
    expect([o!.name, x!.name, H!.name]).toEqual(['o', 'x', 'H']);
    expect(names('Hoxo')).toEqual(['H', 'o_x', 'o']);
    expect(names('Hoxo', { liga: 0, ss01: 1 })).toEqual(['H', 'o.ss01', 'x', 'o.ss01']);
    expect(names('o', { salt: 1 })).toEqual(['o.alt1']);
    expect(names('o', { salt: 2 })).toEqual(['o.alt2']);
    expect(names('Ho', { smcp: 1 })).toEqual(['H.smcp', 'o']);
    if (hasSanitizer) expect(sanitize(made, `named.${format}`)).toBe('');
    if (hasFontTools) expect(readWithFontTools(made, `named.${format}`).tables).toContain('GSUB');
  });

  test('a typed name of two words is found, and the space between them is as wide as one', () => {
    const doc = sampleProject();
    const fish = { ...byName(doc).u1F41F!, typed: ['tide eel'] };
    const { [byName(doc).space!.id]: _, ...glyphs } = doc.glyphs;
    const made = compile(format, { ...doc, glyphs: { ...glyphs, [fish.id]: fish } });
    expect(shape(made, 'tide eel').map((g) => g.name)).toEqual(['u1F41F']);
    expect(shape(made, ' ')[0]!.advance).toBe(250);
  });

  test('letters begun and left empty are not in the font; x and H say how high they are', () => {
    const doc = sampleProject();
    const q = blankGlyph('q', 'q', [0x71]);
    const tall = {
      ...byName(doc).H!,
      contours: byName(doc).H!.contours.map((c) => transformContour(c, scaling(1, 1.03))),
    };
    const made = compile(format, { ...doc, glyphs: { ...doc.glyphs, q, [tall.id]: tall } });
    const font = parseWithOpentype(made);
    expect(font.charToGlyph('q').index).toBe(0);
    const { sCapHeight, sxHeight } = os2Of(made);
    // OpenType, OS/2: the tops of the boxes of U+0048 and U+0078.
    expect(sCapHeight).toBe(font.charToGlyph('H').getBoundingBox().y2);
    expect(sxHeight).toBe(font.charToGlyph('x').getBoundingBox().y2);
    expect(sCapHeight).not.toBe(projectOf(doc).lines.capHeight);
  });

  test('one letter kerned with a group is every pair of them, but for pairs of their own', () => {
    const doc = sampleProject();
    const row = (left: string, right: string, value: number) => ({
      id: `${left} ${right}`,
      styleId: 'regular',
      left,
      right,
      value,
      fitted: false,
    });
    const kerning = Object.fromEntries(
      [row('T', '@round', -33), row('T', 'o', -60), row('@flat', 'T', 21)].map((k) => [k.id, k]),
    );
    const made = compile(format, { ...doc, kerning });
    const kern = (text: string) => shape(made, text)[0]!.advance - shape(made, text, false)[0]!.advance;
    expect([kern('To'), kern('T\u00e9'), kern('HT'), kern('xT'), kern('oT')]).toEqual([-60, -33, 21, 21, 0]);
  });

  test('a character beyond the basic plane is found', () => {
    expect(shape(bytes, '\u{1f41f}')[0]!.gid).not.toBe(0);
  });

  test('.notdef is glyph 0; space and no-break space are there and as wide as each other', () => {
    const [space, nbsp] = [shape(bytes, ' ')[0]!, shape(bytes, '\u00a0')[0]!];
    expect(space.gid).not.toBe(0);
    expect(nbsp.gid).not.toBe(0);
    expect(space.advance).toBe(250);
    expect(nbsp.advance).toBe(250);
    expect(shape(bytes, '\u0416')[0]!.gid).toBe(0);
  });

  test('opentype.js reads the same outlines: boxes, advances, curves', () => {
    const font = parseWithOpentype(bytes);
    const o = font.charToGlyph('o');
    const box = o.getBoundingBox();
    expect([box.x1, box.y1, box.x2, box.y2].map(Math.round)).toEqual([50, -10, 570, 510]);
    expect(o.advanceWidth).toBe(620);
    expect(font.charToGlyph('H').advanceWidth).toBe(480);
    expect(font.unitsPerEm).toBe(1000);
  });

  test('fontkit, a second parser, agrees', () => {
    const font = parseWithFontkit(bytes);
    const glyph = font.glyphForCodePoint(0x6f);
    expect(Math.round(glyph.bbox.maxY)).toBe(510);
    expect(glyph.advanceWidth).toBe(620);
    expect(font.postscriptName).toBe('Sample-Regular');
    expect(font.capHeight).toBe(700);
    expect(font.xHeight).toBe(500);
  });

  test('bearings come out as typed, also of outlines between whole units', () => {
    const { tables } = parseSfnt(bytes);
    const hhea = HHEA.parse(tables.get('hhea')!);
    const glyph = parseWithFontkit(bytes).glyphForCodePoint(0x78);
    const metric = parseHmtx(tables.get('hmtx')!, parseWithFontkit(bytes).numGlyphs, hhea.numberOfHMetrics)[
      glyph.id
    ]!;
    expect(metric.leftBearing).toBe(50);
    expect(metric.advance - glyph.bbox.maxX).toBe(50);
  });

  test('file checksums hold (OpenType, "Organization of an OpenType font")', () => {
    expect(checksum(bytes)).toBe(0xb1b0afba);
    const { tables } = parseSfnt(bytes);
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    for (let i = 0; i < tables.size; i++) {
      const at = 12 + i * 16;
      const tag = String.fromCharCode(...bytes.subarray(at, at + 4));
      if (tag !== 'head') expect(view.getUint32(at + 4)).toBe(checksum(tables.get(tag)!));
    }
  });

  test('fixed tables read back by the same description that wrote them', () => {
    const { tables } = parseSfnt(bytes);
    for (const [tag, struct] of [
      ['head', HEAD],
      ['hhea', HHEA],
      ['OS/2', OS2],
    ] as const) {
      const data = tables.get(tag)!;
      expect(struct.build(struct.parse(data) as never)).toEqual(data.slice(0, struct.size));
    }
    const os2 = OS2.parse(tables.get('OS/2')!);
    expect([os2.sxHeight, os2.sCapHeight]).toEqual([500, 700]);
    expect(os2.usWinAscent).toBeGreaterThanOrEqual(700);
  });

  test('same document, same time: same bytes', () => {
    expect(compile(format)).toEqual(bytes);
  });

  (hasSanitizer ? test : test.skip)('the OpenType sanitizer accepts it', () => {
    expect(sanitize(bytes, `sample.${format}`)).toBe('');
  });

  (hasFontTools ? test : test.skip)(
    'fontTools reads every table and sees the directions each format wants',
    () => {
      const facts = readWithFontTools(bytes, `sample.${format}`);
      expect(facts.tables).toEqual(
        expect.arrayContaining(['GPOS', 'OS/2', 'cmap', 'head', 'hhea', 'hmtx', 'maxp', 'name', 'post']),
      );
      expect(facts.names['1']).toBe('Sample');
      const outer = format === 'otf' ? 1 : -1;
      expect(facts.winding['o']!.map(Math.sign)).toEqual([outer, -outer]);
    },
  );
});

test('an edit of one glyph changes that glyph and nothing else', () => {
  const doc = sampleProject();
  const diff = setBearings(doc, 'o', { right: 90 })!;
  const before = shape(compile('otf', doc), 'Hox', false);
  const after = shape(compile('otf', applyDiff(doc, diff)), 'Hox', false);
  expect(after.map((g, i) => g.advance - before[i]!.advance)).toEqual([0, 40, 0]);
});

test('counters drawn the wrong way are righted in the file', () => {
  const doc = sampleProject();
  const o = byName(doc).o!;
  const wrong = {
    ...o,
    contours: o.contours.map((c) => ({
      ...c,
      nodes: [...c.nodes].reverse().map((n) => ({ ...n, in: n.out, out: n.in })),
    })),
  };
  expect(contourArea(wrong.contours[0]!)).toBeLessThan(0);
  const bytes = compile('otf', { ...doc, glyphs: { ...doc.glyphs, o: wrong } });
  if (hasFontTools) expect(readWithFontTools(bytes, 'w.otf').winding['o']!.map(Math.sign)).toEqual([1, -1]);
  expect(shape(bytes, 'o')[0]!.name).toBe('o');
});

describe('names', () => {
  const input = {
    family: 'Skerry Lane',
    style: 'Regular',
    designer: '',
    designerUrl: '',
    licence: '',
    licenceUrl: '',
    copyright: '',
    version: '1.000',
    madeUnixS: 0,
  };
  test('the four classic styles group by family alone', () => {
    const names = fontNames({ ...input, style: 'Bold Italic' });
    expect([names.get(1), names.get(2), names.get(16)]).toEqual(['Skerry Lane', 'Bold Italic', undefined]);
  });
  test('other styles get a family of their own for old programs', () => {
    const names = fontNames({ ...input, style: 'Light' });
    expect([names.get(1), names.get(2), names.get(16), names.get(17)]).toEqual([
      'Skerry Lane Light',
      'Regular',
      'Skerry Lane',
      'Light',
    ]);
  });
  test('PostScript names hold no space, accent or delimiter (OpenType, name id 6)', () => {
    expect(postScriptName('Tidé (Mill) 100%', 'Extra Bold')).toBe('TideMill100-ExtraBold');
    expect(postScriptName('潮', 'Regular')).toMatch(/^Fontx[0-9a-f]{6}-Regular$/);
    expect(postScriptName('a'.repeat(90), 'Regular')).toHaveLength(63);
  });
});

test('the line spacing that was set is what every program reads, and it never clips ink', () => {
  const spaced = (lineSpacing: number) => {
    const doc = sampleProject();
    const project = { ...projectOf(doc), lineSpacing };
    return compile('ttf', { ...doc, project: { [project.id]: project } });
  };
  const heights = (file: Uint8Array) => {
    // HarfBuzz, Chromium and fontkit set lines by hhea, Windows programs by OS/2 (OpenType, "Recommendations").
    const { ascent, descent, lineGap } = parseWithFontkit(file);
    const os2 = os2Of(file);
    return [ascent - descent + lineGap, os2.sTypoAscender - os2.sTypoDescender + os2.sTypoLineGap];
  };
  expect(heights(spaced(1.2))).toEqual([1200, 1200]);
  expect(heights(spaced(1.55))).toEqual([1550, 1550]);
  const tight = spaced(0.5);
  const os2 = os2Of(tight);
  expect(heights(tight)).toEqual([os2.usWinAscent + os2.usWinDescent, os2.usWinAscent + os2.usWinDescent]);
  expect(os2.usWinAscent).toBeGreaterThanOrEqual(700);
});
