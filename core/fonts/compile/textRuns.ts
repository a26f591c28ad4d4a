import type { Doc, GlyphRow } from '../../project/document/schema';
import { isInFont, showsNothing } from '../../project/document/queries/inFont';

/** A stretch of a text: set in the font, a typed name that becomes one glyph, or a character that the font hasn't. */
export interface TextRun {
  readonly kind: 'set' | 'name' | 'missing';
  readonly text: string;
  /** The glyph that a name becomes. */
  readonly glyphId?: string;
}

interface Setting {
  /** Code points that the font has glyphs for. */
  readonly has: ReadonlySet<number>;
  /** Typed names by their first character, the longest first, as ligatures are tried (OpenType, GSUB lookup type 4). */
  readonly names: ReadonlyMap<string, readonly { readonly name: string; readonly glyphId: string }[]>;
}

/** Tables are immutable: each is gone through once. */
const known = new WeakMap<Doc['glyphs'], Setting>();

function settingOf(glyphs: Doc['glyphs']): Setting {
  const there = known.get(glyphs);
  if (there) return there;
  const rows = Object.values(glyphs).filter(isInFont);
  const made = { has: new Set(rows.flatMap((g) => g.codePoints)), names: namesOf(rows) };
  known.set(glyphs, made);
  return made;
}

function namesOf(rows: readonly GlyphRow[]): Setting['names'] {
  const names = new Map<string, { name: string; glyphId: string }[]>();
  for (const g of rows)
    for (const name of g.typed) {
      const first = [...name][0]!;
      names.set(first, [...(names.get(first) ?? []), { name, glyphId: g.id }]);
    }
  for (const list of names.values()) list.sort((a, b) => b.name.length - a.name.length);
  return names;
}

/** A text as the font sets it, in order; all runs together are the text. Characters that show nothing always count as set. */
export function textRuns(doc: Pick<Doc, 'glyphs'>, text: string): TextRun[] {
  const { has, names } = settingOf(doc.glyphs);
  const out: TextRun[] = [];
  for (let at = 0; at < text.length;) {
    const char = String.fromCodePoint(text.codePointAt(at)!);
    const typed = names.get(char)?.find(({ name }) => text.startsWith(name, at));
    const cp = char.codePointAt(0)!;
    const last = out[out.length - 1];
    if (typed) out.push({ kind: 'name', text: typed.name, glyphId: typed.glyphId });
    else if (!has.has(cp) && !showsNothing(cp)) out.push({ kind: 'missing', text: char });
    else if (last?.kind === 'set') out[out.length - 1] = { kind: 'set', text: last.text + char };
    else out.push({ kind: 'set', text: char });
    at += typed?.name.length ?? char.length;
  }
  return out;
}

/** Characters of a text that the font hasn't, each once, in the order of the text. */
export const lackingIn = (doc: Pick<Doc, 'glyphs'>, text: string): string[] => [
  ...new Set(textRuns(doc, text).flatMap((r) => (r.kind === 'missing' ? [r.text] : []))),
];
