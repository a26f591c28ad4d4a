import { nth } from '../../../foundations/lists/nth';
import type { Vec } from '../../../foundations/geometry/vec';
import type { Doc, GlyphRow } from '../../../project/document/schema';
import type { FontGlyph } from '../../features/fontGlyphs';
import type { QuadContour } from '../../opentype/tables/glyf';
import { compileGlyph } from '../compileGlyph';
import { withSharedParts } from '../sharedParts';
import type { VariableGlyph } from './variableGlyphs';

/** A glyph that is put together of others of the font in every style of an axis. */
interface Together {
  /** As each style's own font has it. */
  readonly versions: readonly FontGlyph[];
  /** Names of its parts, the same in all. */
  readonly names: readonly string[];
}

/** Glyphs that are put together of glyphs of the same names in every style, by name. `rowsOf`: the glyphs of each style's font. */
export function togetherInAll(
  doc: Doc,
  rowsOf: readonly (readonly GlyphRow[])[],
): ReadonlyMap<string, Together> {
  const named = rowsOf.map(
    (rows) => new Map(withSharedParts(doc, rows, rows.map(compileGlyph)).map((g) => [g.name, g])),
  );
  const namesOf = (g: FontGlyph) => g.parts.flatMap((p) => doc.glyphs[p.id]?.name ?? []);
  const all = new Map<string, Together>();
  for (const [name, main] of nth(named, 0)) {
    const versions = named.flatMap((n) => n.get(name) ?? []);
    const names = namesOf(main);
    const alike = versions.every((v) => JSON.stringify(namesOf(v)) === JSON.stringify(names));
    if (names.length > 0 && alike && versions.length === named.length) all.set(name, { versions, names });
  }
  return all;
}

/** Glyphs of parts by the default's, with all that they were made of: what didn't change is the same again. */
const known = new WeakMap<FontGlyph, { readonly of: readonly object[]; readonly made: VariableGlyph }>();

/** A glyph as its parts, where all of them vary; undefined where one doesn't. */
export function ofVaryingParts(
  { versions, names }: Together,
  partNamed: (name: string) => VariableGlyph | string,
): VariableGlyph | undefined {
  const drawn = names.map(partNamed).flatMap((p) => (typeof p === 'string' || !p.varies ? [] : [p]));
  if (drawn.length < names.length) return undefined;
  const of = [...versions, ...drawn];
  const before = known.get(nth(versions, 0));
  if (before?.of.length === of.length && before.of.every((o, i) => o === of[i])) return before.made;
  const places = names.map((_, k) =>
    versions.map((v): Vec => ({ x: nth(v.parts, k).dx, y: nth(v.parts, k).dy })),
  );
  const made = {
    versions,
    outlines: versions.map((_, m) =>
      drawn.flatMap((part, k) => moved(nth(part.outlines, m), nth(nth(places, k), m))),
    ),
    varies: true,
    parts: names.map((name, k) => ({ name, places: nth(places, k) })),
  };
  known.set(nth(versions, 0), { of, made });
  return made;
}

const moved = (contours: readonly QuadContour[], by: Vec): QuadContour[] =>
  contours.map((c) => c.map((p) => ({ ...p, x: p.x + by.x, y: p.y + by.y })));
