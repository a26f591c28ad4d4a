/**
 * UFOs of our own and such as fontTools' ufoLib writes (of open fonts, with quadratic outlines and parts) opened as projects, held against the
 * fonts themselves letter by letter.
 */
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { openTtf } from '../../../../testing/openFonts';
import { withFontTools } from '../../../../testing/outsideReaders';
import { openProjectFile } from '../../../project/archive/readProject';
import { openRows } from '../../../project/document/opening/openRows';
import { castingOf, projectOf } from '../../../project/document/newProject';
import { SCHEMA_VERSION, type Doc } from '../../../project/document/schema';
import { byName } from '../../../testing/named';
import { compareFonts } from '../../compare/compareFonts';
import { fontAsItIs } from '../../compare/asItIs';
import { ufoFiles } from '../../compile/casts/ufo';
import { fontData } from '../../compile/fontData';
import { openableFont } from '../anyFont';

const text = 'Tide mill AVATAR To be, \u00e9t\u00e9';
const as = { id: 'opened', family: 'Sluice', nowMs: 0 };

const zipOf = (files: Iterable<readonly [string, string | Uint8Array]>, root = 'Font.ufo/') =>
  zipSync(
    Object.fromEntries([...files].map(([path, c]) => [root + path, typeof c === 'string' ? strToU8(c) : c])),
  );

function openedUfo(zip: Uint8Array) {
  const font = openableFont(zip);
  if (!font.ok) throw new Error(JSON.stringify(font.problems));
  const opened = font.value.open(as);
  if (!opened.ok) throw new Error('not opened');
  return { seen: font.value.seen, ...opened.value };
}

const demo = openProjectFile(new Uint8Array(readFileSync('demo/files/finished/keepers-hand.orthoglyph.zip')));
if (!demo.ok) throw new Error('no demo');
const hand = demo.value.doc;

test('a UFO that was cast here opens with the same letters, kerning, anchors, guidelines and names', () => {
  const own = [{ id: 'g', name: 'waist', x: 0, y: 300, deg: 0 }];
  const [row] = Object.values(hand.project);
  const withLine = { ...hand, project: { [row!.id]: { ...row!, ownLines: own } } };
  const { doc, seen, problems } = openedUfo(
    zipOf(ufoFiles(fontData(withLine, projectOf(hand).styleId), withLine)),
  );
  const { letters, words, same } = compareFonts(hand, doc, text);
  expect(letters).toEqual([]);
  expect(words).toEqual([]);
  expect(same).toBe(fontData(hand, projectOf(hand).styleId).glyphs.length);
  expect(
    byName(doc)
      .e!.anchors.map((a) => a.name)
      .sort(),
  ).toEqual(
    byName(hand)
      .e!.anchors.map((a) => a.name)
      .sort(),
  );
  expect(byName(doc).eacute!.components).toHaveLength(2);
  expect(projectOf(doc).ownLines).toMatchObject([{ name: 'waist', y: 300, deg: 0 }]);
  expect(castingOf(doc)).toMatchObject({ family: 'Sluice', licence: castingOf(hand).licence });
  expect(seen.licence.family).toBe(castingOf(hand).family);
  expect(problems.map((p) => p.code)).toContain('font-opened');
  // What is opened is a project that holds.
  const again = openRows(SCHEMA_VERSION, JSON.parse(JSON.stringify(doc)));
  expect(again.ok && again.problems).toEqual([]);
});

const WRITE = `
import sys, os, tempfile, zipfile
from fontTools.ttLib import TTFont
from fontTools.ufoLib import UFOWriter
from fontTools.pens.pointPen import SegmentToPointPen
from fontTools.pens.recordingPen import RecordingPen
font = TTFont(sys.argv[1])
root = os.path.join(tempfile.mkdtemp(), 'Font.ufo')
writer = UFOWriter(root)
class Info: pass
info = Info()
info.familyName = 'Made'; info.styleName = 'Regular'; info.unitsPerEm = font['head'].unitsPerEm
info.ascender = font['hhea'].ascent; info.descender = font['hhea'].descent
info.xHeight = font['OS/2'].sxHeight; info.capHeight = font['OS/2'].sCapHeight
writer.writeInfo(info)
glyphs = font.getGlyphSet()
codes = {}
for cp, name in font.getBestCmap().items(): codes.setdefault(name, []).append(cp)
class Glyph: pass
layer = writer.getGlyphSet()
for name in font.getGlyphOrder():
    g = Glyph(); g.width = font['hmtx'][name][0]; g.unicodes = codes.get(name, [])
    record = RecordingPen(); glyphs[name].draw(record)
    layer.writeGlyph(name, g, lambda pen, r=record: r.replay(SegmentToPointPen(pen)))
layer.writeContents()
writer.writeLayerContents()
writer.close()
import shutil, base64
path = shutil.make_archive(root, 'zip', os.path.dirname(root), 'Font.ufo')
print(base64.b64encode(open(path, 'rb').read()).decode())`;

test.each(['karla', 'dekko'])(
  '%s as fontTools writes it as a UFO has the letters of the font itself',
  (name) => {
    const ttf = openTtf(name);
    const zip = new Uint8Array(Buffer.from(withFontTools(WRITE, { 'a.ttf': ttf }), 'base64'));
    expect(strFromU8(unzipSync(zip)['Font.ufo/metainfo.plist']!)).toContain('fonttools.ufoLib');
    const { doc } = openedUfo(zip);
    const font = openableFont(ttf);
    const itself = font.ok ? fontAsItIs(font.value) : font;
    if (!itself.ok) throw new Error('not read');
    const { letters, same } = compareFonts(itself.value, doc, '');
    expect(letters.map((l) => [l.name, l.change, l.moved])).toEqual([]);
    expect(same).toBeGreaterThan(150);
  },
);

