import { isLine, segmentAt, segmentCount, type Contour } from '../../foundations/geometry/contour';
import {
  cubicDerivative,
  extremeParameters,
  pointOnCubic,
  type Cubic,
} from '../../foundations/geometry/cubic';
import { rightDirections } from '../../foundations/geometry/direction';
import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { addExtremes, passingParameters } from '../../foundations/geometry/addExtremes';
import { angleBetweenDeg, cross, distance, dot, type Vec } from '../../foundations/geometry/vec';
import { mergeOverlaps } from '../boolean/pieces';
import { crossingsOf } from '../outline/crossings';
import { mergeDuplicates, NEARLY_SAME_EM } from '../outline/duplicates';
import { kinkAt, straightenKink } from '../outline/kinks';
import { closeGaps, SPECK_AREA_EM, strayContours } from '../outline/parts';
import { closeRun, insertNode, straightSegment } from '../outline/points';
import { isNearlyStraight, makeLevel, nearlyLevel } from '../outline/straighten';
import { EXTREME_EXCESS_EM } from './cleanUp';

/** So near its end a curve's parameter is past a handle of no length, where it has no direction. */
const NEAR_END = 1e-4;

export type SnagKind =
  | 'open'
  | 'direction'
  | 'overlap'
  | 'self-crossing'
  | 'tiny'
  | 'stray'
  | 'duplicate'
  | 'extreme'
  | 'nearly-straight'
  | 'nearly-level'
  | 'kink'
  | 'long-turn'
  | 'far-off';

/** Something wrong in a glyph's outline, with its place in the contours' own space (em units, y up). */
export interface Snag {
  readonly kind: SnagKind;
  readonly contour: number;
  /** The node it sits on, or the first node of its segment; null = the whole contour. */
  readonly node: number | null;
  readonly at: Vec;
  /** How much: degrees of a kink or turn, units of a slant; what `kind` says. */
  readonly amount: number;
}

/** A curve that turns by more is hard to shape with two handles, degrees (common practice, no published source). */
const LONG_TURN_DEG = 100;
/** Coordinates a font file can hold (16 bits, signed; OpenType "glyf", "CFF"). */
const COORDINATE_LIMIT = 32767;
/** Letters don't reach further than this from the origin, em units; what lies there was put there by mistake. */
const FAR_EM = 8000;

const known = new WeakMap<readonly Contour[], readonly Snag[]>();

/** Everything wrong in an outline, contour by contour. Results are kept by the list: lists are immutable. */
export function findSnags(cs: readonly Contour[]): readonly Snag[] {
  const found = known.get(cs) ?? [...wholeSnags(cs), ...cs.flatMap((c, i) => contourSnags(c, i))];
  known.set(cs, found);
  return found;
}

function wholeSnags(cs: readonly Contour[]): Snag[] {
  const out: Snag[] = [];
  const strays = new Set(strayContours(cs));
  const closed = cs.filter((c) => c.closed);
  const right = rightDirections(closed);
  cs.forEach((c, contour) => {
    const at = c.nodes[0];
    if (!at) return;
    if (strays.has(contour))
      out.push({ kind: 'stray', contour, node: null, at, amount: Math.abs(contourArea(c)) });
    if (!c.closed) {
      const gap = distance(at, c.nodes[c.nodes.length - 1]!);
      out.push({ kind: 'open', contour, node: null, at, amount: gap });
    } else {
      const area = Math.abs(contourArea(c));
      if (area < SPECK_AREA_EM && !strays.has(contour))
        out.push({ kind: 'tiny', contour, node: null, at, amount: area });
      if (right[closed.indexOf(c)] !== c) out.push({ kind: 'direction', contour, node: null, at, amount: 0 });
    }
    const box = contoursBox([c])!;
    const far = Math.max(...[box.xMin, box.xMax, box.yMin, box.yMax].map(Math.abs));
    if (far > Math.min(FAR_EM, COORDINATE_LIMIT))
      out.push({ kind: 'far-off', contour, node: null, at, amount: far });
  });
  const seen = new Set<string>();
  for (const x of crossingsOf(cs)) {
    const own = x.first.contour === x.second.contour;
    const key = own ? `s${x.first.contour}` : `o${x.first.contour},${x.second.contour}`;
    if (seen.has(key)) continue;
    seen.add(key);
    out.push({
      kind: own ? 'self-crossing' : 'overlap',
      contour: x.first.contour,
      node: own ? x.first.segment : null,
      at: x.at,
      amount: 0,
    });
  }
  return out;
}

