// UFO 3 (unifiedfontobject.org), groups.plist and kerning.plist.
import { idFor } from '../../../project/document/identity';
import type { Doc } from '../../../project/document/schema';
import { isDict, type Plist } from './plist';
import type { ReadUfo } from './openUfo';

/** Groups that kern, by how their names begin: those of first and of second glyphs. */
const SIDES = [
  ['public.kern1.', 'left'],
  ['public.kern2.', 'right'],
] as const;

interface Naming {
  readonly projectId: string;
  readonly styleId: string;
  readonly idOf: (glyph: string) => string;
}

/** Groups and kerning as rows; what names glyphs or groups that aren't there is left out. */
export function kerningRows(
  ufo: ReadUfo,
  { projectId, styleId, idOf }: Naming,
): Pick<Doc, 'kerning' | 'groups'> {
  const groups: Record<string, Doc['groups'][string]> = {};
  const byName = new Map<string, string>();
  for (const [prefix, side] of SIDES)
    for (const [name, members] of Object.entries(ufo.groups)) {
      if (!name.startsWith(prefix) || !Array.isArray(members)) continue;
      const glyphIds = (members as readonly Plist[]).flatMap((m) =>
        typeof m === 'string' && ufo.glyphs.has(m) ? [idOf(m)] : [],
      );
      if (glyphIds.length === 0) continue;
      const id = idFor(projectId, 'groups', name);
      byName.set(name, id);
      groups[id] = { id, styleId, side, glyphIds, fitted: false };
    }
  const sideOf = (name: string): string | null =>
    byName.get(name) ?? (ufo.glyphs.has(name) ? idOf(name) : null);
  const kerning: Record<string, Doc['kerning'][string]> = {};
  for (const [first, seconds] of Object.entries(ufo.kerning))
    for (const [second, value] of isDict(seconds) ? Object.entries(seconds) : []) {
      const [left, right] = [sideOf(first), sideOf(second)];
      if (left === null || right === null || typeof value !== 'number' || value === 0) continue;
      const id = idFor(projectId, 'kerning', `${left} ${right}`);
      kerning[id] = { id, styleId, left, right, value: Math.round(value), fitted: false };
    }
  return { groups, kerning };
}
