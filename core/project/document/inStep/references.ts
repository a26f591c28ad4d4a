import { applyDiff, draft, mergeDiffs, type Draft, type ProjectDiff } from '../changes/diff';
import type { Doc, GlyphRow } from '../schema';
import { pruneRules } from './rules';

/** Ids of rows that an edit takes away, by table. */
const removed = (diff: ProjectDiff, table: 'glyphs' | 'groups' | 'pieces' | 'sheets'): Set<string> =>
  new Set(diff.changes.flatMap((c) => (c.table === table && c.after === null ? [c.id] : [])));

/**
 * The same edit with every reference to a row that it takes away let go: kerning, groups, sides that followed, the reference
 * pair of a fit, rules of features, pieces of a sheet, and outlines' ties to their piece. Components are let go by `partsInStep`, which keeps
 * their outlines. Costs nothing when nothing is taken away.
 */
export function referencesInStep(doc: Doc, diff: ProjectDiff): ProjectDiff {
  const glyphs = removed(diff, 'glyphs');
  const pieces = removed(diff, 'pieces');
  const groups = removed(diff, 'groups');
  const sheets = removed(diff, 'sheets');
  if (glyphs.size + pieces.size + groups.size + sheets.size === 0) return diff;
  const d = draft(applyDiff(doc, diff));
  for (const p of d.all('pieces'))
    if (sheets.has(p.sheetId)) {
      d.remove('pieces', p.id);
      pieces.add(p.id);
    }
  if (glyphs.size > 0) {
    leaveGroups(d, glyphs, groups);
    pruneRules(d, (id) => !glyphs.has(id));
  }
  for (const k of d.all('kerning'))
    if ([k.left, k.right].some((side) => glyphs.has(side) || groups.has(side))) d.remove('kerning', k.id);
  for (const g of d.all('glyphs')) letGo(d, g, glyphs, pieces);
  for (const s of d.all('styles')) {
    const { reference } = s.fit;
    if (reference && (glyphs.has(reference.left) || glyphs.has(reference.right)))
      d.put('styles', { ...s, fit: { ...s.fit, reference: null } });
  }
  const step = d.done(diff.label);
  return step ? mergeDiffs(diff, step) : diff;
}

/** Groups without the glyphs that are gone; one left without any goes too. */
function leaveGroups(d: Draft, gone: ReadonlySet<string>, groups: Set<string>): void {
  for (const g of d.all('groups')) {
    const left = g.glyphIds.filter((id) => !gone.has(id));
    if (left.length === g.glyphIds.length) continue;
    if (left.length > 0) d.put('groups', { ...g, glyphIds: left });
    else {
      d.remove('groups', g.id);
      groups.add(g.id);
    }
  }
}

function letGo(d: Draft, g: GlyphRow, glyphs: ReadonlySet<string>, pieces: ReadonlySet<string>): void {
  const loose = (side: 'left' | 'right') => {
    const leader = g.follows[side];
    return leader !== null && glyphs.has(leader) ? null : leader;
  };
  const follows = { left: loose('left'), right: loose('right') };
  const source = g.source && pieces.has(g.source.pieceId) ? null : g.source;
  if (follows.left !== g.follows.left || follows.right !== g.follows.right || source !== g.source)
    d.put('glyphs', { ...g, follows, source });
}