function contourSnags(c: Contour, contour: number): Snag[] {
  const out: Snag[] = [];
  const add = (kind: SnagKind, node: number, at: Vec, amount: number) =>
    out.push({ kind, contour, node, at: { x: at.x, y: at.y }, amount });
  for (let i = 0; i < segmentCount(c); i++) {
    const [a, b] = [c.nodes[i]!, c.nodes[(i + 1) % c.nodes.length]!];
    const near = distance(a, b);
    if (near < NEARLY_SAME_EM && c.nodes.length > 2) {
      add('duplicate', i, a, near);
      continue;
    }
    const s = segmentAt(c, i);
    if (isLine(c, i)) {
      const way = nearlyLevel(c, i);
      if (way) add('nearly-level', i, middle(s), way === 'level' ? Math.abs(a.y - b.y) : Math.abs(a.x - b.x));
      continue;
    }
    if (isNearlyStraight(c, i)) add('nearly-straight', i, middle(s), 0);
    else {
      const [t] = passingParameters(s, EXTREME_EXCESS_EM);
      const turn = turnDeg(s);
      if (t !== undefined) add('extreme', i, pointOnCubic(s, t), 0);
      else if (turn > LONG_TURN_DEG) add('long-turn', i, middle(s), turn);
    }
  }
  c.nodes.forEach((n, i) => {
    const turn = kinkAt(c, i);
    if (turn > 0) add('kink', i, n, turn);
  });
  return out;
}

const middle = (s: Cubic): Vec => pointOnCubic(s, 0.5);

/** By how much a curve turns from its beginning to its end, degrees, all turns one way or the other added up. */
function turnDeg(s: Cubic): number {
  let sum = 0;
  let last = cubicDerivative(s, NEAR_END);
  for (let k = 1; k <= 12; k++) {
    const d = cubicDerivative(s, Math.min(1 - NEAR_END, k / 12));
    sum += (Math.atan2(cross(last, d), dot(last, d)) * 180) / Math.PI;
    last = d;
  }
  return Math.abs(sum);
}

/** The outline with one snag mended; unchanged when it can't be mended by rule. */
export function mendSnag(cs: readonly Contour[], snag: Snag): readonly Contour[] {
  const c = cs[snag.contour];
  if (!c) return cs;
  const with1 = (by: Contour) => cs.map((x) => (x === c ? by : x));
  const i = snag.node ?? 0;
  switch (snag.kind) {
    case 'open': {
      const near = closeGaps(cs);
      return near.includes(c) ? with1(closeRun(c)) : near;
    }
    case 'direction':
      return rightDirections(cs);
    case 'overlap':
    case 'self-crossing':
      return mergeOverlaps(cs);
    case 'tiny':
    case 'stray':
    case 'far-off':
      return cs.filter((x) => x !== c);
    case 'duplicate':
      return with1(mergeDuplicates(c));
    case 'extreme':
      return with1(addExtremes(c, EXTREME_EXCESS_EM));
    case 'nearly-straight':
      return with1(straightSegment(c, i));
    case 'nearly-level': {
      const way = nearlyLevel(c, i);
      return way ? with1(makeLevel(c, i, way)) : cs;
    }
    case 'kink':
      return with1(straightenKink(c, i));
    case 'long-turn':
      return with1(insertNode(c, i, halfTurn(segmentAt(c, i))));
  }
}

/** Where a curve has turned half of its way; an extreme there when it has one inside. */
function halfTurn(s: Cubic): number {
  const inner = [...extremeParameters(s, 'x'), ...extremeParameters(s, 'y')].filter(
    (t) => t > 0.15 && t < 0.85,
  );
  if (inner[0] !== undefined) return inner[0];
  const start = cubicDerivative(s, NEAR_END);
  const half = turnDeg(s) / 2;
  for (let k = 1; k < 64; k++) if (angleBetweenDeg(start, cubicDerivative(s, k / 64)) >= half) return k / 64;
  return 0.5;
}
