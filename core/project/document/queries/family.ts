import { contoursBox } from '../../../foundations/geometry/measure';
import { stemOf } from '../../../outlines/dress/stems';
import { projectOf } from '../newProject';
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

/** A way to make a further style of the one in hand, proposed by name. */
export interface ProposedStyle {
  readonly name: string;
  readonly weightClass: number;
  /** By how much strokes are thicker, em units. */
  readonly heavier: number;
  readonly slantDeg: number;
  /** A style of drawings of its own: nothing is taken over. */
  readonly empty: boolean;
}

/**
 * Usual further styles (OpenType, OS/2, usWeightClass) by shares of the regular stem, and a slant of 9 degrees (common practice, no
 * published source).
 */
const USUAL = [
  { name: 'Light', weightClass: 300, stem: 0.75, slantDeg: 0, empty: false },
  { name: 'Medium', weightClass: 500, stem: 1.2, slantDeg: 0, empty: false },
  { name: 'Bold', weightClass: 700, stem: 1.6, slantDeg: 0, empty: false },
  { name: 'Italic', weightClass: 0, stem: 1, slantDeg: 9, empty: false },
  { name: 'Ornaments', weightClass: 400, stem: 1, slantDeg: 0, empty: true },
] as const;

/** A stem of a hand that has none to measure, em units (common practice, no published source). */
const USUAL_STEM_EM = 60;

/** What an italic of a style is called, as programs group them: "Italic" for Regular, "Bold Italic" for Bold. */
const italicOf = (style: string): string => (style === 'Regular' ? 'Italic' : `${style} Italic`);

/** Usual styles that the family hasn't, as they would be made of the style in hand. */
export function proposedStyles(doc: Doc, whole: Doc): ProposedStyle[] {
  const own = doc.styles[projectOf(doc).styleId];
  if (!own) return [];
  const taken = new Set(Object.values(whole.styles).map((s) => s.name.toLowerCase()));
  const stem = factsOf(doc, own).stem ?? USUAL_STEM_EM;
  return USUAL.filter((u) => u.slantDeg === 0 || !own.italic)
    .map((u) => ({
      name: u.slantDeg > 0 ? italicOf(own.name) : u.name,
      weightClass: u.weightClass || own.weightClass,
      heavier: Math.round((u.stem - 1) * stem),
      slantDeg: u.slantDeg,
      empty: u.empty,
    }))
    .filter((p) => !taken.has(p.name.toLowerCase()));
}
