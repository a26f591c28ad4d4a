import type { Contour } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { learnInk } from '../ink/inkModel';
import { ok, type Result } from '../../foundations/problems/problem';
import type { Picture } from '../../foundations/raster/picture';
import { readRegion, traceRegion } from './traceRegion';
import { defaultTraceSettings, type TraceSettings } from './settings';

/** Patches smaller than this share of the largest are specks of dust, not parts of the drawing. */
const SPECK_SHARE = 1 / 2000;

/** A whole picture as one drawing: every patch of ink traced. Image px, y down. Fails with 'no-ink'. */
export function tracePicture(
  picture: Picture,
  settings: TraceSettings = defaultTraceSettings,
): Result<Contour[]> {
  const ink = learnInk(picture);
  if (!ink.ok) return ink;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const contours = traceRegion(readRegion(picture, ink.value, whole), settings);
  const areas = contours.map((c) => Math.abs(contourArea(c)));
  const least = SPECK_SHARE * Math.max(...areas);
  return ok(contours.filter((_, i) => areas[i]! >= least));
}
