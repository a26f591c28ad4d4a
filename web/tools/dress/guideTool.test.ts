import { addGuide } from '../../../core/project/document/commands/lines/guides';
import { guidesOf } from '../../../core/project/document/queries/guides';
import { applyDiff } from '../../../core/project/document/changes/diff';
import { blankGlyph, newProject } from '../../../core/project/document/newProject';
import { dressEvent as event, dressScene, rectangle } from '../../testing/dressScene';
import { commandOf } from './applyEdit';
import { guideTool } from './guideTool';
import { idle, type DressAnswer, type DressPointer, type DressScene } from './scene';

const lean = { id: 'g1', own: true, x: 100, y: 0, deg: 60 };

function run(scene: DressScene, events: readonly DressPointer[]): DressAnswer {
  let answer: DressAnswer = { gesture: idle };
  for (const e of events) answer = guideTool(answer.gesture, e, scene);
  return answer;
}

const scene = (change: Partial<DressScene> = {}) => dressScene([rectangle(100, 100)], change);

test('a press lays a level guide where it was made, on whole units', () => {
  const { done } = run(scene(), [event('down', 40.3, 333.8), event('up', 41, 334)]);
  expect(done).toEqual({ kind: 'guide', guide: null, line: { x: 40, y: 334, deg: 0 } });
});

test('a pull turns the new guide, with Shift in steps', () => {
  const pull = (keys: Partial<DressPointer>) =>
    run(scene(), [event('down', 0, 0), event('move', 50, 40), event('up', 50, 43, keys)]).done;
  expect(pull({})).toMatchObject({ line: { x: 0, y: 0, deg: 40.7 } });
  expect(pull({ shift: true })).toMatchObject({ line: { deg: expect.closeTo(45, 9) } });
});

test('by its foot a guide moves and keeps its turn; elsewhere it turns about its foot', () => {
  const s = scene({ guides: [lean] });
  const moved = run(s, [event('down', 101, 1), event('move', 130, 20), event('up', 140, 30)]);
  expect(moved.done).toMatchObject({ guide: { id: 'g1', own: true }, line: { x: 140, y: 30, deg: 60 } });
  const turned = run(s, [event('down', 200, 173.2), event('move', 150, 200), event('up', 100, 200)]);
  expect(turned.done).toMatchObject({ guide: { id: 'g1' }, line: { x: 100, y: 0, deg: 90 } });
});

test('a guide that is only pressed is in hand and not moved; a cancelled pull leaves nothing', () => {
  const s = scene({ guides: [lean] });
  const pressed = run(s, [event('down', 101, 1), event('up', 101, 1)]);
  expect(pressed).toEqual({ gesture: idle, guide: { id: 'g1', own: true } });
  const cancelled = run(s, [event('down', 101, 1), event('move', 150, 90), event('cancel', 150, 90)]);
  expect(cancelled.done).toBeUndefined();
});

test("a letter's own guide is changed where it lies in that letter, one of all letters in the project", () => {
  const base = newProject('p', 'Tide', 0);
  const glyph = { ...blankGlyph('n1', 'n', [0x6e]), contours: [rectangle(100, 100)] };
  const first = { ...base, glyphs: { ...base.glyphs, n1: glyph } };
  const doc = applyDiff(first, addGuide(first, 'n1', { x: 10, y: 20, deg: 45 })!);
  const { id } = guidesOf(doc, doc.glyphs.n1!)[0]!;
  const target = { glyphId: 'n1', of: 'outline' as const };
  const line = { x: 30, y: 40, deg: 0 };
  const moved = applyDiff(doc, commandOf(doc, target, { kind: 'guide', guide: { id, own: true }, line }, 0)!);
  expect(guidesOf(moved, moved.glyphs.n1!)).toMatchObject([{ ...line, own: true }]);
  const laid = applyDiff(doc, commandOf(doc, target, { kind: 'guide', guide: null, line }, 0)!);
  expect(guidesOf(laid, laid.glyphs.n1!)).toMatchObject([{ ...line, own: false }, { own: true }]);
});
