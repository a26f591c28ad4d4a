import { rgbBy, type Paint, type Stop } from '../../foundations/geometry/paint';
import { unit, type Vec } from '../../foundations/geometry/vec';
import type { Picture } from '../../foundations/raster/picture';
import { oklabDistance, oklabOf } from './oklab';
import { rgbOver } from './rgbImage';

/** A patch of a picture whose colour changes evenly. */
export interface GradientPatch {
  readonly paint: Paint;
  /** 1 for each px that belongs to it; the picture's size. */
  readonly members: Uint8Array;
}

/** Neighbouring px of one patch differ by less, in Oklab; an edge jumps further. */
const STEP = 0.022;
/** Smaller patches than this share of the picture are no gradients one could see. */
const LEAST_SHARE = 0.004;
const LEAST_PX = 150;
/** A patch of less change than this is one flat colour with some noise. */
const SPREAD = 0.1;
/** A gradient explains its px to within so many grey levels (root mean square). */
const FITS = 5;
const BINS = 32;
/** Stops that lie this near to the line between their neighbours aren't needed, grey levels. */
const STOP_LEVELS = 3;
/** A circle with a far centre fits a plain gradient as well: it has to be clearly better. */
const RATHER_LINEAR = 0.8;

/**
 * Patches of a drawing that are filled with a gradient. A linear one's direction is the main direction of the colours'
 * slope planes; a radial one's centre is where the lines of steepest change meet. Colours along it are read off in bins.
 */
export function findGradients(picture: Picture): GradientPatch[] {
  const rgb = rgbOver(picture);
  const labels = smoothPatches(picture, rgb);
  const patches: GradientPatch[] = [];
  for (const px of labels) {
    if (spreadOf(rgb, px) < SPREAD) continue;
    const places = px.map((k) => ({ x: (k % picture.width) + 0.5, y: Math.floor(k / picture.width) + 0.5 }));
    const linear = fitLinear(rgb, px, places);
    const radial = fitRadial(picture, rgb, px, places);
    const best = radial && (!linear || radial.off < RATHER_LINEAR * linear.off) ? radial : linear;
    if (!best || best.off > FITS) continue;
    const members = new Uint8Array(picture.width * picture.height);
    for (const k of px) members[k] = 1;
    patches.push({ paint: best.paint, members });
  }
  return patches;
}

/** Px lists of the patches within which no neighbours differ by a step. */
function smoothPatches({ width, height }: Picture, rgb: Float32Array): number[][] {
  const n = width * height;
  const lab = new Float32Array(n * 3);
  for (let k = 0; k < n; k++) lab.set(oklabOf(rgb[3 * k]!, rgb[3 * k + 1]!, rgb[3 * k + 2]!), 3 * k);
  const near = (a: number, b: number) =>
    Math.hypot(
      lab[3 * a]! - lab[3 * b]!,
      lab[3 * a + 1]! - lab[3 * b + 1]!,
      lab[3 * a + 2]! - lab[3 * b + 2]!,
    ) < STEP;
  const seen = new Uint8Array(n);
  const patches: number[][] = [];
  for (let start = 0; start < n; start++) {
    if (seen[start]) continue;
    seen[start] = 1;
    const px = [start];
    for (let i = 0; i < px.length; i++) {
      const k = px[i]!;
      const x = k % width;
      for (const next of [x > 0 ? k - 1 : -1, x + 1 < width ? k + 1 : -1, k - width, k + width]) {
        if (next < 0 || next >= n || seen[next] || !near(k, next)) continue;
        seen[next] = 1;
        px.push(next);
      }
    }
    if (px.length >= Math.max(LEAST_PX, LEAST_SHARE * n)) patches.push(px);
  }
  return patches;
}

