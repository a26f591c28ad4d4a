// Measures the tracer on letters of open fonts whose outlines are known: npm run bench:trace [-- --write]
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { transformContours, type Contour, type Node } from '../core/foundations/geometry/contour';
import { flattenContour } from '../core/foundations/geometry/measure';
import { raiseQuadratic } from '../core/foundations/geometry/cubic';
import type { Vec } from '../core/foundations/geometry/vec';
import { tracePicture } from '../core/tracing/trace/tracePicture';
import { cleanPicture, coverage, scannedPicture } from './renderGlyph';
import { writeTable } from './writeTable';
import { measureOutline, type OutlineMeasures } from './outlineMeasures';

/** Fonts under the SIL Open Font License, from the npm registry; letters whose contours overlap are left out. */
const FONTS = ['libre-baskerville', 'work-sans', 'pacifico', 'caveat'];
const LETTERS = 'ABGMQRSWaegkmsty2358&';
const MARGIN_PX = 14;

interface Command {
  readonly type: string;
  readonly x?: number;
  readonly y?: number;
  readonly x1?: number;
  readonly y1?: number;
  readonly x2?: number;
  readonly y2?: number;
}

/** A parser's path commands as our contours, units as they are, y down. */
function contoursOf(commands: readonly Command[]): Contour[] {
  const out: Contour[] = [];
  let nodes: { x: number; y: number; in: Vec | null; out: Vec | null }[] = [];
  const close = () => {
    const [first, last] = [nodes[0], nodes[nodes.length - 1]];
    if (!first || !last) return;
    if (nodes.length > 1 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6) {
      first.in = last.in;
      nodes.pop();
    }
    out.push({ closed: true, nodes: nodes.map((n): Node => ({ ...n, kind: 'corner' })) });
    nodes = [];
  };
  for (const c of commands) {
    const last = nodes[nodes.length - 1];
    const to = { x: c.x ?? 0, y: c.y ?? 0 };
    if (c.type === 'M') {
      close(); // some parsers leave the closing out
      nodes = [{ ...to, in: null, out: null }];
    }
    if (c.type === 'L' && last && Math.hypot(to.x - last.x, to.y - last.y) > 1e-6)
      nodes.push({ ...to, in: null, out: null });
    else if (c.type === 'Q' && last) {
      const cubic = raiseQuadratic(last, { x: c.x1!, y: c.y1! }, to);
      last.out = cubic.p1;
      nodes.push({ ...to, in: cubic.p2, out: null });
    } else if (c.type === 'C' && last) {
      last.out = { x: c.x1!, y: c.y1! };
      nodes.push({ ...to, in: { x: c.x2!, y: c.y2! }, out: null });
    } else if (c.type === 'Z') close();
  }
  close();
  return out;
}

/** Whether every contour turns as the others of its nesting do: fonts drawn of overlapping parts don't show their edge. */
function overlaps(contours: readonly Contour[]): boolean {
  const lines = contours.map((c) => flattenContour(c, 1));
  const crosses = (a: Vec, b: Vec, c: Vec, d: Vec) => {
    const side = (p: Vec, q: Vec, r: Vec) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
    return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
  };
  return lines.some((p, i) =>
    lines.some((q, j) =>
      p.some((a, k) =>
        q.some((c, m) => {
          if (i === j && Math.abs(k - m) < 2) return false;
          return crosses(a, p[(k + 1) % p.length]!, c, q[(m + 1) % q.length]!);
        }),
      ),
    ),
  );
}

function measureLetter(
  truthUnits: readonly Contour[],
  sizePx: number,
  scan: boolean,
  seed: number,
): OutlineMeasures | null {
  const k = sizePx / 1000;
  const points = truthUnits.flatMap((c) => flattenContour(c, 1));
  const [left, top] = [Math.min(...points.map((p) => p.x)), Math.min(...points.map((p) => p.y))];
  // A part of a px off the grid, other for every letter.
  const [ox, oy] = [
    MARGIN_PX + ((seed * 37) % 100) / 100 - left * k,
    MARGIN_PX + ((seed * 61) % 100) / 100 - top * k,
  ];
  const width = Math.ceil(Math.max(...points.map((p) => p.x)) * k + ox) + MARGIN_PX;
  const height = Math.ceil(Math.max(...points.map((p) => p.y)) * k + oy) + MARGIN_PX;
  const placed = transformContours(truthUnits, { a: k, b: 0, c: 0, d: k, e: ox, f: oy });
  const ink = coverage(
    placed.map((c) => flattenContour(c, 0.01)),
    width,
    height,
  );
  const traced = tracePicture(
    scan ? scannedPicture(ink, width, height, seed) : cleanPicture(ink, width, height),
  );
  if (!traced.ok) return null;
  return measureOutline(
    truthUnits,
    transformContours(traced.value, { a: 1 / k, b: 0, c: 0, d: 1 / k, e: -ox / k, f: -oy / k }),
  );
}

const share = (
  rows: readonly OutlineMeasures[],
  of: (m: OutlineMeasures) => readonly [number, number],
): string => {
  const [found, all] = rows.reduce(([f, n], m) => [f + of(m)[0], n + of(m)[1]], [0, 0]);
  return all > 0 ? `${((100 * found) / all).toFixed(0)} %` : '-';
};

export function main(argv: readonly string[]): void {
  const lines = [
    '| font | picture | mean | p95 | points x | extremes | corners | false corners a letter | level, upright edges |',
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- |',
  ];
  for (const name of FONTS) {
    const file = join('node_modules', '@fontsource', name, 'files', `${name}-latin-400-normal.woff`);
    const font = parse(readFileSync(file).slice().buffer);
    for (const scan of [false, true]) {
      for (const sizePx of [200, 400]) {
        const rows = [...LETTERS].flatMap((letter, i) => {
          const path = font.charToGlyph(letter).getPath(0, 0, 1000);
          const truth = contoursOf(path.commands as Command[]);
          if (truth.length === 0 || overlaps(truth)) return [];
          return measureLetter(truth, sizePx, scan, i + 1) ?? [];
        });
        const mean = (of: (m: OutlineMeasures) => number) =>
          rows.reduce((s, m) => s + of(m), 0) / rows.length;
        const sum = (of: (m: OutlineMeasures) => number) => rows.reduce((s, m) => s + of(m), 0);
        const line = [
          `${name} (${rows.length})`,
          `${scan ? 'scan' : 'clean'} ${sizePx} px`,
          mean((m) => m.mean).toFixed(2),
          mean((m) => m.p95).toFixed(2),
          (sum((m) => m.nodes) / sum((m) => m.nodesNeeded)).toFixed(2),
          share(rows, (m) => m.extremes),
          share(rows, (m) => m.corners),
          mean((m) => m.falseCorners).toFixed(2),
          share(rows, (m) => m.edges),
        ];
        lines.push(`| ${line.join(' | ')} |`);
        process.stderr.write(`${line.join('  ')}\n`);
      }
    }
  }
  writeTable('trace', lines.join('\n'), argv.includes('--write'));
}
