import { type ProjectDiff, draft } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { type Side, groupOf } from '../../queries/spacing';
import type { Doc } from '../../schema';
import { MOST_UNITS } from './bearings';

/** Kerning of one pair, em units. */
export function setKerning(doc: Doc, left: string, right: string, value: number): ProjectDiff | null {
  const id = `${left} ${right}`;
  const styleId = doc.glyphs[left]?.styleId ?? projectOf(doc).styleId;
  if (!known(doc, left) || !known(doc, right) || !(Math.abs(value) <= MOST_UNITS)) return null;
  const d = draft(doc);
  // 0 is an exception too when the letters' groups are kerned.
  const grouped = Object.values(doc.groups).some(
    (g) => g.glyphIds.includes(left) || g.glyphIds.includes(right),
  );
  if (value === 0 && !grouped) d.remove('kerning', id);
  else d.put('kerning', { id, styleId, left, right, value, fitted: false });
  return d.done('Change kerning');
}

const known = (doc: Doc, id: string) => doc.glyphs[id] !== undefined || doc.groups[id] !== undefined;

/** Takes a pair's own kerning away: its groups decide again. */
export function dropKerning(doc: Doc, left: string, right: string): ProjectDiff | null {
  const d = draft(doc);
  d.remove('kerning', `${left} ${right}`);
  return d.done('Take kerning away');
}

/** Kerning of the groups that two letters are in, each made a group of its own when it has none. One step. */
export function setGroupKerning(doc: Doc, left: string, right: string, value: number): ProjectDiff | null {
  if (!doc.glyphs[left] || !doc.glyphs[right] || !(Math.abs(value) <= MOST_UNITS)) return null;
  const { styleId } = projectOf(doc);
  const d = draft(doc);
  const group = (glyphId: string, side: Side): string => {
    const there = groupOf(doc, glyphId, side);
    if (there !== null) return there;
    const id = d.newId('groups', `${side} ${glyphId}`);
    d.put('groups', { id, styleId, side, glyphIds: [glyphId], fitted: false });
    return id;
  };
  const [a, b] = [group(left, 'left'), group(right, 'right')];
  const id = `${a} ${b}`;
  d.put('kerning', { id, styleId, left: a, right: b, value, fitted: false });
  d.remove('kerning', `${left} ${right}`);
  return d.done('Change kerning of groups');
}

/** Puts a letter into another letter's group, or into one of its own (null). */
export function joinGroup(doc: Doc, glyphId: string, side: Side, groupId: string | null): ProjectDiff | null {
  if (!doc.glyphs[glyphId] || groupOf(doc, glyphId, side) === groupId) return null;
  const d = draft(doc);
  for (const g of Object.values(doc.groups)) {
    if (g.side !== side) continue;
    const without = g.glyphIds.filter((id) => id !== glyphId);
    if (g.id === groupId) d.put('groups', { ...g, glyphIds: [...without, glyphId] });
    else if (without.length !== g.glyphIds.length) d.put('groups', { ...g, glyphIds: without });
  }
  return d.done('Change a group');
}
