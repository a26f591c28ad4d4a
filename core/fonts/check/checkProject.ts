import { holdsName, isSameName } from '../../type/names/familyNames';
import { takenWeights } from '../../project/document/commands/family/castWeights';
import { checkSetting } from './checkSetting';
import { inStyle, stylesInOrder } from '../../project/document/queries/styles';
import { nth } from '../../foundations/lists/nth';
import { isMeantBlank } from '../../project/document/queries/inFont';
import { castingOf, projectOf } from '../../project/document/newProject';
import { advanceOf } from '../../project/document/queries/metrics';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { oddSize } from '../../type/seat/proportions';
import { finish, type Steps } from '../../foundations/steps';
import { problem, type Problem } from '../../foundations/problems/problem';

/** Coordinates a font file can hold (16 bits, signed). */
const COORDINATE_LIMIT = 32767;
/** Contours smaller than this are specks: a full stop of a light hand covers about 1500 square units. */
const SPECK_AREA_EM = 60;

/** Problems by glyph row: rows are immutable, so an edit of one glyph checks that one only. */
const known = new WeakMap<GlyphRow, readonly Problem[]>();

function checkGlyph(glyph: GlyphRow): readonly Problem[] {
  const found = known.get(glyph) ?? findProblems(glyph);
  known.set(glyph, found);
  return found;
}

function findProblems(glyph: GlyphRow): Problem[] {
  const out: Problem[] = [];
  const place = { glyph: glyph.name };
  const advance = Math.round(advanceOf(glyph));
  if (advance < 0) out.push(problem({ code: 'advance-negative', value: advance }, 'error', place));
  const box = contoursBox(glyph.contours);
  if (box) {
    const far = [box.xMin, box.yMin, box.xMax, box.yMax].find((v) => Math.abs(v) > COORDINATE_LIMIT);
    if (far !== undefined) {
      out.push(
        problem({ code: 'coordinate-out-of-range', value: far, limit: COORDINATE_LIMIT }, 'error', place),
      );
    }
  } else if (glyph.role === 'letter' && !isMeantBlank(glyph))
    out.push(problem({ code: 'glyph-empty' }, 'warning', place));
  glyph.contours.forEach((c, contour) => {
    if (!c.closed) out.push(problem({ code: 'contour-open' }, 'warning', { ...place, contour }));
    const area = Math.abs(contourArea(c));
    if (area < SPECK_AREA_EM) {
      out.push(problem({ code: 'contour-tiny', areaEm: area }, 'warning', { ...place, contour }));
    }
  });
  return out;
}

/** Letters and signs of a size that nobody would expect: told, since a drawing alone doesn't say how large it is meant. */
function checkSizes(doc: Doc, drawn: readonly GlyphRow[]): Problem[] {
  const { lines } = projectOf(doc);
  return drawn.flatMap((g) => {
    const char = String.fromCodePoint(g.codePoints[0]!);
    const box = contoursBox(g.contours);
    const times = box && oddSize(char, box.yMax - box.yMin, lines);
    return times === null ? [] : [problem({ code: 'size-odd', char, times }, 'warning', { glyph: g.name })];
  });
}

/** Drawings that came in without what wasn't understood of them, told until somebody says that they are right. */
function checkDrawings(doc: Doc, glyphs: readonly GlyphRow[]): Problem[] {
  return glyphs.flatMap((g) => {
    const piece = g.source && doc.pieces[g.source.pieceId];
    if (!piece || piece.unread.length === 0) return [];
    const file = piece.name ?? doc.sheets[piece.sheetId]?.name;
    const place = { glyph: g.name, ...(file === undefined ? {} : { file }) };
    return [problem({ code: 'svg-partly', what: piece.unread }, 'warning', place)];
  });
}

