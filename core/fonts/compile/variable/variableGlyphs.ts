import { nth } from '../../../foundations/lists/nth';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { problem, type Problem } from '../../../foundations/problems/problem';
import type { Vec } from '../../../foundations/geometry/vec';
import type { Doc, GlyphRow, StyleRow } from '../../../project/document/schema';
import type { FontGlyph } from '../../features/fontGlyphs';
import type { QuadContour } from '../../opentype/tables/glyf';
import { compileGlyph, placeInFont } from '../compileGlyph';
import { rowsInFont } from '../fontData';
import { agreeingOutlines } from './agreeingOutlines';
import { agreeingQuads } from './agreeingQuads';
import { ofVaryingParts, togetherInAll } from './variableParts';

/** A glyph in every style of an axis, in the order of the styles: as the style's own font has it, and as quadratics that agree. */
export interface VariableGlyph {
  readonly versions: readonly FontGlyph[];
  readonly outlines: readonly (readonly QuadContour[])[];
  /** Whether the styles agree; otherwise all versions are the default's. */
  readonly varies: boolean;
  /** Other glyphs of the font that it is put together of in every style; none where it is a drawing of its own. */
  readonly parts: readonly VariablePart[];
}

/** A part of a glyph: a glyph of the font by name, and where it lies in every style, em units. */
interface VariablePart {
  readonly name: string;
  readonly places: readonly Vec[];
}

/** Results by the default's row, with all rows that they were made of. */
const known = new WeakMap<
  GlyphRow,
  { readonly used: readonly GlyphRow[]; readonly made: VariableGlyph | string }
>();

/** The glyphs of a font that varies between styles, the default's first; what doesn't agree is told and stays as the default has it. */
export function variableGlyphs(
  doc: Doc,
  styles: readonly StyleRow[],
): { readonly glyphs: VariableGlyph[]; readonly problems: Problem[] } {
  const others = styles.slice(1);
  const rowsOf = styles.map((s) => rowsInFont(doc, s.id));
  const named = rowsOf.slice(1).map((rows) => new Map(rows.map((g) => [g.name, g])));
  const together = togetherInAll(doc, rowsOf);
  const problems: Problem[] = [];
  const drawn = new Map<string, VariableGlyph | string>();
  const drawnAs = (row: GlyphRow): VariableGlyph | string => {
    const rows = [row, ...named.flatMap((n) => n.get(row.name) ?? [])];
    const known = drawn.get(row.name) ?? (rows.length < styles.length ? 'missing' : inStyles(doc, rows));
    drawn.set(row.name, known);
    return known;
  };
  const byName = new Map(nth(rowsOf, 0).map((row) => [row.name, row]));
  const partNamed = (name: string) => {
    const row = byName.get(name);
    return row ? drawnAs(row) : 'missing';
  };
  const glyphs = nth(rowsOf, 0).map((row) => {
    const ofParts = together.get(row.name);
    const made = (ofParts && ofVaryingParts(ofParts, partNamed)) ?? drawnAs(row);
    if (typeof made !== 'string') return made;
    const lacking = others.find((_, i) => !nth(named, i).has(row.name));
    const detail = {
      code: 'glyph-differs',
      reason: made as 'missing',
      style: lacking?.name ?? null,
    } as const;
    problems.push(problem(detail, 'warning', { glyph: row.name }));
    return still(row, styles.length);
  });
  return { glyphs, problems };
}

function inStyles(doc: Doc, rows: readonly GlyphRow[]): VariableGlyph | string {
  const used = rows.flatMap((r) => withParts(doc, r));
  const before = known.get(nth(rows, 0));
  if (before && before.used.length === used.length && before.used.every((r, i) => r === used[i]))
    return before.made;
  const agreed = agreeingOutlines(doc, rows);
  const placed = (d: readonly Contour[], m: number) => transformContours(d, placeInFont(nth(rows, m)));
  const made =
    'reason' in agreed
      ? agreed.reason
      : {
          versions: rows.map(compileGlyph),
          outlines: agreeingQuads(agreed.drawings.map(placed)),
          varies: true,
          parts: [],
        };
  known.set(nth(rows, 0), { used, made });
  return made;
}

/** A letter's row and those of its parts, and of theirs: what its outline is made of. */
function withParts(doc: Doc, row: GlyphRow, depth = 0): GlyphRow[] {
  if (depth > DEEPEST) return [row];
  return [
    row,
    ...row.components.flatMap((c) => {
      const part = doc.glyphs[c.glyphId];
      return part ? withParts(doc, part, depth + 1) : [];
    }),
  ];
}

/** Parts of parts go no deeper. */
const DEEPEST = 8;

/** Letters that stay, by row: so that what is made of them is kept as well. */
const stills = new WeakMap<GlyphRow, VariableGlyph>();

function still(row: GlyphRow, count: number): VariableGlyph {
  const before = stills.get(row);
  if (before?.versions.length === count) return before;
  const glyph = compileGlyph(row);
  const [outline] = agreeingQuads([glyph.contours]);
  const each = <T>(of: T) => Array.from({ length: count }, () => of);
  const made = { versions: each(glyph), outlines: each(outline ?? []), varies: false, parts: [] };
  stills.set(row, made);
  return made;
}
