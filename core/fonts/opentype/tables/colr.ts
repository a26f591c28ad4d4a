// OpenType 1.9.1, 'COLR': version 0 for flat colours, version 1 where there are gradients.
import type { Paint } from '../../../foundations/geometry/paint';
import { ByteWriter } from '../bytes';

/** A fill whose stops are numbers of palette colours; geometry in whole em units. */
export type PaletteFill =
  | { readonly kind: 'flat'; readonly colour: number }
  | {
      readonly kind: 'gradient';
      readonly of: Exclude<Paint, { kind: 'flat' }>;
      readonly stops: readonly { readonly at: number; readonly colour: number }[];
    };

/** A glyph whose outline is filled, above those before it. */
interface ColourLayerRecord {
  readonly glyph: number;
  readonly fill: PaletteFill;
}

export interface ColourGlyph {
  readonly glyph: number;
  readonly layers: readonly ColourLayerRecord[];
}

const byGlyph = (a: ColourGlyph, b: ColourGlyph) => a.glyph - b.glyph;
const isFlat = (l: ColourLayerRecord) => l.fill.kind === 'flat';

/** The whole table: as old as its fills allow, since older programs read version 0 only. */
export function buildColr(glyphs: readonly ColourGlyph[]): Uint8Array {
  const sorted = [...glyphs].sort(byGlyph);
  return sorted.every((g) => g.layers.every(isFlat)) ? version0(sorted) : version1(sorted);
}

function version0(glyphs: readonly ColourGlyph[]): Uint8Array {
  const layers = glyphs.flatMap((g) => g.layers);
  const head = 14;
  const w = new ByteWriter()
    .uint16(0)
    .uint16(glyphs.length)
    .uint32(head)
    .uint32(head + 6 * glyphs.length)
    .uint16(layers.length);
  let at = 0;
  for (const g of glyphs) {
    w.uint16(g.glyph).uint16(at).uint16(g.layers.length);
    at += g.layers.length;
  }
  for (const l of layers) w.uint16(l.glyph).uint16(l.fill.kind === 'flat' ? l.fill.colour : 0);
  return w.done();
}

const PAINT = { layers: 1, solid: 2, linear: 4, radial: 6, glyph: 10 } as const;
/** Offsets within paints have 24 bits. */
const OFFSET_24 = 3;
const uint24 = (w: ByteWriter, v: number): ByteWriter => w.uint8(v >> 16).uint16(v & 0xffff);
const f2dot14 = (w: ByteWriter, v: number): ByteWriter =>
  w.int16(Math.round(Math.max(-2, Math.min(1.99993, v)) * 16384));

/** Version 1: each glyph is a run of the layer list, each layer an outline with its fill behind it. */
function version1(glyphs: readonly ColourGlyph[]): Uint8Array {
  const HEAD = 34;
  const bases = new ByteWriter().uint32(glyphs.length);
  const paints = new ByteWriter();
  const paintsAt = 4 + 6 * glyphs.length;
  const layers: Uint8Array[] = [];
  for (const g of glyphs) {
    bases.uint16(g.glyph).uint32(paintsAt + paints.length);
    paints.bytes(runOf(g.layers.map(layerPaint), layers));
  }
  bases.bytes(paints.done());
  const list = new ByteWriter().uint32(layers.length);
  let at = 4 + 4 * layers.length;
  for (const l of layers) {
    list.uint32(at);
    at += l.length;
  }
  for (const l of layers) list.bytes(l);
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint32(0)
    .uint32(0)
    .uint16(0)
    .uint32(HEAD)
    .uint32(HEAD + bases.length)
    .uint32(0)
    .uint32(0)
    .uint32(0)
    .bytes(bases.done())
    .bytes(list.done())
    .done();
}

/** A run has so many layers at the most. */
const MOST_LAYERS = 255;

/** A paint of layers that are put into the list; of more than a run can have, a run of runs. */
function runOf(paints: readonly Uint8Array[], list: Uint8Array[]): Uint8Array {
  if (paints.length > MOST_LAYERS) {
    const runs: Uint8Array[] = [];
    for (let i = 0; i < paints.length; i += MOST_LAYERS)
      runs.push(runOf(paints.slice(i, i + MOST_LAYERS), list));
    return runOf(runs, list);
  }
  const first = list.length;
  list.push(...paints);
  return new ByteWriter().uint8(PAINT.layers).uint8(paints.length).uint32(first).done();
}

function layerPaint({ glyph, fill }: ColourLayerRecord): Uint8Array {
  const head = 1 + OFFSET_24 + 2;
  return uint24(new ByteWriter().uint8(PAINT.glyph), head).uint16(glyph).bytes(fillPaint(fill)).done();
}

function fillPaint(fill: PaletteFill): Uint8Array {
  if (fill.kind === 'flat') return f2dot14(new ByteWriter().uint8(PAINT.solid).uint16(fill.colour), 1).done();
  const whole = (v: number) => Math.round(v);
  const { of } = fill;
  const line = colourLine(fill.stops);
  if (of.kind === 'radial') {
    const [x, y] = [whole(of.centre.x), whole(of.centre.y)];
    return uint24(new ByteWriter().uint8(PAINT.radial), 16)
      .int16(x)
      .int16(y)
      .uint16(0)
      .int16(x)
      .int16(y)
      .uint16(Math.max(1, whole(of.radius)))
      .bytes(line)
      .done();
  }
  const { from, to } = of;
  // The third point turns the gradient: square to its way, so that it isn't slanted.
  const turned = { x: from.x - (to.y - from.y), y: from.y + (to.x - from.x) };
  const w = uint24(new ByteWriter().uint8(PAINT.linear), 16);
  for (const p of [from, to, turned]) w.int16(whole(p.x)).int16(whole(p.y));
  return w.bytes(line).done();
}

/** Stops; beyond its ends a gradient goes on in its last colour (extend "pad"). */
function colourLine(stops: readonly { readonly at: number; readonly colour: number }[]): Uint8Array {
  const w = new ByteWriter().uint8(0).uint16(stops.length);
  for (const s of stops) f2dot14(f2dot14(w, s.at).uint16(s.colour), 1);
  return w.done();
}
