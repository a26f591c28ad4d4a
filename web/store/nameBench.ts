import { create } from 'zustand';
import { nameGlyph } from '../../core/project/document/commands/glyphs/codePoints';
import { namePiece, type WhenTaken, relabelPiece } from '../../core/project/document/commands/pieces/named';
import { glyphOfCodePoint } from '../../core/project/document/queries/lookups';
import { isWorkedOn } from '../../core/project/document/queries/glyphs';
import type { Doc, GlyphRow, PieceRow } from '../../core/project/document/schema';
import { problem } from '../../core/foundations/problems/problem';
import { useProject } from './projectStore';

/** What is to be given a character: a piece of a sheet, or a glyph. */
export type Namable = { readonly kind: 'piece' | 'glyph'; readonly id: string };

interface NameBench {
  readonly tab: string;
  /** A nameless piece that was taken in hand. */
  readonly pieceId: string | null;
  /** A character that is taken, and who asks for it: what becomes of both is a person's choice. */
  readonly asked: { readonly what: Namable; readonly char: string } | null;
  /** Naming by order. */
  readonly sheetId: string | null;
  readonly list: string;
  readonly onlyNameless: boolean;
  /** Pieces that a person left out of the order, or took into it though they were left out. */
  readonly leftOut: ReadonlySet<string>;
}

export const useNameBench = create<NameBench>(() => ({
  tab: 'letter',
  pieceId: null,
  asked: null,
  sheetId: null,
  list: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
  onlyNameless: false,
  leftOut: new Set(),
}));

/** Pieces of all sheets that are letters and have no character, in order. */
export const namelessPieces = (doc: Doc): PieceRow[] =>
  Object.values(doc.pieces)
    .filter((p) => p.char === null && p.state !== 'dropped' && p.outline.length > 0)
    .sort(
      (a, b) =>
        (doc.sheets[a.sheetId]?.order ?? 0) - (doc.sheets[b.sheetId]?.order ?? 0) || a.order - b.order,
    );

/** The drawing that has a character, when it isn't the one that asks for it. */
export function ownerOf(doc: Doc, what: Namable, char: string): GlyphRow | null {
  const owner = glyphOfCodePoint(doc, char.codePointAt(0)!);
  if (!owner || owner.contours.length === 0) return null;
  if (what.kind === 'glyph' ? owner.id === what.id : owner.source?.pieceId === what.id) return null;
  return owner;
}

/**
 * Gives a piece its character where one looks at its sheet. Another piece of the sheet that had it loses it, and that is told:
 * it would be missing from the font without a word.
 */
export function namePieceOfSheet(pieceId: string, char: string): void {
  const { doc, commit, showProblems } = useProject.getState();
  const piece = doc?.pieces[pieceId];
  if (!doc || !piece) return;
  const losers = losersOf(doc, piece, char);
  commit(relabelPiece(doc, pieceId, char));
  const place = { file: doc.sheets[piece.sheetId]?.name };
  showProblems(
    losers.map((p) => problem({ code: 'character-moved', char, piece: p.order + 1 }, 'note', place)),
  );
}

/** Pieces of the same sheet that lose a character when another piece gets it. */
const losersOf = (doc: Doc, piece: PieceRow, char: string): PieceRow[] =>
  Object.values(doc.pieces).filter(
    (p) =>
      p.id !== piece.id &&
      p.sheetId === piece.sheetId &&
      p.state !== 'dropped' &&
      p.char === char &&
      p.variant === piece.variant,
  );

/** Whether a drawing may lose its character to another: what was made by hand may not. */
export const mayLose = (owner: GlyphRow): boolean => !isWorkedOn(owner);

/** Gives a character; asks first when another drawing has it. */
export function giveCharacter(what: Namable, char: string, whenTaken?: WhenTaken): void {
  const { doc, commit } = useProject.getState();
  if (!doc) return;
  if (whenTaken === undefined && ownerOf(doc, what, char))
    return useNameBench.setState({ asked: { what, char } });
  const how = whenTaken ?? 'replace';
  commit(what.kind === 'piece' ? namePiece(doc, what.id, char, how) : nameGlyph(doc, what.id, char, how));
  useNameBench.setState({ asked: null, pieceId: null });
}
