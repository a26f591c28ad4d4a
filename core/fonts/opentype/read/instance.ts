// OpenType 1.9.1, "OpenType Font Variations Overview", "Algorithm for interpolation of instance values".
import { nth } from '../../../foundations/lists/nth';
import type { Contour } from '../../../foundations/geometry/contour';
import type { Vec } from '../../../foundations/geometry/vec';
import { ByteReader } from './byteReader';
import { cubicContour } from './quadToCubic';
import { readCff2 } from './readCff2';
import { readHvar } from './readHvar';
import { normalised, readAxes, type Axes } from './readAxes';
import type { FontFile } from './readFont';
import { wholeContours, type ReadGlyph } from './readGlyf';
import { readGvar, type ReadGvar } from './readGvar';
import { readStore, type Vary } from './readRegions';

/** The axes that a font's outlines vary along and its named places; null for a font that doesn't vary, or whose outlines can't be read so. */
export function axesOf(font: FontFile): Axes | null {
  const fvar = font.tables.get('fvar');
  const varies = font.outlines === 'ttf' ? font.tables.has('gvar') : font.tables.has('CFF2');
  return fvar && varies ? readAxes(fvar) : null;
}

/**
 * A variable font as it is at a place of its axes (in their own scales, by their tags): outlines, parts and advance widths in whole units, as
 * static fonts have them, and what kerning and anchors vary by. The same font where it doesn't vary. RangeError where tables are cut off.
 */
export function instanceOf(font: FontFile, place: Readonly<Record<string, number>>): FontFile {
  const axes = axesOf(font);
  if (!axes) return font;
  const at = normalised(axes, place, font.tables.get('avar'));
  const drawn = font.outlines === 'ttf' ? quadsAt(font, at) : cubicsAt(font, at);
  return { ...font, ...drawn, vary: storeOf(font, at), os2: { ...font.os2, ...weightAt(axes, place) } };
}

type Drawn = Pick<FontFile, 'glyf' | 'metrics' | 'contours'>;

/** TrueType outlines and widths at a place. */
function quadsAt(font: FontFile, at: readonly number[]): Drawn {
  const varied = readGvar(font.tables.get('gvar') ?? new Uint8Array(0), at);
  const made = font.glyf.map((glyph, i) => glyphAt(glyph, i, nth(font.metrics, i), varied));
  const glyf = made.map((m) => m.glyph);
  return {
    glyf,
    metrics: made.map((m) => m.metric),
    contours: glyf.map((_, i) => wholeContours(glyf, i).flatMap((c) => cubicContour(c) ?? [])),
  };
}

const whole = (p: Vec): Vec => ({ x: Math.round(p.x), y: Math.round(p.y) });

/** Points and handles in whole units. */
const roundedContour = (c: Contour): Contour => ({
  ...c,
  nodes: c.nodes.map((n) => ({ ...n, ...whole(n), in: n.in && whole(n.in), out: n.out && whole(n.out) })),
});

/** CFF2 outlines at a place; widths stay where nothing says what they vary by. */
function cubicsAt(font: FontFile, at: readonly number[]): Drawn {
  const outlines = readCff2(font.tables.get('CFF2') ?? new Uint8Array(0), at);
  const hvar = font.tables.get('HVAR');
  const wider = hvar ? readHvar(hvar, at) : () => 0;
  return {
    glyf: [],
    metrics: font.metrics.map((m, i) => ({ ...m, advance: Math.max(0, Math.round(m.advance + wider(i))) })),
    contours: outlines.map((o) => o.contours.map((c) => roundedContour(c))),
  };
}

/** The store of what kerning and anchors vary by: OpenType, 'GDEF', version 1.3. */
function storeOf(font: FontFile, at: readonly number[]): Vary | null {
  const gdef = font.tables.get('GDEF');
  if (!gdef || gdef.length < 18) return null;
  const r = new ByteReader(gdef, 2);
  if (r.uint16() < 3) return null;
  r.at = 14;
  const offset = r.uint32();
  return offset === 0 ? null : readStore(gdef, offset, at);
}

/** A place on the axis of weights is what the font says of its weight. */
function weightAt({ axes }: Axes, place: Readonly<Record<string, number>>): { usWeightClass?: number } {
  const weight = place.wght;
  const axis = axes.find((a) => a.tag === 'wght');
  if (weight === undefined || !axis) return {};
  return { usWeightClass: Math.round(Math.min(axis.max, Math.max(axis.min, weight))) };
}

type Metric = FontFile['metrics'][number];

/** Phantom points: origin and advance, then those of writing downwards (OpenType, 'gvar', "Point numbers and processing"). */
const PHANTOM = 4;

function glyphAt(
  glyph: ReadGlyph,
  index: number,
  metric: Metric,
  varied: ReadGvar,
): { readonly glyph: ReadGlyph; readonly metric: Metric } {
  const own: Vec[] =
    glyph.parts.length > 0
      ? glyph.parts.map((p) => ({ x: p.transform.e, y: p.transform.f }))
      : glyph.contours.flat();
  const left = (glyph.box?.xMin ?? 0) - metric.leftBearing;
  const phantom = [{ x: left, y: 0 }, { x: left + metric.advance, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }]; // prettier-ignore
  let total = -1;
  const ends = glyph.parts.length > 0 ? [] : glyph.contours.map((c) => (total += c.length));
  const deltas = varied.deltas(index, [...own, ...phantom], ends);
  const [origin, right] = deltas.slice(deltas.length - PHANTOM).map((d) => d.x);
  const shift = origin ?? 0;
  const advance = Math.max(0, Math.round(metric.advance + (right ?? 0) - shift));
  let at = 0;
  // Points lie as far from the origin as it has moved: drawings begin where it is.
  const next = (): Vec => {
    const d = nth(deltas, at++);
    return { x: d.x - shift, y: d.y };
  };
  return {
    metric: { ...metric, advance },
    glyph: {
      ...glyph,
      contours: glyph.contours.map((c) =>
        c.map((p) => {
          const d = next();
          return { ...p, x: Math.round(p.x + d.x), y: Math.round(p.y + d.y) };
        }),
      ),
      parts: glyph.parts.map((p) => {
        const d = next();
        const { e, f } = p.transform;
        return { ...p, transform: { ...p.transform, e: Math.round(e + d.x), f: Math.round(f + d.y) } };
      }),
    },
  };
}
