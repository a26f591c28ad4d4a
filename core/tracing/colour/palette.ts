import type { Picture } from '../../foundations/raster/picture';
import { oklabDistance, oklabOf, type Oklab } from './oklab';

/** Colours nearer than this are one to the eye. */
const SAME = 0.06;
/** A colour that fills less than this share of the picture is an edge's blend or a speck. */
const LEAST_SHARE = 0.002;
const ROUNDS = 12;
const SAMPLES = 60_000;

/** Colours of px whose neighbours are about the same: blends at edges have no flat place and don't count. */
function flatColours(p: Picture, skip?: Uint8Array): Oklab[] {
  const step = Math.max(1, Math.floor(Math.sqrt((p.width * p.height) / SAMPLES)));
  const out: Oklab[] = [];
  const at = (x: number, y: number): Oklab => {
    const i = (y * p.width + x) * 4;
    const alpha = p.data[i + 3]! / 255;
    // Clear px are paper.
    const over = (v: number) => v * alpha + 255 * (1 - alpha);
    return oklabOf(over(p.data[i]!), over(p.data[i + 1]!), over(p.data[i + 2]!));
  };
  for (let y = 1; y + 1 < p.height; y += step) {
    for (let x = 1; x + 1 < p.width; x += step) {
      if (skip?.[y * p.width + x]) continue;
      const here = at(x, y);
      const calm = [at(x - 1, y), at(x + 1, y), at(x, y - 1), at(x, y + 1)].every(
        (q) => oklabDistance(here, q) < SAME,
      );
      if (calm) out.push(here);
    }
  }
  return out;
}

/**
 * The few flat colours a picture is made of, the commonest first, at most `most`. Perceptual: clusters in Oklab, started
 * from colours far from each other (Gonzalez 1985), settled by Lloyd's algorithm, near ones joined. Px marked in `skip`
 * have no say.
 */
export function paletteOf(picture: Picture, most: number, skip?: Uint8Array): Oklab[] {
  const colours = flatColours(picture, skip);
  if (colours.length === 0) return [];
  const mean = (list: readonly Oklab[]): Oklab => {
    const of = (k: 0 | 1 | 2) => list.reduce((s, c) => s + c[k], 0) / list.length;
    return [of(0), of(1), of(2)];
  };
  let centres: Oklab[] = [colours[0]!];
  let nearest = colours.map((c) => oklabDistance(c, centres[0]!));
  while (centres.length < most * 2) {
    const far = nearest.reduce((best, d, i) => (d > nearest[best]! ? i : best), 0);
    if (nearest[far]! < SAME) break;
    centres.push(colours[far]!);
    nearest = nearest.map((d, i) => Math.min(d, oklabDistance(colours[i]!, colours[far]!)));
  }
  let groups: Oklab[][] = [];
  for (let round = 0; round < ROUNDS; round++) {
    groups = centres.map(() => []);
    for (const c of colours) groups[nearestOf(c, centres)]!.push(c);
    groups = groups.filter((g) => g.length > LEAST_SHARE * colours.length);
    centres = groups.map(mean);
  }
  // Of two colours the eye takes for one, and of too many, the rarer goes into the commoner.
  const kept = groups
    .map((g, i) => ({ colour: centres[i]!, count: g.length }))
    .sort((p, q) => q.count - p.count);
  for (;;) {
    const pairs = kept.flatMap((p, i) =>
      kept.slice(i + 1).map((q, j) => ({ i, j: i + 1 + j, d: oklabDistance(p.colour, q.colour) })),
    );
    const closest = pairs.reduce<(typeof pairs)[number] | null>(
      (best, p) => (!best || p.d < best.d ? p : best),
      null,
    );
    if (!closest || (closest.d >= SAME && kept.length <= most)) break;
    kept.splice(closest.j, 1);
  }
  return kept.map((k) => k.colour);
}

function nearestOf(c: Oklab, palette: readonly Oklab[]): number {
  let best = 0;
  for (let k = 1; k < palette.length; k++)
    if (oklabDistance(c, palette[k]!) < oklabDistance(c, palette[best]!)) best = k;
  return best;
}
