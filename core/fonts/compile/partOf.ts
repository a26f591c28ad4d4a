import { NOTDEF } from '../../project/document/newProject';
import type { Doc, GlyphRow } from '../../project/document/schema';
import type { Steps } from '../../foundations/steps';
import { compileGlyph } from './fontData';

/**
 * The project with only those glyphs that a text is set with, typed names and all, and those of `also` (ids): a font of
 * thousands of glyphs takes long to make, and a line of text shows few of them.
 */
export function partOf(doc: Doc, text: string, also: ReadonlySet<string> = new Set()): Doc {
  const set = new Set([...text].map((c) => c.codePointAt(0)!));
  const wanted = (g: GlyphRow) =>
    also.has(g.id) ||
    g.name === NOTDEF ||
    g.codePoints.some((cp) => set.has(cp)) ||
    g.typed.some((name) => text.includes(name));
  return { ...doc, glyphs: Object.fromEntries(Object.entries(doc.glyphs).filter(([, g]) => wanted(g))) };
}

/** Makes all glyphs of a style ready for a font, one a step: the font itself is soon made then. */
export function* readying(doc: Doc, styleId: string): Steps<void> {
  for (const g of Object.values(doc.glyphs)) {
    if (g.styleId !== styleId || g.role !== 'letter') continue;
    compileGlyph(g);
    yield;
  }
}
