import fc from 'fast-check';
import { joinedRuns } from './joinedRuns';

const images = fc
  .record({ width: fc.integer({ min: 1, max: 14 }), height: fc.integer({ min: 1, max: 12 }) })
  .chain(({ width, height }) =>
    fc
      .array(fc.constantFrom(0, 1, 1, 255), { minLength: width * height, maxLength: width * height })
      .map((px) => ({ width, height, data: Uint8Array.from(px) })),
  );

/** Patches by flooding from px to px: the number of the first px of each, -1 for the other kind. */
function flooded(
  { width, height, data }: { width: number; height: number; data: Uint8Array },
  wanted: boolean,
  corners: boolean,
): number[] {
  const patch = Array.from(data, () => -1);
  const isWanted = (k: number) => (data[k] ?? 0) > 0 === wanted;
  for (let start = 0; start < data.length; start++) {
    if (patch[start] !== -1 || !isWanted(start)) continue;
    const queue = [start];
    patch[start] = start;
    for (const k of queue) {
      const [x, y] = [k % width, Math.floor(k / width)];
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          const n = ny * width + nx;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height || (!corners && dx !== 0 && dy !== 0)) continue;
          if (patch[n] !== -1 || !isWanted(n)) continue;
          patch[n] = start;
          queue.push(n);
        }
    }
  }
  return patch;
}

test('runs hold each px of their kind once, and have one patch just where flooding from px to px reaches', () => {
  fc.assert(
    fc.property(images, fc.boolean(), fc.boolean(), (image, ink, corners) => {
      const runs = joinedRuns(image, ink ? 'ink' : 'paper', corners);
      const truth = flooded(image, ink, corners);
      const ours = truth.map(() => -1);
      runs.patch.forEach((patch, i) => {
        for (let x = runs.from[i] ?? 0; x < (runs.to[i] ?? 0); x++) {
          const k = (runs.row[i] ?? 0) * image.width + x;
          expect(ours[k]).toBe(-1);
          ours[k] = patch;
        }
      });
      // The same parting under other numbers: each number of ours goes with one of theirs, and the other way round.
      const pairs = new Set(truth.map((t, k) => `${t} ${ours[k]}`));
      expect(pairs.size).toBe(new Set(truth).size);
      expect(pairs.size).toBe(new Set(ours).size);
    }),
    { numRuns: 400 },
  );
});
