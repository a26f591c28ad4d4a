import { castingOf, projectOf } from '../../project/document/newProject';
import { isInFont } from '../../project/document/queries/inFont';
import { inkBox } from '../../project/document/queries/metrics';
import type { CastingRow, Doc } from '../../project/document/schema';
import type { FontData } from './fontData';

type LinesOf = Pick<FontData, 'casting' | 'reach' | 'lines' | 'unitsPerEm' | 'lineSpacing'>;

/** Em units, all positive. */
interface VerticalMetrics {
  readonly ascent: number;
  readonly descent: number;
  readonly gap: number;
  /** Beyond these Windows cuts ink off: OpenType, OS/2, usWinAscent. */
  readonly clip: { readonly up: number; readonly down: number };
}

/**
 * Line metrics the same on every system and in every style: what the lines say, but never less than the ink (Windows clips there).
 * Own ones of the casting stand as they are, only Windows' limits never cut ink. Line height comes out as ascent + descent + gap in all three sets (OpenType, "Recommendations", vertical metrics).
 */
export function verticalMetrics(font: LinesOf): VerticalMetrics {
  const own = font.casting.lineMetrics;
  const ink = { up: Math.ceil(font.reach.high), down: Math.max(0, Math.ceil(-font.reach.low)) };
  if (own)
    return { ...own, clip: { up: Math.max(own.ascent, ink.up), down: Math.max(own.descent, ink.down) } };
  const ascent = Math.max(font.lines.ascender, font.lines.capHeight, ink.up);
  const descent = Math.max(-font.lines.descender, ink.down, 0);
  const gap = Math.max(0, Math.round(font.unitsPerEm * font.lineSpacing) - ascent - descent);
  const [up, down] = [Math.round(ascent), Math.round(descent)];
  return { ascent: up, descent: down, gap, clip: { up, down } };
}

/** What a project's lines come out as where nobody set them, em units; by drawings as they are, for a look before casting. */
export function foundLineMetrics(doc: Doc): NonNullable<CastingRow['lineMetrics']> {
  const boxes = Object.values(doc.glyphs).flatMap((g) => (isInFont(g) ? (inkBox(g) ?? []) : []));
  const reach = {
    low: boxes.reduce((low, b) => Math.min(low, b.yMin), 0),
    high: boxes.reduce((high, b) => Math.max(high, b.yMax), 0),
  };
  const casting = { ...castingOf(doc), lineMetrics: null };
  const { ascent, descent, gap } = verticalMetrics({ ...projectOf(doc), casting, reach });
  return { ascent, descent, gap };
}
