import { median } from '../../../../foundations/raster/histogram';
import { draft, type ProjectDiff } from '../../changes/diff';
import { inkWidth } from '../../queries/metrics';
import { projectOf } from '../../newProject';
import type { Doc, FitSettings, GlyphRow, GroupRow, KerningRow } from '../../schema';
import { squaresOf } from '../../../../foundations/geometry/squares';
import { spacedBy } from '../../inStep/bearings';
import { fitSettingsOf, spacesOf } from '../../queries/spacing';

/** A fit of a font's letters, 1/1000 em; groups and exceptions hold indices into `letters`. */
export interface FitResult {
  readonly letters: readonly { readonly glyphId: string; readonly left: number; readonly right: number }[];
  readonly kerning: {
    readonly left: readonly (readonly number[])[];
    readonly right: readonly (readonly number[])[];
    readonly pairs: readonly (readonly [number, number, number])[];
    readonly exceptions: readonly (readonly [number, number, number])[];
  };
  readonly space: number;
  /** Wished distance of a pair of letters by their place in `letters`, box to box. */
  readonly wished: { readonly size: number; readonly data: ArrayLike<number> };
}

/** Changes how the style in hand is fitted; nothing moves until it is fitted again. */
export function changeFitSettings(doc: Doc, change: Partial<FitSettings>): ProjectDiff | null {
  const style = doc.styles[projectOf(doc).styleId];
  const keys = Object.keys(change) as (keyof FitSettings)[];
  if (!style || keys.every((key) => style.fit[key] === change[key])) return null;
  const d = draft(doc);
  d.put('styles', { ...style, fit: { ...style.fit, ...change } });
  return d.done('Change how it is fitted');
}

/**
 * Takes a fit over, as one step: bearings, kerning by groups and the word space, or kerning alone ("pairs"). What was set by
 * hand stays, and the rest takes its rhythm from it: from the reference pair when there is one, else all other letters are
 * opened or closed by what hand-set ones differ from the fit, in the middle.
 */
export function takeFitted(doc: Doc, fit: FitResult, what: 'all' | 'pairs' = 'all'): ProjectDiff | null {
  const { unitsPerEm, styleId } = projectOf(doc);
  const k = unitsPerEm / 1000;
  const d = draft(doc);
  if (what === 'all') takeBearings(doc, d, fit, k);
  const squares = squaresOf(fit.letters.map((l) => doc.glyphs[l.glyphId]?.contours ?? []));
  // Squares are never shifted against each other by less than a square.
  const none = { left: [], right: [], pairs: [], exceptions: [] };
  takeKerning(doc, d, squares === null ? fit : { ...fit, kerning: none }, k, styleId);
  return d.done(what === 'all' ? 'Fit all' : 'Fit pairs');
}

/**
 * Letters made of squares stand on their grid: the white between them is whole squares, one at least, the odd one at the
 * right. `cell`: side of a square, em units.
 */
function onGrid(bearings: { left: number; right: number }, cell: number): { left: number; right: number } {
  const total = Math.max(1, Math.round((bearings.left + bearings.right) / cell));
  const left = Math.floor(total / 2) * cell;
  return { left, right: total * cell - left };
}

function takeBearings(doc: Doc, d: ReturnType<typeof draft>, fit: FitResult, k: number): void {
  const settings = fitSettingsOf(doc);
  const rows = fit.letters.flatMap((l) => {
    const glyph = doc.glyphs[l.glyphId];
    return glyph ? [{ glyph, left: k * l.left, right: k * l.right }] : [];
  });
  const byHand = rows.filter((r) => r.glyph.spacing === 'hand');
  const apart = byHand.map(({ glyph: { bearings: b }, left, right }) => b.left + b.right - left - right);
  const open = referenceShift(fit, settings, k) ?? (apart.length > 0 ? median(apart) : 0);
  const more = open + settings.looser;
  const cell = squaresOf(rows.map((r) => r.glyph.contours));
  for (const { glyph, left, right } of rows) {
    if (glyph.spacing === 'hand') continue;
    const wished = { left: left + more / 2, right: right + more / 2 };
    const bearings =
      cell === null
        ? { left: Math.round(wished.left), right: Math.round(wished.right) }
        : onGrid(wished, cell);
    // A bearing may never pass the other: very thin letters keep a little advance.
    const lacking = Math.max(0, 1 - inkWidth(glyph) - bearings.left - bearings.right);
    space(d, glyph, bearings.left, bearings.right + Math.ceil(lacking));
  }
  for (const glyph of spacesOf(doc)) {
    if (glyph.spacing === 'hand' || glyph.contours.length > 0) continue;
    const width = k * fit.space + more;
    const half = cell === null ? Math.round(width / 2) : (Math.max(2, Math.round(width / cell)) * cell) / 2;
    space(d, glyph, Math.max(1, half), Math.max(1, half));
  }
}

/** By how much letters are opened so that the reference pair has the white it was given; null without one. */
function referenceShift(fit: FitResult, { reference }: FitSettings, k: number): number | null {
  if (!reference) return null;
  const at = (id: string) => fit.letters.findIndex((l) => l.glyphId === id);
  const [i, j] = [at(reference.left), at(reference.right)];
  if (i < 0 || j < 0) return null;
  return reference.white - k * (fit.letters[i]!.right + fit.letters[j]!.left);
}

