// Unified Font Object 3 (unifiedfontobject.org): a folder of property lists and glyphs, as other programs for drawing fonts keep them.
import { strFromU8 } from 'fflate';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { contoursBox } from '../../../foundations/geometry/measure';
import { fail, ok, problem, type Problem, type Result } from '../../../foundations/problems/problem';
import { idFor } from '../../../project/document/identity';
import { blankGlyph, castingOf, newProject, NOTDEF, projectOf } from '../../../project/document/newProject';
import type { Embedding } from '../../../project/document/rows/casting';
import type { Doc, GlyphRow, ProjectRow, StyleRow } from '../../../project/document/schema';
import { reservedNames, type FontLicence } from '../licence';
import type { FontSeen } from '../lookAtFont';
import type { OpenAs, OpenedFont } from '../openFont';
import { kerningRows } from './kerningRows';
import { isDict, readPlist, type Plist, type PlistDict } from './plist';
import { settingRows } from '../settingRows';
import { zippedSources, type UfoFiles } from './ufoSources';
import { textOfUfo, type UfoText } from './ufoText';
import { guideOf, readGlif, type ReadGlif } from './readGlif';

/** A UFO that was read: its facts and its glyphs by name, in its own order. */
export interface ReadUfo {
  /** All that it is made of; none for what only looks like one. */
  readonly files: UfoFiles;
  readonly info: PlistDict;
  readonly glyphs: ReadonlyMap<string, ReadGlif>;
  readonly groups: PlistDict;
  readonly kerning: PlistDict;
  readonly licence: FontLicence;
  readonly leftOut: readonly string[];
  /** What its features text says; null without one, or with one that can't be read. */
  readonly text: UfoText;
  readonly problems: readonly Problem[];
}

const NOTHING: PlistDict = {};

/** Reads a UFO. Glyphs that can't be read are told and left out; fails without its own facts or any glyph. */
export function readUfo(files: UfoFiles): Result<ReadUfo> {
  const dict = (path: string): Result<PlistDict> => {
    const bytes = files.get(path);
    if (!bytes) return ok(NOTHING);
    const read = readPlist(strFromU8(bytes), path);
    return read.ok && !isDict(read.value) ? ok(NOTHING) : (read as Result<PlistDict>);
  };
  const [meta, info, groups, kerning, contents, lib] = [
    'metainfo.plist', 'fontinfo.plist', 'groups.plist', 'kerning.plist', 'glyphs/contents.plist', 'lib.plist',
  ].map(dict) as [Result<PlistDict>, Result<PlistDict>, Result<PlistDict>, Result<PlistDict>, Result<PlistDict>, Result<PlistDict>];
  for (const read of [meta, info, groups, kerning, contents]) if (!read.ok) return read;
  if (!meta.ok || !info.ok || !groups.ok || !kerning.ok || !contents.ok) return fail({ code: 'font-unreadable', reason: 'it is no UFO' });
  const version = Number(meta.value['formatVersion']);
  if (version !== 2 && version !== 3)
    return fail({ code: 'font-unreadable', reason: `it is a UFO of version ${String(meta.value['formatVersion'] ?? 'unknown')}; 2 and 3 can be read` });
  const { glyphs, problems } = glyphsOf(files, contents.value, orderOf(lib));
  if (glyphs.size === 0) return fail({ code: 'font-unreadable', reason: 'none of its glyphs can be read' });
  const text = textOfUfo({ files, glyphs, kerning: kerning.value, info: info.value });
  return ok({ files, info: info.value, glyphs, groups: groups.value, kerning: kerning.value, licence: licenceOf(info.value), leftOut: [...leftOutOf(files), ...text.leftOut], text, problems });
} // prettier-ignore

function orderOf(lib: Result<PlistDict>): readonly string[] {
  const order = lib.ok ? lib.value['public.glyphOrder'] : undefined;
  return Array.isArray(order)
    ? (order as readonly Plist[]).flatMap((n) => (typeof n === 'string' ? [n] : []))
    : [];
}

function glyphsOf(files: UfoFiles, contents: PlistDict, order: readonly string[]) {
  const glyphs = new Map<string, ReadGlif>();
  const problems: Problem[] = [];
  for (const name of new Set([...order, ...Object.keys(contents)])) {
    const file = contents[name];
    if (typeof file !== 'string') continue;
    const path = `glyphs/${file}`;
    const bytes = files.get(path);
    const read = bytes
      ? readGlif(strFromU8(bytes), path)
      : fail({ code: 'font-unreadable', reason: `${path} is missing` });
    if (read.ok) glyphs.set(name, read.value);
    else
      problems.push(
        ...read.problems.map((p) => ({ ...p, severity: 'warning' as const, place: { glyph: name } })),
      );
  }
  return { glyphs, problems };
}

const text = (info: PlistDict, key: string): string => {
  const v = info[key];
  return typeof v === 'string' ? v.trim() : '';
};
const amount = (info: PlistDict, key: string): number | null => {
  const v = info[key];
  return typeof v === 'number' && Number.isFinite(v) ? v : null;
};

