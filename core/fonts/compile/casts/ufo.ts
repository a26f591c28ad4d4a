// Unified Font Object 3 (unifiedfontobject.org, version 3): metainfo, fontinfo, groups, kerning, lib, GLIF 2.
import { glyphFileNames } from '../../../type/names/fileNames';
import { featureText } from '../../features/featureText';
import { fontGlyphs, type FontGlyph } from '../../features/fontGlyphs';
import { projectOf } from '../../../project/document/newProject';
import type { Doc, GlyphRow, GuideRow } from '../../../project/document/schema';
import { compose, scaling, translation } from '../../../foundations/geometry/affine';
import { ownPicture } from '../../../project/document/queries/pictures';
import { placeInFont } from '../compileGlyph';
import { glif, type GlifImage, type Guideline } from './ufoGlif';
import { colourLayers } from './ufoLayers';
import type { Embedding } from '../../../project/document/rows/casting';
import type { FontData } from '../fontData';
import { NO_PICTURES, type PictureBytes } from '../pictures';
import { namesInLanguages, postScriptName, versionOf } from '../fontNames';
import { verticalMetrics } from '../lineMetrics';
import type { Plist } from '../../open/ufo/plist';
import { writePlist } from './writePlist';

/**
 * Files of a font to be worked on by other programs, by their paths within its folder: outlines, colours as layers, names,
 * lines, guidelines, groups, kerning, anchors.
 */
export function ufoFiles(
  font: FontData,
  doc: Doc,
  bytes: PictureBytes = NO_PICTURES,
): Map<string, string | Uint8Array> {
  const files = new Map<string, string | Uint8Array>();
  const images = new Images(files, bytes);
  const names = new Map(font.glyphs.map((g) => [g.id, g.name]));
  const put = (path: string, value: Plist) => files.set(path, writePlist(value));
  /** A layer's glyphs and their list. */
  const layer = (folder: string, glyphs: readonly FontGlyph[], written: (g: FontGlyph) => string) => {
    const fileName = glyphFileNames();
    const contents = Object.fromEntries(glyphs.map((g) => [g.name, `${fileName(g.name)}.glif`]));
    for (const g of glyphs) files.set(`${folder}/${contents[g.name]}`, written(g));
    put(`${folder}/contents.plist`, contents);
  };
  layer('glyphs', font.glyphs, (g) => {
    const row = doc.glyphs[g.id];
    return glif(g, (id) => names.get(id), { guidelines: guidelinesOf(row), image: images.of(row) });
  });
  const layers = colourLayers(font, doc);
  for (const { folder, colour, glyphs } of layers) {
    layer(folder, glyphs, (g) => glif(g, () => undefined));
    put(`${folder}/layerinfo.plist`, { color: colour });
  }
  const { groups, kerning } = groupsAndKerning(font);
  put('metainfo.plist', { creator: 'Orthoglyph', formatVersion: 3 });
  put('fontinfo.plist', fontInfo(font, projectOf(doc).ownLines));
  put('layercontents.plist', [['public.default', 'glyphs'], ...layers.map((l) => [l.name, l.folder])]);
  put('lib.plist', { 'public.glyphOrder': font.glyphs.map((g) => g.name) });
  // By name: the order in which rows were stored must not show in files that people compare.
  put('groups.plist', byKey(groups));
  put('kerning.plist', byKey(Object.fromEntries(Object.entries(kerning).map(([k, v]) => [k, byKey(v)]))));
  const features = featureText(fontGlyphs(font.glyphs), font.layout);
  if (features !== '') files.set('features.fea', features);
  return files;
}

/** Drawings that letters are kept as, as files of the font (UFO 3, images). */
class Images {
  private readonly fileName = glyphFileNames();

  constructor(
    private readonly files: Map<string, string | Uint8Array>,
    private readonly bytes: PictureBytes,
  ) {}

  /** A letter's own picture, put among the files; null without one. */
  of(row: GlyphRow | undefined): GlifImage | null {
    const own = row && ownPicture(row);
    const png = own && this.bytes(own.pictureId);
    if (!row || !png) return null;
    const fileName = `${this.fileName(row.name)}.png`;
    this.files.set(`images/${fileName}`, png);
    // From rows that are counted upwards to rows from the top.
    const upright = compose(translation(0, own.heightPx), scaling(1, -1));
    return { fileName, map: compose(placeInFont(row), compose(own.map, upright)) };
  }
}

