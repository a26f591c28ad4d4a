import { reverseContour, type Contour } from '../../foundations/geometry/contour';
import { distanceToSegment } from '../../foundations/geometry/cubic';
import {
  contourArea,
  contoursBox,
  flattenContour,
  windingNumber,
  type Box,
} from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import { chordsOf, nearPairs, type Chord } from '../outline/flat';
import type { FillRule } from './shape';

/** Chords leave their curves by no more than this share of the outline's size. */
const FLAT_SHARE = 5e-4;
/** So many chords take longer to hold against each other than a boolean takes. */
const MOST_CHORDS = 1500;
/** A corner sharper than this runs back along itself, which only a boolean judges. */
const SHARPEST_DEG = 8;

/**
 * What contours cover together, when no two of them meet and none meets itself: those that part filled from empty, outer ones
 * counter-clockwise (y up) and counters the other way. No point is moved. Null when edges come so near to each other that they
 * may cross, or when there are too many to tell quickly: then a boolean has to find out.
 */
export function coveredApart(contours: readonly Contour[], rule: FillRule): Contour[] | null {
  const box = contoursBox(contours);
  if (!box) return [];
  const size = Math.max(box.xMax - box.xMin, box.yMax - box.yMin);
  if (!keepApart(contours, size * FLAT_SHARE)) return null;
  const flats = contours.map((c) => flattenContour(c, size * FLAT_SHARE));
  const boxes = contours.map((c) => contoursBox([c])!);
  const turns = contours.map((c) => Math.sign(contourArea(c)));
  const fills = (winding: number) => (rule === 'nonzero' ? winding !== 0 : winding % 2 !== 0);
  return contours.flatMap((c, i): Contour[] => {
    if (turns[i] === 0) return [];
    // No two meet, so one place of a contour tells for all of it.
    const place = flats[i]![0]!;
    let outside = 0;
    for (let j = 0; j < contours.length; j++)
      if (j !== i && holds(boxes[j]!, place)) outside += windingNumber(flats[j]!, place);
    const [before, within] = [fills(outside), fills(outside + turns[i]!)];
    if (before === within) return [];
    return [turns[i]! > 0 === within ? c : reverseContour(c)];
  });
}

const holds = (b: Box, p: Vec): boolean => p.x >= b.xMin && p.x <= b.xMax && p.y >= b.yMin && p.y <= b.yMax;

/** Whether chords stay further from each other than they may be from their curves, the ends they share aside. */
function keepApart(contours: readonly Contour[], tolerance: number): boolean {
  const chords = chordsOf(contours, tolerance);
  if (chords.length > MOST_CHORDS) return false;
  const next = followers(chords);
  const reach = 2 * tolerance;
  let apart = true;
  nearPairs(chords, reach, (i, j) => {
    const [p, q] = [chords[i]!, chords[j]!];
    const meet = next[i] === j ? turnsBack(p, q) : next[j] === i ? turnsBack(q, p) : near(p, q, reach);
    if (meet) apart = false;
    return apart;
  });
  return apart;
}

/** For every chord the one that goes on from its end. */
function followers(chords: readonly Chord[]): Int32Array {
  const out = new Int32Array(chords.length);
  let first = 0;
  chords.forEach((c, i) => {
    const last = chords[i + 1]?.contour !== c.contour;
    out[i] = last ? first : i + 1;
    if (last) first = i + 1;
  });
  return out;
}

/** Whether the second of two chords that follow each other goes back where the first came from. */
function turnsBack(p: Chord, q: Chord): boolean {
  const [px, py, qx, qy] = [p.b.x - p.a.x, p.b.y - p.a.y, q.b.x - q.a.x, q.b.y - q.a.y];
  const degrees = (Math.atan2(Math.abs(px * qy - py * qx), px * qx + py * qy) * 180) / Math.PI;
  return degrees > 180 - SHARPEST_DEG;
}

function near(p: Chord, q: Chord, reach: number): boolean {
  return (
    cross(p, q) ||
    distanceToSegment(p.a, q.a, q.b) < reach ||
    distanceToSegment(p.b, q.a, q.b) < reach ||
    distanceToSegment(q.a, p.a, p.b) < reach ||
    distanceToSegment(q.b, p.a, p.b) < reach
  );
}

function cross(p: Chord, q: Chord): boolean {
  const side = (a: Vec, b: Vec, c: Vec) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  return side(p.a, p.b, q.a) * side(p.a, p.b, q.b) < 0 && side(q.a, q.b, p.a) * side(q.a, q.b, p.b) < 0;
}
