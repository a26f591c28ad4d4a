import type { Doc, GlyphRow, PieceRow } from '../project/document/schema';

/** A document's glyphs by their names, which tests know; ids are opaque. */
export const byName = (doc: Pick<Doc, 'glyphs'>): Record<string, GlyphRow | undefined> =>
  Object.fromEntries(Object.values(doc.glyphs).map((g) => [g.name, g]));

/** The id of the piece at a place in its sheet's reading order. RangeError when there is none. */
export function pieceAt(doc: Pick<Doc, 'pieces'>, sheetId: string, order: number): string {
  const piece: PieceRow | undefined = Object.values(doc.pieces).find(
    (p) => p.sheetId === sheetId && p.order === order,
  );
  if (!piece) throw new RangeError(`no piece ${order} on ${sheetId}`);
  return piece.id;
}

/**
 * The same document with ids that tests can write down: glyphs by their names, pieces as "sheet:place". Nothing in a document
 * depends on what ids say, so it is the same document.
 */
export function readableIds(doc: Doc): Doc {
  const to = new Map<string, string>();
  for (const g of Object.values(doc.glyphs)) to.set(g.id, g.name);
  for (const p of Object.values(doc.pieces)) to.set(p.id, `${p.sheetId}:${p.order}`);
  const text = JSON.stringify(doc).replace(/"([0-9a-f]{12})"/g, (all, id: string) =>
    to.has(id) ? JSON.stringify(to.get(id)) : all,
  );
  return JSON.parse(text) as Doc;
}
