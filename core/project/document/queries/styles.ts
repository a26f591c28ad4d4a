import type { ProjectDiff, RowChange } from '../changes/diff';
import { projectOf } from '../newProject';
import type { Doc, StyleRow } from '../schema';

/** Styles of a family in the order in which they are listed. */
export const stylesInOrder = (doc: Pick<Doc, 'styles'>): StyleRow[] =>
  Object.values(doc.styles).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** The style that sheets belong to which say nothing of it: the family's first. */
const firstStyleOf = (doc: Pick<Doc, 'styles'>): string | undefined => stylesInOrder(doc)[0]?.id;

/** Rows of one style among those of all, kept by table: tables are immutable, and so is what is chosen from them. */
type Chosen = Map<string, object>;
const chosen = new WeakMap<object, Chosen>();

function rowsOf<R extends { readonly id: string }>(
  table: Readonly<Record<string, R>>,
  key: string,
  belongs: (row: R) => boolean,
): Readonly<Record<string, R>> {
  const known: Chosen = chosen.get(table) ?? new Map<string, object>();
  chosen.set(table, known);
  const there = known.get(key) as Readonly<Record<string, R>> | undefined;
  if (there) return there;
  const made = Object.fromEntries(Object.entries(table).filter(([, row]) => belongs(row)));
  known.set(key, made);
  return made;
}

/** Views made so far: documents are immutable. */
const views = new WeakMap<Doc, Map<string, Doc>>();

/**
 * A document as its style shows it: with that style in hand, and of letters, spacing, rules, sheets and pieces only those that belong to
 * it. Commands that are given it work on that style alone, and their answer is an edit of the whole document as well (`ofWhole`). The same
 * document while it has one style; the same view for the same document. The style in hand when there is no such style.
 */
export function inStyle(doc: Doc, styleId: string): Doc {
  const project = projectOf(doc);
  const id = doc.styles[styleId] ? styleId : project.styleId;
  if (Object.keys(doc.styles).length < 2) return doc;
  const known = views.get(doc) ?? new Map<string, Doc>();
  views.set(doc, known);
  const made = known.get(id) ?? viewOf(doc, id);
  known.set(id, made);
  return made;
}

/** Project rows with another style in hand, so that a row that didn't change stays the same row. */
const projects = new WeakMap<object, Map<string, Doc['project']>>();

function projectIn(doc: Doc, styleId: string): Doc['project'] {
  const row = projectOf(doc);
  if (row.styleId === styleId) return doc.project;
  const known = projects.get(row) ?? new Map<string, Doc['project']>();
  projects.set(row, known);
  const made = known.get(styleId) ?? { [row.id]: { ...row, styleId } };
  known.set(styleId, made);
  return made;
}

function viewOf(doc: Doc, styleId: string): Doc {
  const first = firstStyleOf(doc);
  const own = (row: { readonly styleId: string }) => row.styleId === styleId;
  const sheets = rowsOf(doc.sheets, `${styleId}/${first}`, (s) => (s.styleId ?? first) === styleId);
  const all = Object.keys(sheets).length === Object.keys(doc.sheets).length;
  return {
    ...doc,
    project: projectIn(doc, styleId),
    glyphs: rowsOf(doc.glyphs, styleId, own),
    groups: rowsOf(doc.groups, styleId, own),
    kerning: rowsOf(doc.kerning, styleId, own),
    features: rowsOf(doc.features, styleId, own),
    sheets,
    pieces: all
      ? doc.pieces
      : rowsOf(
          doc.pieces,
          `${styleId}/${Object.keys(sheets).join()}`,
          (p) => sheets[p.sheetId] !== undefined,
        ),
  };
}

/** An edit that was worked out on a style's view, as one of the whole document: which style the project opens with stays as it is. */
export function ofWhole(whole: Doc, diff: ProjectDiff): ProjectDiff {
  const { id, styleId } = projectOf(whole);
  const changes = diff.changes.map((c) => {
    const isOfView = c.table === 'project' && c.before !== null && c.before !== whole.project[id];
    return isOfView ? ({ ...c, before: whole.project[id], after: { ...c.after, styleId } } as RowChange) : c;
  });
  return { ...diff, changes };
}

/** The styles whose rows an edit changes. */
export function stylesOf(doc: Doc, diff: ProjectDiff): string[] {
  const first = firstStyleOf(doc) ?? '';
  const ids = diff.changes.flatMap((c) => {
    const row = c.after ?? c.before;
    if (!row || c.table === 'project' || c.table === 'styles') return [];
    if ('styleId' in row) return [row.styleId ?? first];
    const sheet = 'sheetId' in row ? doc.sheets[row.sheetId] : undefined;
    return sheet ? [sheet.styleId ?? first] : [];
  });
  return [...new Set(ids)];
}
