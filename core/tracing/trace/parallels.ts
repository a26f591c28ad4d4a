import { cross, dot, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { nextNode, type Draft } from './draft';

/** A slanted straight of some ring's draft. */
interface Slanted {
  readonly ring: number;
  readonly segment: number;
  readonly a: Vec;
  readonly b: Vec;
  readonly d: Vec;
  readonly length: number;
}

/** Two edges that differ by less were meant parallel, radians; a taper drawn on purpose turns more. */
const SAME_RAD = 0.004;
/** ... and an edge's own roughness turns it by so many times its size over the edge's length. */
const NOISE_TURNS = 1;
/** Edges shorter than this say too little about their direction, px. */
const LEAST_PX = 12;
/** Edges of one stem run beside each other over at least this share of the shorter. */
const BESIDE = 0.4;

/**
 * Both edges of a slanted stem get one direction: pairs of straights that run opposite ways beside each other with ink
 * between them, and turn from each other by no more than drawing and grain do. Gives for each ring the directions to hold,
 * by segment; level and upright straights are exact already. Drafts in px, y down, ink on the left of travel.
 */
export function parallelDirections(drafts: readonly Draft[], noisePx: readonly number[]): Map<number, Vec>[] {
  const edges = drafts.flatMap(slantedOf);
  const group = edges.map((_, i) => i);
  const rootOf = (i: number): number => (group[i] === i ? i : rootOf(group[i]!));
  edges.forEach((e, i) => {
    for (let j = i + 1; j < edges.length; j++) {
      const f = edges[j]!;
      const noise = Math.max(noisePx[e.ring]!, noisePx[f.ring]!);
      if (isStem(e, f, SAME_RAD + (NOISE_TURNS * noise) / Math.min(e.length, f.length)))
        group[rootOf(j)] = rootOf(i);
    }
  });
  const found = drafts.map(() => new Map<number, Vec>());
  edges.forEach((_, root) => {
    const members = edges.filter((_, i) => rootOf(i) === root);
    if (members.length < 2) return;
    const lead = members[0]!.d;
    // A line through n samples knows its direction with the third power of its length.
    const sum = { x: 0, y: 0 };
    for (const { d, length } of members) {
      const w = length ** 3 * Math.sign(dot(d, lead));
      sum.x += w * d.x;
      sum.y += w * d.y;
    }
    const mean = unit(sum);
    for (const { ring, segment } of members) found[ring]!.set(segment, mean);
  });
  return found;
}

function slantedOf(draft: Draft, ring: number): Slanted[] {
  return draft.segments.flatMap((kind, segment) => {
    if (kind !== 'straight') return [];
    const a = draft.nodes[segment]!.p;
    const b = nextNode(draft, segment).p;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    return length < LEAST_PX ? [] : [{ ring, segment, a, b, d: unit(sub(b, a)), length }];
  });
}

function isStem(e: Slanted, f: Slanted, withinRad: number): boolean {
  if (dot(e.d, f.d) > -0.9 || Math.abs(cross(e.d, f.d)) > Math.sin(withinRad)) return false;
  const along = [dot(sub(f.a, e.a), e.d), dot(sub(f.b, e.a), e.d)];
  const beside = Math.min(e.length, Math.max(...along)) - Math.max(0, Math.min(...along));
  const shorter = Math.min(e.length, f.length);
  if (beside < BESIDE * shorter) return false;
  // Ink lies on the left when y points down: the other edge has to lie there, nearer than the stem is long.
  const across = -cross(e.d, sub({ x: (f.a.x + f.b.x) / 2, y: (f.a.y + f.b.y) / 2 }, e.a));
  return across > 0 && across < Math.max(e.length, f.length);
}
