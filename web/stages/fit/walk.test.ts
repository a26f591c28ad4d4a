import { followsHand, placeOf, walk, type Place } from './walk';

/** All letters that one meets on a way through a line. */
function through(line: string, start: string, steps: number, by = 1): string {
  let place: Place | null = null;
  let inHand = start;
  let seen = '';
  for (let k = 0; k < steps; k++) {
    place = walk([...line], inHand, place, by);
    inHand = place!.id;
    seen += inHand;
  }
  return seen;
}

test('a walk through a line meets repeated letters each in its place and ends at its end', () => {
  expect(through('old quill lies', 'o', 13)).toBe('ld quill lies');
  expect(through('anna', 'a', 6)).toBe('nnaaaa');
  expect(through('noon', 'n', 2, -1)).toBe('nn');
});

test('a letter taken in hand elsewhere is met where it comes first', () => {
  const walked = { id: 'l', at: 7 };
  expect(placeOf([...'old quill'], 'l', walked)).toBe(7);
  expect(placeOf([...'old quill'], 'd', walked)).toBe(2);
  // The text was changed: nothing of the kind stands there any more.
  expect(placeOf([...'all'], 'l', walked)).toBe(1);
});

test('a letter that the line hasn’t leads to its beginning; an empty line leads nowhere', () => {
  expect(walk([...'abc'], 'z', null, 1)).toEqual({ id: 'a', at: 0 });
  expect(walk([], 'a', null, 1)).toBeNull();
});

test('lines made around the letter in hand are not walked through, for they change with it', () => {
  expect((['between', 'words', 'pair'] as const).every(followsHand)).toBe(true);
  expect((['running', 'pangram'] as const).some(followsHand)).toBe(false);
});
