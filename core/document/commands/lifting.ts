import { transformContours } from '../../geometry/contour';
import { transformPaint, type ColourLayer } from '../../geometry/paint';
import { glyphNameOf } from '../../names/glyphNames';
import { seatSheet } from '../../seat/seatSheet';
import { applyDiff, draft, mergeDiffs, type ProjectDiff } from '../diff';
import { blankGlyph, FIRST_RECIPE, projectOf } from '../newProject';
import type { Doc, GlyphRow, PieceRow, RecipeRow, SheetRow } from '../schema';

type Draft = ReturnType<typeof draft>;

/** A new sheet on the table, not yet lifted. `expected` = what is probably written on it. */
export function addSheet(
  doc: Doc,
  sheet: { id: string; name: string; pictureId: string; widthPx: number; heightPx: number },
  expected = missingOfBill(doc),
): ProjectDiff | null {
  const d = draft(doc);
  d.put('sheets', {
    ...sheet,
    kind: 'page',
    practiceCode: null,
    originalId: null,
    recipeId: FIRST_RECIPE,
    expected,
    state: 'added',
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    order: Object.keys(doc.sheets).length,
    seating: {
      reference: 'one-factor',
      capReference: 'H',
      smallReference: 'x',
      baseline: 'feet',
      capLinePx: null,
    },
  });
  return d.done(`Add ${sheet.name}`);
}

/** A sheet made of files of their own, each already a piece. */
export interface MadeSheet {
  readonly id: string;
  readonly name: string;
  readonly kind: 'pictures' | 'artwork';
  /** Hash of the picture, or of the zip with the artwork's files. */
  readonly pictureId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Names that stand for no character become icons with private code points. */
  readonly icons: boolean;
}

/** First code point of Unicode's private use area, and its last. */
const PRIVATE = [0xe000, 0xf8ff] as const;

/**
 * Adds a sheet of named files with its pieces, and their glyphs, as one step. Icons get private code points one after the
 * other; one whose name the project knows already keeps its code point.
 */
export function addMadeSheet(doc: Doc, sheet: MadeSheet, lifted: LiftResult): ProjectDiff | null {
  const d = draft(doc);
  const { icons, ...facts } = sheet;
  const taken = new Set(Object.values(doc.glyphs).flatMap((g) => g.codePoints));
  const known = new Map(Object.values(doc.glyphs).map((g) => [g.name, g.codePoints[0]]));
  let next: number = PRIVATE[0];
  const iconChar = (name: string): string | null => {
    const own = known.get(iconName(name));
    if (own !== undefined) return String.fromCodePoint(own);
    while (taken.has(next)) next++;
    if (next > PRIVATE[1]) return null;
    taken.add(next);
    return String.fromCodePoint(next);
  };
  const pieces = lifted.pieces.map(({ rejected: _, ...p }): PieceRow => {
    const char = p.char ?? (icons && p.name !== null ? iconChar(p.name) : null);
    return {
      ...p,
      char,
      confidence: char === null ? 0 : 1,
      sheetId: sheet.id,
      state: char === null ? 'found' : 'accepted',
    };
  });
  const row: SheetRow = {
    ...facts,
    practiceCode: null,
    originalId: null,
    recipeId: FIRST_RECIPE,
    expected: pieces.map((p) => p.char ?? '').join(''),
    state: 'lifted',
    skewRad: 0,
    capHeightPx: lifted.capHeightPx,
    specksDropped: lifted.specksDropped,
    printedLines: lifted.printedLines,
    order: Object.keys(doc.sheets).length,
    seating: {
      reference: icons ? 'icons' : 'one-factor',
      capReference: 'H',
      smallReference: 'x',
      baseline: 'given',
      capLinePx: null,
    },
  };
  d.put('sheets', row);
  for (const p of pieces) d.put('pieces', p);
  seatInto(doc, d, row, pieces);
  return d.done(`Add ${sheet.name}`);
}

/** A glyph name that font files may hold (OpenType, "post" version 2: letters, digits, period and underscore). */
const iconName = (name: string): string => {
  const plain = name.replace(/[^A-Za-z0-9._]+/g, '_').slice(0, 60);
  return /^[A-Za-z_]/.test(plain) ? plain : `icon_${plain}`;
};

/** Characters of the bill that no glyph with an outline stands for. */
export function missingOfBill(doc: Doc): string {
  const drawn = new Set(
    Object.values(doc.glyphs)
      .filter((g) => g.contours.length > 0 || g.components.length > 0)
      .flatMap((g) => g.codePoints),
  );
  return [...projectOf(doc).bill].filter((c) => !drawn.has(c.codePointAt(0)!)).join('');
}

