import { draft, type ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';

type Anchor = GlyphRow['anchors'][number];

/**
 * Names that composing and mark attachment know: a letter's anchor is called by its place, a mark's own by the same with an
 * underscore before it (as UFO 3 and feature files have it).
 */
export const ANCHOR_NAMES = [
  'top',
  'bottom',
  'centre',
  'ogonek',
  'cedilla',
  '_top',
  '_bottom',
  '_centre',
] as const;

function change(
  doc: Doc,
  glyphId: string,
  label: string,
  to: (anchors: readonly Anchor[]) => Anchor[],
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, anchors: to(glyph.anchors) });
  return d.done(label);
}

/** A new anchor, or one of that name moved. Drawing space of the glyph. */
export const putAnchor = (doc: Doc, glyphId: string, anchor: Anchor): ProjectDiff | null =>
  change(doc, glyphId, 'Place an anchor', (all) => [...all.filter((a) => a.name !== anchor.name), anchor]);

/** Null when the name is empty or taken: two anchors of one name would mean nothing. */
export function renameAnchor(doc: Doc, glyphId: string, from: string, to: string): ProjectDiff | null {
  const name = to.trim();
  const taken = doc.glyphs[glyphId]?.anchors.some((a) => a.name === name);
  if (name === '' || taken) return null;
  return change(doc, glyphId, 'Rename an anchor', (all) =>
    all.map((a) => (a.name === from ? { ...a, name } : a)),
  );
}

export const removeAnchor = (doc: Doc, glyphId: string, name: string): ProjectDiff | null =>
  change(doc, glyphId, 'Remove an anchor', (all) => all.filter((a) => a.name !== name));
