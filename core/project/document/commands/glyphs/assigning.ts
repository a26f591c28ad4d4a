import { glyphNameOf } from '../../../../type/names/glyphNames';
import { translation } from '../../../../foundations/geometry/affine';
import { median } from '../../../../foundations/raster/histogram';
import { draft, type Draft, type ProjectDiff } from '../../changes/diff';
import { glyphNamed } from '../../identity';
import { blankGlyph, projectOf } from '../../newProject';
import type { Doc, GlyphRow, PieceRow } from '../../schema';
import { glyphOfCodePoint, renameGlyph } from './naming';
import { PrivateCodes } from './privateCodes';
import { glyphOfCharacter, isWorkedOn, renamed, seatInto, piecesOf } from '../lines/seatInto';

/** What becomes of a drawing whose character is asked for by another. */
export type WhenTaken = 'replace' | 'alternate';

/** The next free name of another drawing of a letter: "alt1", "alt2" ... */
function freeVariant(doc: Doc, base: string): string {
  let k = 1;
  while (
    glyphNamed(doc, `${base}.alt${k}`) ||
    Object.values(doc.pieces).some((p) => p.variant === `alt${k}` && nameOf(p.char) === base)
  )
    k++;
  return `alt${k}`;
}
const nameOf = (char: string | null) => (char === null ? '' : glyphNameOf(char.codePointAt(0)!));

/**
 * Gives a piece of a sheet a character. When another drawing has it, that one loses it ("replace"), or the piece becomes
 * another drawing of the letter and the old one stays ("alternate").
 */
export function namePiece(
  doc: Doc,
  pieceId: string,
  char: string,
  whenTaken: WhenTaken = 'replace',
): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  const point = char.codePointAt(0);
  if (!piece || point === undefined) return null;
  const owner = glyphOfCodePoint(doc, point);
  const taken = owner !== null && owner.contours.length > 0 && owner.source?.pieceId !== pieceId;
  if (taken && whenTaken === 'replace' && isWorkedOn(owner)) return null;
  const d = draft(doc);
  const variant = taken && whenTaken === 'alternate' ? freeVariant(doc, glyphNameOf(point)) : null;
  const named: PieceRow = { ...piece, char, variant, confidence: 1, state: 'accepted' };
  const touched = new Set([piece.sheetId]);
  const rows = new Map<string, PieceRow>([[pieceId, named]]);
  if (variant === null)
    for (const p of Object.values(doc.pieces))
      if (p.id !== pieceId && p.char === char && p.variant === null && p.state !== 'dropped') {
        rows.set(p.id, { ...p, char: null, confidence: 0 });
        touched.add(p.sheetId);
      }
  for (const row of rows.values()) d.put('pieces', row);
  // The letter keeps its white, kerning and groups under the new drawing; the glyph that the piece drew before goes.
  if (taken && variant === null) handOver(d, owner, piece);
  const seated = (id: string) => piecesOf(doc, id).map((p) => rows.get(p.id) ?? p);
  for (const id of touched) seatInto(doc, d, doc.sheets[id]!, seated(id));
  return d.done(variant === null ? `Name a piece ${char}` : `Keep as another ${char}`);
}

/** A letter made ready to be drawn by another piece; one worked on by hand takes the letter's place as it is. */
function handOver(d: Draft, owner: GlyphRow, piece: PieceRow): void {
  const before = d.all('glyphs').find((g) => g.source?.pieceId === piece.id);
  if (before && isWorkedOn(before)) {
    d.remove('glyphs', owner.id);
    d.put('glyphs', renamed(before, owner));
    return;
  }
  if (before) d.remove('glyphs', before.id);
  const free = blankGlyph(owner.id, owner.name, owner.codePoints, owner.styleId);
  const { bearings, spacing, follows } = owner;
  const transform = owner.source?.transform ?? translation(0, 0);
  const source = { pieceId: piece.id, sheetId: piece.sheetId, transform };
  d.put('glyphs', { ...free, bearings, spacing, follows, source });
}

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

/** One place of an assignment by order: either side can be missing. */
export interface OrderPlace {
  readonly pieceId: string | null;
  readonly char: string | null;
}

