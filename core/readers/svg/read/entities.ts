import { fail, ok, type Result } from '../../../foundations/problems/problem';

/** Drawing programs define a dozen entities for namespaces; these are far beyond that. */
const LIMITS = { count: 500, expanded: 100_000, depth: 20 };

/**
 * Internal entities of a document type (XML 1.0, 4.2.1), each with what it stands for, entities within it put in. External
 * ones are left out: nothing outside the file is read. Fails with 'svg-too-large' when they grow beyond all use, and with
 * 'svg-broken' when they hold each other.
 */
export function readEntities(text: string): Result<Record<string, string>> {
  const none: Result<Record<string, string>> = ok({});
  const start = text.indexOf('<!DOCTYPE');
  // A document type stands before the root element.
  const root = text.search(/<(\w+:)?svg[\s>/]/);
  if (start < 0 || (root >= 0 && start > root)) return none;
  const open = text.indexOf('[', start);
  const close = text.indexOf(']', start);
  if (open < 0 || close < 0 || (root >= 0 && open > root)) return none;
  const raw = new Map<string, string>();
  const subset = text.slice(open + 1, close);
  for (const [, name, double, single] of subset.matchAll(
    /<!ENTITY\s+([\w.:-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g,
  )) {
    if (raw.size >= LIMITS.count) return fail({ code: 'svg-too-large', limit: `${LIMITS.count} entities` });
    // The first of a name counts.
    if (!raw.has(name!)) raw.set(name!, double ?? single ?? '');
  }
  const out: Record<string, string> = Object.create(null) as Record<string, string>;
  let size = 0;
  for (const name of raw.keys()) {
    const value = expand(raw, name, []);
    if (!value.ok) return value;
    size += value.value.length;
    if (size > LIMITS.expanded)
      return fail({ code: 'svg-too-large', limit: `${LIMITS.expanded} characters of entities` });
    out[name] = value.value;
  }
  return ok(out);
}

function expand(raw: ReadonlyMap<string, string>, name: string, within: readonly string[]): Result<string> {
  if (within.includes(name)) return fail({ code: 'svg-broken', reason: `the entity "${name}" holds itself` });
  if (within.length > LIMITS.depth)
    return fail({ code: 'svg-too-large', limit: `${LIMITS.depth} entities in each other` });
  let text = '';
  let at = 0;
  const value = raw.get(name)!;
  for (const match of value.matchAll(/&([\w.:-]+);/g)) {
    text += value.slice(at, match.index);
    at = match.index + match[0].length;
    if (!raw.has(match[1]!)) text += match[0];
    else {
      const inner = expand(raw, match[1]!, [...within, name]);
      if (!inner.ok) return inner;
      text += inner.value;
    }
    if (text.length > LIMITS.expanded)
      return fail({ code: 'svg-too-large', limit: `${LIMITS.expanded} characters of entities` });
  }
  return ok(text + value.slice(at));
}
