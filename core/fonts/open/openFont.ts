import { nth } from '../../foundations/lists/nth';
import { transformContours } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { mergeOverlaps } from '../../outlines/boolean/pieces';
import type { Problem, Result } from '../../foundations/problems/problem';
import { idFor } from '../../project/document/identity';
import { blankGlyph, castingOf, newProject, NOTDEF, projectOf } from '../../project/document/newProject';
import { glyphsOfRule } from '../../project/document/rows/features';
import { showsNothing } from '../../project/document/queries/inFont';
import type { CastingRow, Doc, GlyphRow, ProjectRow, StyleRow } from '../../project/document/schema';
import { glyphNameOf } from '../../type/names/glyphNames';
import type { FontFile } from '../opentype/read/readFont';
import { nameOf } from '../opentype/read/readName';
import { readSetting, type ReadSetting } from './layoutRows';
import { coloursOf } from './colours/fontColours';
import { contoursOf } from './contoursOf';
import { instanceOf } from '../opentype/read/instance';
import { joinStyles } from './joinStyles';
import { settingRows } from './settingRows';
import { licenceOf, type FontLicence } from './licence';
import { placesOf, styleNameOf, told, whole } from './lookAtFont';

export interface OpenedFont {
  readonly doc: Doc;
  /** What the licence says, and what can't be taken along. */
  readonly problems: readonly Problem[];
  /** Files that the project names, by the hashes of their bytes: sources that it was opened from. */
  readonly files?: ReadonlyMap<string, Uint8Array>;
}

/** Name ids (OpenType 1.9.1, 'name', "Name IDs"). */
const ID = { designer: 9, designerUrl: 12 } as const;

/**
 * A font as a project of its own: outlines with letters of parts as such, characters, names, metrics, kerning, anchors and what its features say
 * in rules.
 *
 * @param family What the altered family is to be called; where it is empty, the check asks for it before casting.
 * @param nowMs Milliseconds since 1970.
 */
export const openFont = (font: FontFile, as: OpenAs): Result<OpenedFont> =>
  whole(() => {
    const places = placesOf(font);
    const chosen = (as.places ?? []).flatMap((i) => places[i] ?? []);
    if (chosen.length === 0) return { doc: opened(font, as), problems: told(font, places.length > 0) };
    const docs = chosen.map(({ name, at }, k) =>
      opened(instanceOf(font, at), { ...as, id: `${as.id} ${k}` }, name),
    );
    return { doc: joinStyles(docs, as.id), problems: told(font, false) };
  });

export interface OpenAs {
  readonly id: string;
  readonly family: string;
  readonly nowMs: number;
  /** Named places of a variable font to open as styles, by their numbers; none = its default alone. */
  readonly places?: readonly number[];
}

/** `style`: what its style is called, where that isn't what the font says. */
function opened(font: FontFile, { id, family, nowMs }: OpenAs, style?: string): Doc {
  const licence = licenceOf(font);
  const base = newProject(id, family.trim() || licence.family || 'Untitled', nowMs);
  const names = uniqueNames(font);
  // Rules name the same glyphs again and again: each id is made once.
  const ids = names.map((name) => idFor(id, 'glyphs', name));
  const idOf = (glyph: number) => nth(ids, glyph);
  const setting = readSetting(font, idOf);
  const glyphs = withoutFillings(font, glyphRows(font, names, idOf, setting), setting);
  // What stands in every project gives way to what the font has of it.
  const have = new Set(glyphs.flatMap((g) => g.codePoints));
  const standing = Object.values(base.glyphs).filter(
    (g) => !glyphs.some((o) => o.name === g.name) && !g.codePoints.some((cp) => have.has(cp)),
  );
  return {
    ...base,
    project: { [id]: projectRow(font, projectOf(base), licence, have) },
    glyphs: Object.fromEntries([...standing, ...glyphs].map((g) => [g.id, g])),
    ...settingRows(
      { projectId: id, styleId: projectOf(base).styleId, idOf, ids: new Set(glyphs.map((g) => g.id)) },
      setting,
    ),
    styles: styleRows(font, base, style),
    casting: {
      [castingOf(base).id]: { ...castingRow(font, castingOf(base), licence), family: family.trim() },
    },
  };
}

