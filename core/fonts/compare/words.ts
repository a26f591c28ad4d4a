import { setGlyphs } from '../features/setGlyphs';
import { compileFont } from '../compile/compileFont';
import type { FontData } from '../compile/fontData';
import type { Doc } from '../../project/document/schema';

/** Measures are in thousandths of an em, so that fonts of different ems can be compared. */
const PER_EM = 1000;
/** Less than this is rounding. */
const ROUNDING = 0.75;

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
  readonly names: readonly string[];
  readonly places: readonly { readonly x: number; readonly y: number }[];
  readonly width: number;
}

type Setter = (word: string) => SetWord | null;

const glyphsOf = (font: FontData, word: string): number[] | null => {
  const glyphs = [...word].map((c) => font.mapping.get(c.codePointAt(0) ?? 0));
  return glyphs.some((g) => g === undefined) ? null : glyphs.flatMap((g) => g ?? []);
};

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
    const set = shape(word).map((s) => {
      const at = { x: (pen + s.dx) * k, y: s.dy * k };
      pen += s.advance;
      return { name: font.glyphs[s.glyph]?.name ?? '', at };
    });
    return { names: set.map((s) => s.name), places: set.map((s) => s.at), width: pen * k };
  };
}

/** A project and what its font is made of. */
export interface Versioned {
  readonly doc: Doc;
  readonly font: FontData;
}

/** Words of a text that two fonts set otherwise. Without a shaper they are set by our own lookups. */
export function wordsCompared(first: Versioned, second: Versioned, text: string, shaperOf?: ShaperOf): WordCompared[] {
  const setter = ({ doc, font }: Versioned) => (shaperOf ? byShaper(doc, font, shaperOf) : byOurselves(font));
  const [a, b] = [setter(first), setter(second)];
  const words = [...new Set(text.split(/\s+/))].filter((w) => w !== '');
  return words.flatMap((word) => {
    const [before, after] = [a(word), b(word)];
    return (before && after && compared(word, before, after)) ?? [];
  });
} // prettier-ignore

/** What became of a word; null when nothing did. */
function compared(word: string, before: SetWord, after: SetWord): WordCompared | null {
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
