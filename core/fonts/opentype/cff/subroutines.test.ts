import fc from 'fast-check';
import { nth } from '../../../foundations/lists/nth';
import { translation } from '../../../foundations/geometry/affine';
import { transformContours } from '../../../foundations/geometry/contour';
import { randomBlob, randomBy } from '../../../testing/randomOutlines';
import { readCharstring } from '../read/readCharstring';
import { charstringBytes, charstringParts } from './charstring';
import { repeatsOf, suffixArray } from './repeats';
import { withSubroutines } from './subroutines';

const words = fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 40 }).map((w) => Int32Array.from(w));

test('suffixes come in their order', () => {
  fc.assert(
    fc.property(words, (text) => {
      const suffixes = [...suffixArray(text)].map((at) => [...text.subarray(at)].join(''));
      expect(suffixes).toEqual([...suffixes].sort());
      expect(suffixes).toHaveLength(text.length);
    }),
  );
});

test('every run that comes twice is found with all its places, at its full length', () => {
  fc.assert(
    fc.property(words, (text) => {
      const found = repeatsOf(text);
      for (const { length, places } of found) {
        const run = [...text.subarray(nth(places, 0), nth(places, 0) + length)].join();
        for (let at = 0; at < text.length; at++) {
          const same = at + length <= text.length && [...text.subarray(at, at + length)].join() === run;
          expect(places.includes(at)).toBe(same);
        }
      }
      // By trying all: what repeats lies within a run that was found.
      for (let at = 0; at + 2 <= text.length; at++)
        for (let other = at + 1; other + 2 <= text.length; other++)
          if (text[at] === text[other] && text[at + 1] === text[other + 1])
            expect(
              found.some((f) => f.length >= 2 && f.places.includes(at) && f.places.includes(other)),
            ).toBe(true);
    }),
  );
});

const WIDTHS = { defaultWidth: 500, nominalWidth: 600 };

/** Letters of shapes of which some stand in several letters, as accents do. */
function letters(seed: number, count: number) {
  const random = randomBy(seed);
  const shapes = Array.from({ length: 1 + Math.ceil(count / 4) }, () => randomBlob(random, 0, 0, 300));
  return Array.from({ length: count }, () => {
    const own = Array.from({ length: 1 + Math.floor(3 * random()) }, (_, i) =>
      transformContours([nth(shapes, Math.floor(random() * shapes.length))], translation(Math.round(400 * random()), 700 * i)),
    ).flat(); // prettier-ignore
    return charstringParts(own, random() < 0.5 ? 500 : 620, WIDTHS);
  });
}

// Below and above 1240 subroutines, where numbers get another bias (5177, 4.7): with the wrong one other shapes come out.
test.each([
  [12, 0],
  [400, 0],
  [6000, 1240],
])('%d letters of shared shapes draw the same with subroutines as without, in less room', (count, more) => {
  const parts = letters(7, count);
  const { charstrings, subroutines } = withSubroutines(parts);
  const plain = parts.map(charstringBytes);
  const drawn = (bytes: Uint8Array, local: readonly Uint8Array[]) =>
    JSON.stringify(readCharstring(bytes, { global: [], local }));
  const differ = charstrings.filter((bytes, i) => drawn(bytes, subroutines) !== drawn(nth(plain, i), []));
  expect(differ).toHaveLength(0);
  const size = (list: readonly Uint8Array[]) => list.reduce((n, b) => n + b.length, 0);
  expect(subroutines.length).toBeGreaterThan(more);
  expect(size(charstrings) + size(subroutines)).toBeLessThan(0.8 * size(plain));
});
