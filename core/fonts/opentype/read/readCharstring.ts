// Adobe Technical Note 5177, "The Type 2 Charstring Format", and OpenType 1.9.1, "CFF2 CharString format": outlines read, hints passed over.
import { cornerAt, type Contour, type Node } from '../../../foundations/geometry/contour';
import { withKinds } from '../../../foundations/geometry/nodeKinds';
import { nth } from '../../../foundations/lists/nth';
import { ByteReader } from './byteReader';

export interface ReadOutline {
  readonly contours: readonly Contour[];
  /** What the charstring says of its advance width beyond the nominal one; null = the default width. */
  readonly width: number | null;
}

export interface Subroutines {
  readonly global: readonly Uint8Array[];
  readonly local: readonly Uint8Array[];
}

/** What numbers of a variable font are blended with (OpenType 1.9.1, "CFF2 CharString format", vsindex and blend). */
export interface Blending {
  /** Which part of the store, until the charstring says otherwise. */
  readonly index: number;
  /** How much of each region's delta counts, by part of the store. */
  readonly shares: (index: number) => readonly number[];
}

/** Nested calls (5177, appendix B), and bytes run at the most: a subroutine that calls itself has no end. */
const DEEPEST = 10;
const MOST_STEPS = 500_000;

/** Added to the number of a subroutine (5176, 16). */
const biasOf = (count: number): number => (count < 1240 ? 107 : count < 33900 ? 1131 : 32768);

/** RangeError for a charstring that ends too early, or runs without end. */
export function readCharstring(
  bytes: Uint8Array,
  subroutines: Subroutines,
  blending?: Blending,
): ReadOutline {
  const run = new Interpreter(subroutines, blending);
  run.run(bytes, 0);
  return { contours: run.done(), width: run.width };
}

/** Operators of CFF2 alone. */
const OP = { vsindex: 15, blend: 16 } as const;

class Interpreter {
  width: number | null = null;
  private stack: number[] = [];
  private stems = 0;
  private begun = false;
  private ended = false;
  private steps = 0;
  private x = 0;
  private y = 0;
  private nodes: Node[] = [];
  private readonly contours: Contour[] = [];

  private store: number;

  constructor(
    private readonly subroutines: Subroutines,
    private readonly blending?: Blending,
  ) {
    this.store = blending?.index ?? 0;
    // Charstrings of CFF2 say nothing of widths.
    this.begun = blending !== undefined;
  }

  done(): Contour[] {
    this.close();
    return this.contours;
  }

  run(bytes: Uint8Array, depth: number): void {
    if (depth > DEEPEST) throw new RangeError('subroutines call each other too deep');
    const r = new ByteReader(bytes);
    while (!r.atEnd && !this.ended) {
      if (++this.steps > MOST_STEPS) throw new RangeError('the charstring does not end');
      const b = r.uint8();
      if (b === 28) this.stack.push(r.int16());
      else if (b >= 32 && b <= 246) this.stack.push(b - 139);
      else if (b >= 247 && b <= 250) this.stack.push((b - 247) * 256 + r.uint8() + 108);
      else if (b >= 251 && b <= 254) this.stack.push(-(b - 251) * 256 - r.uint8() - 108);
      else if (b === 255) this.stack.push(r.int16() + r.uint16() / 65536);
      else if (b === 10 || b === 29) {
        const list = b === 10 ? this.subroutines.local : this.subroutines.global;
        const called = list[(this.stack.pop() ?? 0) + biasOf(list.length)];
        if (!called) throw new RangeError('a subroutine that is not there is called');
        this.run(called, depth + 1);
      } else if (b === 11) return;
      else this.operator(b === 12 ? 1200 + r.uint8() : b, r);
    }
  }

  private operator(op: number, r: ByteReader): void {
    if (this.blending && (op === OP.vsindex || op === OP.blend)) {
      if (op === OP.vsindex) this.store = this.stack.pop() ?? 0;
      else this.blend(this.blending.shares(this.store));
      return;
    }
    switch (op) {
      case 1:
      case 3:
      case 18:
      case 23:
        this.hints();
        return;
      case 19:
      case 20:
        this.hints();
        r.take(Math.ceil(this.stems / 8));
        return;
      case 14:
        this.widthIf(this.stack.length === 1 || this.stack.length === 5);
        this.ended = true;
        return;
      case 4:
      case 21:
      case 22:
        this.move(op);
        return;
      default:
        this.draw(op);
        this.stack = [];
    }
  }

  /** Numbers and the deltas of each behind them become numbers; others stay below. */
  private blend(shares: readonly number[]): void {
    const count = this.stack.pop() ?? 0;
    const from = this.stack.length - count * (shares.length + 1);
    if (count < 0 || from < 0) throw new RangeError('numbers to blend are missing');
    const taken = this.stack.splice(from);
    for (let i = 0; i < count; i++)
      this.stack.push(
        nth(taken, i) +
          shares.reduce((n, share, k) => n + share * nth(taken, count + i * shares.length + k), 0),
      );
  }

