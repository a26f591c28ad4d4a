import { colourKey, type Paint, type Rgb } from '../../../../foundations/geometry/paint';
import { oklabOf, rgbOf } from '../../../../tracing/colour/oklab';
import { draft, type ProjectDiff } from '../../changes/diff';
import { projectOf } from '../../newProject';
import { coloursOf } from '../../queries/colours';
import type { Colouring, Doc, GlyphRow, PaletteRow } from '../../schema';

/** How light a colour has to be on a dark ground, and how dark on a light one, in Oklab's lightness, 0 to 1. */
const LIGHT_ENOUGH = 0.68;
const DARK_ENOUGH = 0.62;

/**
 * A colour for the other ground: as far from it as it was from its own, in the same hue (Oklab's lightness turned round), and at least so
 * far that it can be told.
 */
export function forGround(rgb: Rgb, ground: PaletteRow['ground']): Rgb {
  const [l, a, b] = oklabOf(...rgb);
  const own = ground === 'dark' ? l >= LIGHT_ENOUGH : l <= DARK_ENOUGH;
  if (own) return rgb;
  return rgbOf([ground === 'dark' ? Math.max(1 - l, LIGHT_ENOUGH) : Math.min(1 - l, DARK_ENOUGH), a, b]);
}

/** Whether a palette may be called so: by something, and by what no other is called. */
export const isFreePaletteName = (doc: Doc, name: string, except?: string): boolean =>
  name.trim() !== '' &&
  !projectOf(doc).palettes.some((p) => p.id !== except && p.name.toLowerCase() === name.trim().toLowerCase());

/** A further palette, with a colour for its ground proposed for each that the style in hand has. Null when another has the name. */
export function addPalette(
  doc: Doc,
  { name, ground }: Pick<PaletteRow, 'name' | 'ground'>,
): ProjectDiff | null {
  if (!isFreePaletteName(doc, name)) return null;
  const d = draft(doc);
  const colours = Object.fromEntries(
    coloursOf(doc).map(({ rgb }) => [colourKey(rgb), forGround(rgb, ground)]),
  );
  const palette = { id: d.newId('project', `palette ${name.trim()}`), name: name.trim(), ground, colours };
  putPalettes(doc, d, (all) => [...all, palette]);
  return d.done(`Add the palette ${palette.name}`);
}

function putPalettes(
  doc: Doc,
  d: ReturnType<typeof draft>,
  to: (all: readonly PaletteRow[]) => PaletteRow[],
): void {
  const project = projectOf(doc);
  d.put('project', { ...project, palettes: to(project.palettes) });
}

/** A palette's name or ground changed. Null when nothing changes or another has the name. */
export function changePalette(
  doc: Doc,
  paletteId: string,
  change: Partial<Pick<PaletteRow, 'name' | 'ground'>>,
): ProjectDiff | null {
  const palette = projectOf(doc).palettes.find((p) => p.id === paletteId);
  if (!palette || (change.name !== undefined && !isFreePaletteName(doc, change.name, paletteId))) return null;
  const next = { ...palette, ...change, name: (change.name ?? palette.name).trim() };
  if (next.name === palette.name && next.ground === palette.ground) return null;
  const d = draft(doc);
  putPalettes(doc, d, (all) => all.map((p) => (p.id === paletteId ? next : p)));
  return d.done(`Change the palette ${palette.name}`);
}

export function removePalette(doc: Doc, paletteId: string): ProjectDiff | null {
  const palette = projectOf(doc).palettes.find((p) => p.id === paletteId);
  if (!palette) return null;
  const d = draft(doc);
  putPalettes(doc, d, (all) => all.filter((p) => p.id !== paletteId));
  return d.done(`Remove the palette ${palette.name}`);
}

/** What a palette has for a colour as it was drawn. */
export function setPaletteColour(doc: Doc, paletteId: string, drawn: Rgb, rgb: Rgb): ProjectDiff | null {
  const palette = projectOf(doc).palettes.find((p) => p.id === paletteId);
  if (!palette) return null;
  const d = draft(doc);
  const next = { ...palette, colours: { ...palette.colours, [colourKey(drawn)]: rgb } };
  putPalettes(doc, d, (all) => all.map((p) => (p.id === paletteId ? next : p)));
  return d.done(`Change a colour of ${palette.name}`);
}

/**
 * A colour of the style in hand, given as its view, changed wherever it stands: in letters' own colours, in what the style gives to all, and
 * in palettes, which keep what they have for it. Null when nothing has it.
 */
export function recolour(doc: Doc, from: Rgb, to: Rgb): ProjectDiff | null {
  const key = colourKey(from);
  if (key === colourKey(to) || !coloursOf(doc).some((c) => colourKey(c.rgb) === key)) return null;
  const d = draft(doc);
  const other = (rgb: Rgb): Rgb => (colourKey(rgb) === key ? to : rgb);
  for (const g of Object.values(doc.glyphs))
    if (g.layers.some((l) => coloured(l.paint).some((c) => colourKey(c) === key)))
      d.put('glyphs', { ...g, layers: g.layers.map((l) => ({ ...l, paint: repainted(l.paint, other) })) });
  const style = doc.styles[projectOf(doc).styleId];
  if (style?.colouring) d.put('styles', { ...style, colouring: recoloured(style.colouring, other) });
  putPalettes(doc, d, (all) => all.map((p) => renamedIn(p, key, colourKey(to))));
  return d.done('Change a colour');
}

type LayerPaint = GlyphRow['layers'][number]['paint'];

const coloured = (paint: Paint): readonly Rgb[] =>
  paint.kind === 'flat' ? [paint.rgb] : paint.stops.map((s) => s.rgb);

const repainted = (paint: LayerPaint, other: (rgb: Rgb) => Rgb): LayerPaint =>
  paint.kind === 'flat'
    ? { ...paint, rgb: other(paint.rgb) }
    : { ...paint, stops: paint.stops.map((s) => ({ ...s, rgb: other(s.rgb) })) };

function recoloured({ fill, outer, inner, shadow }: Colouring, other: (rgb: Rgb) => Rgb): Colouring {
  const within = <T extends { readonly rgb: Rgb }>(part: T | null) =>
    part && { ...part, rgb: other(part.rgb) };
  return {
    fill:
      fill.kind === 'flat'
        ? { ...fill, rgb: other(fill.rgb) }
        : { ...fill, stops: fill.stops.map((s) => ({ ...s, rgb: other(s.rgb) })) },
    outer: within(outer),
    inner: within(inner),
    shadow: within(shadow),
  };
}

/** A palette in which a colour is known by its new key; what it has for that one already stays. */
function renamedIn(palette: PaletteRow, from: string, to: string): PaletteRow {
  const rgb = palette.colours[from];
  if (!rgb || palette.colours[to]) return palette;
  const { [from]: _, ...rest } = palette.colours;
  return { ...palette, colours: { ...rest, [to]: rgb } };
}
