import { glyphNameOf } from '../../../../type/names/glyphNames';
import { draft, type ProjectDiff } from '../../changes/diff';
import { glyphOfCodePoint } from '../../queries/lookups';
import { blankGlyph, projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { relabelPiece } from '../pieces/named';
import { renamed } from '../lines/seatInto';
import { isWorkedOn } from '../../queries/glyphs';

/**
 * Gives a drawn glyph another character. One cut from a sheet is relabelled there, so that sheet and ledger agree;
 * another changes name and code point. Null when the character is taken by a glyph made by hand,
 * or nothing changes.
 */
export function renameGlyph(doc: Doc, glyphId: string, char: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const codePoint = char.codePointAt(0);
  if (!glyph || codePoint === undefined || glyph.codePoints.includes(codePoint)) return null;
  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  if (piece && !isWorkedOn(glyph)) return relabelPiece(doc, piece.id, char);
  const taken = glyphOfCodePoint(doc, codePoint);
  const d = draft(doc);
  if (taken) {
    if (taken.contours.length > 0 || isWorkedOn(taken)) return null;
    d.remove('glyphs', taken.id);
  }
  d.put('glyphs', renamed(glyph, { name: glyphNameOf(codePoint), codePoints: [codePoint] }));
  if (piece) d.put('pieces', { ...piece, char, confidence: 1, state: 'accepted' });
  return d.done(`Name a glyph ${char}`);
}

/** An empty glyph for a character that has none, to be drawn; null when it has one. */
export function startGlyph(doc: Doc, char: string): ProjectDiff | null {
  const codePoint = char.codePointAt(0);
  if (codePoint === undefined || glyphOfCodePoint(doc, codePoint)) return null;
  const name = glyphNameOf(codePoint);
  const d = draft(doc);
  d.put('glyphs', blankGlyph(d.newId('glyphs', name), name, [codePoint], projectOf(doc).styleId));
  return d.done(`Begin ${char}`);
}