/** A piece this much smaller than most is a speck before it is a letter, as a share of the median box's area. */
const SPECK_SHARE = 0.12;
const COST = { other: 1, speck: 0.3, extra: 1.3, missing: 1.3, small: 2 } as const;
/** Characters that are small themselves. */
const SMALL_SIGNS = new Set('.,:;\'"-·`´^~');

/**
 * Pieces against a list of characters, both in order: where there is one too many, or one too few, the likeliest is left
 * unpaired, by what each was taken for and by how big it is. Method: edit distance (Needleman and Wunsch 1970).
 */
export function pairByOrder(pieces: readonly PieceRow[], chars: readonly string[]): OrderPlace[] {
  const usual = median(pieces.map((p) => p.box.width * p.box.height)) || 1;
  const tiny = pieces.map((p) => p.box.width * p.box.height < SPECK_SHARE * usual);
  const pairing = (i: number, j: number) => {
    const taken = pieces[i]!.char;
    if (tiny[i] && !SMALL_SIGNS.has(chars[j]!)) return COST.small;
    return taken !== null && taken.toLowerCase() === chars[j]!.toLowerCase() ? 0 : COST.other;
  };
  const extra = (i: number) => (tiny[i] ? COST.speck : COST.extra);
  const [n, m] = [pieces.length, chars.length];
  const best = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
  for (let i = n; i >= 0; i--)
    for (let j = m; j >= 0; j--) {
      if (i === n && j === m) continue;
      best[i]![j] = Math.min(
        i < n && j < m ? best[i + 1]![j + 1]! + pairing(i, j) : Infinity,
        i < n ? best[i + 1]![j]! + extra(i) : Infinity,
        j < m ? best[i]![j + 1]! + COST.missing : Infinity,
      );
    }
  const out: OrderPlace[] = [];
  for (let i = 0, j = 0; i < n || j < m;) {
    const now = best[i]![j]!;
    if (i < n && j < m && now === best[i + 1]![j + 1]! + pairing(i, j))
      out.push({ pieceId: pieces[i++]!.id, char: chars[j++]! });
    else if (i < n && now === best[i + 1]![j]! + extra(i)) out.push({ pieceId: pieces[i++]!.id, char: null });
    else out.push({ pieceId: null, char: chars[j++]! });
  }
  return out;
}

/** Names a sheet's pieces by a pairing, as one step: unpaired ones lose their character. */
export function takeOrder(doc: Doc, sheetId: string, places: readonly OrderPlace[]): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const chars = new Map(places.flatMap((p) => (p.pieceId === null ? [] : [[p.pieceId, p.char] as const])));
  const given = new Set(chars.values());
  const pieces = piecesOf(doc, sheetId).map((p): PieceRow => {
    if (!chars.has(p.id))
      return p.char !== null && given.has(p.char) && p.variant === null ? { ...p, char: null } : p;
    const char = chars.get(p.id)!;
    return {
      ...p,
      char,
      variant: null,
      confidence: char === null ? 0 : 1,
      state: char === null ? p.state : 'accepted',
    };
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done('Name by order');
}

/** Small letters that can be made of their capitals: the capital is drawn, the small letter isn't. */
export const smallToMake = (doc: Doc): string[] =>
  [...'abcdefghijklmnopqrstuvwxyz'].filter((c) => {
    const [small, capital] = [c, c.toUpperCase()].map((x) => glyphOfCodePoint(doc, x.codePointAt(0)!));
    return capital && capital.contours.length > 0 && !(small && small.contours.length > 0);
  });

/** Small letters as shared parts of their capitals, following when those change. One step. */
export function smallFromCapitals(doc: Doc): ProjectDiff | null {
  const d = draft(doc);
  const { styleId } = projectOf(doc);
  for (const char of smallToMake(doc)) {
    const capital = glyphOfCodePoint(doc, char.toUpperCase().codePointAt(0)!)!;
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0)!, styleId),
      contours: capital.contours.map((c) => ({ ...c, of: 'c1' })),
      components: [{ id: 'c1', glyphId: capital.id, transform: translation(0, 0), mark: null }],
      anchors: capital.anchors,
      bearings: capital.bearings,
      spacing: 'fitted',
      follows: { left: capital.id, right: capital.id },
    });
  }
  return d.done('Make small letters of capitals');
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
