import type { Inks } from '../../canvas/inks';
import { emAt as at, type View } from '../../canvas/view';
import type { LivePicture } from './drawDress';
import { label } from './drawSeeing';

const DOES = {
  begin: 'begin here',
  'go-on': '',
  close: 'close the run',
  'take-up': 'go on from this end',
  into: 'put a point in',
} as const;

/** Radius of the ring where a point would lie, CSS px. */
const RING_PX = 5;

/** What the pen would do: the run's next stretch, a ring where its point would lie, its place and what it does in words. */
export function drawAhead(
  g: CanvasRenderingContext2D,
  view: View,
  ahead: NonNullable<LivePicture['ahead']>,
  inks: Inks,
): void {
  const p = at(view, ahead.at);
  g.strokeStyle = inks.hand;
  g.lineWidth = 1.5;
  if (ahead.from && (ahead.does === 'go-on' || ahead.does === 'close')) {
    const [a, b] = [at(view, ahead.from), at(view, ahead.from.out ?? ahead.from)];
    g.setLineDash([5, 4]);
    g.beginPath();
    g.moveTo(a.x, a.y);
    g.bezierCurveTo(b.x, b.y, p.x, p.y, p.x, p.y);
    g.stroke();
    g.setLineDash([]);
  }
  g.beginPath();
  g.arc(p.x, p.y, RING_PX, 0, 2 * Math.PI);
  g.stroke();
  const place = `${round(ahead.at.x)}, ${round(ahead.at.y)} u`;
  label(g, [place, DOES[ahead.does]].filter(Boolean).join(' - '), p.x + 14, p.y - 12, inks);
}

const round = (v: number): number => Math.round(10 * v) / 10;