/** Glyphs that are there to be filled alone go: layers have their outlines. */
function withoutFillings(font: FontFile, rows: readonly GlyphRow[], { rules }: ReadSetting): GlyphRow[] {
  const { drawnWith, layers } = coloursOf(font);
  if (drawnWith.size === 0) return [...rows];
  const named = new Set([
    ...rules.flatMap(glyphsOfRule),
    ...rows.flatMap((g) => g.components.map((c) => c.glyphId)),
  ]);
  return rows.filter(
    (g, i) => i === 0 || !drawnWith.has(i) || layers.has(i) || g.codePoints.length > 0 || named.has(g.id),
  );
}

/** Names by the font's, where it has any; none twice and none empty. */
function uniqueNames(font: FontFile): string[] {
  const codes = new Map<number, number>();
  for (const [cp, glyph] of font.mapping) if (!codes.has(glyph)) codes.set(glyph, cp);
  const taken = new Set<string>();
  return font.contours.map((_, i) => {
    const cp = codes.get(i);
    const own = font.glyphNames[i] || (cp === undefined ? `glyph${i}` : glyphNameOf(cp));
    const wanted = i === 0 ? NOTDEF : own;
    let name = wanted;
    for (let k = 2; taken.has(name); k++) name = `${wanted}.${k}`;
    taken.add(name);
    return name;
  });
}

function glyphRows(
  font: FontFile,
  names: readonly string[],
  idOf: (glyph: number) => string,
  { anchors }: ReadSetting,
): GlyphRow[] {
  const { layers } = coloursOf(font);
  const codes = new Map<number, number[]>();
  for (const [cp, glyph] of font.mapping) codes.set(glyph, [...(codes.get(glyph) ?? []), cp]);
  const at = new Map<number, GlyphRow['anchors']>();
  for (const a of anchors) at.set(a.glyph, [...(at.get(a.glyph) ?? []), { name: a.name, x: a.at.x, y: a.at.y }]);
  return names.map((name, i): GlyphRow => {
    const parts = componentsOf(font, i, idOf);
    const drawn = parts ? parts.contours : contoursOf(font, i);
    const painted = layers.get(i) ?? [];
    // A letter that is only its colours has the outline of all of them.
    const contours = drawn.length === 0 ? mergeOverlaps(painted.flatMap((l) => l.contours)) : drawn;
    const box = contoursBox(contours);
    const advance = nth(font.metrics, i).advance;
    const half = Math.floor(advance / 2);
    return {
      ...blankGlyph(idOf(i), name, (codes.get(i) ?? []).sort((a, b) => a - b)),
      contours,
      layers: painted,
      components: parts?.components ?? [],
      anchors: at.get(i) ?? [],
      bearings: box ? { left: box.xMin, right: advance - box.xMax } : { left: half, right: advance - half },
      spacing: 'hand',
      ...(box || i === 0 ? {} : { blank: true as const }),
    };
  });
} // prettier-ignore

/** The parts of a composite glyph with their outlines where they lie; null for a drawing of its own. */
function componentsOf(
  font: FontFile,
  glyph: number,
  idOf: (glyph: number) => string,
): Pick<GlyphRow, 'components' | 'contours'> | null {
  const parts = font.glyf[glyph]?.parts ?? [];
  if (parts.length === 0) return null;
  const laid = parts.map((p, k) => ({
    row: { id: `${idOf(glyph)} ${k}`, glyphId: idOf(p.glyph), transform: p.transform, mark: null },
    contours: transformContours(contoursOf(font, p.glyph), p.transform),
  }));
  return {
    components: laid.map((l) => l.row),
    contours: laid.flatMap((l) => l.contours.map((c) => ({ ...c, of: l.row.id }))),
  };
}

