import { counted } from '../../../../foundations/problems/counted';
import { compareNames } from '../../../../type/names/iconName';
import { draft, type ProjectDiff } from '../../changes/diff';
import { iconsOf } from '../../queries/glyphs';
import type { Doc } from '../../schema';

/** Tags of all icons by the alphabet, each with how many have it. `doc`: the style's view. */
export function tagsOf(doc: Doc): (readonly [tag: string, count: number])[] {
  const counts = new Map<string, number>();
  for (const tag of iconsOf(doc).flatMap((g) => g.tags)) counts.set(tag, (counts.get(tag) ?? 0) + 1);
  return [...counts].sort(([a], [b]) => compareNames(a, b));
}

/** Gives glyphs a tag, or takes it from them, as one step. Null when that changes none. */
export function tagGlyphs(
  doc: Doc,
  ids: readonly string[],
  tag: string,
  wanted: boolean,
): ProjectDiff | null {
  const word = tag.trim();
  if (word === '') return null;
  const d = draft(doc);
  let count = 0;
  for (const id of ids) {
    const glyph = doc.glyphs[id];
    if (!glyph || glyph.tags.includes(word) === wanted) continue;
    d.put('glyphs', {
      ...glyph,
      tags: wanted ? [...glyph.tags, word] : glyph.tags.filter((t) => t !== word),
    });
    count++;
  }
  return d.done(
    wanted ? `Tag ${counted(count, 'icon')} ${word}` : `Take ${word} from ${counted(count, 'icon')}`,
  );
}
