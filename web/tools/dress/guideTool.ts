import { degOf, offGuide, type GuideLine } from '../../../core/outlines/dress/guides';
import { distance, sub } from '../../../core/foundations/geometry/vec';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';

/** A pull of less than so many reaches of the pointer doesn't turn a new guide: it stays level. */
const TURNS_FROM = 2;
/** With Shift a guide turns in steps of this, degrees. */
const STEP_DEG = 15;

type Guiding = Extract<Gesture, { mode: 'guiding' }>;

/**
 * One step of the guide tool. A press beside all guides lays a level one, a pull turns it; a guide taken by its foot moves, taken
 * elsewhere it turns about its foot (Shift: in steps). Coordinates: em units, y up.
 */
export function guideTool(gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  if (gesture.mode !== 'guiding') return event.type === 'down' ? press(event, scene) : { gesture: idle };
  if (event.type === 'cancel') return { gesture: idle };
  const line = pulled(gesture, event, scene);
  const { guide } = gesture;
  const edit = line && { kind: 'guide' as const, guide, line };
  if (event.type !== 'up') return edit ? { gesture, preview: edit } : { gesture };
  return edit ? { gesture: idle, done: edit, guide } : { gesture: idle, guide };
}

function press(event: DressPointer, scene: DressScene): DressAnswer {
  const { at } = event;
  const byFoot = scene.guides.find((g) => distance(g, at) <= scene.hitRadius);
  const byLine = scene.guides
    .filter((g) => Math.abs(offGuide(g, at)) <= scene.hitRadius * 0.7)
    .sort((a, b) => Math.abs(offGuide(a, at)) - Math.abs(offGuide(b, at)))[0];
  const held = byFoot ?? byLine;
  const place = scene.snap(at, []).at;
  const line = held ? lineOf(held) : { x: Math.round(place.x), y: Math.round(place.y), deg: 0 };
  const guide = held ? { id: held.id, own: held.own } : null;
  const by = byFoot ? 'foot' : 'turn';
  const begun: Guiding = { mode: 'guiding', guide, line, from: at, by };
  return held ? { gesture: begun, guide } : { gesture: begun, preview: { kind: 'guide', guide, line } };
}

const lineOf = ({ x, y, deg }: GuideLine): GuideLine => ({ x, y, deg });

/** The guide as the pointer has it now; null while nothing was moved. */
function pulled(gesture: Guiding, event: DressPointer, scene: DressScene): GuideLine | null {
  const { line, guide, from, by } = gesture;
  const moved = distance(event.at, from);
  const isNew = guide === null;
  if (!isNew && moved < scene.hitRadius / 4) return null;
  if (by === 'foot') {
    const { at } = scene.snap(event.at, []);
    return scene.free ? { ...line, ...at } : { ...line, x: Math.round(at.x), y: Math.round(at.y) };
  }
  if (isNew && moved < TURNS_FROM * scene.hitRadius) return line;
  const deg = degOf(sub(event.at, line));
  return { ...line, deg: event.shift ? degOf(inSteps(deg)) : Math.round(deg * 10) / 10 };
}

function inSteps(deg: number): { x: number; y: number } {
  const rad = (Math.round(deg / STEP_DEG) * STEP_DEG * Math.PI) / 180;
  return { x: Math.cos(rad), y: Math.sin(rad) };
}
