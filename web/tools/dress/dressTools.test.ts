import type { PointRef } from '../../../core/project/document/commands/outline';
import type { Contour } from '../../../core/foundations/geometry/contour';
import { aheadOf, drawTool } from './drawTool';
import { lineTool } from './lineTool';
import { dressEvent as event, dressScene, rectangle } from '../../testing/dressScene';
import { idle, type DressAnswer, type DressPointer, type DressScene, type Gesture } from './scene';
import { selectTool } from './selectTool';

const square = rectangle(100, 100);
const scene = (change: Partial<DressScene> = {}) => dressScene([square], change);

type ToolStep = (gesture: Gesture, e: DressPointer, s: DressScene) => DressAnswer;

function run(tool: ToolStep, s: DressScene, events: readonly DressPointer[]): DressAnswer[] {
  let gesture = idle;
  let now = s;
  return events.map((e) => {
    const answer = tool(gesture, e, now);
    gesture = answer.gesture;
    if (answer.selection) now = { ...now, selection: answer.selection };
    return answer;
  });
}

const node = (n: number): PointRef => ({ contour: 0, node: n, part: 'node' });

describe('choosing and moving', () => {
  test('a drag on a point is shown while it goes on and made once when it ends', () => {
    const answers = run(selectTool, scene(), [
      event('down', 1, 1),
      event('move', 6, 9),
      event('move', 11, 21),
      event('up', 11, 21),
    ]);
    expect(answers[0]!.selection).toEqual([node(0)]);
    expect(answers.slice(0, 3).every((a) => a.done === undefined)).toBe(true);
    expect(answers[2]!.preview).toEqual({ kind: 'move', points: [node(0)], by: { x: 10, y: 20 } });
    expect(answers[3]!.done).toEqual({ kind: 'move', points: [node(0)], by: { x: 10, y: 20 } });
  });

  test('a press that hardly moves changes nothing; with Shift a drag goes one way only', () => {
    expect(run(selectTool, scene(), [event('down', 1, 1), event('up', 1.5, 1)])[1]!.done).toBeUndefined();
    const [, , up] = run(selectTool, scene(), [
      event('down', 0, 0),
      event('move', 30, 4),
      event('up', 30, 4, { shift: true }),
    ]);
    expect(up!.done).toMatchObject({ by: { x: 30, y: 0 } });
  });

  test('snapping decides where the grabbed point ends', () => {
    const s = scene({
      snap: () => ({ at: { x: 50, y: 0 }, guides: [{ axis: 'y', at: 0, reason: 'baseline' }] }),
    });
    const answers = run(selectTool, s, [event('down', 0, 0), event('move', 48, 2), event('up', 48, 2)]);
    expect(answers[1]!.snapped).toEqual([{ axis: 'y', at: 0, reason: 'baseline' }]);
    expect(answers[2]!.done).toMatchObject({ by: { x: 50, y: 0 } });
  });

  test('Shift adds and takes away; all chosen points move together', () => {
    const s = scene({ selection: [node(0)] });
    expect(run(selectTool, s, [event('down', 100, 0, { shift: true })])[0]!.selection).toEqual([
      node(0),
      node(1),
    ]);
    expect(run(selectTool, s, [event('down', 0, 0, { shift: true })])[0]!.selection).toEqual([]);
    const both = scene({ selection: [node(0), node(1)] });
    expect(run(selectTool, both, [event('down', 0, 0), event('up', 20, 0)])[1]!.done).toMatchObject({
      points: [node(0), node(1)],
    });
  });

  test('a frame and a loop choose what lies in them', () => {
    const framed = run(selectTool, scene(), [event('down', -20, -20), event('move', 120, 50)]);
    expect(framed[1]!.selection).toEqual([node(0), node(1)]);
    const loop = [
      event('down', -20, -20, { alt: true }),
      event('move', 40, -20, { alt: true }),
      event('move', 40, 140, { alt: true }),
      event('up', -20, 140, { alt: true }),
    ];
    expect(run(selectTool, scene(), loop)[3]!.selection).toEqual([node(0), node(3)]);
  });

  test('a curve is bent by dragging it, and its ends are chosen by a press', () => {
    const bent = run(selectTool, scene(), [
      event('down', 50, 0),
      event('move', 50, -20),
      event('up', 50, -20),
    ]);
    expect(bent[2]!.done).toMatchObject({ kind: 'bend', contour: 0, segment: 0, by: { x: 0, y: -20 } });
    expect(run(selectTool, scene(), [event('down', 50, 0), event('up', 50, 0)])[1]!.selection).toEqual([
      node(0),
      node(1),
    ]);
  });

  test('an anchor is dragged; a cancelled gesture changes nothing', () => {
    const s = scene({ anchors: [{ name: 'top', x: 50, y: 130 }] });
    const answers = run(selectTool, s, [event('down', 50, 131), event('up', 60, 140)]);
    expect(answers[1]!.done).toEqual({ kind: 'anchor', name: 'top', to: { x: 60, y: 140 } });
    expect(run(selectTool, scene(), [event('down', 0, 0), event('cancel', 50, 50)])[1]!.done).toBeUndefined();
  });
});

