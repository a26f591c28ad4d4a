import { glyphNameOf } from '../../../../type/names/glyphNames';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import type { Doc, GlyphRow } from '../../schema';
import { renameGlyph } from './renaming';
import { glyphOfCodePoint } from '../../queries/lookups';
import { PrivateCodes } from './privateCodes';
import { renamed } from '../lines/seatInto';
import { isWorkedOn } from '../../queries/glyphs';
import { freeVariant, namePiece, type WhenTaken } from '../pieces/named';

/** A glyph's character changed; with "alternate" it becomes another drawing of a letter that is taken. */
export function nameGlyph(
  doc: Doc,
  glyphId: string,
  char: string,
  whenTaken: WhenTaken = 'replace',
): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const point = char.codePointAt(0);
  if (!glyph || point === undefined) return null;
  const owner = glyphOfCodePoint(doc, point);
  const taken = owner !== null && owner.contours.length > 0 && owner.id !== glyphId;
  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  if (taken && piece && !isWorkedOn(glyph)) return namePiece(doc, piece.id, char, whenTaken);
  if (!taken) return renameGlyph(doc, glyphId, char);
  if (whenTaken === 'replace' && isWorkedOn(owner)) return null;
  const d = draft(doc);
  if (whenTaken === 'alternate') {
    const name = `${glyphNameOf(point)}.${freeVariant(doc, glyphNameOf(point))}`;
    d.put('glyphs', renamed(glyph, { name, codePoints: [] }));
    return d.done(`Keep as another ${char}`);
  }
  // The old drawing stays on its sheet, as a piece without a character.
  const old = owner.source ? doc.pieces[owner.source.pieceId] : undefined;
  if (old) d.put('pieces', { ...old, char: null, confidence: 0 });
  d.remove('glyphs', owner.id);
  d.put('glyphs', renamed(glyph, { name: glyphNameOf(point), codePoints: [point] }));
  return d.done(`Name a glyph ${char}`);
}

/** A further character for a drawing that has one; null when another drawing has it. */
export function addCodePoint(doc: Doc, glyphId: string, codePoint: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  const owner = glyphOfCodePoint(doc, codePoint);
  if (!glyph || (owner && owner.contours.length > 0)) return null;
  const d = draft(doc);
  if (owner) d.remove('glyphs', owner.id);
  d.put('glyphs', { ...glyph, codePoints: [...glyph.codePoints, codePoint] });
  return d.done('Add a character');
}

/** Takes one of several characters away; the first, which names the drawing, stays. */
export function removeCodePoint(doc: Doc, glyphId: string, codePoint: number): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || glyph.codePoints.indexOf(codePoint) < 1) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, codePoints: glyph.codePoints.filter((cp) => cp !== codePoint) });
  return d.done('Take a character away');
}

/** Names that make a glyph when they are typed; each once, and none that another glyph has. */
export function setTypedNames(doc: Doc, glyphId: string, names: readonly string[]): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph) return null;
  const others = new Set(Object.values(doc.glyphs).flatMap((g) => (g.id === glyphId ? [] : g.typed)));
  const typed = [...new Set(names.map((n) => n.trim()).filter((n) => [...n].length > 1 && !others.has(n)))];
  if (typed.join('\n') === glyph.typed.join('\n')) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, typed });
  return d.done('Change typed names');
}

/** A private code point for a drawing that has no character, by its name; stable from then on. */
export function givePrivateCode(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || glyph.codePoints.length > 0) return null;
  const project = projectOf(doc);
  const taken = new Set(Object.values(doc.glyphs).flatMap((g: GlyphRow) => g.codePoints));
  const codes = new PrivateCodes(project.privateCodes, taken);
  const code = codes.of(glyph.name);
  if (code === null) return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, codePoints: [code] });
  d.put('project', { ...project, privateCodes: codes.given() });
  return d.done('Give a private code point');
}