/** Bits of fsType that are set (UFO 3, fontinfo.plist, openTypeOS2Type). */
const EMBEDDING_BITS: Readonly<Record<Embedding, readonly number[]>> = {
  install: [],
  edit: [3],
  view: [2],
  never: [1],
};

/** Names in further languages (UFO 3, fontinfo.plist, openTypeNameRecords). */
const nameRecords = ({ casting, style }: FontData): Plist[] =>
  [...namesInLanguages(casting, style.name)].flatMap(([languageID, names]) =>
    [...names].flatMap(([nameID, string]) =>
      string === '' ? [] : [{ nameID, platformID: 3, encodingID: 1, languageID, string }],
    ),
  );

function fontInfo(font: FontData, ownLines: readonly GuideRow[]): Plist {
  const { casting, style, lines, unitsPerEm } = font;
  const { ascent, descent, gap, clip } = verticalMetrics(font);
  const [major, minor] = versionOf(casting.version).split('.').map(Number) as [number, number];
  const info: Record<string, Plist> = {
    familyName: casting.family,
    styleName: style.name,
    versionMajor: major,
    versionMinor: minor,
    unitsPerEm,
    ascender: Math.round(lines.ascender),
    descender: Math.round(lines.descender),
    xHeight: Math.round(lines.xHeight),
    capHeight: Math.round(lines.capHeight),
    postscriptFontName: postScriptName(casting.family, style.name),
    openTypeOS2WeightClass: style.weightClass,
    openTypeHheaAscender: ascent,
    openTypeHheaDescender: -descent,
    openTypeHheaLineGap: gap,
    openTypeOS2TypoAscender: ascent,
    openTypeOS2TypoDescender: -descent,
    openTypeOS2TypoLineGap: gap,
    openTypeOS2WinAscent: clip.up,
    openTypeOS2WinDescent: clip.down,
    openTypeOS2Type: EMBEDDING_BITS[casting.embedding],
  };
  const texts: Record<string, string> = {
    copyright: casting.copyright,
    openTypeNameDesigner: casting.designer,
    openTypeNameDesignerURL: casting.designerUrl,
    openTypeNameLicense: casting.licence,
    openTypeNameLicenseURL: casting.licenceUrl,
  };
  for (const [key, text] of Object.entries(texts)) if (text !== '') info[key] = text;
  if (ownLines.length > 0) info['guidelines'] = ownLines.map((g): Plist => ({ ...guidelineOf(g, 0) }));
  const records = nameRecords(font);
  if (records.length > 0) info['openTypeNameRecords'] = records;
  return info;
}

/** An own line, moved along with the letter that it belongs to. */
const guidelineOf = ({ name, x, y, deg }: GuideRow, dx: number): Guideline => ({
  name,
  x: Math.round(x + dx),
  y: Math.round(y),
  // From 0 to 360 (UFO 3, guideline).
  angle: (deg + 360) % 360,
});

const guidelinesOf = (row: GlyphRow | undefined): Guideline[] =>
  row ? row.guides.map((g) => guidelineOf(g, placeInFont(row).e)) : [];

const byKey = <T>(dict: Readonly<Record<string, T>>): Record<string, T> =>
  Object.fromEntries(Object.entries(dict).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)));

/** Groups by the sides they are kerned on ("public.kern1" = first glyph), and values by glyph or group. */
function groupsAndKerning({ glyphs, kerning }: FontData): {
  groups: Record<string, Plist>;
  kerning: Record<string, Record<string, number>>;
} {
  const names = (indices: readonly number[]) => indices.map((i) => glyphs[i]!.name);
  const called = (side: 1 | 2, members: readonly number[], i: number) =>
    `public.kern${side}.${glyphs[members[0] ?? -1]?.name ?? i}`;
  const sides = { left: kerning.groups.left, right: kerning.groups.right };
  const groups: Record<string, Plist> = {};
  sides.left.forEach((g, i) => (groups[called(1, g, i)] = names(g)));
  sides.right.forEach((g, i) => (groups[called(2, g, i)] = names(g)));
  const values: Record<string, Record<string, number>> = {};
  const put = (first: string, second: string, value: number) => ((values[first] ??= {})[second] = value);
  sides.left.forEach((a, i) =>
    sides.right.forEach((b, j) => {
      const value = kerning.groups.values[i]![j]!;
      if (value !== 0) put(called(1, a, i), called(2, b, j), value);
    }),
  );
  for (const p of kerning.pairs) put(glyphs[p.left]!.name, glyphs[p.right]!.name, p.value);
  return { groups, kerning: values };
}