/** A character that two glyphs of one style have. */
function checkCodePoints(glyphs: readonly GlyphRow[]): Problem[] {
  const owners = new Map<string, Map<number, string>>();
  return glyphs.flatMap((g) => {
    const owner = owners.get(g.styleId) ?? new Map<number, string>();
    owners.set(g.styleId, owner);
    return g.codePoints.flatMap((codePoint) => {
      const other = owner.get(codePoint);
      if (other !== undefined)
        return [problem({ code: 'code-point-taken', codePoint, other }, 'error', { glyph: g.name })];
      owner.set(codePoint, g.name);
      return [];
    });
  });
}

/** A family made of another font: the names that its licence keeps, and its own, which belongs to somebody. */
function checkOrigin(doc: Doc): Problem[] {
  const { openedFrom } = projectOf(doc);
  const { family } = castingOf(doc);
  if (!openedFrom || family.trim() === '') return [];
  const place = { field: 'family' };
  const reserved = openedFrom.reserved.find((name) => holdsName(family, name));
  if (reserved !== undefined) return [problem({ code: 'name-reserved', name: reserved }, 'error', place)];
  const same = isSameName(family, openedFrom.family);
  return same ? [problem({ code: 'name-of-original', name: openedFrom.family }, 'warning', place)] : [];
}

/** The longest family name that all programs show whole (common practice; LOGFONT's 32 with its end mark). */
const FAMILY_LIMIT = 31;

/** Everything that stands in the way of good font files, worst first. */
export const checkProject = (doc: Doc): Problem[] => finish(checkingProject(doc));

/** The same, glyph by glyph. */
export function* checkingProject(doc: Doc): Steps<Problem[]> {
  const out = [...checkFamily(doc)];
  const styles = stylesInOrder(doc);
  const views = styles.map((s) => inStyle(doc, s.id));
  const some = views.some((v) => drawnLetters(v).length > 0);
  for (const [i, view] of views.entries()) {
    const style = nth(styles, i).name;
    const found = yield* checkingStyle(view, some);
    out.push(...(styles.length > 1 ? found.map((p) => ({ ...p, place: { style, ...p.place } })) : found));
  }
  const rank = { error: 0, warning: 1, note: 2 };
  return out.sort((a, b) => rank[a.severity] - rank[b.severity]);
}

/** What is wrong with what all styles share: names, and weights that are cast along. */
function checkFamily(doc: Doc): Problem[] {
  const out: Problem[] = [];
  const { family } = castingOf(doc);
  if (family.trim() === '') out.push(problem({ code: 'name-missing' }, 'error', { field: 'family' }));
  else if (family.length > FAMILY_LIMIT) {
    out.push(
      problem({ code: 'name-too-long', length: family.length, limit: FAMILY_LIMIT }, 'warning', {
        field: 'family',
      }),
    );
  }
  out.push(...checkOrigin(doc));
  for (const name of takenWeights(doc)) out.push(problem({ code: 'weight-taken', name }, 'error'));
  return out;
}

const drawnLetters = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter(
    (g) => g.codePoints.length > 0 && (g.contours.length > 0 || g.components.length > 0),
  );

/** What is wrong with a style, by its view. `some`: whether any style has letters; one without isn't cast beside it. */
function* checkingStyle(doc: Doc, some: boolean): Steps<Problem[]> {
  const glyphs = Object.values(doc.glyphs);
  for (const g of glyphs) {
    if (known.has(g)) continue;
    checkGlyph(g);
    yield;
  }
  const drawn = drawnLetters(doc);
  const out: Problem[] =
    drawn.length === 0 ? [problem({ code: 'no-glyphs' }, some ? 'warning' : 'error')] : [];
  out.push(...glyphs.flatMap(checkGlyph), ...checkCodePoints(glyphs), ...checkDrawings(doc, glyphs));
  out.push(...checkSizes(doc, drawn), ...checkSetting(doc));
  const have = new Set(drawn.flatMap((g) => g.codePoints));
  const missing = [...projectOf(doc).bill].filter((c) => !have.has(c.codePointAt(0)!)).join('');
  if (missing !== '') out.push(problem({ code: 'bill-missing', characters: missing }, 'note'));
  return out;
}
