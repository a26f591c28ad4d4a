// SVG 1.1 (W3C Recommendation), chapter 20 "Fonts".
import { strFromU8 } from 'fflate';
import { describeProblem } from '../../foundations/problems/describe';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { penOutline, type PenShape } from '../../outlines/dress/grow';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { pathContours } from '../../readers/svg/read/shapes';
import { readXml, type XmlElement } from '../../readers/svg/read/xmlTree';
import { glyphNameOf } from '../../type/names/glyphNames';
import type { OpenAs, OpenedFont } from './openFont';
import { openUfo, type ReadUfo } from './ufo/openUfo';
import type { Plist } from './ufo/plist';
import type { ReadGlif } from './ufo/readGlif';

const FONT = /<font[\s>][\s\S]*?<\/font>/g;
const DRAWN = /<(path|text|rect|circle|ellipse|polygon|polyline|line|use|image)[\s>]/;

/** Whether an SVG is a font and nothing else: drawings may bring the font along that their text is set in. */
export const looksLikeSvgFont = (text: string): boolean =>
  /<svg[\s>]/.test(text) && /<font[\s>]/.test(text) && !DRAWN.test(text.replace(FONT, ''));

export const isSvgFont = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x3c && looksLikeSvgFont(strFromU8(bytes, true));

/** All elements of a name, wherever they stand. */
const within = (e: XmlElement, name: string): XmlElement[] =>
  e.children.flatMap((c) => [...(c.name === name ? [c] : []), ...within(c, name)]);

const number = (e: XmlElement | undefined, name: string): number | null => {
  const v = e?.attributes[name] === undefined ? NaN : Number(e.attributes[name]);
  return Number.isFinite(v) ? v : null;
};

/** Reads an SVG font as what a UFO would say of it. Fails without a font or any glyph. */
export function readSvgFont(bytes: Uint8Array): Result<ReadUfo> {
  const read = readXml(strFromU8(bytes), (name) => name === 'metadata');
  const [font] = read.ok ? within(read.value, 'font') : [];
  if (!read.ok || !font) {
    const reason = read.ok ? 'there is no font in it' : read.problems.map(describeProblem).join(' ');
    return fail({ code: 'font-unreadable', reason });
  }
  const glyphs = glyphsOf(font);
  if (glyphs.size === 0) return fail({ code: 'font-unreadable', reason: 'it has no glyphs' });
  const [face] = within(font, 'font-face');
  const copyright = within(read.value, 'metadata')[0]?.text.trim() ?? '';
  const family = face?.attributes['font-family'] ?? font.attributes['id'] ?? '';
  const licence = { family, copyright, licence: '', licenceUrl: '', embedding: 'install' as const, reserved: [] };
  return ok({ info: infoOf(face, family, copyright), glyphs, ...kerningOf(font, glyphs), licence, files: new Map(),
    text: { names: [], setting: null, leftOut: [] }, leftOut: [], problems: [] });
} // prettier-ignore

function infoOf(face: XmlElement | undefined, family: string, copyright: string): ReadUfo['info'] {
  const numbers = {
    unitsPerEm: number(face, 'units-per-em') ?? 1000,
    ascender: number(face, 'ascent'),
    descender: number(face, 'descent'),
    openTypeHheaAscender: number(face, 'ascent'),
    openTypeHheaDescender: number(face, 'descent'),
    xHeight: number(face, 'x-height'),
    capHeight: number(face, 'cap-height'),
    openTypeOS2WeightClass: number(face, 'font-weight'),
    italicAngle: face?.attributes['font-style'] === 'italic' ? -12 : null,
  };
  const given = Object.entries(numbers).filter((e): e is [string, number] => e[1] !== null);
  return { ...Object.fromEntries<Plist>(given), familyName: family, copyright };
}

function glyphsOf(font: XmlElement): Map<string, ReadGlif> {
  const glyphs = new Map<string, ReadGlif>();
  const usual = number(font, 'horiz-adv-x') ?? 0;
  for (const e of font.children) {
    if (e.name !== 'glyph' && e.name !== 'missing-glyph') continue;
    const codePoints = [...(e.attributes['unicode'] ?? '')].map((c) => c.codePointAt(0) ?? 0);
    const named = codePoints.map(glyphNameOf).join('_');
    // What stands for several characters is known by them: its name makes it a ligature.
    const own = codePoints.length > 1 ? named : e.attributes['glyph-name'] || named;
    const wanted = e.name === 'missing-glyph' ? '.notdef' : own;
    if (wanted === '' || (codePoints.length > 1 && glyphs.has(wanted))) continue;
    let name = wanted;
    for (let k = 2; glyphs.has(name); k++) name = `${wanted}.${k}`;
    glyphs.set(name, {
      advance: number(e, 'horiz-adv-x') ?? usual,
      codePoints: codePoints.length === 1 ? codePoints : [],
      contours: pathContours(e.attributes['d'] ?? '', () => undefined),
      parts: [],
      anchors: [],
      guides: [],
    });
  }
  return glyphs;
}

/** Kerning by names and characters; what takes several on a side becomes groups. Single pairs come first, as they win there. */
function kerningOf(font: XmlElement, glyphs: ReadonlyMap<string, ReadGlif>): Pick<ReadUfo, 'groups' | 'kerning'> {
  const byCode = new Map([...glyphs].flatMap(([name, g]) => g.codePoints.map((cp) => [cp, name] as const)));
  const groups: Record<string, readonly string[]> = {};
  const kerning: Record<string, Record<string, number>> = {};
  const side = (e: XmlElement, k: 1 | 2): string | null => {
    const list = (name: string) => (e.attributes[name] ?? '').split(',').map((t) => t.trim()).filter((t) => t !== '');
    const named = list(`g${k}`).filter((n) => glyphs.has(n));
    const typed = list(`u${k}`).flatMap((c) => byCode.get(c.codePointAt(0) ?? 0) ?? []);
    const members = [...new Set([...named, ...typed])];
    if (members.length < 2) return members[0] ?? null;
    const group = `public.kern${k}.${members.join('.')}`;
    groups[group] = members;
    return group;
  };
  for (const e of within(font, 'hkern')) {
    const [first, second, k] = [side(e, 1), side(e, 2), number(e, 'k')];
    if (first === null || second === null || k === null) continue;
    const row = (kerning[first] ??= {});
    // SVG's numbers take away where OpenType's add; the first that fits is taken.
    row[second] ??= -k;
  }
  return { groups, kerning };
} // prettier-ignore

/** Thickness of the pen along the lines of a font of single strokes, as a share of the em. */
const PEN_SHARE = 0.06;

/** An SVG font as a project: as a UFO would be; letters of single strokes become skeletons with a pen along them. */
export function openSvgFont(font: ReadUfo, as: OpenAs): OpenedFont {
  const { doc, problems } = openUfo(font, as);
  const [project] = Object.values(doc.project);
  const pen: PenShape = { width: Math.round((project?.unitsPerEm ?? 1000) * PEN_SHARE), ends: 'round', joins: 'round' };
  const glyphs = Object.fromEntries(Object.values(doc.glyphs).map((g) => [g.id, inked(g, pen)]));
  return { doc: { ...doc, glyphs } satisfies Doc, problems };
} // prettier-ignore

function inked(glyph: GlyphRow, pen: PenShape): GlyphRow {
  const lines = glyph.contours;
  if (lines.length === 0 || lines.some((c) => c.closed)) return glyph;
  const contours = penOutline(lines, pen);
  return { ...glyph, contours, skeleton: { lines, pen: { ...pen, contrast: 1, angle: 0, thinned: 0 } } };
}