  /** The first operator that clears the stack may have the width before its own numbers (5177, 3.1). */
  private widthIf(there: boolean): void {
    if (!this.begun && there) this.width = this.stack.shift() ?? null;
    this.begun = true;
  }

  private hints(): void {
    this.widthIf(this.stack.length % 2 === 1);
    this.stems += this.stack.length >> 1;
    this.stack = [];
  }

  private move(op: number): void {
    this.widthIf(this.stack.length > (op === 21 ? 2 : 1));
    const [first = 0, second = 0] = this.stack;
    this.close();
    this.x += op === 4 ? 0 : first;
    this.y += op === 4 ? first : op === 21 ? second : 0;
    this.nodes = [cornerAt(this.x, this.y)];
    this.stack = [];
  }

  private draw(op: number): void {
    const s = this.stack;
    switch (op) {
      case 5:
        return this.lines(s);
      case 6:
      case 7:
        s.forEach((v, i) => ((i % 2 === 0) === (op === 6) ? this.line(v, 0) : this.line(0, v)));
        return;
      case 8:
        return this.curves(s);
      case 24:
        this.curves(s.slice(0, -2));
        return this.lines(s.slice(-2));
      case 25:
        this.lines(s.slice(0, -6));
        return this.curves(s.slice(-6));
      case 26:
      case 27:
        return this.level(s, op === 27);
      case 30:
      case 31:
        return this.turning(s, op === 31);
      default:
        return this.flex(op, s);
    }
  }

  private lines(s: readonly number[]): void {
    for (let i = 0; i + 1 < s.length; i += 2) this.line(nth(s, i), nth(s, i + 1));
  }

  private curves(s: readonly number[]): void {
    for (let i = 0; i + 5 < s.length; i += 6) this.curve(s.slice(i, i + 6));
  }

  /** hhcurveto, vvcurveto: curves that begin and end along an axis. */
  private level(s: readonly number[], level: boolean): void {
    const odd = s.length % 4 === 1;
    let aside = odd ? nth(s, 0) : 0;
    for (let i = odd ? 1 : 0; i + 3 < s.length; i += 4) {
      const [a, b, c, d] = [nth(s, i), nth(s, i + 1), nth(s, i + 2), nth(s, i + 3)];
      this.curve(level ? [a, aside, b, c, d, 0] : [aside, a, b, c, 0, d]);
      aside = 0;
    }
  }

  /** hvcurveto, vhcurveto: curves that begin along one axis and end along the other, by turns. */
  private turning(s: readonly number[], level: boolean): void {
    let first = level;
    for (let i = 0; i + 3 < s.length; i += 4) {
      const [a, b, c, d] = [nth(s, i), nth(s, i + 1), nth(s, i + 2), nth(s, i + 3)];
      const rest = s.length - i === 5 ? nth(s, i + 4) : 0;
      this.curve(first ? [a, 0, b, c, rest, d] : [0, a, b, c, d, rest]);
      first = !first;
    }
  }

  /** Flex operators are two curves (5177, 4.1); others draw nothing. */
  private flex(op: number, s: readonly number[]): void {
    const v = (i: number) => s[i] ?? 0;
    if (op === 1235) this.curves(s.slice(0, 12));
    else if (op === 1234) {
      this.curve([v(0), 0, v(1), v(2), v(3), 0]);
      this.curve([v(4), 0, v(5), -v(2), v(6), 0]);
    } else if (op === 1236) {
      this.curve([v(0), v(1), v(2), v(3), v(4), 0]);
      this.curve([v(5), 0, v(6), v(7), v(8), -(v(1) + v(3) + v(7))]);
    } else if (op === 1237) {
      const [dx, dy] = [v(0) + v(2) + v(4) + v(6) + v(8), v(1) + v(3) + v(5) + v(7) + v(9)];
      this.curve(s.slice(0, 6));
      this.curve([v(6), v(7), v(8), v(9), ...(Math.abs(dx) > Math.abs(dy) ? [v(10), -dy] : [-dx, v(10)])]);
    }
  }

  private line(dx: number, dy: number): void {
    this.x += dx;
    this.y += dy;
    this.nodes.push(cornerAt(this.x, this.y));
  }

  private curve(s: readonly number[]): void {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = s;
    const out = { x: this.x + a, y: this.y + b };
    const into = { x: out.x + c, y: out.y + d };
    this.x = into.x + e;
    this.y = into.y + f;
    const last = this.nodes.pop() ?? cornerAt(out.x - a, out.y - b);
    this.nodes.push({ ...last, out }, { ...cornerAt(this.x, this.y), in: into });
  }

  /** Paths close by themselves; an end on the beginning is that node. */
  private close(): void {
    const [first, last] = [this.nodes[0], this.nodes[this.nodes.length - 1]];
    if (!first || !last || this.nodes.length < 2) return;
    const meets = first.x === last.x && first.y === last.y;
    const nodes = meets ? [{ ...first, in: last.in }, ...this.nodes.slice(1, -1)] : this.nodes;
    if (nodes.length > 1) this.contours.push(withKinds({ closed: true, nodes }));
    this.nodes = [];
  }
}
