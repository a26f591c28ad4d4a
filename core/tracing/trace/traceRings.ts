import { applyAffine, rotation } from '../../foundations/geometry/affine';
import { transformContours, type Contour, type Node } from '../../foundations/geometry/contour';
import type { Cubic } from '../../foundations/geometry/cubic';
import { contourArea } from '../../foundations/geometry/measure';
import { distance, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { findCorners } from './corners';
import { draftNodes, type Draft, type DraftNode, type DraftSegment } from './draft';
import { fitStretch } from './fitStretch';
import { findJoints, type Joint } from './joints';
import { ringPoint, turnRing, type EvenRing } from './path';
import { parallelDirections } from './parallels';
import { polish } from './polish';
import { RingSums } from './ringSums';
import type { TraceSettings } from './settings';
import { settleTips, type TipReader } from './tips';
import { snapToAxis } from './straights';
import { edgeNoise, smoothRing } from './smoothRing';

/** What is known of a ring beside its samples. */
export interface Reading {
  /** The field it was read from, so that its tips can be looked at. */
  readonly tips?: Omit<TipReader, 'noisePx'>;
  /** How far the writing is turned: level and upright are meant along it, radians. */
  readonly turnRad?: number;
}

/** Noise taken out at the most: what a dry brush leaves, px. */
const TEXTURE_PX = 0.8;

const noiseToSmooth = (found: number, smoothing: number): number =>
  found * Math.min(1, smoothing) + Math.max(0, smoothing - 1) * TEXTURE_PX;

/** Texture beyond this says nothing about what is straight: rounds would fall into straights. */
const STRAIGHT_NOISE_PX = 0.4;
/** A rough edge turns this much by chance, degrees for each px of its noise. */
const CORNER_DEG_BY_NOISE = 55;

/** A ring's outline before its nodes are settled, in a frame in which the writing is level. */
interface DraftedRing {
  readonly ring: EvenRing;
  readonly draft: Draft;
  readonly noisePx: number;
}

/**
 * Rings of edge samples to contours: corners, straights and extremes first, then the fewest cubics between, then all
 * nodes at once to the samples; edges of one stem, on whichever rings they lie, become parallel. Image px, y down; the
 * direction of each ring is kept. Rings too small to have a form become plain polygons.
 */
export function traceRings(
  rings: readonly { readonly ring: EvenRing; readonly tips?: Reading['tips'] }[],
  settings: TraceSettings,
  turnRad = 0,
): Contour[] {
  const drafted = rings.map(({ ring, tips }) =>
    draftSafely(ring, settings, { turnRad, ...(tips && { tips }) }),
  );
  const sound = drafted.filter((d): d is DraftedRing => 'draft' in d);
  const directions = parallelDirections(
    sound.map((d) => d.draft),
    sound.map((d) => d.noisePx),
  );
  const contours = drafted.map((d): Contour => {
    if (!('draft' in d)) return d;
    const held = directions[sound.indexOf(d)]!;
    if (held.size > 0) settle(d, held);
    return { closed: true, nodes: draftNodes(d.draft) };
  });
  return turnRad === 0 ? contours : transformContours(contours, rotation(turnRad));
}

const settle = ({ ring, draft, noisePx }: DraftedRing, directions?: ReadonlyMap<number, Vec>): void => {
  const options = { shyPx: 1 + 3 * noisePx, outlierPx: 0.3 + 2 * noisePx };
  polish(ring, draft, directions ? { ...options, directions } : options);
};

/** An outline holds at least this share of its ring's area, and at most so many times as much. */
const KEPT_AREA = [0.66, 1.45] as const;

/**
 * A ring drafted with its tips read from the field; where that loses its ink, as a thin slanted stroke whose flat ends are taken for
 * tips does, by its samples alone, and as a plain polygon if that loses it too.
 */
function draftSafely(raw: EvenRing, settings: TraceSettings, reading: Reading): DraftedRing | Contour {
  const area = Math.abs(areaOf(raw));
  const keeps = (d: DraftedRing | Contour) => {
    const drawn = Math.abs(contourArea('draft' in d ? { closed: true, nodes: draftNodes(d.draft) } : d));
    return drawn >= KEPT_AREA[0] * area && drawn <= KEPT_AREA[1] * area;
  };
  const first = draftRing(raw, settings, reading);
  if (keeps(first) || area < LEAST_AREA_PX2) return first;
  const { tips: _, ...plain } = reading;
  const second = draftRing(raw, settings, plain);
  if (keeps(second)) return second;
  const level = reading.turnRad ? turnRing(raw, -reading.turnRad) : raw;
  return smallPolygon(level, Math.round(raw.n / POLYGON_STEPS));
}

/** Samples for each side of such a polygon. */
const POLYGON_STEPS = 6;
/** Smaller rings have no form to lose, px2. */
const LEAST_AREA_PX2 = 12;

/** Area within a ring's samples, px2. */
function areaOf(ring: EvenRing): number {
  let sum = 0;
  for (let i = 0; i < ring.n; i++) {
    const [a, b] = [ringPoint(ring, i), ringPoint(ring, i + 1)];
    sum += a.x * b.y - b.x * a.y;
  }
  return sum / 2;
}

function draftRing(raw: EvenRing, settings: TraceSettings, reading: Reading): DraftedRing | Contour {
  const sums = new RingSums(raw);
  const noisePx = noiseToSmooth(edgeNoise(sums), settings.smoothing);
  const turns = findCorners(sums, settings.cornerDeg + CORNER_DEG_BY_NOISE * noisePx);
  const tips = reading.tips;
  const settled = tips ? settleTips(sums, turns, { ...tips, noisePx }) : turns;
  const turnRad = reading.turnRad ?? 0;
  const upright = rotation(-turnRad);
  const corners = settled.map((c) => ({ ...c, point: applyAffine(upright, c.point) }));
  const level = turnRad === 0 ? sums : new RingSums(turnRing(raw, -turnRad));
  const smooth = smoothRing(level, corners, noisePx);
  const joints = findJoints(smooth, level, corners, {
    sigmaPx: 0.6 * Math.min(noisePx, STRAIGHT_NOISE_PX),
    prominencePx: 0.2 + noisePx,
  });
  if (joints.length < 3) return smallPolygon(smooth);
  const draft = draftOutline(smooth, joints, settings.tolerancePx + noisePx);
  const drafted = { ring: level.ring, draft, noisePx };
  settle(drafted);
  return drafted;
}

/** The fewest cubics between joints, as a draft that keeps what the joints know. */
function draftOutline(r: EvenRing, joints: readonly Joint[], tolerancePx: number): Draft {
  const nodes: DraftNode[] = [];
  const segments: DraftSegment[] = [];
  /** Handle that arrives at the node to come. */
  let arriving: Vec | null = null;
  for (let k = 0; k + 1 < joints.length; k++) {
    const a = joints[k]!;
    nodes.push({
      index: a.index,
      p: a.point,
      kind: a.kind,
      direction: a.kind === 'corner' ? null : a.direction,
      locked: a.kind === 'smooth',
      in: arriving,
      out: null,
    });
    arriving = null;
    if (a.line) {
      segments.push(a.line.dy === 0 ? 'level' : a.line.dx === 0 ? 'upright' : 'straight');
      continue;
    }
    const b = joints[k + 1]!;
    const { cubics, places } = fitStretch(r, a, b, tolerancePx);
    const short =
      a.kind === 'corner' && b.kind === 'corner' && cubics.length === 1 && straightThrough(cubics[0]!);
    if (short) {
      segments.push(short);
      continue;
    }
    cubics.forEach((c, i) => {
      if (i > 0) {
        const direction = unit(sub(c.p1, c.p0));
        nodes.push({
          index: places[i - 1]!,
          p: c.p0,
          kind: 'smooth',
          direction,
          locked: false,
          in: arriving,
          out: null,
        });
      }
      nodes[nodes.length - 1]!.out = sub(c.p1, c.p0);
      arriving = sub(c.p2, c.p3);
      segments.push('curve');
    });
  }
  nodes[0]!.in = arriving;
  return { nodes, segments };
}

/** A curve between corners whose handles lie this near to its chord is a short straight, px. */
const STRAIGHT_PX = 0.12;

function straightThrough({ p0, p1, p2, p3 }: Cubic): DraftSegment | null {
  const length = distance(p0, p3);
  const d = unit(sub(p3, p0));
  const off = (p: Vec) => Math.abs((p.x - p0.x) * d.y - (p.y - p0.y) * d.x);
  if (length === 0 || Math.max(off(p1), off(p2)) > STRAIGHT_PX) return null;
  const snapped = snapToAxis({ ...p0, dx: d.x, dy: d.y }, length);
  return snapped.dy === 0 ? 'level' : snapped.dx === 0 ? 'upright' : 'straight';
}

/** Up to eight corners spread along the ring: enough for a full stop of a few px. */
function smallPolygon(r: EvenRing, corners = 8): Contour {
  const count = Math.min(corners, r.n);
  const nodes = Array.from({ length: count }, (_, k): Node => {
    const p = ringPoint(r, Math.round((k * r.n) / count));
    return { x: p.x, y: p.y, in: null, out: null, kind: 'corner' };
  });
  return { closed: true, nodes };
}
