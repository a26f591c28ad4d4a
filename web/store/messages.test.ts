import { problem } from '../../core/foundations/problems/problem';
import { FakeClock } from '../testing/fakeClock';
import { createMessages, PASSES_AFTER_MS } from './messages';

const note = problem({ code: 'file-empty' }, 'note', { file: 'a' });
const error = problem({ code: 'file-empty' }, 'error', { file: 'b' });

function desk() {
  const clock = new FakeClock();
  const messages = createMessages(clock);
  const shown = (id = 'p') =>
    messages.store.getState().messages.flatMap((m) => (m.projectId === id ? [m.problem.place.file] : []));
  return { clock, messages, shown };
}

test('messages pass by themselves, errors later than notes', async () => {
  const { clock, messages, shown } = desk();
  messages.tell('p', [note, error]);
  expect(shown()).toEqual(['a', 'b']);
  await clock.pass(PASSES_AFTER_MS.note + 1);
  expect(shown()).toEqual(['b']);
  await clock.pass(PASSES_AFTER_MS.error);
  expect(shown()).toEqual([]);
});

test('the same message is counted, not piled up, and stays from when it was said last', async () => {
  const { clock, messages, shown } = desk();
  for (let k = 0; k < 5; k++) messages.tell('p', [note]);
  expect(shown()).toEqual(['a']);
  expect(messages.store.getState().messages[0]!.times).toBe(5);
  await clock.pass(PASSES_AFTER_MS.note - 1);
  messages.tell('p', [note]);
  await clock.pass(PASSES_AFTER_MS.note - 1);
  expect(shown()).toEqual(['a']);
});

test('a flood is kept to what can be read; projects keep theirs apart', () => {
  const { messages, shown } = desk();
  messages.tell('q', [note]);
  messages.tell(
    'p',
    Array.from({ length: 25 }, (_, i) => ({ ...error, place: { file: `${i}` } })),
  );
  expect(shown('q')).toEqual(['a']);
  messages.dropAll('p');
  expect(shown()).toEqual([]);
  messages.tell(
    'p',
    Array.from({ length: 500 }, (_, i) => ({ ...error, place: { file: `${i}` } })),
  );
  expect(shown().length).toBeLessThanOrEqual(30);
});
