/** Repeatable random numbers 0..1 from a seed (mulberry32, public domain). */
export function seededRandom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Roughly normal with standard deviation 1, from twelve even ones. */
export function normal(random: () => number): number {
  let sum = -6;
  for (let i = 0; i < 12; i++) sum += random();
  return sum;
}
