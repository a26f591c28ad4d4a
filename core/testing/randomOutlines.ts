import { cornerAt, type Contour, type Node } from '../foundations/geometry/contour';
import { identity, rotation, compose, translation } from '../foundations/geometry/affine';
import { transformContours } from '../foundations/geometry/contour';
import type { Vec } from '../foundations/geometry/vec';
import { circle } from './shapes';

/** Numbers 0..1 that are the same for the same seed (Lehmer's generator, Park and Miller, CACM 31 (1988)). */
export function randomBy(seed: number): () => number {
  let state = (seed % 2147483646) + 1;
  const next = () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
  // The first numbers of neighbouring seeds lie near each other.
  for (let i = 0; i < 4; i++) next();
  return next;
}

/** A made-up outline of 3 to 8 points about a centre, straights and curves mixed; it doesn't cross itself. */
export function randomBlob(random: () => number, cx: number, cy: number, size: number): Contour {
  const n = 3 + Math.floor(random() * 6);
  const spots = Array.from({ length: n }, (_, i): Vec => {
    const angle = ((i + 0.6 * random()) / n) * 2 * Math.PI;
    const r = size * (0.35 + 0.65 * random());
    return { x: Math.round(cx + r * Math.cos(angle)), y: Math.round(cy + r * Math.sin(angle)) };
  });
  const nodes = spots.map((p): Node => cornerAt(p.x, p.y));
  for (let i = 0; i < n; i++) {
    if (random() < 0.4) continue;
    const j = (i + 1) % n;
    const [a, b] = [nodes[i]!, nodes[j]!];
    const bulge = 0.25 * random();
    const out = {
      x: a.x + (b.x - a.x) / 3 + bulge * (b.y - a.y),
      y: a.y + (b.y - a.y) / 3 - bulge * (b.x - a.x),
    };
    const into = {
      x: b.x - (b.x - a.x) / 3 + bulge * (b.y - a.y),
      y: b.y - (b.y - a.y) / 3 - bulge * (b.x - a.x),
    };
    nodes[i] = { ...a, out };
    nodes[j] = { ...b, in: into };
  }
  return { closed: true, nodes };
}

export const box = (x: number, y: number, w: number, h: number): Contour => ({
  closed: true,
  nodes: [cornerAt(x, y), cornerAt(x + w, y), cornerAt(x + w, y + h), cornerAt(x, y + h)],
});

/** Two shapes that are hard on booleans in one of several ways, by turns: the kind's name and the two. */
export function randomPair(index: number): { kind: string; a: Contour[]; b: Contour[] } {
  const random = randomBy(index * 7919 + 17);
  const whole = (least: number, most: number) => Math.round(least + random() * (most - least));
  const blob = () => randomBlob(random, whole(200, 500), whole(200, 500), whole(80, 300));
  const first = blob();
  switch (index % 8) {
    case 0:
      return { kind: 'crossing', a: [first], b: [blob()] };
    case 1:
      return { kind: 'the same', a: [first], b: [first] };
    case 2: {
      // The second shares whole segments with the first.
      const cut = Math.max(2, first.nodes.length - 1);
      const nodes = first.nodes.slice(0, cut);
      const far = cornerAt(whole(0, 700), whole(0, 700));
      return { kind: 'shared segments', a: [first], b: [{ closed: true, nodes: [...nodes, far] }] };
    }
    case 3: {
      const [w, h] = [whole(50, 300), whole(50, 300)];
      const [x, y] = [whole(0, 300), whole(0, 300)];
      return {
        kind: 'coincident edges',
        a: [box(x, y, w, h)],
        b: [box(x + w, y + whole(-40, 40), whole(20, 200), h)],
      };
    }
    case 4: {
      const r = whole(40, 200);
      const s = whole(20, 200);
      const inner = random() < 0.5 && s < r;
      return {
        kind: 'tangent circles',
        a: [circle(300, 300, r)],
        b: [circle(300 + (inner ? r - s : r + s), 300, s)],
      };
    }
    case 5: {
      const r = whole(60, 200);
      return {
        kind: 'circle in its square',
        a: [circle(300, 300, r)],
        b: [box(300 - r, 300 - r, 2 * r, whole(20, 2 * r))],
      };
    }
    case 6: {
      const turn = compose(
        translation(350, 350),
        compose(rotation(random() * 0.02), translation(-350, -350)),
      );
      return {
        kind: 'barely turned',
        a: [first],
        b: transformContours([first], random() < 0.2 ? identity : turn),
      };
    }
    default:
      return {
        kind: 'rings',
        a: [first, ...transformContours([first], { ...identity, a: 0.5, d: 0.5, e: 170, f: 170 })],
        b: [blob()],
      };
  }
}
