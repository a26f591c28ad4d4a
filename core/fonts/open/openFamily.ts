import { nth } from '../../foundations/lists/nth';
import { ok, type Problem, type Result } from '../../foundations/problems/problem';
import type { OpenableFont } from './anyFont';
import { joinStyles } from './joinStyles';
import type { OpenAs, OpenedFont } from './openFont';

/**
 * Fonts as one project: each a style of it. One font alone is opened as it is, at the places of its axes that are asked for; of several each is
 * opened at its default. Fails when one can't be opened.
 */
export function openFamily(fonts: readonly OpenableFont[], as: OpenAs): Result<OpenedFont> {
  if (fonts.length === 1) return nth(fonts, 0).open(as);
  const docs = [];
  const problems = new Map<string, Problem>();
  const files = new Map<string, Uint8Array>();
  for (const [k, font] of fonts.entries()) {
    const opened = font.open({ ...as, id: `${as.id} ${k}`, places: [] });
    if (!opened.ok) return opened;
    docs.push(opened.value.doc);
    for (const [id, file] of opened.value.files ?? []) files.set(id, file);
    // What all of them say is said once.
    for (const p of opened.value.problems) problems.set(JSON.stringify(p), p);
  }
  return ok({ doc: joinStyles(docs, as.id), problems: [...problems.values()], files });
}
