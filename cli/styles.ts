import { stylesInOrder } from '../core/project/document/queries/styles';
import type { Doc } from '../core/project/document/schema';
import { UsageError } from './arguments';

/** The style of a name; UsageError when there is none. */
export function styleNamed(doc: Doc, name: string): string {
  const found = stylesInOrder(doc).find((s) => s.name.toLowerCase() === name.trim().toLowerCase());
  const known = stylesInOrder(doc).map((s) => s.name);
  if (!found) throw new UsageError(`there is no style ${name}; there are ${known.join(', ')}`);
  return found.id;
}
