import { colourAt, type ColourLayer, type Paint, type Rgb } from '../../foundations/geometry/paint';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import type { FloatImage, Picture } from '../../foundations/raster/picture';
import { traceField } from '../trace/traceRegion';
import { defaultTraceSettings, type TraceSettings } from '../trace/settings';
import { findGradients, pxOfGradients } from './gradients';
import { rgbOf, type Oklab } from './oklab';
import { paletteOf } from './palette';
import { rgbOver } from './rgbImage';

/** A paint and where it may be: a gradient only about its own patch, a flat colour anywhere. */
interface Candidate {
  readonly paint: Paint;
  readonly near: Uint8Array | null;
}

/** A plain colour is preferred to a blend that is not clearly nearer, squared grey values. */
const BLEND_COST = 60;
/** An edge is blended over so many px. */
const EDGE_PX = 3;

/**
 * A drawing in a few colours as stacked layers: each holds its own colour and all that lies above it, so that no gap of
 * paper can show between two colours that touch. Patches whose colour changes evenly become linear or radial gradients,
 * the rest at most `most` flat colours (`palette`, when it is given: that of a whole sheet). The colour at the picture's
 * corners is the ground and gets no layer. Fails with 'no-ink' when there is but one colour.
 */
export function traceColours(
  picture: Picture,
  most: number,
  settings: TraceSettings = defaultTraceSettings,
  palette?: readonly Oklab[],
): Result<ColourLayer[]> {
  const gradients = findGradients(picture);
  const flats = palette ?? paletteOf(picture, most + 1, pxOfGradients(gradients, picture));
  const candidates: Candidate[] = [
    ...flats.map((c): Candidate => ({ paint: { kind: 'flat', rgb: rgbOf(c) }, near: null })),
    ...gradients.map((g): Candidate => ({ paint: g.paint, near: grown(g.members, picture, EDGE_PX) })),
  ];
  const shares = sharesOf(picture, candidates);
  const order = stacking(picture, candidates, shares);
  if (order.length < 2) return fail({ code: 'no-ink', look: 'flat' });
  const layers: ColourLayer[] = [];
  for (let k = order[0]!.ground ? 1 : 0; k < order.length; k++) {
    const data = new Float32Array(picture.width * picture.height);
    for (const above of order.slice(k)) shares[above.index]!.data.forEach((v, i) => (data[i]! += v));
    const contours = traceField({ width: picture.width, height: picture.height, data }, 0.5, settings);
    if (contours.length > 0) layers.push({ paint: candidates[order[k]!.index]!.paint, contours });
  }
  return layers.length > 0 ? ok(layers) : fail({ code: 'no-ink', look: 'flat' });
}

/** The px set and those within `by` px of it, along rows and columns. */
function grown(members: Uint8Array, { width, height }: Picture, by: number): Uint8Array {
  let now = members;
  for (let round = 0; round < by; round++) {
    const next = now.slice();
    for (let k = 0; k < now.length; k++) {
      if (!now[k]) continue;
      const x = k % width;
      if (x > 0) next[k - 1] = 1;
      if (x + 1 < width) next[k + 1] = 1;
      if (k >= width) next[k - width] = 1;
      if (k + width < width * height) next[k + width] = 1;
    }
    now = next;
  }
  return now;
}

/**
 * Share of each paint in each px: an edge's px is a blend of two of them, parted by where it lies between the two (in
 * sRGB, as renderers and lenses blend). One field a paint.
 */
function sharesOf(picture: Picture, candidates: readonly Candidate[]): FloatImage[] {
  const { width, height } = picture;
  const rgb = rgbOver(picture);
  const fields = candidates.map(() => ({ width, height, data: new Float32Array(width * height) }));
  const flat = candidates.map(({ paint }) => (paint.kind === 'flat' ? paint.rgb : null));
  for (let k = 0; k < width * height; k++) {
    const there: number[] = [];
    const colours: Rgb[] = [];
    candidates.forEach(({ paint, near }, c) => {
      if (near && !near[k]) return;
      there.push(c);
      colours.push(flat[c] ?? colourAt(paint, (k % width) + 0.5, Math.floor(k / width) + 0.5));
    });
    let best = { off: Infinity, p: 0, q: 0, t: 0 };
    for (let p = 0; p < colours.length; p++) {
      for (let q = p; q < colours.length; q++) {
        const [a, b] = [colours[p]!, colours[q]!];
        let [top, size] = [0, 0];
        for (let c = 0; c < 3; c++) {
          top += (rgb[3 * k + c]! - a[c]!) * (b[c]! - a[c]!);
          size += (b[c]! - a[c]!) ** 2;
        }
        const t = size > 0 ? Math.max(0, Math.min(1, top / size)) : 0;
        let off = p === q ? 0 : BLEND_COST;
        for (let c = 0; c < 3; c++) off += (rgb[3 * k + c]! - a[c]! - t * (b[c]! - a[c]!)) ** 2;
        if (off < best.off) best = { off, p, q, t };
      }
    }
    if (best.off === Infinity) continue;
    fields[there[best.p]!]!.data[k]! += 1 - best.t;
    if (best.q !== best.p) fields[there[best.q]!]!.data[k]! += best.t;
  }
  return fields;
}

/** Least share of the picture for a layer of its own. */
const LEAST_LAYER = 0.0005;

/** Paints from the lowest layer to the top: the ground, then by how much of the picture they fill. */
function stacking(
  picture: Picture,
  candidates: readonly Candidate[],
  shares: readonly FloatImage[],
): { index: number; ground: boolean }[] {
  const { width, height } = picture;
  const corners = [0, width - 1, (height - 1) * width, height * width - 1];
  const areas = shares.map((s) => s.data.reduce((a, b) => a + b, 0));
  const votes = candidates.map((_, c) => corners.filter((k) => shares[c]!.data[k]! > 0.5).length);
  const ground = votes.findIndex((v) => v >= 3);
  return candidates
    .map((_, index) => ({ index, ground: index === ground }))
    .filter(({ index }) => areas[index]! > LEAST_LAYER * width * height)
    .sort((a, b) => Number(b.ground) - Number(a.ground) || areas[b.index]! - areas[a.index]!);
}
