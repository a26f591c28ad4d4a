import type { PointRef } from '../../../core/project/document/commands/outline';
import { add, distance, sub, type Vec } from '../../../core/foundations/geometry/vec';
import { hitCurve, hitPoint, nodesInLoop, nodesInside, samePoint } from './hitTest';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';

/** With Shift a drag goes level or upright only. */
const straight = (by: Vec, shift: boolean): Vec =>
  !shift ? by : Math.abs(by.x) > Math.abs(by.y) ? { x: by.x, y: 0 } : { x: 0, y: by.y };

/** One step of the selection tool: press on a point, a curve or an anchor to take and drag it, beside to frame several. */
export function selectTool(gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  switch (gesture.mode) {
    case 'moving':
      return move(gesture, event, scene);
    case 'anchor': {
      if (event.type === 'cancel') return { gesture: idle };
      const { at, guides } = scene.snap(event.at, []);
      const edit = { kind: 'anchor' as const, name: gesture.name, to: at };
      return event.type === 'up'
        ? { gesture: idle, done: edit }
        : { gesture, preview: edit, snapped: guides };
    }
    case 'curve':
      return bend(gesture, event, scene);
    case 'framing': {
      if (event.type === 'cancel') return { gesture: idle };
      const path = gesture.loop ? [...gesture.path, event.at] : [gesture.path[0]!, event.at];
      const framed = gesture.loop
        ? nodesInLoop(scene.contours, path)
        : nodesInside(scene.contours, path[0]!, event.at);
      const selection = [
        ...gesture.base,
        ...framed.filter((p) => !gesture.base.some((q) => samePoint(p, q))),
      ];
      return { gesture: event.type === 'up' ? idle : { ...gesture, path }, selection };
    }
    default:
      return event.type === 'down' ? press(event, scene) : { gesture };
  }
}

function move(
  gesture: Extract<Gesture, { mode: 'moving' }>,
  event: DressPointer,
  scene: DressScene,
): DressAnswer {
  if (event.type === 'cancel') return { gesture: idle };
  const wanted = add(gesture.origin, straight(sub(event.at, gesture.from), event.shift));
  const { grabbed, points } = gesture;
  let at = wanted;
  let snapped: DressAnswer['snapped'];
  if (grabbed.part === 'node') ({ at, guides: snapped } = scene.snap(wanted, points));
  else {
    const turned = scene.snapHandle(grabbed, wanted);
    if (turned) {
      at = turned.at;
      snapped = [{ axis: 'x', at: Number.NaN, reason: turned.reason }];
    }
  }
  // A press that hardly moves chooses and nothing else.
  const still = distance(event.at, gesture.from) < scene.hitRadius / 4;
  const by = still ? { x: 0, y: 0 } : sub(at, gesture.origin);
  const edit = { kind: 'move' as const, points, by };
  if (event.type !== 'up') return { gesture, preview: edit, ...(!still && snapped && { snapped }) };
  return by.x === 0 && by.y === 0 ? { gesture: idle } : { gesture: idle, done: edit };
}

function bend(
  gesture: Extract<Gesture, { mode: 'curve' }>,
  event: DressPointer,
  scene: DressScene,
): DressAnswer {
  if (event.type === 'cancel') return { gesture: idle };
  const { contour, segment, t } = gesture;
  const bent = gesture.bent || distance(event.at, gesture.from) > scene.hitRadius / 3;
  const edit = { kind: 'bend' as const, contour, segment, t, by: sub(event.at, gesture.from) };
  if (event.type !== 'up') return bent ? { gesture: { ...gesture, bent }, preview: edit } : { gesture };
  if (bent) return { gesture: idle, done: edit };
  // A press on a curve without a drag chooses its two ends.
  const count = scene.contours[contour]!.nodes.length;
  const ends: PointRef[] = [segment, (segment + 1) % count].map((node) => ({ contour, node, part: 'node' }));
  const base = gesture.shift ? scene.selection : [];
  return { gesture: idle, selection: [...base, ...ends.filter((p) => !base.some((q) => samePoint(p, q)))] };
}

/** A second press at once takes all of the contour that it is on. */
function pressAgain(event: DressPointer, scene: DressScene): DressAnswer | null {
  const hit = hitPoint(scene.contours, scene.selection, event.at, scene.hitRadius);
  const contour = (hit ?? hitCurve(scene.contours, event.at, scene.hitRadius * 0.7))?.contour;
  if (contour === undefined) return null;
  const all = scene.contours[contour]!.nodes.map((_, node): PointRef => ({ contour, node, part: 'node' }));
  const base = event.shift ? scene.selection.filter((p) => p.contour !== contour) : [];
  return { gesture: idle, selection: [...base, ...all] };
}

function press(event: DressPointer, scene: DressScene): DressAnswer {
  const whole = event.again ? pressAgain(event, scene) : null;
  if (whole) return whole;
  const hit = hitPoint(scene.contours, scene.selection, event.at, scene.hitRadius);
  const anchor = scene.anchors.find((a) => distance(a, event.at) <= scene.hitRadius);
  if (anchor && !hit) return { gesture: { mode: 'anchor', name: anchor.name } };
  if (!hit) {
    const place = event.alt ? null : hitCurve(scene.contours, event.at, scene.hitRadius * 0.7);
    if (place)
      return { gesture: { mode: 'curve', ...place, from: event.at, shift: event.shift, bent: false } };
    const base = event.shift ? scene.selection : [];
    const loop = scene.lasso || event.alt;
    return { gesture: { mode: 'framing', path: [event.at, event.at], loop, base }, selection: base };
  }
  const held = scene.selection.some((p) => samePoint(p, hit));
  if (event.shift) {
    const selection = held ? scene.selection.filter((p) => !samePoint(p, hit)) : [...scene.selection, hit];
    return { gesture: idle, selection };
  }
  const points = held ? scene.selection : [hit];
  const node = scene.contours[hit.contour]!.nodes[hit.node]!;
  const origin = hit.part === 'node' ? { x: node.x, y: node.y } : node[hit.part]!;
  return { gesture: { mode: 'moving', points, grabbed: hit, origin, from: event.at }, selection: points };
}