describe('the pen', () => {
  test('a click near a snap, and one that closes a little beside the beginning, puts a corner without handles', () => {
    const s = scene({ contours: [], snap: () => ({ at: { x: 4, y: 0 }, guides: [] }) });
    const clicked = run(drawTool, s, [event('down', 0, 0), event('move', 1, 0), event('up', 1, 0)])[2]!;
    expect((clicked.done as { contour: Contour }).contour.nodes).toEqual([
      { x: 4, y: 0, in: null, out: null, kind: 'corner' },
    ]);
    const open = { closed: false, nodes: square.nodes };
    const beside = [event('down', 4, 2), event('up', 4, 2)];
    const closed = run(drawTool, scene({ contours: [open], drawing: 0 }), beside)[1]!;
    expect((closed.done as { contour: Contour }).contour).toEqual({ closed: true, nodes: square.nodes });
  });

  test('presses put corners, a drag pulls handles out, a press on the beginning closes', () => {
    const empty = scene({ contours: [] });
    const first = run(drawTool, empty, [event('down', 0, 0), event('up', 0, 0)])[1]!;
    expect(first).toMatchObject({ drawing: 0, done: { kind: 'draw', instead: null } });
    const one = (first.done as { contour: Contour }).contour;
    const second = run(drawTool, scene({ contours: [one], drawing: 0 }), [
      event('down', 100, 0),
      event('move', 130, 30),
      event('up', 130, 30),
    ])[2]!;
    const two = (second.done as { contour: Contour }).contour;
    expect(two.nodes[1]).toEqual({
      x: 100,
      y: 0,
      in: { x: 70, y: -30 },
      out: { x: 130, y: 30 },
      kind: 'smooth',
    });
    const closed = run(drawTool, scene({ contours: [two], drawing: 0 }), [
      event('down', 1, 1),
      event('up', 1, 1),
    ])[1]!;
    expect(closed).toMatchObject({ drawing: null, done: { contour: { closed: true } } });
  });

  test('a press on a curve puts a point, on a loose end goes on with it', () => {
    expect(run(drawTool, scene(), [event('down', 50, 1)])[0]!.done).toMatchObject({
      kind: 'add',
      segment: 0,
    });
    const open = { ...square, closed: false };
    expect(run(drawTool, scene({ contours: [open] }), [event('down', 0, 100)])[0]).toMatchObject({
      drawing: 0,
    });
    const turned = run(drawTool, scene({ contours: [open] }), [event('down', 0, 0)])[0]!;
    expect((turned.done as { contour: Contour }).contour.nodes[3]).toMatchObject({ x: 0, y: 0 });
  });
});