export interface LiftResult {
  readonly skewRad: number;
  readonly capHeightPx: number;
  readonly specksDropped: number;
  readonly printedLines: number;
  readonly pieces: readonly (Omit<PieceRow, 'sheetId' | 'state'> & { readonly rejected?: boolean })[];
}

/**
 * Takes over what was found on a sheet: its pieces replaced, and every named piece made a glyph on the lines.
 * Glyphs of other sheets, and those edited by hand, stay as they are.
 */
export function takeLifted(doc: Doc, sheetId: string, result: LiftResult): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  const { skewRad, capHeightPx, specksDropped, printedLines } = result;
  d.put('sheets', { ...sheet, state: 'lifted', skewRad, capHeightPx, specksDropped, printedLines });
  const fresh = new Map(
    result.pieces.map(({ rejected, ...p }): [string, PieceRow] => [
      p.id,
      { ...p, sheetId, state: rejected ? 'dropped' : 'found' },
    ]),
  );
  const old = Object.values(doc.pieces).filter((p) => p.sheetId === sheetId);
  for (const p of old) if (!fresh.has(p.id)) d.remove('pieces', p.id);
  for (const p of fresh.values()) d.put('pieces', p);
  seatInto(doc, d, { ...sheet, skewRad }, [...fresh.values()]);
  return d.done(`Lift ${sheet.name}`);
}

/** Glyph id of a character in the style in hand, as new glyphs are called: "A", "eacute". */
const glyphIdOf = (char: string): string => glyphNameOf(char.codePointAt(0)!);

function glyphFor(doc: Doc, d: Draft, codePoint: number): GlyphRow | null {
  const id = glyphNameOf(codePoint);
  const direct = d.get('glyphs', id);
  if (direct) return direct;
  const other = Object.values(doc.glyphs).find((g) => g.codePoints.includes(codePoint));
  return other ? d.get('glyphs', other.id) : null;
}

/** Glyphs of the sheet's pieces made or moved to where the lines and the sheet's seating put them. */
function seatInto(doc: Doc, d: Draft, sheet: SheetRow, pieces: readonly PieceRow[]): void {
  const project = d.get('project', projectOf(doc).id)!;
  const named = pieces.filter((p) => p.state !== 'dropped' && p.char !== null);
  const seated = seatSheet(
    named.map((p) => ({ ...p, char: p.char! })),
    { ...sheet.seating, ...project.lines, skewRad: sheet.skewRad },
  );
  const live = new Set(pieces.map((p) => p.id));
  const placed = new Set<string>();
  for (const piece of named) {
    const letter = seated.letters.get(piece.id);
    if (!letter) continue;
    const codePoint = piece.char!.codePointAt(0)!;
    const name =
      piece.name !== null && codePoint >= PRIVATE[0] && codePoint <= PRIVATE[1]
        ? iconName(piece.name)
        : glyphIdOf(piece.char!);
    const glyph = glyphFor(doc, d, codePoint) ?? blankGlyph(glyphIdOf(piece.char!), name, [codePoint]);
    const own = glyph.source === null ? glyph.contours.length === 0 : live.has(glyph.source.pieceId);
    // Somebody else's drawing, or one worked on by hand, is never overwritten in silence.
    if (!own || glyph.handEdited || placed.has(glyph.id)) continue;
    placed.add(glyph.id);
    d.put('glyphs', {
      ...glyph,
      contours: letter.contours,
      layers: piece.layers.map((l) => ({
        paint: transformPaint(l.paint, letter.transform),
        contours: transformContours(l.contours, letter.transform),
      })),
      source: { pieceId: piece.id, transform: letter.transform },
    });
  }
  // Glyphs whose piece lost its name or was dropped have nothing to show any more.
  for (const g of Object.values(doc.glyphs)) {
    const lost = g.source !== null && g.source.pieceId.startsWith(`${sheet.id}:`) && !placed.has(g.id);
    if (lost && !g.handEdited) d.remove('glyphs', g.id);
  }
  const follows = sheet.seating.reference === 'one-factor' && seated.smallHeight !== null;
  const height = Math.round(seated.smallHeight ?? 0);
  if (follows && height !== project.lines.xHeight && leadsLines(doc, sheet)) {
    d.put('project', { ...project, lines: { ...project.lines, xHeight: height } });
  }
}

/** The first sheet on the table sets the x-height line; later ones have to fit it. */
const leadsLines = (doc: Doc, sheet: SheetRow): boolean =>
  Object.values(doc.sheets).every((s) => s.id === sheet.id || s.order >= sheet.order);

const piecesOf = (doc: Doc, sheetId: string): PieceRow[] =>
  Object.values(doc.pieces)
    .filter((p) => p.sheetId === sheetId)
    .sort((a, b) => a.order - b.order);

