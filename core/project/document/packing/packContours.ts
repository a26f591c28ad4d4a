import type { Contour, Node, NodeKind } from '../../../foundations/geometry/contour';

/**
 * Outlines as plain numbers. Points as objects are slow to copy between threads and into storage (some 2 s for 3,000
 * icons, against 0.1 s): each contour is its flags, how many nodes it has, and for each node its flags, its place, and
 * the handles that it has.
 */
export interface PackedContours {
  readonly numbers: Float64Array;
  /** Shared parts that contours are drawn from, in the order of those contours. */
  readonly of: readonly string[];
}

const KINDS: readonly NodeKind[] = ['corner', 'smooth', 'tangent'];
const CLOSED = 1;
const OF_PART = 2;
const KIND_BITS = 3;
const HAS_IN = 4;
const HAS_OUT = 8;
const LOCKED = 16;
const NOT_LOCKED = 32;

export function packContours(contours: readonly Contour[]): PackedContours {
  const numbers: number[] = [];
  const of: string[] = [];
  for (const c of contours) {
    if (c.of !== undefined) of.push(c.of);
    numbers.push((c.closed ? CLOSED : 0) | (c.of === undefined ? 0 : OF_PART), c.nodes.length);
    for (const n of c.nodes) pushNode(numbers, n);
  }
  return { numbers: Float64Array.from(numbers), of };
}

function pushNode(numbers: number[], n: Node): void {
  const locked = n.locked === undefined ? 0 : n.locked ? LOCKED : NOT_LOCKED;
  numbers.push(KINDS.indexOf(n.kind) | (n.in ? HAS_IN : 0) | (n.out ? HAS_OUT : 0) | locked, n.x, n.y);
  if (n.in) numbers.push(n.in.x, n.in.y);
  if (n.out) numbers.push(n.out.x, n.out.y);
}

export const isPacked = (value: unknown): value is PackedContours =>
  typeof value === 'object' &&
  value !== null &&
  // By its name: numbers that come from another thread or realm are no instances of ours.
  Object.prototype.toString.call((value as Partial<PackedContours>).numbers) === '[object Float64Array]' &&
  Array.isArray((value as Partial<PackedContours>).of);

/** The outlines again; null when the numbers don't add up. */
export function unpackContours({ numbers, of }: PackedContours): Contour[] | null {
  const out: Contour[] = [];
  let at = 0;
  let parts = 0;
  while (at < numbers.length) {
    const flags = numbers[at++]!;
    const count = numbers[at++]!;
    if (!(Number.isInteger(count) && count >= 0 && count <= numbers.length)) return null;
    const nodes: Node[] = [];
    for (let k = 0; k < count; k++) {
      if (at + 3 > numbers.length) return null;
      const bits = numbers[at]!;
      const kind = KINDS[bits & KIND_BITS];
      if (kind === undefined) return null;
      const [x, y] = [numbers[at + 1]!, numbers[at + 2]!];
      at += 3;
      const into = bits & HAS_IN ? { x: numbers[at++]!, y: numbers[at++]! } : null;
      const outOf = bits & HAS_OUT ? { x: numbers[at++]!, y: numbers[at++]! } : null;
      const node = { x, y, in: into, out: outOf, kind };
      nodes.push(bits & (LOCKED | NOT_LOCKED) ? { ...node, locked: (bits & LOCKED) !== 0 } : node);
    }
    if (at > numbers.length) return null;
    const closed = (flags & CLOSED) !== 0;
    out.push(flags & OF_PART ? { closed, nodes, of: of[parts++] ?? '' } : { closed, nodes });
  }
  return out;
}
