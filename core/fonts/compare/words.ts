import { setGlyphs } from '../features/setGlyphs';
import { transformContours } from '../../foundations/geometry/contour';
import { pathData } from '../../readers/svg/pathData';
import { compileFont } from '../compile/compileFont';
import type { FontData } from '../compile/fontData';
import type { Doc } from '../../project/document/schema';

/** Measures are in thousandths of an em, so that fonts of different ems can be compared. */
const PER_EM = 1000;
/** Less than this is rounding. */
const ROUNDING = 0.75;
/** Words that are drawn: those that changed most. */
const MOST_DRAWN = 60;

/** A word that is set otherwise. */
export interface WordCompared {
  readonly word: string;
  /** Widths, thousandths of an em. */
  readonly before: number;
  readonly after: number;
  /** Glyphs in both, by name, where they are others. */
  readonly glyphs: readonly [string, string] | null;
  /** How far one of them moved at the most, where the same glyphs stand elsewhere: thousandths of an em. */
  readonly moved: number;
  /** The ink of the word in both as SVG path data, y down, the pen beginning at 0: thousandths of an em; null for a word beyond those that anybody looks at. */
  readonly drawn: readonly [string, string] | null;
}

/** A glyph as a shaper sets it: its index, its advance and how far it is moved from the pen, font units. */
interface Shaped {
  readonly glyph: number;
  readonly advance: number;
  readonly dx: number;
  readonly dy: number;
}

/** A program that sets texts with font files, as browsers and layout programs do. */
export type ShaperOf = (font: Uint8Array) => (text: string) => readonly Shaped[];

/** A word as a font sets it: glyphs by name with their places, and its width, thousandths of an em. */
interface SetWord {
  readonly ink: () => string;
  readonly names: readonly string[];
  readonly places: readonly { readonly x: number; readonly y: number }[];
  readonly width: number;
}

type Setter = (word: string) => SetWord | null;

const glyphsOf = (font: FontData, word: string): number[] | null => {
  const glyphs = [...word].map((c) => font.mapping.get(c.codePointAt(0) ?? 0));
  return glyphs.some((g) => g === undefined) ? null : glyphs.flatMap((g) => g ?? []);
};

/** Outlines of glyphs where they are set as path data, thousandths of an em, y down. `set`: places in font units. */
function inkOf(
  font: FontData,
  set: readonly { readonly glyph: number; readonly x: number; readonly y: number }[],
): string {
  const k = PER_EM / font.unitsPerEm;
  const placed = set.flatMap(({ glyph, x, y }) =>
    transformContours(font.glyphs[glyph]?.contours ?? [], { a: k, b: 0, c: 0, d: -k, e: x * k, f: -y * k }),
  );
  return pathData(placed, 0);
}

/** Words by our own lookups, for writing from left to right: enough for scripts that ask for nothing more. */
const byOurselves =
  (font: FontData): Setter =>
  (word) => {
    const glyphs = glyphsOf(font, word);
    if (!glyphs) return null;
    const k = PER_EM / font.unitsPerEm;
    const set = setGlyphs(font.layout, glyphs, (g) => font.glyphs[g]?.advance ?? 0);
    const last = set.at(-1);
    return {
      ink: () => inkOf(font, set),
      names: set.map((s) => font.glyphs[s.glyph]?.name ?? ''),
      places: set.map((s) => ({ x: s.x * k, y: s.y * k })),
      width: (last ? last.x + last.advance : 0) * k,
    };
  };

/** Words by a shaper, in whatever script. */
function byShaper(doc: Doc, font: FontData, shaperOf: ShaperOf): Setter {
  const shape = shaperOf(compileFont(doc, { format: 'ttf', styleId: font.style.id, nowUnixS: 0 }));
  const k = PER_EM / font.unitsPerEm;
  return (word) => {
    if (!glyphsOf(font, word)) return null;
    let pen = 0;
    const set = shape(word).map(({ glyph, advance, dx, dy }) => {
      const at = { glyph, x: pen + dx, y: dy };
      pen += advance;
      return at;
    });
    return {
      ink: () => inkOf(font, set),
      names: set.map((s) => font.glyphs[s.glyph]?.name ?? ''),
      places: set.map((s) => ({ x: s.x * k, y: s.y * k })),
      width: pen * k,
    };
  };
}

/** A project and what its font is made of. */
export interface Versioned {
  readonly doc: Doc;
  readonly font: FontData;
}

/** Words of a text that two fonts set otherwise, those that changed most first. Without a shaper they are set by our own lookups. */
export function wordsCompared(first: Versioned, second: Versioned, text: string, shaperOf?: ShaperOf): WordCompared[] {
  const setter = ({ doc, font }: Versioned) => (shaperOf ? byShaper(doc, font, shaperOf) : byOurselves(font));
  const [a, b] = [setter(first), setter(second)];
  const words = [...new Set(text.split(/\s+/))].filter((w) => w !== '');
  return words
    .flatMap((word) => {
      const [before, after] = [a(word), b(word)];
      const found = before && after && compared(word, before, after);
      return found ? [{ found, before, after }] : [];
    })
    .sort((p, q) => changeOf(q.found) - changeOf(p.found))
    .map(({ found, before, after }, i) => ({ ...found, drawn: i < MOST_DRAWN ? [before.ink(), after.ink()] : null }));
} // prettier-ignore

/** Other glyphs count for more than places. */
const changeOf = ({ glyphs, before, after, moved }: Omit<WordCompared, 'drawn'>): number =>
  (glyphs ? PER_EM : 0) + Math.max(moved, Math.abs(after - before));

/** What became of a word; null when nothing did. */
function compared(word: string, before: SetWord, after: SetWord): Omit<WordCompared, 'drawn'> | null {
  const [was, is] = [before.names.join(' '), after.names.join(' ')];
  const moved = before.places.reduce((most, p, i) => {
    const q = after.places[i] ?? p;
    return Math.max(most, Math.hypot(q.x - p.x, q.y - p.y));
  }, 0);
  const wider = Math.abs(after.width - before.width) > ROUNDING;
  if (was === is && moved <= ROUNDING && !wider) return null;
  const glyphs = was === is ? null : ([was, is] as const);
  return { word, before: before.width, after: after.width, glyphs, moved: glyphs ? 0 : moved };
}
