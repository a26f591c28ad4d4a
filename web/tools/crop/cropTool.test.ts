import { cropTool, type Cropping } from './cropTool';

const at = (x: number, y: number) => ({ x, y });

test('a box is drawn from any corner and told where it ends', () => {
  let gesture: Cropping | null = cropTool(null, { type: 'down', at: at(100, 90) }).gesture;
  gesture = cropTool(gesture, { type: 'move', at: at(60, 40) }).gesture;
  expect(gesture).toEqual({ from: at(100, 90), to: at(60, 40) });
  const answer = cropTool(gesture, { type: 'up', at: at(20.4, 10.6) });
  expect(answer).toEqual({ gesture: null, done: { x: 20, y: 11, width: 80, height: 79 } });
});

test('a slip of the hand, a press that is taken away, and moves without a press give none', () => {
  const { gesture } = cropTool(null, { type: 'down', at: at(10, 10) });
  expect(cropTool(gesture, { type: 'up', at: at(60, 15) })).toEqual({ gesture: null });
  expect(cropTool(gesture, { type: 'cancel', at: at(90, 90) })).toEqual({ gesture: null });
  expect(cropTool(null, { type: 'move', at: at(90, 90) })).toEqual({ gesture: null });
  expect(cropTool(null, { type: 'up', at: at(90, 90) })).toEqual({ gesture: null });
});