/** Gives a piece another character (or none), and its glyph with it. A piece that had the character loses it. */
export function relabelPiece(doc: Doc, pieceId: string, char: string | null): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.char === char && piece.state === 'accepted')) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p): PieceRow => {
    if (p.id === pieceId) return { ...p, char, confidence: 1, state: 'accepted' };
    return char !== null && p.char === char ? { ...p, char: null, confidence: 0 } : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done(char === null ? 'Take the character away' : `Name a piece ${char}`);
}

/** Accepts the finder's suggestion as it stands. */
export function acceptPieces(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const p = doc.pieces[id];
    if (p && p.char !== null && p.state !== 'accepted') d.put('pieces', { ...p, state: 'accepted' });
  }
  return d.done(ids.length === 1 ? 'Accept a piece' : `Accept ${ids.length} pieces`);
}

/** Declares a piece no letter (or a letter again). */
export function dropPiece(doc: Doc, pieceId: string, dropped: boolean): ProjectDiff | null {
  const piece = doc.pieces[pieceId];
  if (!piece || (piece.state === 'dropped') === dropped) return null;
  const sheet = doc.sheets[piece.sheetId]!;
  const d = draft(doc);
  const pieces = piecesOf(doc, sheet.id).map((p) =>
    p.id === pieceId ? { ...p, state: dropped ? ('dropped' as const) : ('found' as const) } : p,
  );
  d.put(
    'pieces',
    pieces.find((p) => p.id === pieceId)!,
  );
  seatInto(doc, d, sheet, pieces);
  return d.done(dropped ? 'Drop a piece' : 'Take a piece back');
}

/** A piece made by hand: its ink, its outline and what it probably is. */
export type MadePiece = Pick<
  PieceRow,
  'box' | 'seeds' | 'cuts' | 'outline' | 'layers' | 'char' | 'confidence'
>;

/** Pieces of a sheet replaced by others: one cut in two, two joined, or one added (nothing replaced). Reading order follows. */
export function replacePieces(
  doc: Doc,
  sheetId: string,
  gone: readonly string[],
  made: readonly MadePiece[],
  label: string,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet || made.length === 0) return null;
  const d = draft(doc);
  const old = piecesOf(doc, sheetId);
  const left = old.filter((p) => !gone.includes(p.id));
  const first = old.find((p) => gone.includes(p.id));
  let serial = old.reduce((n, p) => Math.max(n, Number(/:made(\d+)$/.exec(p.id)?.[1] ?? 0)), 0);
  const taken = new Set(left.filter((p) => p.state !== 'dropped').map((p) => p.char));
  const slope = Math.tan(sheet.skewRad);
  const level = (p: { box: PieceRow['box'] }) =>
    p.box.y + p.box.height / 2 - slope * (p.box.x + p.box.width / 2);
  const fresh = made.map((m): PieceRow => {
    const near =
      first ?? nearest(old, (p) => Math.abs(level(p) - level(m)) + 0.02 * Math.abs(p.box.x - m.box.x));
    const char = m.char !== null && !taken.has(m.char) ? m.char : null;
    if (char !== null) taken.add(char);
    return {
      ...m,
      char,
      confidence: char === null ? 0 : m.confidence,
      id: `${sheetId}:made${++serial}`,
      sheetId,
      name: null,
      state: 'found',
      order: 0,
      row: near?.row ?? 0,
      baselineY: near ? near.baselineY + slope * (m.box.x - near.box.x) : m.box.y + m.box.height,
    };
  });
  const middle = (p: PieceRow) => p.box.x + p.box.width / 2;
  const pieces = [...left, ...fresh]
    .sort((a, b) => a.row - b.row || middle(a) - middle(b))
    .map((p, order) => (p.order === order ? p : { ...p, order }));
  for (const id of gone) if (doc.pieces[id]) d.remove('pieces', id);
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, sheet, pieces);
  return d.done(label);
}

const nearest = (pieces: readonly PieceRow[], off: (p: PieceRow) => number): PieceRow | undefined =>
  pieces.reduce<PieceRow | undefined>((best, p) => (!best || off(p) < off(best) ? p : best), undefined);

/** A practice page as it was read: its straightened picture, and what it says of itself. */
export interface PracticeFacts {
  readonly pictureId: string;
  readonly originalId: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly code: string;
  readonly expected: string;
  readonly capLinePx: number;
  readonly name: string;
}

/**
 * Takes a practice page in: a new sheet, or, when the same page was there before, its better picture in its place; letters
 * of other sheets and those edited by hand stay.
 */
