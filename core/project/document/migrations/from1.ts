import { idFor } from '../identity';
import type { TableName } from '../schema';
import { rowsOf, type Migration, type PlainRow } from './migration';

/** Groups of the automatic fit were known by the beginning of their ids. */
const FITTED = '@fit ';

/** New ids of a table's rows by their old ones, given in the order of the rows. */
function renumbered(
  data: Record<string, unknown>,
  table: TableName,
  label: (id: string, row: PlainRow) => string,
): Map<string, string> {
  const [projectId = ''] = Object.keys((data.project ?? {}) as object);
  const taken = new Set<string>();
  return new Map(
    rowsOf(data, table).map(([id, row]) => {
      let k = 0;
      while (taken.has(idFor(projectId, table, label(id, row), k))) k++;
      const fresh = idFor(projectId, table, label(id, row), k);
      taken.add(fresh);
      return [id, fresh];
    }),
  );
}

const text = (v: unknown): string => (typeof v === 'string' ? v : '');
const list = (v: unknown): unknown[] => (Array.isArray(v) ? v : []);
const object = (v: unknown): PlainRow | null =>
  typeof v === 'object' && v !== null ? (v as PlainRow) : null;

/** Rows with their own ids and those of other rows put in the place of the old ones; null takes a row out. */
function mapped(
  data: Record<string, unknown>,
  table: string,
  map: (row: PlainRow, id: string) => PlainRow | null,
): Record<string, PlainRow> {
  return Object.fromEntries(
    rowsOf(data, table).flatMap(([id, row]) => {
      const next = map(row, id);
      return next ? [[text(next.id), next]] : [];
    }),
  );
}

/**
 * Version 1: glyphs were called by their names, pieces by their sheets' ids, sheets made in the app by their kind. A glyph
 * renamed by hand had left references behind that point at nothing; those are let go, since nobody can tell any more what
 * they meant.
 */
export const from1: Migration = (data) => {
  const glyphs = renumbered(data, 'glyphs', (id, g) => text(g.name) || id);
  const groups = renumbered(data, 'groups', (id) => id);
  const sheets = renumbered(data, 'sheets', (id) => id);
  const pieces = renumbered(data, 'pieces', (id) => id);
  const recipes = renumbered(data, 'recipes', (id) => id);
  // The recipe that every project begins with keeps its id.
  recipes.set('ink on paper', 'ink on paper');
  const sheetOfPiece = new Map(rowsOf(data, 'pieces').map(([id, p]) => [id, text(p.sheetId)]));
  const glyphOrNone = (id: unknown) => glyphs.get(text(id)) ?? null;
  const side = (id: unknown) => groups.get(text(id)) ?? glyphOrNone(id);

  const source = (old: PlainRow | null) => {
    const pieceId = text(old?.pieceId);
    const sheetId = sheets.get(sheetOfPiece.get(pieceId) ?? '');
    return old && sheetId && pieces.has(pieceId) ? { ...old, pieceId: pieces.get(pieceId), sheetId } : null;
  };
  const glyph = (g: PlainRow, id: string): PlainRow => {
    const follows = object(g.follows);
    const kept = list(g.components).flatMap((c) => {
      const glyphId = glyphOrNone(object(c)?.glyphId);
      return glyphId === null ? [] : [{ ...object(c), glyphId }];
    });
    const of = new Set(kept.map((c) => (c as PlainRow).id));
    return {
      ...g,
      id: glyphs.get(id),
      components: kept,
      contours: list(g.contours).map((c) => {
        const { of: part, ...own } = object(c) ?? {};
        return part === undefined || of.has(part) ? c : own;
      }),
      follows: { left: glyphOrNone(follows?.left), right: glyphOrNone(follows?.right) },
      source: source(object(g.source)),
    };
  };
  const style = (s: PlainRow): PlainRow => {
    const fit = object(s.fit);
    const reference = object(fit?.reference);
    if (!fit || !reference) return s;
    const [left, right] = [glyphOrNone(reference.left), glyphOrNone(reference.right)];
    return { ...s, fit: { ...fit, reference: left && right ? { ...reference, left, right } : null } };
  };
  const made = (s: PlainRow) => s.kind === 'written' || s.kind === 'built';

  return {
    ...data,
    glyphs: mapped(data, 'glyphs', glyph),
    sheets: mapped(data, 'sheets', (s, id) => ({
      ...s,
      id: sheets.get(id),
      recipeId: recipes.get(text(s.recipeId)) ?? s.recipeId,
      pictureId: made(s) ? null : s.pictureId,
    })),
    recipes: mapped(data, 'recipes', (r, id) => ({ ...r, id: recipes.get(id) })),
    pieces: mapped(data, 'pieces', (p, id) => {
      const sheetId = sheets.get(text(p.sheetId));
      return sheetId ? { ...p, id: pieces.get(id), sheetId } : null;
    }),
    groups: mapped(data, 'groups', (g, id) => ({
      ...g,
      id: groups.get(id),
      fitted: id.startsWith(FITTED),
      glyphIds: list(g.glyphIds).flatMap((x) => glyphOrNone(x) ?? []),
    })),
    kerning: mapped(data, 'kerning', (k) => {
      const [left, right] = [side(k.left), side(k.right)];
      return left && right ? { ...k, id: `${left} ${right}`, left, right } : null;
    }),
    styles: mapped(data, 'styles', style),
  };
};
