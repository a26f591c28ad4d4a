import { OPS } from './pdfjs';
import { TINY } from '../../foundations/geometry/tolerance';

/** What is drawn with, as far as shapes need it. */
interface State {
  readonly matrix: readonly number[];
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly cap: number;
  readonly join: number;
  readonly miter: number;
  readonly dash: readonly number[];
  /** Ids of clip paths in force. */
  readonly clips: readonly string[];
}

/** Steps of a path as the PDF reader hands them over. */
const STEPS = [
  ['M', 2],
  ['L', 2],
  ['C', 6],
  ['Q', 4],
  ['Z', 0],
] as const;
const CAPS = ['butt', 'round', 'square'];
const JOINS = ['miter', 'round', 'bevel'];

/** Operators that paint a path: whether they fill, by which rule, and whether they stroke. */
const PAINTS = new Map<number, { fill?: 'nonzero' | 'evenodd'; stroke?: true }>([
  [OPS.fill, { fill: 'nonzero' }],
  [OPS.eoFill, { fill: 'evenodd' }],
  [OPS.stroke, { stroke: true }],
  [OPS.closeStroke, { stroke: true }],
  [OPS.fillStroke, { fill: 'nonzero', stroke: true }],
  [OPS.eoFillStroke, { fill: 'evenodd', stroke: true }],
  [OPS.closeFillStroke, { fill: 'nonzero', stroke: true }],
  [OPS.closeEOFillStroke, { fill: 'evenodd', stroke: true }],
]);
const times = (m: readonly number[], n: readonly number[]): number[] => [
  m[0]! * n[0]! + m[2]! * n[1]!,
  m[1]! * n[0]! + m[3]! * n[1]!,
  m[0]! * n[2]! + m[2]! * n[3]!,
  m[1]! * n[2]! + m[3]! * n[3]!,
  m[0]! * n[4]! + m[2]! * n[5]! + m[4]!,
  m[1]! * n[4]! + m[3]! * n[5]! + m[5]!,
];
/** No more digits than a page needs; what isn't a number becomes 0. */
const digits = (v: number): string => (Number.isFinite(v) ? String(Math.round(v * 1e4) / 1e4) : '0');

/** A layer of a document. */
export interface PdfLayer {
  readonly name: string;
  readonly shown: boolean;
}

/** The id of the group that marked content belongs to; of the first, where it belongs to several. */
function groupOf([tag, properties]: readonly unknown[]): string {
  const p = properties as {
    readonly type?: string;
    readonly id?: string;
    readonly ids?: readonly string[];
  } | null;
  return tag === 'OC' ? (p?.id ?? p?.ids?.[0] ?? '') : '';
}

const escaped = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');

const inLayer = ({ name, shown }: PdfLayer, inner: string): string =>
  `<g label="${escaped(name)}"${shown ? '' : ' display="none"'}>${inner}</g>`;

/** Follows a page's operators (ISO 32000-1, 8) and writes what they draw as an SVG document, page px, y down. */
export class PdfDrawing {
  private state: State;
  private readonly kept: State[] = [];
  private readonly shapes: string[] = [];
  private readonly defs: string[] = [];
  private clipNext: 'nonzero' | 'evenodd' | null = null;
  private readonly missed = new Set<string>();
  /** Marked content that is open: the layer it stands for, or null for any other mark. */
  private readonly marks: (PdfLayer | null)[] = [];

  constructor(
    private readonly width: number,
    private readonly height: number,
    matrix: readonly number[],
    /** Layers (optional content groups, ISO 32000-1, 8.11) by their id. */
    private readonly layers: ReadonlyMap<string, PdfLayer> = new Map(),
  ) {
    this.state = {
      matrix,
      fill: '#000000',
      stroke: '#000000',
      width: 1,
      cap: 0,
      join: 0,
      miter: 10,
      dash: [],
      clips: [],
    };
  }

  /** What was on the page and isn't in the drawing. */
  get left(): string[] {
    return [...this.missed];
  }

  /** Area that a picture painted now would cover, page px2. */
  areaOfUnitSquare(): number {
    const [a, b, c, d] = this.state.matrix as [number, number, number, number];
    return Math.abs(a * d - b * c);
  }

