import type { Pen, PenPoint, PenStroke } from './strokes';

/** Where the nib stood: an ellipse, `thin` times as wide across its edge as along it. */
interface Dab {
  readonly x: number;
  readonly y: number;
  /** Half the nib's length, px. */
  readonly radius: number;
}

/** A stroke as the nib's way, px: dabs near enough to each other to be joined by straights. */
export interface InkedStroke {
  readonly dabs: readonly Dab[];
  /** Breadth of the nib across its edge as a share of its length: 1 = round. */
  readonly thin: number;
  /** Direction of the edge, radians, y down. */
  readonly edgeRad: number;
  readonly erases: boolean;
}

/** Pens give way to pressure, tilt and speed, each in its own measure (made up by feel, no source). */
const PENS: Record<Pen['kind'], { press: number; tilt: number; speed: number; thin: number }> = {
  'fine liner': { press: 0, tilt: 0, speed: 0, thin: 1 },
  'soft brush': { press: 1.4, tilt: 0.5, speed: 0.35, thin: 1 },
  'broad nib': { press: 0.3, tilt: 0, speed: 0, thin: 0.16 },
  pencil: { press: 0.7, tilt: 1.2, speed: 0, thin: 1 },
};

/** A hand shakes and a tablet rounds to px: positions are evened over this way, px of the slot. */
const EVEN_PX = 5;
/** Pressure jumps more than a hand does: it is evened over a longer way. */
const EVEN_PRESSURE_PX = 24;
/** Dabs lie at most so far apart along a curve, px. */
const STEP_PX = 3;
/** A stroke at this speed, px a ms, is thinned by the whole of a pen's share. */
const FAST = 4;

/** The nib's way for a stroke: evened, smooth between the points that came, its width as the pen gives way. */
export function inkDabs({ pen, erases, points }: PenStroke): InkedStroke {
  const { press, tilt, speed, thin } = PENS[pen.kind];
  const way = smoothWay(evened(points));
  const dabs = way.map((p): Dab => {
    const give = 1 + press * (p.pressure - 0.5) + tilt * Math.sin((p.tilt * Math.PI) / 180) ** 2;
    const thinned = 1 - speed * Math.min(1, p.speed / FAST);
    return { x: p.x, y: p.y, radius: Math.max(0.5, (pen.widthPx / 2) * Math.max(0.12, give * thinned)) };
  });
  return { dabs, thin, edgeRad: (-pen.angleDeg * Math.PI) / 180, erases };
}

interface WayPoint {
  x: number;
  y: number;
  pressure: number;
  tilt: number;
  speed: number;
}

/** Points without repeats, each the weighted mean of those near it along the way; ends stay where they are. */
function evened(points: readonly PenPoint[]): WayPoint[] {
  const kept = points.filter(
    (p, i) => i === 0 || Math.hypot(p[0] - points[i - 1]![0], p[1] - points[i - 1]![1]) > 0.2,
  );
  const along = [0];
  for (let i = 1; i < kept.length; i++)
    along.push(along[i - 1]! + Math.hypot(kept[i]![0] - kept[i - 1]![0], kept[i]![1] - kept[i - 1]![1]));
  const total = along[along.length - 1]!;
  return kept.map((_, i): WayPoint => {
    // Near an end the window shrinks, evenly to both sides, so that strokes keep their length.
    const reach = (px: number) => Math.max(1e-6, Math.min(px, along[i]!, total - along[i]!));
    const mean = (px: number, value: (p: PenPoint) => number) => {
      let [sum, weight] = [0, 0];
      for (let step = -1; step <= 1; step += 2) {
        for (let j = step < 0 ? i : i + 1; j >= 0 && j < kept.length; j += step) {
          const off = Math.abs(along[j]! - along[i]!) / px;
          if (off > 1) break;
          const w = 1 - off * off;
          sum += w * value(kept[j]!);
          weight += w;
        }
      }
      return sum / weight;
    };
    const [a, b] = [kept[Math.max(0, i - 2)]!, kept[Math.min(kept.length - 1, i + 2)]!];
    const speed = Math.hypot(b[0] - a[0], b[1] - a[1]) / Math.max(1, b[4] - a[4]);
    return {
      x: mean(reach(EVEN_PX), (q) => q[0]),
      y: mean(reach(EVEN_PX), (q) => q[1]),
      pressure: mean(EVEN_PRESSURE_PX, (q) => q[2]),
      tilt: mean(EVEN_PRESSURE_PX, (q) => q[3]),
      speed,
    };
  });
}

/** A smooth curve through the points (centripetal Catmull-Rom; Yuksel, Schaefer, Keyser 2011), sampled. */
function smoothWay(points: readonly WayPoint[]): WayPoint[] {
  if (points.length < 2) return [...points];
  const out: WayPoint[] = [points[0]!];
  for (let i = 0; i + 1 < points.length; i++) {
    const [p1, p2] = [points[i]!, points[i + 1]!];
    const p0 = points[i - 1] ?? mirrored(p2, p1);
    const p3 = points[i + 2] ?? mirrored(p1, p2);
    const knot = (a: WayPoint, b: WayPoint) => Math.max(1e-4, Math.sqrt(Math.hypot(b.x - a.x, b.y - a.y)));
    const t1 = knot(p0, p1);
    const t2 = t1 + knot(p1, p2);
    const t3 = t2 + knot(p2, p3);
    const steps = Math.max(1, Math.ceil(Math.hypot(p2.x - p1.x, p2.y - p1.y) / STEP_PX));
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      const t = t1 + (t2 - t1) * share;
      const at = (axis: 'x' | 'y') => {
        const mix = (a: number, b: number, ta: number, tb: number) =>
          ((tb - t) * a + (t - ta) * b) / (tb - ta);
        const a1 = mix(p0[axis], p1[axis], 0, t1);
        const a2 = mix(p1[axis], p2[axis], t1, t2);
        const a3 = mix(p2[axis], p3[axis], t2, t3);
        return mix(mix(a1, a2, 0, t2), mix(a2, a3, t1, t3), t1, t2);
      };
      const between = (key: 'pressure' | 'tilt' | 'speed') => p1[key] + (p2[key] - p1[key]) * share;
      out.push({
        x: at('x'),
        y: at('y'),
        pressure: between('pressure'),
        tilt: between('tilt'),
        speed: between('speed'),
      });
    }
  }
  return out;
}

const mirrored = (far: WayPoint, about: WayPoint): WayPoint => ({
  ...about,
  x: 2 * about.x - far.x,
  y: 2 * about.y - far.y,
});
