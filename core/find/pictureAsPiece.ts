import { contoursBox } from '../geometry/measure';
import { learnInk } from '../ink/inkModel';
import { fail, ok, type Result } from '../problems/problem';
import type { Picture } from '../raster/picture';
import { readRegion, traceRegion } from '../trace/traceRegion';
import { defaultTraceSettings } from '../trace/settings';
import type { TracedSheet } from './liftSheet';

/** A whole picture as the drawing of one character: nothing is searched for, all its ink belongs to it. */
export function pictureAsPiece(picture: Picture, sheetId: string, char: string): Result<TracedSheet> {
  const ink = learnInk(picture);
  if (!ink.ok) return ink;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const outline = traceRegion(readRegion(picture, ink.value, whole), defaultTraceSettings);
  const box = contoursBox(outline);
  if (!box) return fail({ code: 'no-letters', specks: 0 });
  const piece = {
    id: `${sheetId}:0`,
    box: { x: box.xMin, y: box.yMin, width: box.xMax - box.xMin, height: box.yMax - box.yMin },
    seeds: [],
    cuts: [],
    order: 0,
    row: 0,
    baselineY: box.yMax,
    char,
    name: null,
    confidence: 1,
    outline,
    layers: [],
  };
  const capHeightPx = box.yMax - box.yMin;
  return ok({ skewRad: 0, capHeightPx, specksDropped: 0, printedLines: 0, pieces: [piece] });
}
