// Unified Font Object 3 (unifiedfontobject.org), GLIF 1 and 2.
import { identity, type Affine } from '../../../foundations/geometry/affine';
import type { Contour, Node } from '../../../foundations/geometry/contour';
import { describeProblem } from '../../../foundations/problems/describe';
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import { readXml, type XmlElement } from '../../../readers/svg/read/xmlTree';
import { cubicContour } from '../../opentype/read/quadToCubic';

/** A part of a glyph: the name of another, and how it lies. */
interface GlifPart {
  readonly base: string;
  readonly transform: Affine;
}

/** A glyph of a UFO as it is written, font units. */
export interface ReadGlif {
  readonly advance: number;
  readonly codePoints: readonly number[];
  readonly contours: readonly Contour[];
  readonly parts: readonly GlifPart[];
  readonly anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[];
  readonly guides: readonly {
    readonly name: string;
    readonly x: number;
    readonly y: number;
    readonly deg: number;
  }[];
}

interface Point {
  readonly x: number;
  readonly y: number;
  /** "move", "line", "curve", "qcurve"; null = a handle. */
  readonly type: string | null;
  readonly smooth: boolean;
}

const number = (e: XmlElement, name: string, otherwise = 0): number => {
  const v = Number(e.attributes[name] ?? otherwise);
  return Number.isFinite(v) ? v : otherwise;
};

/** Reads a glyph; 'font-unreadable' names the file and what is wrong with it. */
export function readGlif(text: string, path: string): Result<ReadGlif> {
  const read = readXml(text);
  if (!read.ok || read.value.name !== 'glyph') {
    const reason = read.ok ? 'it holds no glyph' : read.problems.map(describeProblem).join(' ');
    return fail({ code: 'font-unreadable', reason: `${path}: ${reason}` });
  }
  const all = read.value.children;
  const named = (name: string) => all.filter((e) => e.name === name);
  const outline = named('outline').flatMap((o) => o.children);
  const drawn = outline.filter((e) => e.name === 'contour').map(pointsOf);
  // In GLIF 1 an anchor is a contour of one point with a name.
  const oldAnchors = outline.flatMap((e) => {
    const [only, ...more] = e.name === 'contour' ? e.children.filter((c) => c.name === 'point') : [];
    return only && more.length === 0 && only.attributes['name'] ? [only] : [];
  });
  return ok({
    advance: number(named('advance')[0] ?? EMPTY, 'width'),
    codePoints: named('unicode').flatMap((e) => {
      const cp = parseInt(e.attributes['hex'] ?? '', 16);
      return cp >= 0 && cp <= 0x10ffff ? [cp] : [];
    }),
    contours: drawn.flatMap((points) => (points.length > 1 ? (contourOf(points) ?? []) : [])),
    parts: outline.filter((e) => e.name === 'component').map(partOf),
    anchors: [...named('anchor'), ...oldAnchors].map((e) => ({ name: e.attributes['name'] ?? '', x: number(e, 'x'), y: number(e, 'y') })).filter((a) => a.name !== ''),
    guides: named('guideline').map((e) => guideOf(number(e, 'x'), number(e, 'y'), number(e, 'angle', e.attributes['x'] !== undefined && e.attributes['y'] === undefined ? 90 : 0), e.attributes['name'] ?? '')),
  });
} // prettier-ignore

const EMPTY: XmlElement = { name: '', attributes: {}, children: [], text: '' };

/** A guideline with its angle from -90 to 90 degrees: both ways of a line are the same. */
export function guideOf(x: number, y: number, angle: number, name: string): ReadGlif['guides'][number] {
  const half = ((angle % 180) + 180) % 180;
  return { name, x, y, deg: half > 90 ? half - 180 : half };
}

const pointsOf = (e: XmlElement): Point[] =>
  e.children
    .filter((c) => c.name === 'point')
    .map((c) => {
      const type = c.attributes['type'];
      const smooth = c.attributes['smooth'] === 'yes';
      return {
        x: number(c, 'x'),
        y: number(c, 'y'),
        type: type && type !== 'offcurve' ? type : null,
        smooth,
      };
    });

const partOf = (e: XmlElement): GlifPart => ({
  base: e.attributes['base'] ?? '',
  transform: {
    ...identity,
    a: number(e, 'xScale', 1),
    b: number(e, 'xyScale'),
    c: number(e, 'yxScale'),
    d: number(e, 'yScale', 1),
    e: number(e, 'xOffset'),
    f: number(e, 'yOffset'),
  },
});

/** A node while its handles are found. */
type Run = { -readonly [K in keyof Node]: Node[K] };

/** Points of a contour as a run of cubics; null for fewer than two points on it. */
function contourOf(points: readonly Point[]): Contour | null {
  const open = points[0]?.type === 'move';
  const quadratic = points.some((p) => p.type === 'qcurve') || points.every((p) => p.type === null);
  if (quadratic && !open) return cubicContour(points.map(({ x, y, type }) => ({ x, y, on: type !== null })));
  const start = points.findIndex((p) => p.type !== null);
  if (start < 0) return null;
  const turned = [...points.slice(start), ...points.slice(0, start)];
  const nodes: Run[] = [];
  let handles: Point[] = [];
  const at = ({ x, y }: Point) => ({ x, y });
  const join = (to: Run) => {
    const [first, last] = [handles[0], handles[handles.length - 1]];
    const from = nodes[nodes.length - 1];
    if (first && last && from) {
      from.out = at(first);
      to.in = at(last);
    }
    handles = [];
  };
  for (const p of turned) {
    if (p.type === null) {
      handles.push(p);
      continue;
    }
    const node: Run = { ...at(p), in: null, out: null, kind: p.smooth ? 'smooth' : 'corner' };
    if (nodes.length > 0) join(node);
    nodes.push(node);
  }
  const first = nodes[0];
  if (!open && first) join(first);
  // Between a straight and a curve there is one handle, which goes on in the straight's direction.
  for (const n of nodes) if (n.kind === 'smooth' && !(n.in && n.out)) n.kind = 'tangent';
  return nodes.length < 2 ? null : { closed: !open, nodes };
}
