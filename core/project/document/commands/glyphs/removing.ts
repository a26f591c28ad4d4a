import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { NOTDEF } from '../../newProject';
import type { Doc, PieceRow } from '../../schema';

/**
 * Takes glyphs out of the project, with their kerning and places in groups (those follow in the edit). What they were cut from
 * a picture counts as no letter from then on and can be taken back in Lift; what was written or built here goes with them.
 * The sign for a missing character stays: every font has it (OpenType, "Recommendations"). Null when nothing goes.
 */
export function removeGlyphs(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const going = ids.flatMap((id) => doc.glyphs[id] ?? []).filter((g) => g.name !== NOTDEF);
  if (going.length === 0) return null;
  const d = draft(doc);
  for (const glyph of going) {
    d.remove('glyphs', glyph.id);
    const piece = glyph.source && doc.pieces[glyph.source.pieceId];
    if (piece) letGo(doc, d, piece);
  }
  return d.done(going.length === 1 ? `Remove ${going[0]!.name}` : `Remove ${going.length} glyphs`);
}

function letGo(doc: Doc, d: Draft, piece: PieceRow): void {
  const sheet = doc.sheets[piece.sheetId];
  if (sheet?.kind !== 'written' && sheet?.kind !== 'built') {
    d.put('pieces', { ...piece, state: 'dropped' });
    return;
  }
  d.remove('pieces', piece.id);
  const now = d.get('sheets', sheet.id)!;
  if (piece.variant === null && piece.char !== null)
    d.put('sheets', { ...now, expected: now.expected.replace(piece.char, '') });
}
