import type { ByteImage } from '../../foundations/raster/picture';
import type { ShapeLikeness } from '../shapes/classify';
import { median } from '../../foundations/raster/histogram';
import type { PxBox } from '../../foundations/raster/picture';
import { alignLabels, alignmentCost, GIVEN, GUESSED, MENDING } from './alignLabels';
import { groupLetters, type FoundLetters } from './letters';
import { likenessOfAll } from './likeness';
import type { Part } from './parts';
import { refineSlope } from './refineSlope';
import { measureForms, type MeasuredForm } from './rowForms';
import { listOf, type Written } from './written';

/** Letters of a page as one way of putting its patches together gives them. */
export interface Grouping {
  readonly found: FoundLetters;
  readonly forms: readonly MeasuredForm[];
  readonly likeness: readonly ShapeLikeness[];
  /** The characters that it is probably made of, in order. */
  readonly list: readonly string[];
}

/** How much higher than they seem letters are taken to be, where a page holds little but signs. */
const SCALES = [1.4, 2.4];
/** Rows nearer to each other than this, as a share of a letter's height, may be one. */
const CROWDED = 1.25;
/** What another grouping has to be better by, nats; with fewer letters than this share it has lost some. */
const BETTER = 4;
const AS_MANY = 0.8;

/**
 * Patches put together to letters; where something is found that the list doesn't have, or rows lie too near, also as if letters
 * were larger than they seem: a row of signs alone has high and low ones, and says little of how high its letters would be.
 * `slope` (y per x) is the page's turn where it is known.
 */
export function bestGrouping(
  mask: ByteImage,
  parts: readonly Part[],
  written: Written,
  slope: number | null = null,
): Grouping {
  const grouped = (height?: number) =>
    groupingOf(mask, groupLetters(parts, { height, slope: slope ?? undefined }), written, slope);
  const first = grouped();
  if (first.list.length === 0 || !isDoubtful(first)) return first;
  let best = first;
  for (const scale of SCALES) {
    const other = grouped(first.found.letterHeight * scale);
    if (other.forms.length < AS_MANY * Math.min(first.forms.length, first.list.length)) continue;
    if ((costALetter(best) - costALetter(other)) * first.forms.length > BETTER) best = other;
  }
  return best;
}

/** What a grouping's letters cost against its list, each that lacks told in full: nats for a letter. */
const costALetter = (g: Grouping): number =>
  alignmentCost(g.forms, g.list, g.likeness, { band: Infinity, costs: MENDING }) / g.forms.length;

function isDoubtful({ found, forms, list, likeness }: Grouping): boolean {
  const rows = found.rows.map((r) => r.middleY).sort((a, b) => a - b);
  if (rows.some((y, i) => i > 0 && y - rows[i - 1]! < CROWDED * found.letterHeight)) return true;
  return alignLabels(forms, list, likeness, GUESSED).some((p) => p.expected === null);
}

function groupingOf(
  mask: ByteImage,
  grouped: FoundLetters,
  written: Written,
  slope: number | null,
): Grouping {
  if (grouped.letters.length === 0) return { found: grouped, forms: [], likeness: [], list: written.list };
  const gaps = written.guessed ? GUESSED : GIVEN;
  const rough =
    written.list.length > 0 ? alignLabels(measureForms(grouped).forms, written.list, [], gaps) : [];
  const found = withSlope(grouped, slope ?? refineSlope(grouped, rough, written.list));
  const { forms } = measureForms(found);
  const likeness = likenessOfAll(mask, found.letters, forms);
  return { found, forms, likeness, list: listOf(written, { forms, likeness }) };
}

/** The same letters with another slope: rows keep their letters, their middles are taken anew. */
function withSlope(found: FoundLetters, slope: number): FoundLetters {
  if (slope === found.slope) return found;
  const level = (b: PxBox) => b.y + b.height / 2 - slope * (b.x + b.width / 2);
  const rows = found.rows.map((row, r) => {
    const levels = found.letters.filter((l) => l.row === r).map((l) => level(l.box));
    return { middleY: levels.length > 0 ? median(levels) : row.middleY, slope };
  });
  return { ...found, slope, rows };
}
