import { median } from '../../raster/histogram';
import { draft, type ProjectDiff } from '../diff';
import { inkWidth } from '../metrics';
import { projectOf } from '../newProject';
import type { Doc, GlyphRow, GroupRow, KerningRow } from '../schema';

/** A fit of a font's letters, 1/1000 em; groups hold indices into `letters`. */
export interface FitResult {
  readonly letters: readonly { readonly glyphId: string; readonly left: number; readonly right: number }[];
  readonly kerning: {
    readonly left: readonly (readonly number[])[];
    readonly right: readonly (readonly number[])[];
    readonly pairs: readonly (readonly [number, number, number])[];
  };
  readonly space: number;
}

/** Groups made by the automatic fit are called so. */
const FITTED = '@fit ';

/**
 * Takes a fit over: bearings, kerning by groups and the word space, as one step. What was set by hand stays, and the rest
 * takes its rhythm from it: all other letters are opened or closed by what hand-set ones differ from the fit, in the middle.
 * `looser`: further white for each letter, em units.
 */
export function takeFitted(doc: Doc, fit: FitResult, looser = 0): ProjectDiff | null {
  const { unitsPerEm, styleId } = projectOf(doc);
  const k = unitsPerEm / 1000;
  const d = draft(doc);
  const rows = fit.letters.flatMap((l) => {
    const glyph = doc.glyphs[l.glyphId];
    return glyph ? [{ glyph, left: k * l.left, right: k * l.right }] : [];
  });
  const byHand = rows.filter((r) => r.glyph.spacing === 'hand');
  const apart = byHand.map(({ glyph: { bearings: b }, left, right }) => b.left + b.right - left - right);
  const open = (apart.length > 0 ? median(apart) : 0) + looser;
  for (const { glyph, left, right } of rows) {
    if (glyph.spacing === 'hand') continue;
    const bearings = { left: Math.round(left + open / 2), right: Math.round(right + open / 2) };
    // A bearing may never pass the other: very thin letters keep a little advance.
    const lacking = Math.max(0, 1 - inkWidth(glyph) - bearings.left - bearings.right);
    space(d, glyph, bearings.left, bearings.right + Math.ceil(lacking));
  }
  for (const id of ['space', 'uni00A0']) {
    const glyph = doc.glyphs[id];
    if (!glyph || glyph.spacing === 'hand' || glyph.contours.length > 0) continue;
    const half = Math.max(1, Math.round((k * fit.space + open) / 2));
    space(d, glyph, half, half);
  }
  takeKerning(doc, d, fit, k, styleId);
  return d.done('Fit all');
}

/** Gives a glyph fitted bearings, when they are others than it has. */
function space(d: ReturnType<typeof draft>, glyph: GlyphRow, left: number, right: number): void {
  const { bearings: b, spacing } = glyph;
  if (spacing === 'fitted' && b.left === left && b.right === right) return;
  d.put('glyphs', { ...glyph, bearings: { left, right }, spacing: 'fitted' });
}

function takeKerning(
  doc: Doc,
  d: ReturnType<typeof draft>,
  { kerning, letters }: FitResult,
  k: number,
  styleId: string,
): void {
  const used = {
    left: new Set(kerning.pairs.map((p) => p[0])),
    right: new Set(kerning.pairs.map((p) => p[1])),
  };
  const groups = (['left', 'right'] as const).flatMap((side) =>
    kerning[side].flatMap((group, i): GroupRow[] =>
      used[side].has(i)
        ? [{ id: `${FITTED}${side} ${i}`, styleId, side, glyphIds: group.map((l) => letters[l]!.glyphId) }]
        : [],
    ),
  );
  const pairs = kerning.pairs.flatMap(([a, b, value]): KerningRow[] => {
    const [left, right] = [`${FITTED}left ${a}`, `${FITTED}right ${b}`];
    const units = Math.round(k * value);
    return units === 0 ? [] : [{ id: `${left} ${right}`, styleId, left, right, value: units, fitted: true }];
  });
  const [keptGroups, keptPairs] = [new Set(groups.map((g) => g.id)), new Set(pairs.map((p) => p.id))];
  for (const row of Object.values(doc.kerning))
    if (row.fitted && !keptPairs.has(row.id)) d.remove('kerning', row.id);
  for (const row of Object.values(doc.groups))
    if (row.id.startsWith(FITTED) && !keptGroups.has(row.id)) d.remove('groups', row.id);
  for (const row of groups) if (!same(doc.groups[row.id], row)) d.put('groups', row);
  for (const row of pairs) if (!same(doc.kerning[row.id], row)) d.put('kerning', row);
}

/** Plain data of the same content: a fit that changes nothing is no step. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Lets the fit set a letter's bearings again; nothing moves until it is asked to. */
export function releaseSpacing(doc: Doc, glyphId: string): ProjectDiff | null {
  const glyph = doc.glyphs[glyphId];
  if (!glyph || glyph.spacing !== 'hand') return null;
  const d = draft(doc);
  d.put('glyphs', { ...glyph, spacing: 'first' });
  return d.done('Let it be fitted');
}

/** Letters that a fit is made for: those with ink that are a character themselves. */
export const fittable = (doc: Doc): GlyphRow[] => {
  const { styleId } = projectOf(doc);
  return Object.values(doc.glyphs).filter(
    (g) => g.styleId === styleId && g.contours.length > 0 && g.codePoints.length > 0,
  );
};
