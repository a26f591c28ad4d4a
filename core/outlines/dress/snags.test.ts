import { polygon, reverseContour, type Contour } from '../../foundations/geometry/contour';
import { contourArea } from '../../foundations/geometry/measure';
import { box } from '../../testing/randomOutlines';
import { circle } from '../../testing/shapes';
import { CLEAN_UPS, cleanUp } from './cleanUp';
import { findSnags, mendSnag, type SnagKind } from './snags';

const kinds = (cs: readonly Contour[]) => findSnags(cs).map((s) => s.kind);
const o = [circle(300, 300, 250), reverseContour(circle(300, 300, 150))];
const halfDisc: Contour = {
  closed: true,
  nodes: [
    { x: 0, y: 0, in: null, out: { x: 150, y: 0 }, kind: 'corner' },
    { x: 0, y: 200, in: { x: 150, y: 200 }, out: null, kind: 'corner' },
  ],
};
const bent = circle(300, 300, 250);
const kinked: Contour = {
  ...bent,
  nodes: bent.nodes.map((n, i) => (i === 1 ? { ...n, out: { x: n.out!.x, y: n.out!.y + 12 } } : n)),
};

const BROKEN: readonly (readonly [SnagKind, readonly Contour[]])[] = [
  ['open', [{ ...box(0, 0, 100, 300), closed: false }]],
  ['direction', [circle(300, 300, 250), circle(300, 300, 150)]],
  ['overlap', [box(0, 100, 300, 80), box(100, 0, 80, 300)]],
  [
    'self-crossing',
    [
      polygon([
        { x: 0, y: 0 },
        { x: 200, y: 200 },
        { x: 200, y: 0 },
        { x: 0, y: 200 },
      ]),
    ],
  ],
  ['tiny', [box(0, 0, 100, 300), box(30, 310, 6, 6)]],
  ['stray', [circle(300, 300, 250), box(700, 10, 12, 12)]],
  [
    'duplicate',
    [
      polygon([
        { x: 0, y: 0 },
        { x: 200, y: 0 },
        { x: 200.4, y: 0.7 },
        { x: 200, y: 300 },
      ]),
    ],
  ],
  ['extreme', [halfDisc]],
  [
    'nearly-straight',
    [
      {
        closed: true,
        nodes: [
          { x: 0, y: 0, in: null, out: { x: 0.5, y: 100 }, kind: 'corner' },
          { x: 0, y: 300, in: { x: 0.4, y: 200 }, out: null, kind: 'corner' },
          { x: 90, y: 150, in: null, out: null, kind: 'corner' },
        ],
      },
    ],
  ],
  [
    'nearly-level',
    [
      polygon([
        { x: 0, y: 0 },
        { x: 200, y: 1.5 },
        { x: 200, y: 300 },
        { x: 0, y: 300 },
      ]),
    ],
  ],
  ['kink', [kinked]],
  ['far-off', [box(0, 0, 100, 100), box(9000, 0, 100, 100)]],
];

describe('snags', () => {
  test('a good letter has none', () => {
    expect(findSnags(o)).toEqual([]);
    expect(findSnags([box(0, 0, 100, 300)])).toEqual([]);
  });

  test.each(BROKEN)('%s is found, and mended', (kind, contours) => {
    const snag = findSnags(contours).find((s) => s.kind === kind)!;
    expect(kinds(contours)).toContain(kind);
    expect([snag.at.x, snag.at.y].every(Number.isFinite)).toBe(true);
    expect(kinds(mendSnag(contours, snag))).not.toContain(kind);
  });

  test('a tight curve over 100 degrees gets a point where it has turned half way', () => {
    // From level to 20 degrees beyond upright on a radius of 10 u: no extreme passes its ends by a unit.
    const k = (4 / 3) * Math.tan((110 * Math.PI) / 180 / 4) * 10;
    const [sin, cos] = [Math.sin((20 * Math.PI) / 180), Math.cos((20 * Math.PI) / 180)];
    const end = { x: 10 * cos, y: 10 + 10 * sin };
    const tight: Contour = {
      closed: true,
      nodes: [
        { x: 0, y: 0, in: null, out: { x: k, y: 0 }, kind: 'corner' },
        { ...end, in: { x: end.x + k * sin, y: end.y - k * cos }, out: null, kind: 'corner' },
        { x: -90, y: 60, in: null, out: null, kind: 'corner' },
      ],
    };
    const snag = findSnags([tight]).find((s) => s.kind === 'long-turn')!;
    expect(snag.amount).toBeCloseTo(110, 0);
    const mended = mendSnag([tight], snag);
    expect(mended[0]!.nodes).toHaveLength(4);
    expect(kinds(mended)).not.toContain('long-turn');
    expect(contourArea(mended[0]!)).toBeCloseTo(contourArea(tight), 6);
  });
});

describe('cleaning up', () => {
  test('every clean-up leaves a good letter alone, as the very same objects', () => {
    for (const kind of CLEAN_UPS.filter((k) => k !== 'round')) {
      const made = cleanUp(kind, o);
      expect({ kind, same: made.contours === o }).toEqual({ kind, same: true });
      expect(made.deviation).toBe(0);
    }
  });

  test('a counter that runs the wrong way is right after Neaten', () => {
    const made = cleanUp('neaten', [circle(300, 300, 250), circle(300, 300, 150)]);
    expect(made.contours.map((c) => Math.sign(contourArea(c)))).toEqual([1, -1]);
  });

  test('dropped specks are counted and not measured', () => {
    const made = cleanUp('specks', [circle(300, 300, 250), box(700, 10, 6, 6)]);
    expect(made).toMatchObject({ dropped: 1, deviation: 0, pointsBefore: 8, pointsAfter: 4 });
  });

  test('lines for a pen keep their loose ends when they are neatened', () => {
    const c: Contour = { ...circle(0, 0, 200), closed: false };
    const near = { ...c, nodes: [...c.nodes, { ...c.nodes[0]!, y: -20, out: null }] };
    expect(cleanUp('neaten', [near]).contours.every((x) => x.closed)).toBe(true);
    expect(cleanUp('neaten', [near], { tolerance: 2, lines: true }).contours.every((x) => !x.closed)).toBe(
      true,
    );
  });

  test('points on whole units move by less than a unit', () => {
    const made = cleanUp('round', [circle(300.3, 300.4, 250.2)]);
    expect(made.contours[0]!.nodes.every((n) => Number.isInteger(n.x) && Number.isInteger(n.out!.y))).toBe(
      true,
    );
    expect(made.deviation).toBeLessThan(1);
  });

  test('unequal handles become equal shares and the area stays nearly the same', () => {
    const c = circle(0, 0, 100);
    const uneven = { ...c, nodes: c.nodes.map((n, i) => (i === 0 ? { ...n, out: { x: 100, y: 80 } } : n)) };
    const { contours } = cleanUp('handles', [uneven]);
    const [a, b] = [contours[0]!.nodes[0]!, contours[0]!.nodes[1]!];
    expect(a.out!.y / 100).toBeCloseTo(b.in!.x / 100, 6);
  });
});
