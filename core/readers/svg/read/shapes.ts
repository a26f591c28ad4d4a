import SvgPath from 'svgpath';
import { cornerAt, type Contour, type Node } from '../../../foundations/geometry/contour';
import type { XmlElement } from './xmlTree';
import { lengthOf, numbersOf } from './values';

/** Coordinates beyond this are no drawing. */
const FARTHEST = 1e7;

class Pen {
  readonly contours: Contour[] = [];
  private nodes: Node[] = [];

  move(x: number, y: number): void {
    this.end(false);
    this.nodes = [cornerAt(x, y)];
  }

  line(x: number, y: number): void {
    this.nodes.push(cornerAt(x, y));
  }

  curve(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const last = this.nodes[this.nodes.length - 1]!;
    this.nodes[this.nodes.length - 1] = { ...last, out: { x: x1, y: y1 } };
    this.nodes.push({ ...cornerAt(x, y), in: { x: x2, y: y2 } });
  }

  end(closed: boolean): void {
    if (this.nodes.length > 0) {
      const [first, last] = [this.nodes[0]!, this.nodes[this.nodes.length - 1]!];
      // A closing line to where one stands already is none.
      if (closed && this.nodes.length > 1 && first.x === last.x && first.y === last.y) {
        this.nodes[0] = { ...first, in: last.in };
        this.nodes.pop();
      }
      this.contours.push({ closed, nodes: this.nodes });
    }
    this.nodes = [];
  }
}

/** Path data (SVG 2, 9.3) as contours; what follows an error in it is left out, as renderers do. `tell` hears of that. */
export function pathContours(d: string, tell: (what: string) => void): Contour[] {
  const path = new SvgPath(d);
  const err = (path as unknown as { err: string }).err;
  if (err) tell(`a part of a path (${err.replace(/^SvgPath: /, '')})`);
  const pen = new Pen();
  let open = false;
  path
    .abs()
    .unarc()
    .unshort()
    .iterate((s, _, x, y) => {
      const v = s.slice(1) as number[];
      if (s[0] !== 'M' && s[0] !== 'Z' && s[0] !== 'z' && !open) {
        pen.move(x, y);
        open = true;
      }
      if (s[0] === 'M') {
        pen.move(v[0]!, v[1]!);
        open = true;
      } else if (s[0] === 'L') pen.line(v[0]!, v[1]!);
      else if (s[0] === 'H') pen.line(v[0]!, y);
      else if (s[0] === 'V') pen.line(x, v[0]!);
      else if (s[0] === 'C') pen.curve(v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!);
      else if (s[0] === 'Q') {
        const [qx, qy, ex, ey] = v as [number, number, number, number];
        pen.curve(
          x + (2 / 3) * (qx - x),
          y + (2 / 3) * (qy - y),
          ex + (2 / 3) * (qx - ex),
          ey + (2 / 3) * (qy - ey),
          ex,
          ey,
        );
      } else if (s[0] === 'Z' || s[0] === 'z') {
        if (open) pen.end(true);
        open = false;
      }
    });
  pen.end(false);
  const sound = pen.contours.filter((c) =>
    c.nodes.every((n) =>
      [n, n.in, n.out].every((p) => !p || (Math.abs(p.x) < FARTHEST && Math.abs(p.y) < FARTHEST)),
    ),
  );
  if (sound.length < pen.contours.length) tell('a path with impossible coordinates');
  return sound;
}

export interface Frame {
  readonly width: number;
  readonly height: number;
}

const arc = (rx: number, ry: number, x: number, y: number) => `A${rx} ${ry} 0 0 1 ${x} ${y}`;

/** Path data of a basic shape (SVG 2, 10); null when the element is none. */
export function shapeData(e: XmlElement, frame: Frame): string | null {
  const a = e.attributes;
  const diagonal = Math.hypot(frame.width, frame.height) / Math.SQRT2;
  const x = (name: string, otherwise = 0) => lengthOf(a[name], frame.width, otherwise);
  const y = (name: string, otherwise = 0) => lengthOf(a[name], frame.height, otherwise);
  switch (e.name) {
    case 'path':
      return a['d'] ?? '';
    case 'rect': {
      const [w, h] = [x('width'), y('height')];
      if (!(w > 0) || !(h > 0)) return '';
      const [left, top] = [x('x'), y('y')];
      const rx = Math.max(0, Math.min(w / 2, x('rx', y('ry', 0))));
      const ry = Math.max(0, Math.min(h / 2, y('ry', x('rx', 0))));
      if (rx === 0 || ry === 0) return `M${left} ${top}h${w}v${h}h${-w}z`;
      return (
        `M${left + rx} ${top}H${left + w - rx}${arc(rx, ry, left + w, top + ry)}V${top + h - ry}` +
        `${arc(rx, ry, left + w - rx, top + h)}H${left + rx}${arc(rx, ry, left, top + h - ry)}V${top + ry}` +
        `${arc(rx, ry, left + rx, top)}Z`
      );
    }
    case 'circle':
    case 'ellipse': {
      const r = lengthOf(a['r'], diagonal, 0);
      const [rx, ry] = e.name === 'circle' ? [r, r] : [x('rx', y('ry')), y('ry', x('rx'))];
      if (!(rx > 0) || !(ry > 0)) return '';
      const [cx, cy] = [x('cx'), y('cy')];
      return `M${cx + rx} ${cy}${arc(rx, ry, cx, cy + ry)}${arc(rx, ry, cx - rx, cy)}${arc(rx, ry, cx, cy - ry)}${arc(rx, ry, cx + rx, cy)}Z`;
    }
    case 'line':
      return `M${x('x1')} ${y('y1')}L${x('x2')} ${y('y2')}`;
    case 'polyline':
    case 'polygon': {
      const n = numbersOf(a['points']);
      const pairs = Array.from({ length: n.length >> 1 }, (_, i) => `${n[2 * i]} ${n[2 * i + 1]}`);
      return pairs.length === 0 ? '' : `M${pairs.join('L')}${e.name === 'polygon' ? 'Z' : ''}`;
    }
    default:
      return null;
  }
}