/** Perceptual distance between the patch's darkest and lightest twentieth. */
function spreadOf(rgb: Float32Array, px: readonly number[]): number {
  const step = Math.max(1, Math.floor(px.length / 4000));
  const some = px.filter((_, i) => i % step === 0);
  let most = 0;
  for (const c of [0, 1, 2]) {
    const sorted = [...some].sort((a, b) => rgb[3 * a + c]! - rgb[3 * b + c]!);
    const tenth = Math.max(1, Math.floor(sorted.length / 20));
    const mean = (list: number[]) =>
      oklabOf(
        ...([0, 1, 2].map((q) => list.reduce((s, k) => s + rgb[3 * k + q]!, 0) / list.length) as [
          number,
          number,
          number,
        ]),
      );
    most = Math.max(most, oklabDistance(mean(sorted.slice(0, tenth)), mean(sorted.slice(-tenth))));
  }
  return most;
}

interface Fit {
  readonly paint: Paint;
  /** Root mean square distance of the px from it, grey levels. */
  readonly off: number;
}

function fitLinear(rgb: Float32Array, px: readonly number[], places: readonly Vec[]): Fit | null {
  const n = px.length;
  const mx = places.reduce((s, p) => s + p.x, 0) / n;
  const my = places.reduce((s, p) => s + p.y, 0) / n;
  let [sxx, sxy, syy] = [0, 0, 0];
  for (const p of places) {
    sxx += (p.x - mx) ** 2;
    sxy += (p.x - mx) * (p.y - my);
    syy += (p.y - my) ** 2;
  }
  const det = sxx * syy - sxy * sxy;
  if (det < 1e-6 * n * n) return null;
  // Slope of each colour as a plane; their common direction is the first axis of the summed outer products.
  let [axx, axy, ayy] = [0, 0, 0];
  for (let c = 0; c < 3; c++) {
    let [bx, by] = [0, 0];
    px.forEach((k, i) => {
      bx += (places[i]!.x - mx) * rgb[3 * k + c]!;
      by += (places[i]!.y - my) * rgb[3 * k + c]!;
    });
    const [gx, gy] = [(syy * bx - sxy * by) / det, (sxx * by - sxy * bx) / det];
    axx += gx * gx;
    axy += gx * gy;
    ayy += gy * gy;
  }
  const angle = 0.5 * Math.atan2(2 * axy, axx - ayy);
  const d = unit({ x: Math.cos(angle), y: Math.sin(angle) });
  const along = Float64Array.from(places, (p) => p.x * d.x + p.y * d.y);
  const read = readAlong(rgb, px, along);
  if (!read) return null;
  const foot = (t: number) => {
    const off = t - (mx * d.x + my * d.y);
    return { x: mx + off * d.x, y: my + off * d.y };
  };
  return {
    off: read.off,
    paint: { kind: 'linear', from: foot(read.from), to: foot(read.to), stops: read.stops },
  };
}

/** Reach of the slopes that are read for a centre, px. */
const SLOPE_PX = 3;

function fitRadial(
  { width, height }: Picture,
  rgb: Float32Array,
  px: readonly number[],
  places: readonly Vec[],
): Fit | null {
  const own = new Uint8Array(width * height);
  for (const k of px) own[k] = 1;
  let [a, b, c, e, f] = [0, 0, 0, 0, 0];
  const step = Math.max(1, Math.floor(px.length / 6000));
  for (let i = 0; i < px.length; i += step) {
    const k = px[i]!;
    const x = k % width;
    if (x < SLOPE_PX || x + SLOPE_PX >= width) continue;
    const [left, right, up, down] = [k - SLOPE_PX, k + SLOPE_PX, k - SLOPE_PX * width, k + SLOPE_PX * width];
    if (!own[left] || !own[right] || !own[up] || !own[down]) continue;
    for (let q = 0; q < 3; q++) {
      const gx = rgb[3 * right + q]! - rgb[3 * left + q]!;
      const gy = rgb[3 * down + q]! - rgb[3 * up + q]!;
      // The centre lies on the line along (gx, gy): its distance across is to be least.
      const off = places[i]!.x * gy - places[i]!.y * gx;
      a += gy * gy;
      b -= gx * gy;
      c += gx * gx;
      e += gy * off;
      f -= gx * off;
    }
  }
  const det = a * c - b * b;
  if (det < 1e-4 * (a + c) ** 2) return null;
  const centre = { x: (c * e - b * f) / det, y: (a * f - b * e) / det };
  const along = Float64Array.from(places, (p) => Math.hypot(p.x - centre.x, p.y - centre.y));
  const read = readAlong(rgb, px, along);
  if (!read || read.to <= 0) return null;
  const stops = read.stops.map((s) => ({ ...s, at: (read.from + s.at * (read.to - read.from)) / read.to }));
  return { off: read.off, paint: { kind: 'radial', centre, radius: read.to, stops } };
}

