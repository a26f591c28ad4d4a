import { flattenCubic } from '../../foundations/geometry/cubic';
import { segmentAt, segmentCount, transformContour, type Contour } from '../../foundations/geometry/contour';
import { contourArea, windingNumber } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import { inkField } from '../ink/inkField';
import { learnInk } from '../ink/inkModel';
import { ok, type Result } from '../../foundations/problems/problem';
import type { FloatImage, Picture } from '../../foundations/raster/picture';
import { isoContours, ringArea } from '../trace/isoContours';
import { evenRing, ringPoint, type EvenRing } from '../trace/path';
import { refineEdge } from '../trace/refineEdge';
import { traceField } from '../trace/traceRegion';
import { defaultTraceSettings } from '../trace/settings';
import { strokeGraph } from './chords';
import { fitStroke, type Stroke } from './fitStrokes';
import { strokePaths } from './strokePaths';

/** Patches smaller than this are grain of the paper, px2. */
const MIN_AREA_PX2 = 3;

interface CentrelineSettings {
  /** Greatest distance of the centreline from the middle of the ink, px. */
  readonly tolerancePx: number;
}

const defaultCentrelineSettings: CentrelineSettings = { tolerancePx: 0.4 };

/** The strokes of a drawing in an ink density field, field px, y down. */
export function centrelineOfField(
  field: FloatImage,
  level: number,
  settings = defaultCentrelineSettings,
): Stroke[] {
  const rings = isoContours(field, level)
    .filter((r) => Math.abs(ringArea(r)) >= MIN_AREA_PX2)
    .map((r) => refineEdge(field, evenRing(r), level).ring);
  if (rings.length === 0) return [];
  const isInk = (x: number, y: number) => {
    const [px, py] = [Math.floor(x), Math.floor(y)];
    return (
      px >= 0 &&
      py >= 0 &&
      px < field.width &&
      py < field.height &&
      field.data[py * field.width + px]! > level
    );
  };
  const dots = rings.filter((r) => isDot(r, rings));
  const drawn = rings.filter((r) => !dots.includes(r));
  const paths = drawn.length > 0 ? strokePaths(strokeGraph(drawn, isInk)) : [];
  return [...paths.map((path) => fitStroke(path, settings.tolerancePx)), ...dots.map(dotStroke)];
}

/** Share of a circle's area at the same girth from which a patch without holes is a dot. */
const DOT_ROUNDNESS = 0.88;

const ringPoints = (r: EvenRing): Vec[] => Array.from({ length: r.n }, (_, i) => ringPoint(r, i));

function ringShape(r: EvenRing): { area: number; x: number; y: number } {
  let [area, x, y] = [0, 0, 0];
  for (let i = 0; i < r.n; i++) {
    const [p, q] = [ringPoint(r, i), ringPoint(r, i + 1)];
    const c = p.x * q.y - q.x * p.y;
    area += c / 2;
    x += ((p.x + q.x) * c) / 6;
    y += ((p.y + q.y) * c) / 6;
  }
  return { area, x: x / area, y: y / area };
}

function isDot(r: EvenRing, rings: readonly EvenRing[]): boolean {
  const { area } = ringShape(r);
  const girth = r.n * r.step;
  if ((4 * Math.PI * -area) / girth ** 2 < DOT_ROUNDNESS) return false;
  const points = ringPoints(r);
  return rings.every((other) => other === r || windingNumber(points, ringPoint(other, 0)) === 0);
}

function dotStroke(r: EvenRing): Stroke {
  const { area, x, y } = ringShape(r);
  const radius = Math.sqrt(Math.abs(area) / Math.PI);
  return {
    squareEnds: [null, null],
    freeEnds: 0,
    centreline: { closed: false, nodes: [{ x, y, in: null, out: null, kind: 'corner' }] },
    radii: [radius],
    run: [{ x, y, r: radius }],
  };
}

/** The strokes of a whole picture, px, y down. Fails with 'no-ink'. */
export function traceCentreline(picture: Picture, settings = defaultCentrelineSettings): Result<Stroke[]> {
  const ink = learnInk(picture);
  if (!ink.ok) return ink;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  return ok(centrelineOfField(inkField(picture, ink.value, whole), ink.value.level, settings));
}

/** Places along a stroke's fitted centreline, close enough for straight lines between, with the pen's radius at each. */
function penPlaces({ centreline, radii, run }: Stroke): { x: number; y: number; r: number }[] {
  if (centreline.nodes.length < 2) return [{ ...centreline.nodes[0]!, r: radii[0]! }];
  const first = centreline.nodes[0]!;
  const segments = Array.from({ length: segmentCount(centreline) }, (_, i) => segmentAt(centreline, i));
  const points = [{ x: first.x, y: first.y }, ...segments.flatMap((c) => flattenCubic(c, 0.02))];
  return points.map((p) => {
    let best = run[0]!;
    let least = Infinity;
    for (const m of run) {
      const d = (m.x - p.x) ** 2 + (m.y - p.y) ** 2;
      if (d < least) [best, least] = [m, d];
    }
    return { x: p.x, y: p.y, r: best.r };
  });
}

/**
 * The outline that a round pen leaves which runs along the strokes with their widths, overlaps merged: the strokes are
 * drawn with exact distances (twice as large) and traced. Px, y down.
 */
export function penRunOutline(strokes: readonly Stroke[], width: number, height: number): Contour[] {
  const k = 2;
  const margin = 4;
  const field = {
    width: width * k + 2 * margin,
    height: height * k + 2 * margin,
    data: new Float32Array((width * k + 2 * margin) * (height * k + 2 * margin)),
  };
  for (const stroke of strokes) {
    const places = penPlaces(stroke).map((p) => ({ x: p.x * k + margin, y: p.y * k + margin, r: p.r * k }));
    places.forEach((b, i) => drawCone(field, places[Math.max(0, i - 1)]!, b));
  }
  const contours = traceField(field, 0.5, defaultTraceSettings);
  return contours
    .filter((c) => Math.abs(contourArea(c)) > MIN_AREA_PX2)
    .map((c) => transformContour(c, { a: 1 / k, b: 0, c: 0, d: 1 / k, e: -margin / k, f: -margin / k }));
}

/** Ink of a pen that moves straight from a to b while its radius changes evenly; the darker of what is there stays. */
function drawCone(
  f: FloatImage,
  a: { x: number; y: number; r: number },
  b: { x: number; y: number; r: number },
): void {
  const reach = Math.max(a.r, b.r) + 1;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const l2 = dx * dx + dy * dy;
  for (
    let y = Math.max(0, Math.floor(Math.min(a.y, b.y) - reach));
    y <= Math.min(f.height - 1, Math.max(a.y, b.y) + reach);
    y++
  ) {
    for (
      let x = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach));
      x <= Math.min(f.width - 1, Math.max(a.x, b.x) + reach);
      x++
    ) {
      const t = l2 > 0 ? Math.max(0, Math.min(1, ((x + 0.5 - a.x) * dx + (y + 0.5 - a.y) * dy) / l2)) : 0;
      const off = a.r + (b.r - a.r) * t - Math.hypot(x + 0.5 - a.x - dx * t, y + 0.5 - a.y - dy * t);
      const d = Math.max(0, Math.min(1, off + 0.5));
      const i = y * f.width + x;
      if (d > f.data[i]!) f.data[i] = d;
    }
  }
}
