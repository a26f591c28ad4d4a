import { contoursBox } from '../../../foundations/geometry/measure';
import { stemOf } from '../../../outlines/dress/stems';
import type { Doc, GlyphRow, StyleRow } from '../schema';
import { glyphOfCodePoint } from './lookups';
import { advanceOf } from './metrics';
import { isInFont } from './inFont';
import { codePointsInOrder } from './order';
import { missingOfBill } from './sheets';
import { inStyle, stylesInOrder } from './styles';

/** A letter of a family: its drawing in each style, in the order of the styles; null where a style lacks it. */
export interface FamilyLetter {
  readonly name: string;
  /** Its first character; null for a drawing without one. */
  readonly char: string | null;
  readonly drawings: readonly (GlyphRow | null)[];
}

/** All letters that some style has drawn, by name, in the order of their characters; those without a character behind them. */
export function familyLetters(doc: Doc): FamilyLetter[] {
  const styles = stylesInOrder(doc);
  const at = new Map(styles.map((s, i) => [s.id, i]));
  const rows = Object.values(doc.glyphs).filter((g) => g.contours.length > 0 && isInFont(g));
  const byName = new Map<string, { first: GlyphRow; drawings: (GlyphRow | null)[] }>();
  for (const g of rows) {
    const letter = byName.get(g.name) ?? { first: g, drawings: styles.map(() => null) };
    letter.drawings[at.get(g.styleId) ?? 0] = g;
    byName.set(g.name, letter);
  }
  return [...byName.values()]
    .sort((a, b) => {
      const [coded, other] = [a, b].map(({ first }) => first.codePoints.length > 0);
      return coded === other ? codePointsInOrder(a.first, b.first) : coded ? -1 : 1;
    })
    .map(({ first, drawings }) => ({ name: first.name, char: charOf(first), drawings }));
}

const charOf = (g: GlyphRow): string | null => {
  const [cp] = g.codePoints;
  return cp === undefined ? null : String.fromCodePoint(cp);
};

/** What a style measures, em units; null where the letter that tells isn't drawn. */
export interface StyleFacts {
  readonly style: StyleRow;
  readonly letters: number;
  /** Characters of the bill that it lacks. */
  readonly lacking: number;
  /** Tops of x and H. */
  readonly xHeight: number | null;
  readonly capHeight: number | null;
  /** The upright stem of n, else of l, i, H or I. */
  readonly stem: number | null;
  /** Advance width of n, else of H. */
  readonly width: number | null;
  readonly pairs: number;
}

/** Letters whose stems tell those of the style, the surest first (common practice, no published source). */
const STEMMED = ['n', 'l', 'i', 'H', 'I'];

/** What each style measures, beside the others. */
export const familyFacts = (doc: Doc): StyleFacts[] =>
  stylesInOrder(doc).map((style) => factsOf(inStyle(doc, style.id), style));

const drawnOf = (view: Doc, char: string): GlyphRow | null => {
  const g = glyphOfCodePoint(view, char.codePointAt(0) ?? 0);
  return g && g.contours.length > 0 ? g : null;
};

/** The upright stem of a style, em units: of the first letter that tells; null when none does. */
export function stemOfStyle(view: Doc): number | null {
  for (const c of STEMMED) {
    const stem = stemOf(drawnOf(view, c)?.contours ?? [], 'upright');
    if (stem !== null) return stem;
  }
  return null;
}

/** Views are immutable, and so is what they measure. */
const known = new WeakMap<Doc, StyleFacts>();

function factsOf(view: Doc, style: StyleRow): StyleFacts {
  const before = known.get(view);
  if (before?.style === style) return before;
  const top = (char: string) => contoursBox(drawnOf(view, char)?.contours ?? [])?.yMax ?? null;
  const wide = drawnOf(view, 'n') ?? drawnOf(view, 'H');
  const facts = {
    style,
    letters: Object.values(view.glyphs).filter((g) => g.contours.length > 0 && g.codePoints.length > 0)
      .length,
    lacking: [...missingOfBill(view)].length,
    xHeight: top('x'),
    capHeight: top('H'),
    stem: stemOfStyle(view),
    width: wide && advanceOf(wide),
    pairs: Object.keys(view.kerning).length,
  };
  known.set(view, facts);
  return facts;
}
