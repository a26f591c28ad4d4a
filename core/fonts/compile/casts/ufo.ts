// Unified Font Object 3 (unifiedfontobject.org, version 3): metainfo, fontinfo, groups, kerning, lib, GLIF 2.
import { glyphFileNames } from '../../../type/names/fileNames';
import { segmentAt, type Contour } from '../../../foundations/geometry/contour';
import { featureText } from '../../features/featureText';
import { fontGlyphs, type FontGlyph } from '../../features/fontGlyphs';
import type { Embedding } from '../../../project/document/rows/casting';
import type { FontData } from '../fontData';
import { namesInLanguages, postScriptName, versionOf } from '../fontNames';
import { verticalMetrics } from '../lineMetrics';
import { escapeXml } from '../../../readers/svg/xmlText';

type Plist = string | number | boolean | readonly Plist[] | { readonly [key: string]: Plist };

function plistValue(v: Plist): string {
  if (typeof v === 'string') return `<string>${escapeXml(v)}</string>`;
  if (typeof v === 'boolean') return v ? '<true/>' : '<false/>';
  if (typeof v === 'number')
    return Number.isInteger(v) ? `<integer>${v}</integer>` : `<real>${Number(v.toFixed(6))}</real>`;
  if (Array.isArray(v)) return `<array>${(v as readonly Plist[]).map(plistValue).join('')}</array>`;
  return `<dict>${Object.entries(v)
    .map(([key, value]) => `<key>${escapeXml(key)}</key>${plistValue(value)}`)
    .join('\n')}</dict>`;
}
const plist = (v: Plist): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE plist PUBLIC "-//Apple//DTD PLIST 1.0//EN" "http://www.apple.com/DTDs/PropertyList-1.0.dtd">\n` +
  `<plist version="1.0">${plistValue(v)}</plist>\n`;

/** Files of a font to be worked on by other programs, by their paths within its folder: outlines, names, lines, groups, kerning, anchors. */
export function ufoFiles(font: FontData): Map<string, string> {
  const fileName = glyphFileNames();
  const files = new Map<string, string>();
  const contents: Record<string, string> = {};
  const names = new Map(font.glyphs.map((g) => [g.id, g.name]));
  for (const glyph of font.glyphs) {
    const name = `${fileName(glyph.name)}.glif`;
    contents[glyph.name] = name;
    files.set(
      `glyphs/${name}`,
      glif(glyph, (id) => names.get(id)),
    );
  }
  const { groups, kerning } = groupsAndKerning(font);
  const add = (path: string, value: Plist) => files.set(path, plist(value));
  add('metainfo.plist', { creator: 'Orthoglyph', formatVersion: 3 });
  add('fontinfo.plist', fontInfo(font));
  add('layercontents.plist', [['public.default', 'glyphs']]);
  add('glyphs/contents.plist', contents);
  add('lib.plist', { 'public.glyphOrder': font.glyphs.map((g) => g.name) });
  add('groups.plist', groups);
  add('kerning.plist', kerning);
  const features = featureText(fontGlyphs(font.glyphs), font.layout);
  if (features !== '') files.set('features.fea', features);
  return files;
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

function fontInfo(font: FontData): Plist {
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
  const records = nameRecords(font);
  if (records.length > 0) info['openTypeNameRecords'] = records;
  return info;
}

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

/** A glyph as GLIF 2: letters of parts as components, where the font has the parts. */
function glif(glyph: FontGlyph, nameOf: (id: string) => string | undefined): string {
  const { name, advance, codePoints, anchors, contours, parts } = glyph;
  const components = parts.flatMap(({ id, dx, dy }) => {
    const base = nameOf(id);
    return base === undefined
      ? []
      : [`<component base="${escapeXml(base)}"${offset('x', dx)}${offset('y', dy)}/>\n`];
  });
  const whole = parts.length > 0 && components.length === parts.length;
  const hex = (cp: number) => cp.toString(16).toUpperCase().padStart(4, '0');
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<glyph name="${escapeXml(name)}" format="2">\n<advance width="${advance}"/>\n` +
    codePoints.map((cp) => `<unicode hex="${hex(cp)}"/>\n`).join('') +
    anchors.map((a) => `<anchor x="${a.x}" y="${a.y}" name="${escapeXml(a.name)}"/>\n`).join('') +
    `<outline>\n${(whole ? components : contours.map(glifContour)).join('')}</outline>\n</glyph>\n`
  );
}

const offset = (axis: 'x' | 'y', v: number): string => (v === 0 ? '' : ` ${axis}Offset="${v}"`);

/** Points of a closed contour: each on-curve one after the handles of the curve that ends in it. */
function glifContour(c: Contour): string {
  const point = (p: { x: number; y: number }, type = '', smooth = false) =>
    `<point x="${p.x}" y="${p.y}"${type && ` type="${type}"`}${smooth ? ' smooth="yes"' : ''}/>\n`;
  const points = c.nodes.map((node, i) => {
    const before = c.nodes[(i + c.nodes.length - 1) % c.nodes.length]!;
    const smooth = node.kind !== 'corner';
    if (before.out === null && node.in === null) return point(node, 'line', smooth);
    const { p1, p2 } = segmentAt(c, (i + c.nodes.length - 1) % c.nodes.length);
    return point(p1) + point(p2) + point(node, 'curve', smooth);
  });
  return `<contour>\n${points.join('')}</contour>\n`;
}
