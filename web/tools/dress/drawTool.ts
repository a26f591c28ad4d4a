import { reverseContour, type Contour, type Node } from '../../../core/geometry/contour';
import { distance, scale, sub, add, type Vec } from '../../../core/geometry/vec';
import { hitCurve } from './hitTest';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';

/**
 * One step of the pen: a press puts a point, a drag pulls its handles out, a press on the run's beginning closes it. A press on
 * another open run's end goes on with that; a press on a curve puts a point into it.
 */
export function drawTool(gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  if (gesture.mode !== 'placing') return event.type === 'down' ? press(event, scene) : { gesture: idle };
  if (event.type === 'cancel') return { gesture: idle };
  const contour = withHandles(gesture, event.at, scene.hitRadius);
  const edit = { kind: 'draw' as const, contour, instead: gesture.instead };
  if (event.type !== 'up') return { gesture, preview: edit };
  const index = gesture.instead ?? scene.contours.length;
  return { gesture: idle, done: edit, drawing: gesture.closes ? null : index };
}

function press(event: DressPointer, scene: DressScene): DressAnswer {
  const run = scene.drawing === null ? undefined : scene.contours[scene.drawing];
  if (run && !run.closed) {
    if (run.nodes.length > 1 && distance(run.nodes[0]!, event.at) <= scene.hitRadius)
      return placed({ closed: true, nodes: run.nodes }, scene.drawing, run.nodes[0]!, event.at, true);
    const { at, guides } = scene.snap(event.at, []);
    return { ...placed(appended(run, at), scene.drawing, at, event.at, false), snapped: guides };
  }
  const end = looseEnd(scene, event.at);
  if (end) return { gesture: idle, drawing: end.index, ...(end.turned && { done: end.turned }) };
  const place = hitCurve(scene.contours, event.at, scene.hitRadius * 0.7);
  if (place) return { gesture: idle, done: { kind: 'add', ...place } };
  const { at, guides } = scene.snap(event.at, []);
  return { ...placed({ closed: false, nodes: [bare(at)] }, null, at, event.at, false), snapped: guides };
}

const bare = ({ x, y }: Vec): Node => ({ x, y, in: null, out: null, kind: 'corner' });

const appended = (run: Contour, at: Vec): Contour => ({ ...run, nodes: [...run.nodes, bare(at)] });

const placed = (
  run: Contour,
  instead: number | null,
  at: Vec,
  pressed: Vec,
  closes: boolean,
): DressAnswer => ({
  gesture: { mode: 'placing', run, instead, at, pressed, closes },
  preview: { kind: 'draw', contour: run, instead },
});

/** The point just put with handles out to the pointer and back the other way, once it is dragged. */
function withHandles(
  { run, at, pressed, closes }: Extract<Gesture, { mode: 'placing' }>,
  pointer: Vec,
  hitRadius: number,
): Contour {
  // The point may have snapped away from the pointer: only a way from the press is a drag.
  if (distance(pointer, pressed) < hitRadius / 2) return run;
  const pull = sub(pointer, at);
  const i = closes ? 0 : run.nodes.length - 1;
  const out = add(at, pull);
  const into = add(at, scale(pull, -1));
  return {
    ...run,
    nodes: run.nodes.map((n, k): Node => {
      if (k !== i) return n;
      // The first point keeps its own way out when the run is closed on it.
      return closes && n.out ? { ...n, in: into } : { ...n, in: into, out, kind: 'smooth' };
    }),
  };
}

/** An open run whose end is pressed, turned round when that is its beginning. */
function looseEnd(scene: DressScene, at: Vec): { index: number; turned: DressAnswer['done'] | null } | null {
  for (const [index, c] of scene.contours.entries()) {
    if (c.closed || c.nodes.length === 0) continue;
    if (distance(c.nodes[c.nodes.length - 1]!, at) <= scene.hitRadius) return { index, turned: null };
    if (distance(c.nodes[0]!, at) <= scene.hitRadius)
      return { index, turned: { kind: 'draw', contour: reverseContour(c), instead: index } };
  }
  return null;
}
