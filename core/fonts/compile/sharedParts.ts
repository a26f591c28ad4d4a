import { translation } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../foundations/geometry/measure';
import type { ComponentRow, Doc, GlyphRow } from '../../project/document/schema';
import type { FontGlyph, SharedPart } from '../features/fontGlyphs';
import { placeInFont } from './compileGlyph';

/** A letter put together of parts lies where it did, but for rounding: half a unit of the part and half of its place, on both sides. */
const ROUNDING_EM = 2;

const made = new WeakMap<GlyphRow, { plain: FontGlyph; parts: readonly FontGlyph[]; shared: FontGlyph }>();

/**
 * Letters put together of others of the font become those letters moved by whole units, so that é has exactly the outline of e and
 * formats that know parts can say so. A letter stays a drawing of its own where parts overlap, are turned or scaled, aren't in the
 * font by themselves, or where something was drawn besides them.
 *
 * @param rows Rows of the font's glyphs, in the same order.
 */
export function withSharedParts(
  doc: Doc,
  rows: readonly GlyphRow[],
  glyphs: readonly FontGlyph[],
): FontGlyph[] {
  const plain = new Map(glyphs.map((g) => [g.id, g]));
  const done = new Map<string, FontGlyph>();
  const sharedOf = (row: GlyphRow): FontGlyph | null => {
    const known = done.get(row.id);
    if (known) return known;
    const own = plain.get(row.id);
    if (!own) return null;
    // A letter within itself would have no end: it is a plain drawing for whoever asks meanwhile.
    done.set(row.id, own);
    const result = madeOfParts(row, own, (id) => {
      const part = doc.glyphs[id];
      return part ? sharedOf(part) : null;
    }, doc); // prettier-ignore
    done.set(row.id, result);
    return result;
  };
  return rows.map((row, i) => sharedOf(row) ?? (glyphs[i] as FontGlyph));
}

function madeOfParts(
  row: GlyphRow,
  plain: FontGlyph,
  glyphOf: (id: string) => FontGlyph | null,
  doc: Doc,
): FontGlyph {
  const ids = new Set(row.components.map((c) => c.id));
  const allShared = row.contours.every((c) => c.of !== undefined && ids.has(c.of));
  if (row.components.length === 0 || !allShared || !row.components.every(isMoved)) return plain;
  const parts = row.components.flatMap((c) => glyphOf(c.glyphId) ?? []);
  if (parts.length < row.components.length || parts.some((p) => p.contours.length === 0)) return plain;
  const known = made.get(row);
  if (known?.plain === plain && parts.every((p, i) => p === known.parts[i])) return known.shared;
  const shared = movedTogether(row, plain, parts, doc);
  made.set(row, { plain, parts, shared });
  return shared;
}

const isMoved = ({ transform: t }: ComponentRow): boolean => t.a === 1 && t.b === 0 && t.c === 0 && t.d === 1;

/** The letter as its parts moved by whole units; as it was where that would be another outline. */
function movedTogether(row: GlyphRow, plain: FontGlyph, parts: readonly FontGlyph[], doc: Doc): FontGlyph {
  const here = placeInFont(row).e;
  const laid = row.components.flatMap((c, i) => {
    const [part, drawn] = [parts[i], doc.glyphs[c.glyphId]];
    if (!part || !drawn) return [];
    const dx = Math.round(c.transform.e + here - placeInFont(drawn).e);
    const dy = Math.round(c.transform.f);
    const pieces = part.parts.length > 0 ? part.parts : [{ id: part.id, dx: 0, dy: 0 }];
    return [{ contours: moved(part.contours, dx, dy), pieces: pieces.map((p) => ({ ...p, dx: p.dx + dx, dy: p.dy + dy })) }]; // prettier-ignore
  });
  const box = contoursBox(laid.flatMap((l) => l.contours));
  if (!box || !plain.box) return plain;
  // Where the mark reaches out furthest, its rounding must not move the letter's left bearing.
  const back = Math.round(plain.box.xMin - box.xMin);
  const contours = laid.flatMap((l) => moved(l.contours, back, 0));
  if (!alike(contours, plain.contours)) return plain;
  const right = plain.advance - Math.round(plain.box.xMax);
  return {
    ...plain,
    contours,
    box: contoursBox(contours),
    advance: Math.max(0, Math.round(box.xMax + back) + right),
    parts: laid.flatMap((l) => l.pieces.map((p): SharedPart => ({ ...p, dx: p.dx + back }))),
  };
}

const moved = (contours: readonly Contour[], dx: number, dy: number): readonly Contour[] =>
  dx === 0 && dy === 0 ? contours : transformContours(contours, translation(dx, dy));

/** Whether outlines are the same contours in some order, but for rounding. */
function alike(a: readonly Contour[], b: readonly Contour[]): boolean {
  const open = [...b];
  return (
    a.length === b.length &&
    a.every((c) => {
      const at = open.findIndex((o) => o.nodes.length === c.nodes.length && near(boxOf(c), boxOf(o)));
      return at >= 0 && open.splice(at, 1).length === 1;
    })
  );
}

const boxOf = (c: Contour): Box | null => contoursBox([c]);
const near = (a: Box | null, b: Box | null): boolean =>
  a !== null &&
  b !== null &&
  (['xMin', 'yMin', 'xMax', 'yMax'] as const).every((side) => Math.abs(a[side] - b[side]) <= ROUNDING_EM);
