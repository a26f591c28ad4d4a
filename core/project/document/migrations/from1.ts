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

/** New ids by old ones, for each table that has ids of its own. */
class NewIds {
  readonly glyphs: Map<string, string>;
  readonly groups: Map<string, string>;
  readonly sheets: Map<string, string>;
  readonly pieces: Map<string, string>;
  readonly recipes: Map<string, string>;
  private readonly sheetOfPiece: Map<string, string>;

  constructor(data: Record<string, unknown>) {
    this.glyphs = renumbered(data, 'glyphs', (id, g) => text(g.name) || id);
    this.groups = renumbered(data, 'groups', (id) => id);
    this.sheets = renumbered(data, 'sheets', (id) => id);
    this.pieces = renumbered(data, 'pieces', (id) => id);
    // The recipe that every project begins with keeps its id.
    this.recipes = renumbered(data, 'recipes', (id) => id).set('ink on paper', 'ink on paper');
    this.sheetOfPiece = new Map(rowsOf(data, 'pieces').map(([id, p]) => [id, text(p.sheetId)]));
  }

  /** A glyph's new id; null for one that isn't there. */
  glyph(id: unknown): string | null {
    return this.glyphs.get(text(id)) ?? null;
  }

  /** New id of a side of kerning, which is a group or a glyph. */
  side(id: unknown): string | null {
    return this.groups.get(text(id)) ?? this.glyph(id);
  }

  source(old: PlainRow | null): PlainRow | null {
    const pieceId = text(old?.pieceId);
    const sheetId = this.sheets.get(this.sheetOfPiece.get(pieceId) ?? '');
    const known = sheetId !== undefined && this.pieces.has(pieceId);
    return old && known ? { ...old, pieceId: this.pieces.get(pieceId), sheetId } : null;
  }
}

function glyphWith(ids: NewIds, g: PlainRow, id: string): PlainRow {
  const follows = object(g.follows);
  const kept = list(g.components).flatMap((c) => {
    const glyphId = ids.glyph(object(c)?.glyphId);
    return glyphId === null ? [] : [{ ...object(c), glyphId }];
  });
  const of = new Set(kept.map((c) => (c as PlainRow).id));
  return {
    ...g,
    id: ids.glyphs.get(id),
    components: kept,
    contours: list(g.contours).map((c) => {
      const { of: part, ...own } = object(c) ?? {};
      return part === undefined || of.has(part) ? c : own;
    }),
    follows: { left: ids.glyph(follows?.left), right: ids.glyph(follows?.right) },
    source: ids.source(object(g.source)),
  };
}

function styleWith(ids: NewIds, s: PlainRow): PlainRow {
  const fit = object(s.fit);
  const reference = object(fit?.reference);
  if (!fit || !reference) return s;
  const [left, right] = [ids.glyph(reference.left), ids.glyph(reference.right)];
  return { ...s, fit: { ...fit, reference: left && right ? { ...reference, left, right } : null } };
}

const isMadeHere = (s: PlainRow) => s.kind === 'written' || s.kind === 'built';

/**
 * Version 1: glyphs were called by their names, pieces by their sheets' ids, sheets made in the app by their kind. A glyph
 * renamed by hand had left references behind that point at nothing; those are let go, since nobody can tell any more what
 * they meant.
 */
export const from1: Migration = (data) => {
  const ids = new NewIds(data);
  return {
    ...data,
    glyphs: mapped(data, 'glyphs', (g, id) => glyphWith(ids, g, id)),
    sheets: mapped(data, 'sheets', (s, id) => ({
      ...s,
      id: ids.sheets.get(id),
      recipeId: ids.recipes.get(text(s.recipeId)) ?? s.recipeId,
      pictureId: isMadeHere(s) ? null : s.pictureId,
    })),
    recipes: mapped(data, 'recipes', (r, id) => ({ ...r, id: ids.recipes.get(id) })),
    pieces: mapped(data, 'pieces', (p, id) => {
      const sheetId = ids.sheets.get(text(p.sheetId));
      return sheetId ? { ...p, id: ids.pieces.get(id), sheetId } : null;
    }),
    groups: mapped(data, 'groups', (g, id) => ({
      ...g,
      id: ids.groups.get(id),
      fitted: id.startsWith(FITTED),
      glyphIds: list(g.glyphIds).flatMap((x) => ids.glyph(x) ?? []),
    })),
    kerning: mapped(data, 'kerning', (k) => {
      const [left, right] = [ids.side(k.left), ids.side(k.right)];
      return left && right ? { ...k, id: `${left} ${right}`, left, right } : null;
    }),
    styles: mapped(data, 'styles', (s) => styleWith(ids, s)),
  };
};
