import { distance, sub, type Vec } from '../../../core/foundations/geometry/vec';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';

/** One step of the knife or the ruler: a straight drawn across the letter; with Shift level, upright or aslant by 45°. */
export function lineTool(
  kind: 'cut' | 'measure',
  gesture: Gesture,
  event: DressPointer,
  scene: DressScene,
): DressAnswer {
  if (gesture.mode !== 'ruling') {
    return event.type === 'down'
      ? { gesture: { mode: 'ruling', from: event.at, to: event.at }, line: { from: event.at, to: event.at } }
      : { gesture: idle };
  }
  if (event.type === 'cancel') return { gesture: idle, line: null };
  const { from } = gesture;
  const to = event.shift ? evenly(from, event.at) : event.at;
  if (event.type !== 'up') return { gesture: { ...gesture, to }, line: { from, to } };
  // What the ruler read stays in view; the knife's line has done its work.
  if (kind === 'measure') return { gesture: idle, line: { from, to } };
  const cuts = distance(from, to) > scene.hitRadius;
  return { gesture: idle, line: null, ...(cuts && { done: { kind: 'cut', from, to } }) };
}

function evenly(from: Vec, to: Vec): Vec {
  const d = sub(to, from);
  const step = Math.PI / 4;
  const angle = Math.round(Math.atan2(d.y, d.x) / step) * step;
  const reach = Math.hypot(d.x, d.y);
  return { x: from.x + reach * Math.cos(angle), y: from.y + reach * Math.sin(angle) };
}