/** A small UFO by hand (the forms of the specification's examples: unifiedfontobject.org, "GLIF"). */
const SMALL: Readonly<Record<string, string>> = {
  'metainfo.plist': '<?xml version="1.0"?><!DOCTYPE plist PUBLIC "-//Apple//DTD PLIST 1.0//EN" "http://www.apple.com/DTDs/PropertyList-1.0.dtd"><plist version="1.0"><dict><key>creator</key><string>hand</string><key>formatVersion</key><integer>3</integer></dict></plist>',
  'fontinfo.plist': '<plist><dict><key>familyName</key><string>Small</string><key>unitsPerEm</key><integer>500</integer><key>openTypeNameLicense</key><string>Copyright with Reserved Font Name Small.</string><key>openTypeOS2Type</key><array><integer>1</integer></array></dict></plist>',
  'glyphs/contents.plist': '<plist><dict><key>a</key><string>a.glif</string><key>b</key><string>b.glif</string><key>lost</key><string>lost.glif</string><key>torn</key><string>torn.glif</string></dict></plist>',
  'glyphs/a.glif': '<glyph name="a" format="2"><advance width="300"/><unicode hex="0061"/><anchor x="10" y="20" name="top"/><guideline x="5" angle="90" name="side"/><outline><contour><point x="0" y="0" type="line"/><point x="100" y="0" type="line"/><point x="100" y="50"/><point x="80" y="100"/><point x="50" y="100" type="curve" smooth="yes"/><point x="20" y="100"/><point x="0" y="50"/></contour></outline></glyph>',
  'glyphs/b.glif': '<glyph name="b" format="1"><advance width="300"/><unicode hex="62"/><outline><component base="a" xScale="0.5" yScale="0.5" xOffset="7"/><component base="none"/><contour><point x="3" y="4" type="move" name="bottom"/></contour></outline></glyph>',
  'glyphs/torn.glif': '<glyph name="torn"><outl',
  'groups.plist': '<plist><dict><key>public.kern1.a</key><array><string>a</string><string>gone</string></array><key>mine</key><array><string>a</string></array></dict></plist>',
  'kerning.plist': '<plist><dict><key>public.kern1.a</key><dict><key>b</key><real>-12.4</real><key>gone</key><integer>5</integer></dict></dict></plist>',
}; // prettier-ignore

test('a UFO by hand: curves, anchors of both versions, upright guidelines, turned parts, groups and kerning; what is broken is told by its file', () => {
  const { doc, problems, seen } = openedUfo(zipOf(Object.entries(SMALL), ''));
  const { a, b } = byName(doc) as { a: Doc['glyphs'][string]; b: Doc['glyphs'][string] };
  expect(a.contours[0]!.nodes).toHaveLength(3);
  expect(a.contours[0]!.nodes[0]).toMatchObject({ x: 0, y: 0, in: { x: 0, y: 50 } });
  expect(a.guides).toMatchObject([{ name: 'side', x: 5, deg: 90 }]);
  expect(b.components).toMatchObject([{ glyphId: a.id, transform: { a: 0.5, d: 0.5, e: 7 } }]);
  expect(b.anchors).toEqual([{ name: 'bottom', x: 3, y: 4 }]);
  expect(Object.values(doc.kerning)).toMatchObject([{ right: b.id, value: -12 }]);
  expect(Object.values(doc.groups)).toMatchObject([{ side: 'left', glyphIds: [a.id] }]);
  expect(projectOf(doc)).toMatchObject({ unitsPerEm: 500, openedFrom: { reserved: ['Small'] } });
  expect(seen.licence.embedding).toBe('never');
  const told = problems.filter((p) => p.code === 'font-unreadable').map((p) => JSON.stringify(p));
  expect(told).toHaveLength(2);
  expect(told.join()).toMatch(/lost.glif is missing/);
  expect(told.join()).toMatch(/torn.glif/);
});

test('what is no UFO, or one of another version, is told; a torn or altered one never throws', () => {
  const without = (path: string, content?: string) =>
    zipOf(Object.entries(SMALL).flatMap(([p, c]) => (p === path ? (content === undefined ? [] : [[p, content] as const]) : [[p, c] as const])));
  const old = openableFont(without('metainfo.plist', SMALL['metainfo.plist']!.replace('>3<', '>1<')));
  expect(old.ok).toBe(false);
  expect(JSON.stringify(old.problems)).toContain('version 1');
  expect(openableFont(without('glyphs/contents.plist')).ok).toBe(false);
  expect(openableFont(zipOf([['letters/A.svg', '<svg/>']])).ok).toBe(false);
  const paths = Object.keys(SMALL);
  fc.assert(
    fc.property(fc.constantFrom(...paths), fc.nat(), fc.string({ maxLength: 8 }), (path, at, more) => {
      const c = SMALL[path]!;
      const k = at % c.length;
      const torn = openableFont(without(path, c.slice(0, k) + more + c.slice(k + more.length)));
      if (torn.ok) expect(openRows(SCHEMA_VERSION, JSON.parse(JSON.stringify(openedUfo(without(path, c.slice(0, k) + more + c.slice(k + more.length))).doc))).ok).toBe(true);
    }),
    { seed: 19, numRuns: 150 },
  );
}); // prettier-ignore
