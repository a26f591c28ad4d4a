import { codePointsOfName } from '../../../../type/names/readGlyphName';
import { faultOfName, shownByName } from '../../../../type/names/nameRules';
import { problem, type Problem } from '../../../../foundations/problems/problem';
import { draft, type ProjectDiff } from '../../changes/diff';
import { glyphNamed } from '../../identity';
import { NOTDEF } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';

/** Why a glyph can't be called so; null when it can. A name never says something else than the glyph's code point. */
export function nameRefusal(doc: Doc, glyphId: string, name: string): Problem | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || name === glyph.name) return null;
  const refuse = (reason: Extract<Problem, { code: 'glyph-name' }>['reason']) =>
    problem({ code: 'glyph-name', name, reason }, 'error', { glyph: glyph.name });
  if (glyph.name === NOTDEF) return refuse('standing');
  const fault = faultOfName(name);
  if (fault) return refuse(fault);
  if (glyphNamed(doc, name)) return refuse('taken');
  const said = codePointsOfName(name);
  const [own] = glyph.codePoints;
  if (own !== undefined && said && !(said.length === 1 && glyph.codePoints.includes(said[0]!)))
    return refuse('other-character');
  if (own === undefined && said?.length === 1 && !name.includes('.')) return refuse('a-character');
  return isOfPiece(doc, glyph) && own === undefined && !shownByName(name) ? refuse('no-letters') : null;
}

const isOfPiece = (doc: Doc, glyph: GlyphRow): boolean =>
  glyph.source !== null && doc.pieces[glyph.source.pieceId] !== undefined;

/** Calls a glyph by another name; the drawing on its sheet is called so too. Null when the name is refused. */
export function setGlyphName(doc: Doc, glyphId: string, name: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || name === glyph.name || nameRefusal(doc, glyphId, name)) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, name });
  const piece = glyph.source && doc.pieces[glyph.source.pieceId];
  const shown = glyph.codePoints.length === 0 ? shownByName(name) : null;
  // Sheet and ledger agree: the next seating must not name it back.
  if (piece && shown) d.put('pieces', { ...piece, ...shown, confidence: 1, state: 'accepted' });
  return d.done(`Name a glyph ${name}`);
}
