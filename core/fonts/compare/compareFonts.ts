import { counted } from '../../foundations/problems/counted';
import { scaling } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { greatestDeviation } from '../../outlines/outline/deviation';
import { castingOf, projectOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import { fontData, type FontData } from '../compile/fontData';
import { verticalMetrics } from '../compile/lineMetrics';
import { letterHeights } from '../compile/metricTables';
import type { FontGlyph } from '../features/fontGlyphs';
import { wordsCompared, type ShaperOf, type WordCompared } from './words';

/** Outlines are looked at this share of their size apart: 4 u in a letter of 700 u. */
const SAMPLED = 5e-3;
/** All measures are in thousandths of an em, so that fonts of different ems can be compared. */
const PER_EM = 1000;
/** Less than this is rounding. */
const ROUNDING = 0.75;

/** A letter that is not the same in both fonts. */
export interface LetterCompared {
  readonly name: string;
  readonly codePoints: readonly number[];
  readonly change: 'new' | 'gone' | 'outline' | 'white';
  /** How far the outline moved at the most, ink laid on ink; the extent of the ink where one of them is empty. */
  readonly moved: number;
  /** By how much its width, its left and its right bearing grew. */
  readonly wider: number;
  readonly left: number;
  readonly right: number;
  /** Outlines in the first and the second font, the origin at 0; none where it isn't there. */
  readonly before: readonly Contour[];
  readonly after: readonly Contour[];
}

/** Something that fonts say of themselves. */
interface FactCompared {
  readonly of: string;
  readonly before: string;
  readonly after: string;
}

export interface FontsCompared {
  /** What changed most first; then new letters, then those that are gone. */
  readonly letters: readonly LetterCompared[];
  /** Letters that are the same in both. */
  readonly same: number;
  readonly words: readonly WordCompared[];
  readonly facts: readonly FactCompared[];
}

/** A glyph in thousandths of an em. */
interface Measured {
  readonly glyph: FontGlyph;
  readonly contours: readonly Contour[];
  readonly advance: number;
  readonly left: number;
  readonly right: number;
}

function measured(glyph: FontGlyph, unitsPerEm: number): Measured {
  const k = PER_EM / unitsPerEm;
  const contours = k === 1 ? glyph.contours : transformContours(glyph.contours, scaling(k));
  const box = contoursBox(contours);
  const advance = glyph.advance * k;
  return { glyph, contours, advance, left: box?.xMin ?? 0, right: box ? advance - box.xMax : 0 };
}

/** What a letter is known by in both fonts: its character, or its name where it has none. */
const keyOf = (g: FontGlyph): string =>
  g.codePoints.length > 0 ? `U+${[...g.codePoints].sort((a, b) => a - b).join()}` : g.name;

const lettersOf = (font: FontData): Map<string, Measured> =>
  new Map(font.glyphs.map((g) => [keyOf(g), measured(g, font.unitsPerEm)]));

/**
 * Two versions of a font (or two fonts), as projects: letters, words of a text, and what they say of themselves.
 *
 * @param shaperOf What sets the words as programs do; without it our own lookups, for writing from left to right.
 */
export function compareFonts(first: Doc, second: Doc, text: string, shaperOf?: ShaperOf): FontsCompared {
  const [a, b] = [first, second].map((doc) => fontData(doc, projectOf(doc).styleId)) as [FontData, FontData];
  const [before, after] = [lettersOf(a), lettersOf(b)];
  const both = [...before].flatMap(([key, m]) => {
    const other = after.get(key);
    return other ? [difference(m, other)] : [];
  });
  const changed = both.filter((l) => l !== null).sort((p, q) => q.moved - p.moved || weight(q) - weight(p));
  const fresh = [...after].filter(([key]) => !before.has(key)).map(([, m]) => alone(m, 'new'));
  const gone = [...before].filter(([key]) => !after.has(key)).map(([, m]) => alone(m, 'gone'));
  return {
    letters: [...changed, ...fresh, ...gone],
    same: both.length - changed.length,
    words: wordsCompared({ doc: first, font: a }, { doc: second, font: b }, text, shaperOf),
    facts: factsOf(first, a).flatMap(([of, was], i) => {
      const now = factsOf(second, b)[i]?.[1] ?? '';
      return was === now ? [] : [{ of, before: was, after: now }];
    }),
  };
}

const weight = (l: LetterCompared): number => Math.abs(l.wider) + Math.abs(l.left) + Math.abs(l.right);

function alone({ glyph, contours }: Measured, change: 'new' | 'gone'): LetterCompared {
  const [before, after] = change === 'new' ? [[], contours] : [contours, []];
  const { name, codePoints } = glyph;
  return { name, codePoints, change, moved: 0, wider: 0, left: 0, right: 0, before, after };
}

/** What became of a letter; null when nothing did. */
function difference(a: Measured, b: Measured): LetterCompared | null {
  const moved = outlineMoved(a, b);
  const [wider, left, right] = [b.advance - a.advance, b.left - a.left, b.right - a.right];
  const white = [wider, left, right].some((v) => Math.abs(v) > ROUNDING);
  if (moved <= ROUNDING && !white) return null;
  const { name, codePoints } = b.glyph;
  const change = moved > ROUNDING ? 'outline' : 'white';
  return { name, codePoints, change, moved, wider, left, right, before: a.contours, after: b.contours };
}

/** Width or height of ink, whichever is greater. */
function extentOf(contours: readonly Contour[]): number {
  const box = contoursBox(contours);
  return box ? Math.max(box.xMax - box.xMin, box.yMax - box.yMin) : 0;
}

/** How far outlines are from each other with their left edges on one line. */
function outlineMoved(a: Measured, b: Measured): number {
  // Of one that is empty there is no distance: all of the other's ink came or went.
  if (a.contours.length === 0 || b.contours.length === 0) return extentOf([...a.contours, ...b.contours]);
  const onInk = ({ contours, left }: Measured) =>
    transformContours(contours, { a: 1, b: 0, c: 0, d: 1, e: -left, f: 0 });
  const [before, after] = [onInk(a), onInk(b)];
  return sameNodes(before, after) ? 0 : greatestDeviation(before, after, SAMPLED);
}

/** Whether outlines have the same points but for rounding: most of two versions of a font have. */
function sameNodes(a: readonly Contour[], b: readonly Contour[]): boolean {
  const near = (p: { x: number; y: number } | null, q: { x: number; y: number } | null) =>
    p === q ||
    (p !== null && q !== null && Math.abs(p.x - q.x) <= ROUNDING && Math.abs(p.y - q.y) <= ROUNDING);
  return (
    a.length === b.length &&
    a.every((c, i) => {
      const nodes = b[i]?.nodes ?? [];
      return (
        c.nodes.length === nodes.length &&
        c.nodes.every((n, k) => {
          const m = nodes[k];
          return m !== undefined && near(n, m) && near(n.in, m.in) && near(n.out, m.out);
        })
      );
    })
  );
}

/** Values of pairs and of groups that kern. */
const kernings = ({ kerning }: FontData): number =>
  kerning.pairs.length + kerning.groups.values.flat().filter((v) => v !== 0).length;

const tagsOf = ({ layout }: FontData): string[] =>
  [...new Set([...layout.gsub.features, ...layout.gpos.features].map((f) => f.tag))].sort();

/** What a font says of itself, in one order. */
function factsOf(doc: Doc, font: FontData): (readonly [string, string])[] {
  const { family, version, licence } = castingOf(doc);
  const { unitsPerEm } = projectOf(doc);
  const heights = letterHeights(font);
  const { ascent, descent, gap } = verticalMetrics(font);
  const em = (v: number) => `${Math.round((v * PER_EM) / unitsPerEm)}`;
  return [
    ['family', family],
    ['style', font.style.name],
    ['version', version],
    ['licence', licence],
    ['units an em', `${unitsPerEm}`],
    ['glyphs', `${font.glyphs.length}`],
    ['kerning', counted(kernings(font), 'value')],
    ['x-height', em(heights.xHeight)],
    ['cap height', em(heights.capHeight)],
    ['line', [ascent, descent, gap].map(em).join(' / ')],
    ['features', tagsOf(font).join(' ')],
  ];
}