/** Gives a glyph fitted bearings, when they are others than it has. A side that follows another letter isn't touched. */
function space(d: ReturnType<typeof draft>, glyph: GlyphRow, left: number, right: number): void {
  const { bearings: b, spacing, follows } = glyph;
  const bearings = { left: follows.left ? b.left : left, right: follows.right ? b.right : right };
  if (spacing === 'fitted' && b.left === bearings.left && b.right === bearings.right) return;
  d.put('glyphs', { ...glyph, bearings, spacing: 'fitted' });
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
  const composed = composedBy(doc);
  // Letters that somebody put into groups of his own stay there.
  const own = { left: new Set<string>(), right: new Set<string>() };
  for (const g of Object.values(doc.groups)) if (!g.fitted) for (const id of g.glyphIds) own[g.side].add(id);
  // A group of the last fit with the same letters is that group: its row stays as it is.
  const before = new Map(
    Object.values(doc.groups)
      .filter((g) => g.fitted && g.styleId === styleId)
      .map((g) => [membersOf(g.side, g.glyphIds), g.id]),
  );
  const ids = { left: new Map<number, string>(), right: new Map<number, string>() };
  const groups = (['left', 'right'] as const).flatMap((side) =>
    kerning[side].flatMap((group, i): GroupRow[] => {
      if (!used[side].has(i)) return [];
      const glyphIds = group
        .flatMap((l) => [letters[l]!.glyphId, ...(composed.get(letters[l]!.glyphId) ?? [])])
        .filter((id) => !own[side].has(id));
      if (glyphIds.length === 0) return [];
      const members = membersOf(side, glyphIds);
      const id = before.get(members) ?? d.newId('groups', members);
      ids[side].set(i, id);
      return [{ id, styleId, side, glyphIds, fitted: true }];
    }),
  );
  const row = (left: string, right: string, value: number): KerningRow[] => {
    const units = Math.round(k * value);
    const id = `${left} ${right}`;
    const byHand = doc.kerning[id] && !doc.kerning[id].fitted;
    return byHand ? [] : [{ id, styleId, left, right, value: units, fitted: true }];
  };
  const pairs = [
    ...kerning.pairs
      .flatMap(([a, b, v]) => {
        const [left, right] = [ids.left.get(a), ids.right.get(b)];
        return left !== undefined && right !== undefined ? row(left, right, v) : [];
      })
      .filter((r) => r.value !== 0),
    ...kerning.exceptions.flatMap(([a, b, v]) => row(letters[a]!.glyphId, letters[b]!.glyphId, v)),
  ];
  const [keptGroups, keptPairs] = [new Set(groups.map((g) => g.id)), new Set(pairs.map((p) => p.id))];
  for (const r of Object.values(doc.kerning)) if (r.fitted && !keptPairs.has(r.id)) d.remove('kerning', r.id);
  for (const r of Object.values(doc.groups)) if (r.fitted && !keptGroups.has(r.id)) d.remove('groups', r.id);
  for (const r of groups) if (!same(doc.groups[r.id], r)) d.put('groups', r);
  for (const r of pairs) if (!same(doc.kerning[r.id], r)) d.put('kerning', r);
}

/** What a group of the fit is told by: its side and its letters. */
const membersOf = (side: 'left' | 'right', glyphIds: readonly string[]): string =>
  `${side} ${[...glyphIds].sort().join(' ')}`;

/** Composed letters by the letter that they are spaced and kerned like. */
function composedBy(doc: Doc): Map<string, string[]> {
  const out = new Map<string, string[]>();
  for (const g of Object.values(doc.glyphs)) {
    const base = spacedBy(g);
    if (base !== null) out.set(base, [...(out.get(base) ?? []), g.id]);
  }
  return out;
}

/** Plain data of the same content: a fit that changes nothing is no step. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Lets the fit set bearings again; nothing moves until it is asked to. */
export function releaseSpacing(doc: Doc, glyphIds: readonly string[]): ProjectDiff | null {
  return respace(doc, glyphIds, 'hand', 'first', 'Let it be fitted');
}

/** Accepts what the fit made: it stays as it is from now on. */
export function freezeSpacing(doc: Doc, glyphIds: readonly string[]): ProjectDiff | null {
  return respace(doc, glyphIds, 'fitted', 'hand', 'Keep the spacing');
}

function respace(
  doc: Doc,
  glyphIds: readonly string[],
  from: GlyphRow['spacing'],
  to: GlyphRow['spacing'],
  label: string,
): ProjectDiff | null {
  const d = draft(doc);
  for (const id of glyphIds) {
    const glyph = doc.glyphs[id];
    if (glyph?.spacing === from) d.put('glyphs', { ...glyph, spacing: to });
  }
  return d.done(label);
}

/** Keeps the kerning of all groups as it is: fitting again leaves it alone. */
export function freezeKerning(doc: Doc): ProjectDiff | null {
  const d = draft(doc);
  for (const g of Object.values(doc.groups)) if (g.fitted) d.put('groups', { ...g, fitted: false });
  for (const k of Object.values(doc.kerning)) if (k.fitted) d.put('kerning', { ...k, fitted: false });
  return d.done('Keep the kerning');
}
