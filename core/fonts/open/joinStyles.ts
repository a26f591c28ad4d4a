import { scaling } from '../../foundations/geometry/affine';
import { nth } from '../../foundations/lists/nth';
import { mapGlyph } from '../../project/document/commands/outline/scaling';
import { idFor } from '../../project/document/identity';
import { projectOf } from '../../project/document/newProject';
import type { Doc, GlyphRow, StyleRow } from '../../project/document/schema';

/** A font that was opened by itself: a project of one style. */
type Single = Doc;

const styleOf = (doc: Single): StyleRow => nth(Object.values(doc.styles), 0);

/**
 * Fonts that were opened by themselves as the styles of one project, in the order of their weights, upright before italic: that of the
 * regular, or else the first given, is in hand. Lines, names and licence are the first one's; letters of another em are scaled to its em. Two
 * styles never have one name. The projects' ids have to differ, since their rows come to lie side by side; `id` is the whole's.
 */
export function joinStyles(docs: readonly Single[], id: string): Doc {
  const [first] = docs;
  if (!first) throw new RangeError('no font to join');
  const em = projectOf(first).unitsPerEm;
  const inOrder = [...docs].sort((a, b) => {
    const [p, q] = [styleOf(a), styleOf(b)];
    return p.weightClass - q.weightClass || Number(p.italic) - Number(q.italic);
  });
  const taken = new Set<string>();
  const parts = inOrder.map((doc, order) => {
    const name = freeName(styleOf(doc).name, taken);
    const styleId = idFor(id, 'styles', name);
    return styled(doc, { ...styleOf(doc), id: styleId, name, order }, em / projectOf(doc).unitsPerEm);
  });
  const all = <K extends 'glyphs' | 'kerning' | 'groups' | 'features' | 'styles'>(table: K) =>
    Object.assign({}, ...parts.map((p) => p[table])) as Doc[K];
  const styles = parts.flatMap((p) => Object.values(p.styles));
  const inHand = styles.find(isRegular) ?? nth(styles, inOrder.indexOf(first));
  const { openedFrom } = projectOf(first);
  const reserved = [...new Set(docs.flatMap((d) => projectOf(d).openedFrom?.reserved ?? []))];
  const project = {
    ...projectOf(first),
    id,
    styleId: inHand.id,
    openedFrom: openedFrom && { ...openedFrom, reserved },
  };
  return {
    ...first,
    project: { [id]: project },
    glyphs: all('glyphs'),
    kerning: all('kerning'),
    groups: all('groups'),
    features: all('features'),
    styles: all('styles'),
  };
}

const isRegular = (s: StyleRow): boolean => s.weightClass === 400 && !s.italic;

function freeName(wanted: string, taken: Set<string>): string {
  let name = wanted;
  for (let k = 2; taken.has(name.toLowerCase()); k++) name = `${wanted} ${k}`;
  taken.add(name.toLowerCase());
  return name;
}

/** The rows of a font as those of a style, in another em. */
function styled(
  doc: Single,
  style: StyleRow,
  factor: number,
): Pick<Doc, 'glyphs' | 'kerning' | 'groups' | 'features' | 'styles'> {
  const own = <R extends { readonly id: string }>(
    rows: Readonly<Record<string, R>>,
    change: (row: R) => Partial<R> = () => ({}),
  ) => Object.fromEntries(Object.values(rows).map((r) => [r.id, { ...r, ...change(r), styleId: style.id }]));
  return {
    glyphs: own(doc.glyphs, (g) => (factor === 1 ? {} : scaled(g, factor))),
    kerning: own(doc.kerning, (k) => ({ value: Math.round(k.value * factor) })),
    groups: own(doc.groups),
    features: own(doc.features),
    styles: { [style.id]: style },
  };
}

/** A letter in another em; its parts are scaled where they are drawn. */
function scaled(g: GlyphRow, factor: number): GlyphRow {
  const components = g.components.map((c) => {
    const { e, f } = c.transform;
    return { ...c, transform: { ...c.transform, e: e * factor, f: f * factor } };
  });
  const { left, right } = g.bearings;
  return {
    ...mapGlyph(g, scaling(factor)),
    components,
    bearings: { left: left * factor, right: right * factor },
  };
}