  svg(): string | null {
    if (this.shapes.length === 0) return null;
    const [w, h] = [digits(this.width), digits(this.height)];
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><defs>${this.defs.join('')}</defs>${this.shapes.join('')}</svg>`;
  }

  take(op: number, args: readonly unknown[]): void {
    const set = (change: Partial<State>) => (this.state = { ...this.state, ...change });
    const n = args as readonly number[];
    switch (op) {
      case OPS.save:
        return void this.kept.push(this.state);
      case OPS.restore:
        return void (this.state = this.kept.pop() ?? this.state);
      case OPS.transform:
        return void set({ matrix: times(this.state.matrix, n) });
      case OPS.paintFormXObjectBegin:
        this.kept.push(this.state);
        return void (args[0] && set({ matrix: times(this.state.matrix, Array.from(args[0] as number[])) }));
      case OPS.paintFormXObjectEnd:
        return void (this.state = this.kept.pop() ?? this.state);
      case OPS.setLineWidth:
        return void set({ width: n[0]! });
      case OPS.setLineCap:
        return void set({ cap: n[0]! });
      case OPS.setLineJoin:
        return void set({ join: n[0]! });
      case OPS.setMiterLimit:
        return void set({ miter: n[0]! });
      case OPS.setDash:
        return void set({ dash: Array.from(args[0] as number[]) });
      case OPS.setFillRGBColor:
        return void set({ fill: colourOf(args) });
      case OPS.setStrokeRGBColor:
        return void set({ stroke: colourOf(args) });
      case OPS.setFillColorN:
      case OPS.shadingFill:
        this.missed.add('patterns and gradients (taken as plain ink)');
        return void set({ fill: '#000000' });
      case OPS.clip:
        return void (this.clipNext = 'nonzero');
      case OPS.eoClip:
        return void (this.clipNext = 'evenodd');
      case OPS.constructPath:
        return this.path(args);
      case OPS.beginMarkedContent:
        return void this.marks.push(null);
      case OPS.beginMarkedContentProps:
        return void this.marks.push(this.layers.get(groupOf(args)) ?? null);
      case OPS.endMarkedContent:
        return void this.marks.pop();
      case OPS.showText:
      case OPS.showSpacedText:
        return void this.missed.add('text set in a font (turn it into outlines)');
    }
  }

  private path([op, data, minMax]: readonly unknown[]): void {
    const d = pathText((data as readonly (ArrayLike<number> | null)[])[0] ?? null);
    const { state } = this;
    const place = `transform="matrix(${state.matrix.map(digits).join(' ')})"`;
    const paint = PAINTS.get(op as number);
    if (paint && d !== '') {
      const stroke = paint.stroke
        ? `stroke="${state.stroke}" stroke-width="${digits(state.width || 1)}" stroke-linecap="${CAPS[state.cap] ?? 'butt'}" ` +
          `stroke-linejoin="${JOINS[state.join] ?? 'miter'}" stroke-miterlimit="${digits(state.miter)}"` +
          (state.dash.length > 0 ? ` stroke-dasharray="${state.dash.map(digits).join(' ')}"` : '')
        : '';
      const fill = paint.fill ? `fill="${state.fill}" fill-rule="${paint.fill}"` : 'fill="none"';
      const shape = `<path d="${d}" ${place} ${fill} ${stroke}/>`;
      const clipped = state.clips.reduceRight(
        (inner, id) => `<g clip-path="url(#${id})">${inner}</g>`,
        shape,
      );
      this.shapes.push(
        this.marks.reduceRight((inner, layer) => (layer ? inLayer(layer, inner) : inner), clipped),
      );
    }
    if (this.clipNext && d !== '' && !this.holdsPage(minMax as ArrayLike<number> | null)) {
      const id = `clip${this.defs.length}`;
      this.defs.push(
        `<clipPath id="${id}"><path d="${d}" ${place} clip-rule="${this.clipNext}"/></clipPath>`,
      );
      this.state = { ...state, clips: [...state.clips, id] };
    }
    this.clipNext = null;
  }

  /** Whether a box in the space of the current matrix holds the whole page: such a clip cuts nothing off. */
  private holdsPage(box: ArrayLike<number> | null): boolean {
    if (!box) return false;
    const [a, b, c, d, e, f] = this.state.matrix as [number, number, number, number, number, number];
    if (Math.min(Math.hypot(b, c), Math.hypot(a, d)) > TINY) return false;
    const at = (x: number, y: number) => [a * x + c * y + e, b * x + d * y + f] as const;
    const [p, q] = [at(box[0]!, box[1]!), at(box[2]!, box[3]!)];
    return (
      Math.min(p[0], q[0]) <= 1 &&
      Math.min(p[1], q[1]) <= 1 &&
      Math.max(p[0], q[0]) >= this.width - 1 &&
      Math.max(p[1], q[1]) >= this.height - 1
    );
  }
}

function colourOf(args: readonly unknown[]): string {
  if (typeof args[0] === 'string' && /^#[0-9a-f]{6}$/i.test(args[0])) return args[0];
  const hex = (v: unknown) =>
    Math.max(0, Math.min(255, Math.round(Number(v) || 0)))
      .toString(16)
      .padStart(2, '0');
  return `#${hex(args[0])}${hex(args[1])}${hex(args[2])}`;
}

function pathText(data: ArrayLike<number> | null): string {
  if (!data) return '';
  const out: string[] = [];
  for (let i = 0; i < data.length;) {
    const step = STEPS[data[i++]!];
    if (!step) return '';
    const [letter, count] = step;
    const numbers: string[] = [];
    for (let k = 0; k < count; k++) numbers.push(digits(data[i++]!));
    out.push(letter + numbers.join(' '));
  }
  return out.join('');
}
