import type { Snapped } from '../../../core/outlines/dress/snapping';
import {
  reverseContour,
  segmentAt,
  type Contour,
  type Node,
} from '../../../core/foundations/geometry/contour';
import { pointOnCubic } from '../../../core/foundations/geometry/cubic';
import { distance, scale, sub, add, type Vec } from '../../../core/foundations/geometry/vec';
import { hitCurve, type CurvePlace } from './hitTest';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';

/** Handles that lie in one line within this are even, em units. */
const EVEN_EM = 0.5;
/** The pen turns in steps of this with Shift, degrees. */
const STEP_DEG = 45;

/** What a press of the pen would do at a place: begin a run, go on with it, close it, take up another's end, or put a point into a curve. */
export type Ahead =
  | { readonly does: 'begin' | 'go-on' | 'close' | 'take-up'; readonly at: Vec; readonly guides: Guides }
  | { readonly does: 'into'; readonly at: Vec; readonly guides: Guides; readonly place: CurvePlace };
type Guides = Snapped['guides'];

const openRun = ({ drawing, contours }: DressScene): Contour | null => {
  const run = drawing === null ? undefined : contours[drawing];
  return run && !run.closed ? run : null;
};

/** What a press would do, shown before it is made. With Alt a run may begin on an edge without a point being put into that. */
export function aheadOf(event: DressPointer, scene: DressScene): Ahead {
  const run = openRun(scene);
  const last = run?.nodes[run.nodes.length - 1];
  if (run && last) {
    const first = run.nodes[0]!;
    if (run.nodes.length > 1 && distance(first, event.at) <= scene.hitRadius)
      return { does: 'close', at: first, guides: [] };
    if (event.shift) return { does: 'go-on', at: whole(inSteps(last, event.at)), guides: [] };
    return { does: 'go-on', ...snapped(event, scene) };
  }
  const end = event.alt ? null : looseEnd(scene, event.at);
  if (end) return { does: 'take-up', at: end.at, guides: [] };
  const place = event.alt ? null : hitCurve(scene.contours, event.at, scene.hitRadius * 0.7);
  if (!place) return { does: 'begin', ...snapped(event, scene) };
  const at = pointOnCubic(segmentAt(scene.contours[place.contour]!, place.segment), place.t);
  return { does: 'into', at, guides: [], place };
}

/** A place on whole units, but for what it snapped to. */
function snapped(event: DressPointer, scene: DressScene): { readonly at: Vec; readonly guides: Guides } {
  const { at, guides } = scene.snap(event.at, []);
  const held = new Set(guides.map((g) => g.axis));
  const even = scene.free ? at : whole(at);
  return { at: { x: held.has('x') ? at.x : even.x, y: held.has('y') ? at.y : even.y }, guides };
}

const whole = ({ x, y }: Vec): Vec => ({ x: Math.round(x), y: Math.round(y) });

/** The place turned about another to the nearest step of the angle, as far away as before. */
function inSteps(from: Vec, to: Vec): Vec {
  const step = (STEP_DEG * Math.PI) / 180;
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / step) * step;
  const far = distance(from, to);
  return { x: from.x + far * Math.cos(angle), y: from.y + far * Math.sin(angle) };
}

/**
 * One step of the pen: a press puts a point, a drag pulls its handles out (with Shift in steps of 45 degrees, with Alt only the one ahead),
 * a press on the run's beginning closes it. A press on another open run's end goes on with that; a press on a curve puts a point into it.
 */
export function drawTool(gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  if (gesture.mode !== 'placing') return event.type === 'down' ? press(event, scene) : { gesture: idle };
  if (event.type === 'cancel') return { gesture: idle };
  const now = pulled(gesture, event, scene.hitRadius);
  const edit = { kind: 'draw' as const, contour: withHandles(now), instead: now.instead };
  if (event.type !== 'up') return { gesture: now, preview: edit };
  const index = now.instead ?? scene.contours.length;
  return { gesture: idle, done: edit, drawing: now.closes ? null : index };
}

function press(event: DressPointer, scene: DressScene): DressAnswer {
  const run = openRun(scene);
  const ahead = aheadOf(event, scene);
  const { at, guides } = ahead;
  switch (ahead.does) {
    case 'close':
      return placed({ closed: true, nodes: run!.nodes }, scene.drawing, at, event.at, true);
    case 'go-on':
      return { ...placed(appended(run!, at), scene.drawing, at, event.at, false), snapped: guides };
    case 'take-up': {
      const end = looseEnd(scene, event.at)!;
      return { gesture: idle, drawing: end.index, ...(end.turned && { done: end.turned }) };
    }
    case 'into':
      return { gesture: idle, done: { kind: 'add', ...ahead.place } };
    case 'begin':
      return { ...placed({ closed: false, nodes: [bare(at)] }, null, at, event.at, false), snapped: guides };
  }
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
  gesture: { mode: 'placing', run, instead, at, pressed, closes, into: null, out: null },
  preview: { kind: 'draw', contour: run, instead },
});

type Placing = Extract<Gesture, { mode: 'placing' }>;

/** The handles of the point just put follow the pointer once it is dragged; with Alt the one behind stays where it is. */
function pulled(gesture: Placing, event: DressPointer, hitRadius: number): Placing {
  const { at, pressed } = gesture;
  // The point may have snapped away from the pointer: only a way from the press is a drag.
  if (gesture.out === null && distance(event.at, pressed) < hitRadius / 2) return gesture;
  const out = event.shift ? inSteps(at, event.at) : event.at;
  const into = event.alt ? gesture.into : add(at, scale(sub(out, at), -1));
  return { ...gesture, out, into };
}

/** The run with the handles of the point just put. */
function withHandles({ run, at, closes, into, out }: Placing): Contour {
  if (!out) return run;
  const i = closes ? 0 : run.nodes.length - 1;
  const straight = into !== null && distance(add(at, scale(sub(out, at), -1)), into) < EVEN_EM;
  return {
    ...run,
    nodes: run.nodes.map((n, k): Node => {
      if (k !== i) return n;
      // The first point keeps its own way out when the run is closed on it.
      return closes && n.out
        ? { ...n, in: into }
        : { ...n, in: into, out, kind: straight ? 'smooth' : 'corner' };
    }),
  };
}

/** An open run whose end is pressed, turned round when that is its beginning. */
function looseEnd(
  scene: DressScene,
  at: Vec,
): { index: number; at: Vec; turned: DressAnswer['done'] | null } | null {
  for (const [index, c] of scene.contours.entries()) {
    if (c.closed || c.nodes.length === 0) continue;
    const [first, last] = [c.nodes[0]!, c.nodes[c.nodes.length - 1]!];
    if (distance(last, at) <= scene.hitRadius) return { index, at: last, turned: null };
    if (distance(first, at) <= scene.hitRadius)
      return { index, at: first, turned: { kind: 'draw', contour: reverseContour(c), instead: index } };
  }
  return null;
}
