import { chosenOrAll, type PointRef } from '../../../core/project/document/commands/outline';
import {
  compose,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../../../core/foundations/geometry/affine';
import type { Contour } from '../../../core/foundations/geometry/contour';
import { contoursBox, type Box } from '../../../core/foundations/geometry/measure';
import { distance, sub, type Vec } from '../../../core/foundations/geometry/vec';
import { hitPoint } from './hitTest';
import { selectTool } from './selectTool';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture, type Grip } from './scene';

/** How far above the frame the grip for turning stands, in reaches of the pointer. */
const TURN_GRIP_AWAY = 3;
/** With Shift the turn goes in steps, degrees. */
const TURN_STEP_DEG = 15;
/** Nothing is made smaller than this share in one pull. */
const LEAST_SHARE = 0.02;
/** A frame thinner than this, em units, can't be stretched that way. */
const FLAT_EM = 1e-6;

/** Where the grips of a frame are, by their names: sx and sy are the side that they stand on (-1, 0, 1). */
export interface GripPlace {
  readonly grip: Grip;
  readonly at: Vec;
}

/** Box of the points chosen; of contours chosen as a whole with their curves. Null when it has no points. */
export function frameOf(contours: readonly Contour[], points: readonly PointRef[]): Box | null {
  const nodes = points.filter((p) => p.part === 'node' && contours[p.contour]?.nodes[p.node]);
  const count = new Map<number, number>();
  for (const p of nodes) count.set(p.contour, (count.get(p.contour) ?? 0) + 1);
  const loose = nodes.filter((p) => count.get(p.contour) !== contours[p.contour]!.nodes.length);
  const whole = [...count.keys()].filter((c) => count.get(c) === contours[c]!.nodes.length);
  const corners = loose.map((p) => {
    const { x, y } = contours[p.contour]!.nodes[p.node]!;
    return { closed: false, nodes: [{ x, y, in: null, out: null, kind: 'corner' as const }] };
  });
  return contoursBox([...whole.map((c) => contours[c]!), ...corners]);
}

/** The grips of a frame: corners, sides, and the one for turning above its middle. */
export function gripsOf(box: Box, reach: number): GripPlace[] {
  const xs = [box.xMin, (box.xMin + box.xMax) / 2, box.xMax];
  const ys = [box.yMin, (box.yMin + box.yMax) / 2, box.yMax];
  const sides = [-1, 0, 1] as const;
  const round = sides.flatMap((sx, i) =>
    sides.flatMap((sy, j): GripPlace[] =>
      sx === 0 && sy === 0 ? [] : [{ grip: { kind: 'side', sx, sy }, at: { x: xs[i]!, y: ys[j]! } }],
    ),
  );
  return [...round, { grip: { kind: 'turn' }, at: { x: xs[1]!, y: box.yMax + TURN_GRIP_AWAY * reach } }];
}

/**
 * One step of the turning tool. A corner pulled makes larger or smaller (Shift: both ways alike; Alt: about the middle), a side pulled
 * outwards stretches and pulled along itself slants, the grip above turns (Shift: in steps), the inside moves. Beside the frame it
 * chooses as the selection tool does.
 */
export function turnTool(gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  if (gesture.mode === 'turning') return pull(gesture, event, scene);
  if (gesture.mode !== 'idle' || event.type !== 'down' || event.again)
    return selectTool(gesture, event, scene);
  const points = chosenOrAll(scene.contours, scene.selection);
  const box = frameOf(scene.contours, points);
  const grip = box && gripAt(box, event.at, scene);
  if (!box || !grip) return selectTool(gesture, event, scene);
  return { gesture: { mode: 'turning', grip, box, points, from: event.at, way: null } };
}

function gripAt(box: Box, at: Vec, scene: DressScene): Grip | null {
  const near = gripsOf(box, scene.hitRadius)
    .map((g) => ({ ...g, off: distance(g.at, at) }))
    .sort((a, b) => a.off - b.off)[0]!;
  if (near.off <= scene.hitRadius) return near.grip;
  // Without a choice all of the letter is framed: a press inside chooses there.
  const inside = at.x > box.xMin && at.x < box.xMax && at.y > box.yMin && at.y < box.yMax;
  return inside && scene.selection.length > 0 ? { kind: 'inside' } : null;
}

type Turning = Extract<Gesture, { mode: 'turning' }>;

