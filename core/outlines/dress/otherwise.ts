import type { Contour, Node } from '../../foundations/geometry/contour';
import type { Box } from '../../foundations/geometry/measure';
import { add, distance, scale, sub, type Vec } from '../../foundations/geometry/vec';

/** How a drawing is varied. */
export interface Otherwise {
  /** The letter's box, em units: what moves, moves by its place in it. */
  readonly box: Box;
  /** How far it may part from what it was, 0 to 1. */
  readonly amount: number;
  /** Which of the variants; another number, another drawing. */
  readonly seed: number;
  /** Places that stay, em units: where the strokes of neighbours join. */
  readonly fixed: readonly Vec[];
}

/** The furthest that a place moves at full amount, sideways and up or down, as shares of the letter's height; and how far it leans, degrees. */
const MOST = { across: 0.045, up: 0.028, leanDeg: 3.2 };
/** Within so many heights of a fixed place movements fade away to nothing. */
const FADE = 0.25;

/** Numbers from -1 to 1 that depend on the seed alone (Park and Miller 1988, "minimal standard"). */
function numbersOf(seed: number): () => number {
  let state = (seed * 48271 + 11) % 2147483647;
  return () => {
    state = (state * 48271) % 2147483647;
    return (2 * state) / 2147483647 - 1;
  };
}

/**
 * The same drawing as a hand would draw it another time: leaning a little otherwise and bent by slow waves across and along, the same for
 * all that lies together, so that strokes keep their thickness, curves stay smooth and what is joined stays joined. Points stay as many. Feet
 * and heads stay nearly on their lines. Em units, y up.
 */
export function slightlyOtherwise(cs: readonly Contour[], how: Otherwise): Contour[] {
  const { box, amount, seed, fixed } = how;
  const tall = Math.max(box.yMax - box.yMin, box.xMax - box.xMin, 1);
  const next = numbersOf(seed);
  // Which way each seed leans alternates, so that two variants never look alike.
  const way = seed % 2 === 0 ? -1 : 1;
  const lean = Math.tan((way * (0.6 + 0.4 * next()) * MOST.leanDeg * Math.PI) / 180);
  const waves = [next(), next(), next(), next()].map((v) => v * Math.PI);
  const [a = 0, b = 0, c = 0, d = 0] = waves;
  const foot = Math.max(box.yMin, 0);
  const move = (p: Vec): Vec => {
    const [u, v] = [(p.x - box.xMin) / tall, (p.y - box.yMin) / tall];
    const near = Math.min(1, ...fixed.map((f) => distance(f, p) / (FADE * tall)));
    const by = amount * near * near * (3 - 2 * near);
    const across =
      lean * (p.y - foot) +
      MOST.across * tall * (Math.sin(2.2 * v + a) * 0.5 + way * Math.sin(1.7 * u + b) * 0.5);
    // Up and down least at head and foot: letters keep their lines.
    const middle = 4 * v * (1 - Math.min(1, v));
    const up = MOST.up * tall * Math.sin(2.6 * u + c + d) * (0.25 + 0.75 * Math.max(0, middle));
    return { x: p.x + by * across, y: p.y + by * up };
  };
  return cs.map((contour) => ({ ...contour, nodes: contour.nodes.map((n) => moved(n, move)) }));
}

/** A step that is short against a letter and long against rounding, em units. */
const STEP_EM = 0.01;

/** A point moved with its handles turned and stretched as the place around it is: handles that lay in one line still do. */
function moved(node: Node, move: (p: Vec) => Vec): Node {
  const at = move(node);
  const handle = (h: Vec | null): Vec | null => {
    if (!h) return null;
    const way = sub(h, node);
    const size = Math.hypot(way.x, way.y);
    if (size === 0) return at;
    const ahead = move(add(node, scale(way, STEP_EM / size)));
    return add(at, scale(sub(ahead, at), size / STEP_EM));
  };
  return { ...node, ...at, in: handle(node.in), out: handle(node.out) };
}
