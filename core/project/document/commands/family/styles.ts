import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { inStyle, stylesInOrder } from '../../queries/styles';
import type { Doc, StyleRow } from '../../schema';
import { isFreeName } from './addStyle';

/** A style's name, weight (1 to 1000) or whether it is an italic changed. Null when nothing changes or another style has the name. */
export function changeStyle(
  doc: Doc,
  styleId: string,
  change: Partial<Pick<StyleRow, 'name' | 'weightClass' | 'italic'>>,
): ProjectDiff | null {
  const style = doc.styles[styleId];
  if (!style || (change.name !== undefined && !isFreeName(doc, change.name, styleId))) return null;
  const next = { ...style, ...change, name: (change.name ?? style.name).trim() };
  const keys = ['name', 'weightClass', 'italic'] as const;
  if (keys.every((k) => next[k] === style[k])) return null;
  const d = draft(doc);
  d.put('styles', next);
  return d.done(change.name === undefined ? `Change ${style.name}` : `Rename ${style.name}`);
}

/** A style away with its letters, spacing, rules and sheets. Null for the last one. */
export function removeStyle(doc: Doc, styleId: string): ProjectDiff | null {
  const style = doc.styles[styleId];
  const [first] = stylesInOrder(doc).filter((s) => s.id !== styleId);
  if (!style || !first) return null;
  const d = draft(doc);
  // Sheets that say nothing of their style are the first one's: they would fall to the next.
  const own = inStyle(doc, styleId);
  for (const s of Object.values(own.sheets)) d.remove('sheets', s.id);
  for (const table of ['glyphs', 'groups', 'kerning', 'features'] as const)
    for (const row of Object.values(own[table])) d.remove(table, row.id);
  d.remove('styles', styleId);
  const project = projectOf(doc);
  const beneath = project.underlay?.styleId === styleId;
  if (project.styleId === styleId || beneath)
    d.put('project', {
      ...project,
      styleId: project.styleId === styleId ? first.id : project.styleId,
      underlay: beneath ? null : project.underlay,
    });
  return d.done(`Remove the style ${style.name}`);
}

/** The style that a family is opened with, and that files of a single font are made of. Null when it is so already. */
export function takeStyleInHand(doc: Doc, styleId: string): ProjectDiff | null {
  const project = projectOf(doc);
  if (!doc.styles[styleId] || project.styleId === styleId) return null;
  const d = draft(doc);
  d.put('project', { ...project, styleId });
  return d.done(`Open with ${doc.styles[styleId].name}`);
}
