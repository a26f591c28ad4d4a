// Small fonts of boxes with rules, as tests shape texts with them.
import { compileFont, type OutlineFormat } from '../core/fonts/compile/compileFont';
import { setRules } from '../core/project/document/commands/features/rules';
import { edit } from '../core/project/document/inStep/edit';
import { blankGlyph, newProject } from '../core/project/document/newProject';
import type { Doc, GlyphRow, Rule } from '../core/project/document/schema';
import { rect as box } from '../core/testing/shapes';
import { glyphNameOf } from '../core/type/names/glyphNames';
import { shape } from './outsideReaders';

/** A glyph with a box for ink; the id is its name. */
export const boxGlyph = (name: string, char = '', ink = box(0, 0, 300, 500)): GlyphRow => ({
  ...blankGlyph(name, name, char === '' ? [] : [char.codePointAt(0)!]),
  contours: [ink],
  bearings: { left: 50, right: 50 },
});

export const boxLetters = (chars: string) =>
  [...chars].map((c) => boxGlyph(glyphNameOf(c.codePointAt(0)!), c));

/** A project of these glyphs with these rules, and its font. */
export function ruledFont(
  glyphs: readonly GlyphRow[],
  rules: readonly Rule[] = [],
  format: OutlineFormat = 'ttf',
) {
  const base = newProject('rules', 'Rules', 0);
  const drawn = new Set(glyphs.map((g) => g.name));
  const all = [...Object.values(base.glyphs).filter((g) => !drawn.has(g.name)), ...glyphs];
  const doc: Doc = { ...base, glyphs: Object.fromEntries(all.map((g) => [g.id, g])) };
  const diff = setRules(doc, rules);
  expect(diff === null).toBe(rules.length === 0);
  const ruled = diff ? edit(doc, diff).doc : doc;
  return { doc: ruled, bytes: compileFont(ruled, { format, styleId: 'regular', nowUnixS: 1_700_000_000 }) };
}

/** Names of the glyphs that HarfBuzz sets a text with. */
export const setNames = (bytes: Uint8Array, text: string, on: Record<string, number> = {}, language = '') =>
  shape(bytes, text, true, on, language).map((g) => g.name);