/** Top or bottom of a letter's ink, em units; null when it isn't there. */
function reach(font: FontFile, char: string, side: 'yMin' | 'yMax'): number | null {
  const glyph = font.mapping.get(char.codePointAt(0) ?? -1);
  const box = glyph === undefined ? null : contoursBox(nth(font.contours, glyph));
  return box ? Math.round(box[side]) : null;
}

/** Least and most that a line may be of its em (projectRow). */
const LINE = { least: 0.5, most: 4 } as const;

function projectRow(
  font: FontFile,
  base: ProjectRow,
  licence: FontLicence,
  codePoints: ReadonlySet<number>,
): ProjectRow {
  const { unitsPerEm } = font.head;
  const { os2, hhea } = font;
  const line = (hhea.ascender - hhea.descender + hhea.lineGap) / unitsPerEm;
  const shown = [...codePoints].filter((cp) => !showsNothing(cp)).sort((a, b) => a - b);
  return {
    ...base,
    unitsPerEm,
    lines: {
      xHeight: reach(font, 'x', 'yMax') ?? (os2.sxHeight || Math.round(unitsPerEm / 2)),
      capHeight: reach(font, 'H', 'yMax') ?? (os2.sCapHeight || Math.round(0.7 * unitsPerEm)),
      ascender: reach(font, 'd', 'yMax') ?? os2.sTypoAscender,
      descender: reach(font, 'p', 'yMin') ?? os2.sTypoDescender,
    },
    lineSpacing: Math.min(LINE.most, Math.max(LINE.least, line || base.lineSpacing)),
    palettes: [...coloursOf(font).palettes],
    runningText: ownText(base.runningText, codePoints),
    bill: String.fromCodePoint(...shown.slice(0, MOST_OF_BILL)),
    openedFrom: { family: licence.family, reserved: [...licence.reserved] },
  };
} // prettier-ignore

/** How much of a text a font has to have to be shown by it, and how many of its own letters are shown otherwise, in words of so many. */
const SHOWN = { share: 0.5, letters: 60, word: 6 } as const;

/** A text to begin with: the usual one, or letters of a font of other scripts. */
function ownText(usual: string, codePoints: ReadonlySet<number>): string {
  const chars = [...usual];
  const has = chars.filter((c) => codePoints.has(c.codePointAt(0) ?? 0)).length;
  if (has >= SHOWN.share * chars.length) return usual;
  const letters = [...codePoints].sort((a, b) => a - b).map((cp) => String.fromCodePoint(cp)).filter((c) => /\p{L}/u.test(c)).slice(0, SHOWN.letters);
  return letters.map((c, i) => (i > 0 && i % SHOWN.word === 0 ? ` ${c}` : c)).join('') || usual;
} // prettier-ignore

/** More than this is no list that people go through. */
const MOST_OF_BILL = 5000;

function styleRows(font: FontFile, base: Doc, called?: string): Record<string, StyleRow> {
  const style = nth(Object.values(base.styles), 0);
  const name = called ?? styleNameOf(font);
  const italic = (font.os2.fsSelection & 1) !== 0;
  const weightClass = Math.min(1000, Math.max(1, font.os2.usWeightClass));
  return { [style.id]: { ...style, name: name.trim() || style.name, weightClass, italic } };
}

/** Names that the licence wants kept; no trademark, and no family: that is asked for. */
function castingRow(font: FontFile, base: CastingRow, licence: FontLicence): CastingRow {
  const { ascender, descender, lineGap } = font.hhea;
  const told = (id: number) => nameOf(font.names, id)?.trim() ?? '';
  const metric = (v: number) => Math.max(0, Math.round(v));
  return {
    ...base,
    designer: told(ID.designer),
    designerUrl: told(ID.designerUrl),
    copyright: licence.copyright,
    licence: licence.licence,
    licenceUrl: licence.licenceUrl,
    embedding: licence.embedding,
    lineMetrics: { ascent: metric(ascender), descent: metric(-descender), gap: metric(lineGap) },
  };
}