/** Bits of fsType that are set (UFO 3, fontinfo.plist, openTypeOS2Type): of several the least restrictive counts. */
function embeddingOf(info: PlistDict): Embedding {
  const bits = info['openTypeOS2Type'];
  const has = (bit: number) => Array.isArray(bits) && (bits as readonly Plist[]).includes(bit);
  if (has(3)) return 'edit';
  if (has(2)) return 'view';
  return has(1) ? 'never' : 'install';
}

function licenceOf(info: PlistDict): FontLicence {
  const [copyright, licence] = [text(info, 'copyright'), text(info, 'openTypeNameLicense')];
  return {
    family: text(info, 'familyName'),
    copyright,
    licence,
    licenceUrl: text(info, 'openTypeNameLicenseURL'),
    embedding: embeddingOf(info),
    reserved: [...new Set([...reservedNames(copyright), ...reservedNames(licence)])],
  };
}

/** What isn't taken along, in plain words. */
function leftOutOf(files: UfoFiles): string[] {
  const paths = [...files.keys()];
  const some = (test: RegExp) => paths.some((p) => test.test(p));
  return [
    ...(some(/^glyphs\.[^/]+\//) ? ['layers besides the first, but for a UFO that is cast'] : []),
    ...(some(/^images\//) ? ['images, but for a UFO that is cast'] : []),
    ...(some(/^data\//) ? ['data of other programs, but for a UFO that is cast'] : []),
  ];
}

export const lookAtUfo = (ufo: ReadUfo): FontSeen => ({
  licence: ufo.licence,
  glyphs: ufo.glyphs.size,
  version: `${amount(ufo.info, 'versionMajor') ?? 1}.${String(amount(ufo.info, 'versionMinor') ?? 0).padStart(3, '0')}`,
  leftOut: ufo.leftOut,
  style: text(ufo.info, 'styleName') || 'Regular',
  places: [],
});

/** Kerning, groups and rules: those of files of their own, and what the features text says besides. */
function withText(
  ufo: ReadUfo,
  naming: { readonly projectId: string; readonly styleId: string; readonly idOf: (name: string) => string },
  own: Pick<Doc, 'kerning' | 'groups'>,
): Pick<Doc, 'kerning' | 'groups' | 'features'> {
  const { setting, names } = ufo.text;
  if (!setting) return { ...own, features: {} };
  const idOf = (glyph: number) => naming.idOf(names[glyph] ?? '');
  const made = settingRows({ ...naming, idOf, ids: new Set(names.map(naming.idOf)) }, setting(idOf));
  return Object.keys(own.kerning).length > 0 ? { ...own, features: made.features } : made;
}

/** A UFO as a project of its own: outlines with letters of parts as such, characters, names, metrics, kerning, groups, anchors, guidelines. */
export function openUfo(ufo: ReadUfo, { id, family, nowMs }: OpenAs): OpenedFont {
  const sources = zippedSources(ufo.files);
  const base = newProject(id, family.trim() || ufo.licence.family || 'Untitled', nowMs);
  const idOf = (name: string) => idFor(id, 'glyphs', name);
  const said = ufo.text.setting?.(String).anchors ?? [];
  const rows = [...ufo.glyphs].map(([name, glif], i) => {
    const anchors = said.flatMap((a) => (a.glyph === i ? [{ name: a.name, x: a.at.x, y: a.at.y }] : []));
    return withAnchors(glyphRow(ufo, name, glif, idOf), anchors);
  });
  const standing = Object.values(base.glyphs).filter(
    (g) => !rows.some((r) => r.name === g.name || r.codePoints.some((cp) => g.codePoints.includes(cp))),
  );
  const naming = { projectId: id, styleId: projectOf(base).styleId, idOf };
  const setting = withText(ufo, naming, kerningRows(ufo, naming));
  const doc: Doc = {
    ...base,
    project: { [id]: projectRow(ufo, projectOf(base), rows) },
    glyphs: Object.fromEntries([...standing, ...rows].map((g) => [g.id, g])),
    ...setting,
    styles: styleRows(ufo.info, base, sources?.id),
    casting: castingRows(ufo, base, family),
  };
  return {
    doc,
    problems: [...told(ufo), ...ufo.problems],
    files: new Map(sources ? [[sources.id, sources.zip]] : []),
  };
}

/** A glyph's own anchors, and those that the features text says. */
const withAnchors = (row: GlyphRow, said: GlyphRow['anchors']): GlyphRow => {
  const own = new Set(row.anchors.map((a) => a.name));
  return said.length === 0
    ? row
    : { ...row, anchors: [...row.anchors, ...said.filter((a) => !own.has(a.name))] };
};

/** Parts of parts go no deeper. */
const DEEPEST = 8;

/** A glyph's outline with those of its parts where they lie, each named as its part's. */
function outlineOf(ufo: ReadUfo, glif: ReadGlif, partId: (k: number) => string, depth = 0): Contour[] {
  const parts = glif.parts.flatMap(({ base, transform }, k) => {
    const part = ufo.glyphs.get(base);
    const drawn = part && depth < DEEPEST ? outlineOf(ufo, part, () => '', depth + 1) : [];
    const of = partId(k);
    return transformContours(drawn, transform).map(({ of: _, ...c }) => (of === '' ? c : { ...c, of }));
  });
  return [...glif.contours, ...parts];
}

function glyphRow(ufo: ReadUfo, name: string, glif: ReadGlif, idOf: (name: string) => string): GlyphRow {
  const partId = (k: number) => `${idOf(name)} ${k}`;
  const contours = outlineOf(ufo, glif, partId);
  const box = contoursBox(contours);
  const half = Math.floor(glif.advance / 2);
  return {
    ...blankGlyph(idOf(name), name, [...glif.codePoints]),
    contours,
    components: glif.parts.flatMap(({ base, transform }, k) =>
      ufo.glyphs.has(base) ? [{ id: partId(k), glyphId: idOf(base), transform, mark: null }] : [],
    ),
    anchors: glif.anchors.map((a) => ({ ...a })),
    guides: glif.guides.map((g, k) => ({ id: `${idOf(name)} guide ${k}`, ...g })),
    bearings: box
      ? { left: box.xMin, right: glif.advance - box.xMax }
      : { left: half, right: glif.advance - half },
    spacing: 'hand',
    ...(box || name === NOTDEF ? {} : { blank: true as const }),
  };
}

/** More than this is no list that people go through. */
const MOST_OF_BILL = 5000;

function projectRow({ info, licence }: ReadUfo, base: ProjectRow, rows: readonly GlyphRow[]): ProjectRow {
  const unitsPerEm = Math.round(amount(info, 'unitsPerEm') ?? base.unitsPerEm);
  const line = (key: string, otherwise: number) =>
    amount(info, key) ?? Math.round((otherwise * unitsPerEm) / base.unitsPerEm);
  const shown = rows.flatMap((g) => g.codePoints).filter((cp) => cp > 0x20).sort((a, b) => a - b);
  const guides = info['guidelines'];
  const own = Array.isArray(guides) ? (guides as readonly Plist[]).filter(isDict) : [];
  return {
    ...base,
    unitsPerEm,
    lines: {
      xHeight: line('xHeight', base.lines.xHeight),
      capHeight: line('capHeight', base.lines.capHeight),
      ascender: line('ascender', base.lines.ascender),
      descender: line('descender', base.lines.descender),
    },
    ownLines: own.map((g, k) => ({ id: `line ${k}`, ...guideOf(amount(g, 'x') ?? 0, amount(g, 'y') ?? 0, amount(g, 'angle') ?? 0, text(g, 'name')) })),
    bill: String.fromCodePoint(...shown.slice(0, MOST_OF_BILL)),
    openedFrom: { family: licence.family, reserved: [...licence.reserved] },
  };
} // prettier-ignore

function styleRows(info: PlistDict, base: Doc, sources: string | undefined): Record<string, StyleRow> {
  const [style] = Object.values(base.styles);
  if (!style) return {};
  const name = text(info, 'styleName') || style.name;
  const weight = amount(info, 'openTypeOS2WeightClass') ?? style.weightClass;
  const italic = (amount(info, 'italicAngle') ?? 0) !== 0 || /italic/.test(text(info, 'styleMapStyleName'));
  return { [style.id]: { ...style, name, weightClass: Math.min(1000, Math.max(1, Math.round(weight))), italic, ...(sources === undefined ? {} : { sources }) } };
} // prettier-ignore

function castingRows({ info, licence }: ReadUfo, base: Doc, family: string): Doc['casting'] {
  const casting = castingOf(base);
  const [ascent, descent, gap] = ['Ascender', 'Descender', 'LineGap'].map((k) => amount(info, `openTypeHhea${k}`));
  const given = typeof ascent === 'number' && typeof descent === 'number';
  const row = {
    ...casting,
    family: family.trim(),
    designer: text(info, 'openTypeNameDesigner'),
    designerUrl: text(info, 'openTypeNameDesignerURL'),
    copyright: licence.copyright,
    licence: licence.licence,
    licenceUrl: licence.licenceUrl,
    embedding: licence.embedding,
    lineMetrics: given
      ? { ascent: Math.max(0, ascent), descent: Math.max(0, -descent), gap: Math.max(0, gap ?? 0) }
      : casting.lineMetrics,
  };
  return { [casting.id]: row };
} // prettier-ignore

function told({ licence, leftOut }: ReadUfo): Problem[] {
  const { family, embedding, reserved } = licence;
  const words = [licence.licence, licence.licenceUrl].filter((t) => t !== '').join(' ');
  const detail = { code: 'font-opened', family, embedding, licence: words, reserved } as const;
  return [
    problem(detail, 'warning'),
    ...(leftOut.length > 0 ? [problem({ code: 'font-left-out', what: leftOut }, 'warning')] : []),
  ];
}
