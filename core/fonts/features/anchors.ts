import type { Box } from '../../foundations/geometry/measure';
import type { GlyphSet, Joins, Marks } from '../opentype/layout/model';
import type { FontGlyph } from './fontGlyphs';

/** A mark's own anchor is called like the letter's it goes to, with this before it (as in UFO 3 and feature files). */
const MARK_SIGN = '_';
/** Anchors at which the stroke of a joined script comes in and goes out, as feature files and UFO 3 call them. */
const [ENTRY, EXIT] = ['entry', 'exit'];

const ownAnchor = (g: FontGlyph) => g.anchors.find((a) => a.name.startsWith(MARK_SIGN));

export const isMark = (g: FontGlyph): boolean => ownAnchor(g) !== undefined;

const middleOf = ({ yMin, yMax }: Box): number => (yMin + yMax) / 2;

/**
 * Marks that go above a letter: letters have their place in the upper half of their ink, most of them; a mark that no letter has a place
 * for by where its own ink lies from its anchor. Indices of glyphs.
 */
export const marksAbove = (glyphs: readonly FontGlyph[]): number[] =>
  glyphs.flatMap((g, i) => {
    const at = ownAnchor(g);
    if (!at || !g.box) return [];
    const name = at.name.slice(MARK_SIGN.length);
    const votes = glyphs.flatMap((l) => {
      const place = isMark(l) || !l.box ? undefined : l.anchors.find((a) => a.name === name);
      return place && l.box ? [Math.sign(place.y - middleOf(l.box))] : [];
    });
    const above = votes.length > 0 ? votes.reduce((n, v) => n + v, 0) > 0 : at.y <= middleOf(g.box);
    return above ? [i] : [];
  });

/** Which marks go where, by the names of anchors: on letters, or on other marks. */
export function marksOf(glyphs: readonly FontGlyph[], on: 'letters' | 'marks'): Marks {
  const names = [...new Set(glyphs.flatMap((g) => ownAnchor(g)?.name.slice(1) ?? []))].sort();
  return {
    classes: names.length,
    marks: glyphs.flatMap((g, glyph) => {
      const at = ownAnchor(g);
      return at ? [{ glyph, markClass: names.indexOf(at.name.slice(1)), at }] : [];
    }),
    bases: glyphs.flatMap((g, glyph) => {
      const at = names.map((name) => g.anchors.find((a) => a.name === name) ?? null);
      return isMark(g) !== (on === 'marks') || at.every((a) => a === null) ? [] : [{ glyph, at }];
    }),
  };
}

/** Where the strokes of a joined script come in and go out. */
export const joinsOf = (glyphs: readonly FontGlyph[]): Joins[] =>
  glyphs.flatMap((g, glyph) => {
    const at = (name: string | undefined) => g.anchors.find((a) => a.name === name) ?? null;
    const [entry, exit] = [at(ENTRY), at(EXIT)];
    return entry || exit ? [{ glyph, entry, exit }] : [];
  });

/**
 * Marks on marks by the place where they meet: each sees its own marks alone, so that one above is passed over by those that stack below, and
 * the other way round.
 */
export const marksByPlace = ({
  classes,
  marks,
  bases,
}: Marks): { readonly marks: Marks; readonly seen: GlyphSet }[] =>
  Array.from({ length: classes }, (_, c) => {
    const own = marks.filter((m) => m.markClass === c).map((m) => ({ ...m, markClass: 0 }));
    const under = bases.flatMap((b) => (b.at[c] ? [{ glyph: b.glyph, at: [b.at[c] ?? null] }] : []));
    const seen = [...new Set([...own, ...under].map((m) => m.glyph))].sort((a, b) => a - b);
    return { marks: { classes: 1, marks: own, bases: under }, seen };
  }).filter(({ marks: m }) => m.marks.length > 0 && m.bases.length > 0);