describe('the pen says beforehand what it will do', () => {
  const open: Contour = { closed: false, nodes: square.nodes };
  const look = (x: number, y: number, s: DressScene, keys: Partial<DressPointer> = {}) =>
    aheadOf(event('move', x, y, keys), s);

  test('begin, go on, close, take up an end, put a point into a curve: what is shown is what a press does', () => {
    expect(look(300, 40, scene())).toMatchObject({ does: 'begin', at: { x: 300, y: 40 } });
    const drawing = scene({ contours: [open], drawing: 0 });
    expect(look(300, 40, drawing)).toMatchObject({ does: 'go-on', at: { x: 300, y: 40 } });
    expect(look(2, 1, drawing)).toMatchObject({ does: 'close', at: { x: 0, y: 0 } });
    expect(look(2, 98, scene({ contours: [open] }))).toMatchObject({ does: 'take-up', at: { x: 0, y: 100 } });
    expect(look(50, 2, scene())).toMatchObject({ does: 'into', at: { x: expect.closeTo(50, 6), y: 0 } });
    for (const [x, y, s] of [
      [300, 40, drawing],
      [2, 1, drawing],
      [300, 40, scene()],
    ] as const) {
      const { at } = look(x, y, s);
      const done = run(drawTool, s, [event('down', x, y), event('up', x, y)])[1]!.done as {
        contour: Contour;
      };
      expect(done.contour.nodes.some((n) => n.x === at.x && n.y === at.y)).toBe(true);
    }
  });

  test('with Alt a run begins on an edge and no point is put into that', () => {
    expect(look(50, 2, scene(), { alt: true })).toMatchObject({ does: 'begin', at: { x: 50, y: 2 } });
    const begun = run(drawTool, scene(), [event('down', 50, 2, { alt: true }), event('up', 50, 2)])[1]!;
    expect(begun).toMatchObject({ drawing: 1, done: { kind: 'draw', instead: null } });
  });

  test('points land on whole units at any zoom, but for what they snap to; held free they land where pressed', () => {
    expect(look(300.37, 40.81, scene()).at).toEqual({ x: 300, y: 41 });
    const snapping = scene({
      snap: (at) => ({
        at: { x: 300.25, y: at.y },
        guides: [{ axis: 'x', at: 300.25, reason: 'one stem wide' }],
      }),
    });
    expect(look(301, 40.81, snapping).at).toEqual({ x: 300.25, y: 41 });
    expect(look(300.37, 40.81, scene({ free: true })).at).toEqual({ x: 300.37, y: 40.81 });
  });

  test('Shift keeps the next point and its handles to steps of 45 degrees', () => {
    const one: Contour = { closed: false, nodes: [{ ...square.nodes[0]! }] };
    const s = scene({ contours: [one], drawing: 0 });
    expect(look(100, 8, s, { shift: true }).at).toEqual({ x: 100, y: 0 });
    expect(look(70, 60, s, { shift: true }).at).toEqual({ x: 65, y: 65 });
    const pulled = run(drawTool, s, [
      event('down', 100, 0),
      event('move', 130, 28, { shift: true }),
      event('up', 130, 28, { shift: true }),
    ])[2]!.done as { contour: Contour };
    const { x, y } = pulled.contour.nodes[1]!.out!;
    expect(x - 100).toBeCloseTo(y, 9);
  });

  test('with Alt the handle ahead parts from the one behind, and without it they are in one line again', () => {
    const s = scene({ contours: [{ closed: false, nodes: [square.nodes[0]!] }], drawing: 0 });
    const drag = (last: Partial<DressPointer>) =>
      (
        run(drawTool, s, [
          event('down', 100, 0),
          event('move', 130, 0),
          event('move', 130, 40, { alt: true }),
          event('move', 110, 60, { alt: true }),
          event('up', 110, 60, last),
        ])[4]!.done as { contour: Contour }
      ).contour.nodes[1];
    expect(drag({ alt: true })).toMatchObject({
      in: { x: 70, y: 0 },
      out: { x: 110, y: 60 },
      kind: 'corner',
    });
    expect(drag({})).toMatchObject({ in: { x: 90, y: -60 }, out: { x: 110, y: 60 }, kind: 'smooth' });
  });
});

test('the knife cuts when it is lifted, the ruler leaves its line, Shift keeps to 45 degrees', () => {
  const cut: ToolStep = (g, e, s) => lineTool('cut', g, e, s);
  const [, , up] = run(cut, scene(), [event('down', -10, 50), event('move', 60, 50), event('up', 110, 50)]);
  expect(up!.done).toEqual({ kind: 'cut', from: { x: -10, y: 50 }, to: { x: 110, y: 50 } });
  const rule: ToolStep = (g, e, s) => lineTool('measure', g, e, s);
  const read = run(rule, scene(), [event('down', 0, 0), event('up', 100, 8, { shift: true })])[1]!;
  expect(read.line!.to.y).toBeCloseTo(0, 9);
  expect(read.done).toBeUndefined();
});
