import { placedContours } from '../../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../../core/project/document/schema';
import { flattenContour } from '../../../core/foundations/geometry/measure';

/** Height of a row in which a letter is looked at from the side, em units. */
const ROW_EM = 20;
/** White deeper than this within a letter no longer counts as between letters, em units. */
const DEEP_EM = 140;

/** Nearest ink of a letter from both sides in rows from the baseline up, as it stands in the font, em units. */
interface Sides {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

const known = new WeakMap<GlyphRow, Sides>();

function sidesOf(glyph: GlyphRow, topEm: number): Sides {
  const rows = Math.ceil(topEm / ROW_EM);
  const there = known.get(glyph);
  // The line above may have moved since.
  if (there?.left.length === rows) return there;
  const left = Array.from({ length: rows }, () => Infinity);
  const right = Array.from({ length: rows }, () => -Infinity);
  const see = (x: number, y: number) => {
    const k = Math.floor(y / ROW_EM);
    if (k < 0 || k >= rows) return;
    left[k] = Math.min(left[k]!, x);
    right[k] = Math.max(right[k]!, x);
  };
  for (const c of placedContours(glyph)) {
    const line = flattenContour(c, 2);
    line.forEach((p, i) => {
      const q = line[(i + 1) % line.length]!;
      const n = Math.max(1, Math.ceil(Math.abs(q.y - p.y) / (ROW_EM / 2)));
      for (let t = 0; t < n; t++) see(p.x + ((q.x - p.x) * t) / n, p.y + ((q.y - p.y) * t) / n);
    });
  }
  const sides = { left, right };
  known.set(glyph, sides);
  return sides;
}

/**
 * The white between two letters as a path, from the baseline to `topEm`, y down: the right side of the one, the left side
 * of the other, cut where it runs deep into a letter. `xa`, `xb`: where their origins stand, em units.
 */
export function whiteBetween(
  a: GlyphRow,
  xa: number,
  b: GlyphRow,
  xb: number,
  topEm: number,
  advanceA: number,
): string {
  const [sa, sb] = [sidesOf(a, topEm), sidesOf(b, topEm)];
  const seam = xa + advanceA;
  const rows = Math.min(sa.right.length, sb.left.length);
  const [lefts, rights]: [string[], string[]] = [[], []];
  for (let k = 0; k < rows; k++) {
    const y = -k * ROW_EM;
    const from = Math.max(seam - DEEP_EM, Number.isFinite(sa.right[k]!) ? xa + sa.right[k]! : -Infinity);
    const to = Math.min(seam + DEEP_EM, Number.isFinite(sb.left[k]!) ? xb + sb.left[k]! : Infinity);
    const [p, q] = from <= to ? [from, to] : [(from + to) / 2, (from + to) / 2];
    lefts.push(`${p.toFixed(0)} ${y} ${p.toFixed(0)} ${y - ROW_EM}`);
    rights.unshift(`${q.toFixed(0)} ${y - ROW_EM} ${q.toFixed(0)} ${y}`);
  }
  return rows === 0 ? '' : `M${lefts.join(' ')} ${rights.join(' ')}Z`;
}
