/** UFOs as another program writes them (fontTools' ufoLib), opened, altered and cast again: only what was changed differs in the files. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { openTtf } from '../../../../testing/openFonts';
import { hasFontTools, shape, withFontTools } from '../../../../testing/outsideReaders';
import { describeProblem } from '../../../foundations/problems/describe';
import { edit } from '../../../project/document/inStep/edit';
import { openProjectFile } from '../../../project/archive/readProject';
import { writeProjectFile } from '../../../project/archive/writeProject';
import { castingOf, projectOf } from '../../../project/document/newProject';
import type { Doc, GlyphRow } from '../../../project/document/schema';
import { byName } from '../../../testing/named';
import { openableFont } from '../../open/anyFont';
import { compileFont } from '../compileFont';
import { fontData } from '../fontData';
import { ufoOf } from './ufoAgain';

const WRITE = `
import sys, os, tempfile, shutil, base64
from fontTools.ttLib import TTFont
from fontTools.ufoLib import UFOWriter
from fontTools.pens.pointPen import SegmentToPointPen
from fontTools.pens.recordingPen import RecordingPen
font = TTFont(sys.argv[1])
root = os.path.join(tempfile.mkdtemp(), 'Made.ufo')
writer = UFOWriter(root)
class Bag: pass
info = Bag()
info.familyName = 'Made Elsewhere'; info.styleName = 'Regular'; info.unitsPerEm = font['head'].unitsPerEm
info.ascender = font['hhea'].ascent; info.descender = font['hhea'].descent; info.xHeight = 500; info.capHeight = 700
info.note = 'kept as it is'; info.postscriptUnderlinePosition = -77
writer.writeInfo(info)
names = [n for n in font.getGlyphOrder() if n in ('.notdef', 'space', 'a', 'b', 'e', 'acute', 'eacute', 'n', 'o')]
codes = {}
for cp, name in font.getBestCmap().items(): codes.setdefault(name, []).append(cp)
writer.writeGroups({'public.kern1.round': ['o', 'e'], 'mine': ['a', 'b']})
writer.writeKerning({('public.kern1.round', 'n'): -12, ('a', 'b'): 7})
writer.writeLib({'public.glyphOrder': names, 'org.example.tool': {'state': [1, 2.5, True]}})
writer.writeFeatures('feature liga {\\n  # by hand\\n  sub a b by o;\\n} liga;\\n')
writer.writeData('org.example.tool/notes.txt', b'stay here')
for layer, some in (('public.default', names), ('sketch', ['a'])):
    glyphs, out = font.getGlyphSet(), writer.getGlyphSet(layerName=layer, defaultLayer=layer == 'public.default')
    for name in some:
        g = Bag(); g.width = font['hmtx'][name][0]; g.unicodes = codes.get(name, [])
        if name == 'e': g.note = 'narrower?'; g.lib = {'org.example.mark': '1,0,0,1'}
        record = RecordingPen(); glyphs[name].draw(record)
        out.writeGlyph(name, g, lambda pen, r=record: r.replay(SegmentToPointPen(pen)))
    out.writeContents()
writer.writeLayerContents(['public.default', 'sketch'])
writer.close()
print(base64.b64encode(open(shutil.make_archive(root, 'zip', os.path.dirname(root), 'Made.ufo'), 'rb').read()).decode())`;

const READ = `
import sys, json, os, zipfile, tempfile
root = tempfile.mkdtemp()
zipfile.ZipFile(sys.argv[1]).extractall(root)
from fontTools.ufoLib import UFOReader
r = UFOReader(os.path.join(root, os.listdir(root)[0]), validate=True)
class Bag: pass
info = Bag(); r.readInfo(info)
glyphs = r.getGlyphSet()
for name in glyphs.keys(): glyphs.readGlyph(name, Bag())
print(json.dumps([info.familyName, sorted(glyphs.keys()), r.getLayerNames(), r.readGroups(), {' '.join(k): v for k, v in r.readKerning().items()}]))`;

const zip = hasFontTools ? Uint8Array.from(Buffer.from(withFontTools(WRITE, { 'a.ttf': openTtf('karla') }), 'base64')) : null; // prettier-ignore
const withTools = zip ? test : test.skip;

/** Sources by path, as they came. */
const sources = (): Map<string, Uint8Array> =>
  new Map(Object.entries(unzipSync(zip ?? new Uint8Array(0))).filter(([p]) => !p.endsWith('/')).map(([p, d]) => [p.replace(/^[^/]*\//, ''), d])); // prettier-ignore

function opened(family = 'Made Elsewhere') {
  const font = openableFont(zip ?? new Uint8Array(0));
  const made = font.ok ? font.value.open({ id: 'opened', family, nowMs: 0 }) : font;
  if (!made.ok) throw new Error(made.problems.map(describeProblem).join());
  const { doc, files } = made.value;
  return { doc, cast: (d: Doc) => ufoOf(fontData(d, projectOf(d).styleId), d, (id) => files?.get(id) ?? null) };
} // prettier-ignore

/** Paths of files that differ from the sources, or are only on one side. */
function changedIn(files: ReadonlyMap<string, string | Uint8Array>): string[] {
  const before = sources();
  const text = (f: string | Uint8Array | undefined) => (typeof f === 'string' || f === undefined ? f : strFromU8(f));
  return [...new Set([...before.keys(), ...files.keys()])].filter((p) => text(before.get(p)) !== text(files.get(p))).sort();
} // prettier-ignore

const altered = (doc: Doc, g: GlyphRow, change: Partial<GlyphRow>): Doc =>
  edit(doc, {
    label: 'alter',
    changes: [{ table: 'glyphs', id: g.id, before: g, after: { ...g, ...change } }],
  }).doc;

const raised = (g: GlyphRow): GlyphRow['contours'] =>
  g.contours.map((c) => ({ ...c, nodes: c.nodes.map((n, i) => (i === 0 ? { ...n, y: n.y + 17 } : n)) }));

withTools('sources that nobody changed come out byte by byte, with what isn’t worked on here', () => {
  const { doc, cast } = opened();
  expect(changedIn(cast(doc))).toEqual([]);
  expect([...cast(doc).keys()]).toEqual(expect.arrayContaining(['features.fea', 'data/org.example.tool/notes.txt', 'glyphs.sketch/a.glif'])); // prettier-ignore
});

withTools('an altered letter is the only file that differs, and keeps the notes and data of other programs', () => {
  const { doc, cast } = opened();
  const { e } = byName(doc);
  if (!e) throw new Error('no e');
  const files = cast(altered(doc, e, { contours: raised(e) }));
  expect(changedIn(files)).toEqual(['glyphs/e.glif']);
  const lines = (t: string | Uint8Array | undefined) => (typeof t === 'string' ? t : strFromU8(t ?? new Uint8Array(0))).split('\n');
  const [was, is] = [lines(sources().get('glyphs/e.glif')), lines(files.get('glyphs/e.glif'))];
  expect(is.join('\n')).toContain('narrower?');
  expect(is.join('\n')).toContain('org.example.mark');
  expect(is[0]).toBe(was[0]);
}); // prettier-ignore

withTools('a new family name, kerning, a letter more and one gone are told in their files alone; ufoLib reads the whole', () => {
  const { doc, cast } = opened();
  const { a, b, o } = byName(doc);
  if (!a || !b || !o) throw new Error('letters are missing');
  const named = edit(doc, { label: 'name', changes: [{ table: 'casting', id: castingOf(doc).id, before: castingOf(doc), after: { ...castingOf(doc), family: 'Tide Other' } }] }).doc;
  expect(changedIn(cast(named))).toEqual(['fontinfo.plist']);
  expect(String(cast(named).get('fontinfo.plist'))).toMatch(/kept as it is[^]*-77/);
  const [pair] = Object.values(doc.kerning).filter((k) => k.left === a.id);
  if (!pair) throw new Error('no pair');
  const kerned = edit(doc, { label: 'kern', changes: [{ table: 'kerning', id: pair.id, before: pair, after: { ...pair, value: 9 } }] }).doc;
  expect(changedIn(cast(kerned)).every((p) => /^(groups|kerning)\.plist$/.test(p))).toBe(true);
  expect(String(cast(kerned).get('groups.plist'))).toContain('<key>mine</key>');
  const more = { ...o, id: 'more', name: 'o.alt', codePoints: [] };
  const grown = edit(named, { label: 'more', changes: [{ table: 'glyphs', id: 'more', before: null, after: more }, { table: 'glyphs', id: b.id, before: b, after: null }] }).doc;
  const files = cast(grown);
  expect(changedIn(files)).toEqual(expect.arrayContaining(['glyphs/o.alt.glif', 'glyphs/b.glif', 'glyphs/contents.plist', 'lib.plist', 'fontinfo.plist']));
  expect(changedIn(files)).not.toContain('glyphs/a.glif');
  expect(String(files.get('lib.plist'))).toContain('org.example.tool');
  const packed = zipSync(Object.fromEntries([...files].map(([p, c]) => [`Made.ufo/${p}`, typeof c === 'string' ? strToU8(c) : c])));
  const [family, glyphs, layers, groups, kerning] = JSON.parse(withFontTools(READ, { 'u.zip': packed })) as [string, string[], string[], Record<string, string[]>, Record<string, number>];
  expect(family).toBe('Tide Other');
  expect(glyphs).toContain('o.alt');
  expect(glyphs).not.toContain('b');
  expect(layers).toEqual(['public.default', 'sketch']);
  expect(groups['mine']).toEqual(['a', 'b']);
  expect(Object.values(kerning)).toContain(-12);
  expect(castingOf(grown).family).toBe('Tide Other');
}); // prettier-ignore

withTools('a project file takes the sources along; where they are gone, that is told and the UFO is written anew', async () => {
  const font = openableFont(zip ?? new Uint8Array(0));
  const made = font.ok ? font.value.open({ id: 'opened', family: 'Made Elsewhere', nowMs: 0 }) : font;
  if (!made.ok) throw new Error('not opened');
  const { doc, files = new Map<string, Uint8Array>() } = made.value;
  const [whole, without] = [await writeProjectFile(doc, files), await writeProjectFile(doc, new Map())].map(openProjectFile);
  if (!whole?.ok || !without?.ok) throw new Error('not opened');
  const { doc: kept, picture } = whole.value;
  expect(changedIn(ufoOf(fontData(kept, projectOf(kept).styleId), kept, picture))).toEqual([]);
  expect(without.problems.map((p) => p.code)).toEqual(['sources-missing']);
  const anew = ufoOf(fontData(without.value.doc, projectOf(kept).styleId), without.value.doc, without.value.picture);
  expect(changedIn(anew)).toContain('metainfo.plist');
}); // prettier-ignore

withTools('what the features text says is done by the font, and is written anew once a rule of it is changed', () => {
  const { doc, cast } = opened();
  const font = (d: Doc) => compileFont(d, { format: 'otf', styleId: projectOf(d).styleId, nowUnixS: 0 });
  const names = (d: Doc) => shape(font(d), 'ab').map((g) => g.name);
  expect(names(doc)).toEqual(['o']);
  const [row] = Object.values(doc.features);
  if (!row) throw new Error('no rule');
  const off = edit(doc, { label: 'off', changes: [{ table: 'features', id: row.id, before: row, after: { ...row, enabled: false } }] }).doc;
  // A wider letter moves the cursor within ligatures of it, which is no change of a rule.
  const { a } = byName(doc);
  if (!a) throw new Error('no a');
  const wider = altered(doc, a, { bearings: { ...a.bearings, right: a.bearings.right + 80 } });
  expect(changedIn(cast(wider))).toEqual(['glyphs/a.glif']);
  expect(names(off)).toEqual(['a', 'b']);
  expect(changedIn(cast(off))).toEqual(['features.fea']);
  expect(String(cast(off).get('features.fea'))).not.toContain('sub a b by o');
}); // prettier-ignore

withTools('a features text that can’t be read is told by its line, and stays in the files', () => {
  const broken = 'feature liga {\n  sub a b;\n} liga;\n';
  const files = new Map([...sources(), ['features.fea', strToU8(broken)]]);
  const packed = zipSync(Object.fromEntries([...files].map(([p, c]) => [`Made.ufo/${p}`, c])));
  const font = openableFont(packed);
  const made = font.ok ? font.value.open({ id: 'opened', family: 'Made Elsewhere', nowMs: 0 }) : font;
  if (!made.ok) throw new Error('not opened');
  const told = made.value.problems.flatMap((p) => (p.code === 'font-left-out' ? p.what : [])).join();
  expect(told).toMatch(/its features text \(line 2: /);
  const { doc, files: own } = made.value;
  const cast = ufoOf(fontData(doc, projectOf(doc).styleId), doc, (id) => own?.get(id) ?? null);
  expect(strFromU8(cast.get('features.fea') as Uint8Array)).toBe(broken);
}); // prettier-ignore

withTools('kerning and places that the features text alone says are the project’s', () => {
  const text = 'markClass acute <anchor 10 500> @TOP;\nfeature mark { pos base a <anchor 300 510> mark @TOP; } mark;\nfeature kern { pos a b -33; pos [o e] n -44; } kern;\n';
  const files = new Map([...sources(), ['features.fea', strToU8(text)]]);
  for (const path of ['groups.plist', 'kerning.plist']) files.delete(path);
  const font = openableFont(zipSync(Object.fromEntries([...files].map(([p, c]) => [`Made.ufo/${p}`, c]))));
  const made = font.ok ? font.value.open({ id: 'opened', family: 'Made Elsewhere', nowMs: 0 }) : font;
  if (!made.ok) throw new Error('not opened');
  const { doc } = made.value;
  expect(byName(doc).a?.anchors).toMatchObject([{ name: 'top', x: 300, y: 510 }]);
  expect(byName(doc).acute?.anchors).toMatchObject([{ name: '_top', x: 10, y: 500 }]);
  expect(Object.values(doc.kerning).map((k) => k.value).sort()).toEqual([-33, -44]);
}); // prettier-ignore
