import { isOwnKey } from './benchKeys';

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
