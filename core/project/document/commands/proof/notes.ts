import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';

/** A letter with something to come back to. */
export interface PinnedNote {
  readonly glyph: GlyphRow;
  readonly text: string;
  /** The proof on which it was seen. */
  readonly page: string;
}

/** Pins a note to a letter, in the place of the one that it has; an empty one is taken off. Null when it is so already. */
export function pinNote(
  doc: Doc,
  glyphId: string,
  { text, page }: Omit<PinnedNote, 'glyph'>,
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const said = text.trim();
  if (!glyph || (glyph.note?.text ?? '') === said) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, note: said === '' ? null : { text: said, page } });
  return d.done(said === '' ? 'Take a note off' : 'Pin a note');
}

/** Notes of a style that wait, in the order of its letters. `doc`: its view. */
export const notesOf = (doc: Doc): PinnedNote[] =>
  Object.values(doc.glyphs)
    .flatMap((glyph) => (glyph.note ? [{ glyph, ...glyph.note }] : []))
    .sort((a, b) => (a.glyph.codePoints[0] ?? Infinity) - (b.glyph.codePoints[0] ?? Infinity));
