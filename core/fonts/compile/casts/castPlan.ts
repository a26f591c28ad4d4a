import type { Doc } from '../../../project/document/schema';
import { isOfFamily, type CastFormat } from './formats';

/** A file to be made. */
export interface Cast {
  readonly format: CastFormat;
  readonly styleId: string;
}

/** The files of some formats: one for each style of the family in its order, and one for all where a format holds them all. */
export function castPlan(doc: Doc, formats: readonly CastFormat[]): Cast[] {
  const styles = Object.values(doc.styles).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  const [first] = styles;
  return formats.flatMap((format) =>
    (isOfFamily(format) ? (first ? [first] : []) : styles).map((s) => ({ format, styleId: s.id })),
  );
}
