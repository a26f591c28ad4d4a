import { isOwnKey, isTyping } from './benchKeys';

/** An element that lies in others, each known by one selector. */
const within = (...selectors: string[]) => ({
  closest: (asked: string) => (asked.split(', ').some((s) => selectors.includes(s)) ? {} : null),
});

test('Enter on a button presses that and nothing on the bench', () => {
  for (const what of ['button', 'a[href]', 'summary', '[role=tab]', '[role=switch]']) {
    expect(isOwnKey('Enter', within(what))).toBe(true);
    expect(isOwnKey(' ', within(what))).toBe(true);
  }
  expect(isOwnKey('Enter', within())).toBe(false);
  expect(isOwnKey('Enter', null)).toBe(false);
});

test('arrows on a tab or a slider move those, and no point or letter', () => {
  for (const what of ['[role=tab]', '[role=slider]', '[role=radio]', '[role=spinbutton]'])
    for (const key of ['ArrowLeft', 'ArrowUp', 'Home']) expect(isOwnKey(key, within(what))).toBe(true);
  // A plain button has no use for them.
  expect(isOwnKey('ArrowLeft', within('button'))).toBe(false);
});

test('letters and Delete always belong to the bench', () => {
  for (const key of ['j', 'Delete', 'Escape'])
    expect(isOwnKey(key, within('button', '[role=tab]'))).toBe(false);
});

test('what is chosen by a press leaves its keys to the bench when it says so', () => {
  expect(isOwnKey('Enter', within('button', '[data-keys=through]'))).toBe(false);
});

test('a box that was ticked has the focus and is not typed in: keys go on working; in fields and lists they are characters', () => {
  // Selectors are taken apart as the browser does it.
  const element = (tag: string, type?: string) => ({
    closest: (asked: string) => {
      const [inputs, not] = /input:not\((.*)\)/.exec(asked) ?? [];
      const plain = asked.replace(inputs ?? '', '').split(', ');
      if (tag === 'input') return inputs && !not!.includes(`[type=${type}]`) ? {} : null;
      return plain.includes(tag) ? {} : null;
    },
  });
  for (const type of ['checkbox', 'radio', 'range']) expect(isTyping(element('input', type))).toBe(false);
  for (const type of ['text', 'search', 'number']) expect(isTyping(element('input', type))).toBe(true);
  expect(isTyping(element('textarea'))).toBe(true);
  expect(isTyping(element('select'))).toBe(true);
  expect(isTyping(element('button'))).toBe(false);
  expect(isTyping(null)).toBe(false);
  expect(isOwnKey(' ', within('input[type=checkbox]'))).toBe(true);
});
