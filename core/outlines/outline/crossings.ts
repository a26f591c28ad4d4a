import type { Contour } from '../../foundations/geometry/contour';
import { segmentCount } from '../../foundations/geometry/contour';
import type { Vec } from '../../foundations/geometry/vec';
import { chordsOf, nearPairs, type Chord } from './flat';

export interface Crossing {
  readonly at: Vec;
  readonly first: { readonly contour: number; readonly segment: number };
  readonly second: { readonly contour: number; readonly segment: number };
}

/** Chords for crossings lie this near to the curves, u. */
const FLAT_EM = 0.25;

/** Crossings by contour list: lists are immutable, and snags, compiling and drawing ask for the same ones. */
const known = new WeakMap<readonly Contour[], readonly Crossing[]>();

/** Where the outline crosses itself or another contour of the letter, em units. Touching ends don't count. */
export function crossingsOf(cs: readonly Contour[]): readonly Crossing[] {
  const found = known.get(cs) ?? findCrossings(cs);
  known.set(cs, found);
  return found;
}

function findCrossings(cs: readonly Contour[]): Crossing[] {
  const chords = chordsOf(cs, FLAT_EM);
  const found: [number, number, Vec][] = [];
  nearPairs(chords, 0, (i, j) => {
    const [p, q] = [chords[i]!, chords[j]!];
    if (neighbours(cs, p, q)) return;
    const at = meeting(p, q);
    if (at) found.push([i, j, at]);
  });
  const place = (c: Chord) => ({ contour: c.contour, segment: c.segment });
  return found
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
    .map(([i, j, at]) => ({ at, first: place(chords[i]!), second: place(chords[j]!) }));
}

/** Chords that follow each other share an end, which is no crossing. */
function neighbours(cs: readonly Contour[], p: Chord, q: Chord): boolean {
  if (p.contour !== q.contour) return false;
  return follows(cs, p, q) || follows(cs, q, p);
}

function follows(cs: readonly Contour[], p: Chord, q: Chord): boolean {
  if (p.segment === q.segment) return p.t1 === q.t0;
  const count = segmentCount(cs[p.contour]!);
  return p.t1 === 1 && q.t0 === 0 && (p.segment + 1) % count === q.segment;
}

function meeting(p: Chord, q: Chord): Vec | null {
  const side = (a: Vec, b: Vec, c: Vec) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  const [s1, s2] = [side(p.a, p.b, q.a), side(p.a, p.b, q.b)];
  const [s3, s4] = [side(q.a, q.b, p.a), side(q.a, q.b, p.b)];
  if (!(s1 * s2 < 0 && s3 * s4 < 0)) return null;
  const t = s3 / (s3 - s4);
  return { x: p.a.x + t * (p.b.x - p.a.x), y: p.a.y + t * (p.b.y - p.a.y) };
}
