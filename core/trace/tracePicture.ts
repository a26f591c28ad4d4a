import type { Contour } from '../geometry/contour';
import { learnInk } from '../ink/inkModel';
import { ok, type Result } from '../problems/problem';
import type { Picture } from '../raster/picture';
import { readRegion, traceRegion } from './traceRegion';
import { defaultTraceSettings, type TraceSettings } from './traceRing';

/** A whole picture as one drawing: every patch of ink traced. Image px, y down. Fails with 'no-ink'. */
export function tracePicture(
  picture: Picture,
  settings: TraceSettings = defaultTraceSettings,
): Result<Contour[]> {
  const ink = learnInk(picture);
  if (!ink.ok) return ink;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  return ok(traceRegion(readRegion(picture, ink.value, whole), settings));
}
