import { castingOf } from '../../../project/document/newProject';
import { isInFont } from '../../../project/document/queries/inFont';
import { stylesInOrder } from '../../../project/document/queries/styles';
import type { Doc } from '../../../project/document/schema';
import { isOfFamily, type CastFormat } from './formats';

/** A file to be made. */
export interface Cast {
  readonly format: CastFormat;
  readonly styleId: string;
  /** Of which cut of the family, in the order of the casting's; null = of the family itself. */
  readonly cut: number | null;
}

/** The files of some formats: one for each style of the family in its order, and one for all where a format holds them all; then the same of each cut. Styles without letters are left out. */
export function castPlan(doc: Doc, formats: readonly CastFormat[]): Cast[] {
  const all = stylesInOrder(doc);
  const drawn = new Set(
    Object.values(doc.glyphs).flatMap((g) =>
      g.contours.length > 0 && isInFont(g) && g.codePoints.length > 0 ? [g.styleId] : [],
    ),
  );
  const lettered = all.filter((s) => drawn.has(s.id));
  const styles = lettered.length > 0 ? lettered : all;
  const [first] = styles;
  const { cuts } = castingOf(doc);
  return [null, ...cuts.keys()].flatMap((cut) =>
    formats.flatMap((format) =>
      (isOfFamily(format) ? (first ? [first] : []) : styles).map((s) => ({ format, styleId: s.id, cut })),
    ),
  );
}