function pull(gesture: Turning, event: DressPointer, scene: DressScene): DressAnswer {
  if (event.type === 'cancel') return { gesture: idle };
  const moved = sub(event.at, gesture.from);
  const still = Math.hypot(moved.x, moved.y) < scene.hitRadius / 4 && gesture.way === null;
  const now = still ? gesture : { ...gesture, way: gesture.way ?? wayOf(gesture.grip, moved) };
  const map = still ? null : mapOf(now, event, moved);
  const edit = map && { kind: 'map' as const, points: gesture.points, map, label: labelOf(now) };
  if (event.type === 'up') return edit ? { gesture: idle, done: edit } : chosenAt(gesture, event, scene);
  return edit ? { gesture: now, preview: edit } : { gesture: now };
}

/** A press inside that doesn't move chooses the point that lies there. */
function chosenAt({ grip }: Turning, event: DressPointer, scene: DressScene): DressAnswer {
  const hit = grip.kind === 'inside' && hitPoint(scene.contours, scene.selection, event.at, scene.hitRadius);
  return hit ? { gesture: idle, selection: [hit] } : { gesture: idle };
}

/** A side's grip stretches or slants, by the way it is pulled first. */
const wayOf = (grip: Grip, moved: Vec): 'stretch' | 'slant' => {
  if (grip.kind !== 'side' || (grip.sx !== 0 && grip.sy !== 0)) return 'stretch';
  const [out, along] = grip.sx !== 0 ? [moved.x, moved.y] : [moved.y, moved.x];
  return Math.abs(along) > Math.abs(out) ? 'slant' : 'stretch';
};

function labelOf({ grip, way }: Turning): string {
  if (grip.kind === 'turn') return 'Turn';
  if (grip.kind === 'inside') return 'Move points';
  return way === 'slant' ? 'Slant' : 'Make larger or smaller';
}

const about = (at: Vec, own: Affine): Affine =>
  compose(translation(at.x, at.y), compose(own, translation(-at.x, -at.y)));

function mapOf({ grip, box, from, way }: Turning, event: DressPointer, moved: Vec): Affine | null {
  const middle = { x: (box.xMin + box.xMax) / 2, y: (box.yMin + box.yMax) / 2 };
  if (grip.kind === 'inside') {
    const level = Math.abs(moved.x) > Math.abs(moved.y);
    return translation(event.shift && !level ? 0 : moved.x, event.shift && level ? 0 : moved.y);
  }
  if (grip.kind === 'turn') {
    const angle = (p: Vec) => Math.atan2(p.y - middle.y, p.x - middle.x);
    const turned = angle(event.at) - angle(from);
    const step = (TURN_STEP_DEG * Math.PI) / 180;
    return about(middle, rotation(event.shift ? Math.round(turned / step) * step : turned));
  }
  // The side over against the grip stays, or the middle.
  const held = {
    x: event.alt || grip.sx === 0 ? middle.x : grip.sx > 0 ? box.xMin : box.xMax,
    y: event.alt || grip.sy === 0 ? middle.y : grip.sy > 0 ? box.yMin : box.yMax,
  };
  const reach = {
    x: grip.sx > 0 ? box.xMax - held.x : box.xMin - held.x,
    y: grip.sy > 0 ? box.yMax - held.y : box.yMin - held.y,
  };
  if (way === 'slant') return slantMap(grip, held, reach, moved);
  let kx = grip.sx === 0 || Math.abs(reach.x) < FLAT_EM ? 1 : 1 + moved.x / reach.x;
  let ky = grip.sy === 0 || Math.abs(reach.y) < FLAT_EM ? 1 : 1 + moved.y / reach.y;
  if (event.shift && grip.sx !== 0 && grip.sy !== 0) {
    const k = Math.abs(kx - 1) > Math.abs(ky - 1) ? kx : ky;
    [kx, ky] = [k, k];
  }
  return about(held, scaling(Math.max(LEAST_SHARE, kx), Math.max(LEAST_SHARE, ky)));
}

function slantMap(grip: Extract<Grip, { kind: 'side' }>, held: Vec, reach: Vec, moved: Vec): Affine | null {
  if (grip.sx === 0)
    return Math.abs(reach.y) < FLAT_EM ? null : about(held, { ...scaling(1), c: moved.x / reach.y });
  return Math.abs(reach.x) < FLAT_EM ? null : about(held, { ...scaling(1), b: moved.y / reach.x });
}
