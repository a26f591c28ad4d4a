import { projectOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import { substituted } from '../features/setGlyphs';
import { fontData } from './fontData';
import { withLeaning } from './leaning';

/** How often the same drawing comes again in a text as the font sets it. */
export interface Repeats {
  readonly words: number;
  /** Words in which a drawing stands twice. */
  readonly again: readonly string[];
  /** Words in which it stands twice side by side. */
  readonly beside: readonly string[];
}

/** Words of a text in which the same drawing comes again; each is told once. Words with characters that the font lacks are passed over. */
export function repeatsIn(project: Doc, text: string): Repeats {
  const doc = withLeaning(project);
  const font = fontData(doc, projectOf(doc).styleId);
  const words = [...new Set(text.match(/[\p{L}\p{M}]+/gu) ?? [])];
  const found = words.flatMap((word) => {
    const run = [...word].map((c) => font.mapping.get(c.codePointAt(0) ?? 0));
    if (!run.every((g) => g !== undefined)) return [];
    const set = substituted(font.layout, run);
    const beside = set.some((g, i) => g === set[i + 1]);
    return [{ word, beside, again: new Set(set).size < set.length }];
  });
  return {
    words: found.length,
    again: found.filter((f) => f.again).map((f) => f.word),
    beside: found.filter((f) => f.beside).map((f) => f.word),
  };
}