export function takePractice(
  doc: Doc,
  sheetId: string,
  facts: PracticeFacts,
  lifted: LiftResult,
): ProjectDiff | null {
  const old = doc.sheets[sheetId];
  const { code, capLinePx, ...rest } = facts;
  const row: SheetRow = {
    ...(old ?? {
      id: sheetId,
      recipeId: FIRST_RECIPE,
      order: Object.keys(doc.sheets).length,
    }),
    ...rest,
    kind: 'practice',
    practiceCode: code,
    state: 'added',
    skewRad: 0,
    capHeightPx: capLinePx,
    specksDropped: 0,
    printedLines: lifted.printedLines,
    seating: {
      reference: 'one-factor',
      capReference: 'H',
      smallReference: 'x',
      baseline: 'given',
      capLinePx,
    },
  };
  const d = draft(doc);
  d.put('sheets', row);
  const added = d.done(`Read ${facts.name}`)!;
  const taken = takeLifted(applyDiff(doc, added), sheetId, lifted);
  return taken ? { ...mergeDiffs(added, taken), label: added.label } : added;
}

/** The sheet that holds the same practice page, if any. */
export const sheetOfCode = (doc: Doc, code: string): SheetRow | undefined =>
  Object.values(doc.sheets).find((s) => s.practiceCode === code);

/** Seats all sheets again: after the lines or the seating changed. */
export function seatAll(doc: Doc, label = 'Seat all'): ProjectDiff | null {
  const d = draft(doc);
  for (const sheet of Object.values(doc.sheets)) seatInto(doc, d, sheet, piecesOf(doc, sheet.id));
  return d.done(label);
}

/** Changes lines or a sheet's seating and seats everything by them, as one step. */
export function changeSeating(
  doc: Doc,
  change: { lines?: Partial<SeatLines>; seating?: Partial<SheetRow['seating']> },
): ProjectDiff | null {
  const d = draft(doc);
  const project = projectOf(doc);
  const next = { ...project, lines: { ...project.lines, ...change.lines } };
  d.put('project', next);
  for (const sheet of Object.values(doc.sheets)) {
    const seating = { ...sheet.seating, ...change.seating };
    d.put('sheets', { ...sheet, seating });
    seatInto(doc, d, { ...sheet, seating }, piecesOf(doc, sheet.id));
  }
  return d.done('Change the lines');
}
type SeatLines = ReturnType<typeof projectOf>['lines'];

/** Takes a sheet, its pieces and the untouched glyphs made of them away. */
export function removeSheet(doc: Doc, sheetId: string): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  for (const p of piecesOf(doc, sheetId)) d.remove('pieces', p.id);
  for (const g of Object.values(doc.glyphs)) {
    if (g.source?.pieceId.startsWith(`${sheetId}:`) && !g.handEdited) d.remove('glyphs', g.id);
  }
  d.remove('sheets', sheetId);
  return d.done(`Remove ${sheet.name}`);
}

/**
 * A sheet's pieces with outlines traced anew by a changed recipe, and its glyphs with them, as one step. Pieces without a
 * new outline, and glyphs edited by hand, stay as they are.
 */
export function takeRetraced(
  doc: Doc,
  sheetId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
  traced: ReadonlyMap<
    string,
    { readonly outline: PieceRow['outline']; readonly layers: readonly ColourLayer[] }
  >,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  if (!sheet || !recipe) return null;
  const d = draft(doc);
  // Other sheets keep the recipe they were traced by.
  const shared = Object.values(doc.sheets).some((s) => s.id !== sheetId && s.recipeId === recipe.id);
  const id = shared ? `recipe of ${sheetId}` : recipe.id;
  d.put('recipes', { ...recipe, ...change, id });
  if (shared) d.put('sheets', { ...sheet, recipeId: id });
  const pieces = piecesOf(doc, sheetId).map((p) => {
    const fresh = traced.get(p.id);
    return fresh && fresh.outline.length > 0 ? { ...p, outline: fresh.outline, layers: fresh.layers } : p;
  });
  for (const p of pieces) if (p !== doc.pieces[p.id]) d.put('pieces', p);
  seatInto(doc, d, { ...sheet, recipeId: id }, pieces);
  return d.done(`Trace ${sheet.name} again`);
}

/** Changes what is said of a sheet; lifting again is up to the caller. */
export function changeSheet(
  doc: Doc,
  sheetId: string,
  change: Partial<Pick<SheetRow, 'expected' | 'name'>>,
): ProjectDiff | null {
  const sheet = doc.sheets[sheetId];
  if (!sheet) return null;
  const d = draft(doc);
  d.put('sheets', { ...sheet, ...change });
  return d.done('Change a sheet');
}

/** Changes a recipe; every sheet that uses it follows with its next lifting. */
export function changeRecipe(
  doc: Doc,
  recipeId: string,
  change: Partial<Omit<RecipeRow, 'id'>>,
): ProjectDiff | null {
  const recipe = doc.recipes[recipeId];
  if (!recipe) return null;
  const d = draft(doc);
  d.put('recipes', { ...recipe, ...change });
  return d.done('Change the recipe');
}
