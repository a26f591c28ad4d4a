// OpenType 1.9.1, 'STAT', "Style attributes and the axes that tell them apart"; values of 'wght' and 'ital' by the registered axis tags.
import type { Doc, StyleRow } from '../../project/document/schema';
import { buildStat, type StyleAxis, type StyleValue } from '../opentype/tables/stat';
import type { NameIds } from './fontNames';

const REGULAR = 400;
const BOLD = 700;

/** What a style's name says of its weight alone: "Bold Italic" is Bold, "Italic" is Regular. */
const weightName = ({ name }: StyleRow): string =>
  name.replace(/\s*\b(Italic|Oblique)\b/i, '').trim() || 'Regular';

/** Styles of a project in the order of their weights. */
export const stylesByWeight = (doc: Doc): StyleRow[] =>
  Object.values(doc.styles).sort((a, b) => a.weightClass - b.weightClass || a.order - b.order);

/**
 * What a style is among the others of its family; null for a style by itself, and for styles that weight and slant alone don't tell apart
 * (an outlined one): those are told apart by their names. A static font says its own values, `all` those of a whole axis.
 */
export function familyStat(doc: Doc, style: StyleRow, names: NameIds, all = false): Uint8Array | null {
  const styles = stylesByWeight(doc);
  const key = (s: StyleRow) => `${s.weightClass}/${s.italic}`;
  if (styles.length < 2 || styles.some((s) => s !== style && key(s) === key(style))) return null;
  const slanted = styles.some((s) => s.italic);
  const axes: StyleAxis[] = [{ tag: 'wght', nameId: names.idOf('Weight') }];
  if (slanted) axes.push({ tag: 'ital', nameId: names.idOf('Italic') });
  const bold = styles.some((s) => s.italic === style.italic && s.weightClass === BOLD);
  const kin = styles.filter((s) => s.italic === style.italic);
  const shown = all ? kin.filter((s, i) => kin[i - 1]?.weightClass !== s.weightClass) : [style];
  const values = shown.map((s): StyleValue => ({
    axis: 0,
    nameId: names.idOf(weightName(s)),
    value: s.weightClass,
    elidable: s.weightClass === REGULAR,
    ...(s.weightClass === REGULAR && bold ? { linked: BOLD } : {}),
  }));
  if (slanted)
    values.push({
      axis: 1,
      nameId: names.idOf(style.italic ? 'Italic' : 'Upright'),
      value: style.italic ? 1 : 0,
      elidable: !style.italic,
      ...(style.italic ? {} : { linked: 1 }),
    });
  return buildStat(axes, values, names.idOf('Regular'));
}