/** Colours along one measure of the px, as few stops, and how far the px lie from them. */
function readAlong(
  rgb: Float32Array,
  px: readonly number[],
  along: Float64Array,
): { stops: Stop[]; from: number; to: number; off: number } | null {
  const from = along.reduce((a, b) => Math.min(a, b), Infinity);
  const to = along.reduce((a, b) => Math.max(a, b), -Infinity);
  if (!(to > from)) return null;
  const sums = new Float64Array(BINS * 4);
  const binOf = (t: number) => Math.min(BINS - 1, Math.floor(((t - from) / (to - from)) * BINS));
  px.forEach((k, i) => {
    const bin = 4 * binOf(along[i]!);
    for (let c = 0; c < 3; c++) sums[bin + c]! += rgb[3 * k + c]!;
    sums[bin + 3]!++;
  });
  const curve: Stop[] = [];
  for (let b = 0; b < BINS; b++) {
    const n = sums[4 * b + 3]!;
    if (n > 0) curve.push({ at: (b + 0.5) / BINS, rgb: rgbBy((c) => sums[4 * b + c]! / n) });
  }
  if (curve.length < 4) return null;
  const ends = [
    goOn(curve[1]!, curve[0]!, 0),
    ...curve,
    goOn(curve[curve.length - 2]!, curve[curve.length - 1]!, 1),
  ];
  const stops = fewStops(ends);
  let sum = 0;
  px.forEach((k, i) => {
    const c = between(stops, (along[i]! - from) / (to - from));
    for (let q = 0; q < 3; q++) sum += (rgb[3 * k + q]! - c[q]!) ** 2;
  });
  const rounded = stops.map((s) => ({
    at: s.at,
    rgb: rgbBy((c) => Math.round(clip(s.rgb[c]))),
  }));
  return { stops: rounded, from, to, off: Math.sqrt(sum / px.length) };
}

const clip = (v: number) => Math.max(0, Math.min(255, v));

/** The colour that the step from `a` to `b` leads to at `at`. */
const goOn = (a: Stop, b: Stop, at: number): Stop => ({
  at,
  rgb: rgbBy((c) => clip(b.rgb[c] + ((b.rgb[c] - a.rgb[c]) * (at - b.at)) / (b.at - a.at))),
});

function between(stops: readonly Stop[], at: number): number[] {
  let k = 0;
  while (k + 2 < stops.length && stops[k + 1]!.at < at) k++;
  const [a, b] = [stops[k]!, stops[k + 1]!];
  const share = Math.max(0, Math.min(1, (at - a.at) / (b.at - a.at)));
  return a.rgb.map((v, c) => v + (b.rgb[c]! - v) * share);
}

/** Stops without those that lie between their neighbours (Douglas and Peucker's rule, Cartographica 10 (1973)). */
function fewStops(all: readonly Stop[]): Stop[] {
  const [a, b] = [all[0]!, all[all.length - 1]!];
  let worst = 0;
  let at = 0;
  for (let k = 1; k + 1 < all.length; k++) {
    const here = between([a, b], all[k]!.at);
    const off = Math.max(...here.map((v, c) => Math.abs(v - all[k]!.rgb[c]!)));
    if (off > worst) [worst, at] = [off, k];
  }
  if (worst <= STOP_LEVELS) return [a, b];
  return [...fewStops(all.slice(0, at + 1)).slice(0, -1), ...fewStops(all.slice(at))];
}

/** 1 for each px that belongs to some gradient; the picture's size. */
export function pxOfGradients(patches: readonly GradientPatch[], { width, height }: Picture): Uint8Array {
  const taken = new Uint8Array(width * height);
  for (const g of patches) g.members.forEach((v, k) => v && (taken[k] = 1));
  return taken;
}
