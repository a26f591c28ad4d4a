/** Value below which `share` (0..1) of the entries lie; the array is copied, not reordered. NaN when empty. */
export function percentile(values: ArrayLike<number>, share: number): number {
  const count = values.length;
  if (count === 0) return NaN;
  const copy = new Float64Array(count);
  for (let i = 0; i < count; i++) copy[i] = values[i]!;
  const at = share * (count - 1);
  const low = Math.floor(at);
  bringToPlace(copy, low);
  const first = copy[low]!;
  if (low + 1 >= count) return first;
  let next = copy[low + 1]!;
  for (let i = low + 2; i < count; i++) if (copy[i]! < next) next = copy[i]!;
  return first + (next - first) * (at - low);
}

/** Fewer than these are sorted sooner than searched. */
const FEW = 24;

function hasNaN(v: Float64Array): boolean {
  for (let i = 0; i < v.length; i++) if (v[i] !== v[i]) return true;
  return false;
}

/**
 * Brings the entry that sorting would put at `place` there, with none greater before it and none less after it. Method: C. A. R. Hoare,
 * "Algorithm 65: Find", CACM 4 (1961).
 */
function bringToPlace(v: Float64Array, place: number): void {
  // NaN has no order of its own: sorting puts it last.
  if (v.length <= FEW || hasNaN(v)) {
    v.sort();
    return;
  }
  let left = 0;
  let right = v.length - 1;
  while (left < right) {
    const pivot = v[(left + right) >> 1]!;
    let i = left;
    let j = right;
    while (i <= j) {
      while (v[i]! < pivot) i++;
      while (v[j]! > pivot) j--;
      if (i > j) break;
      const held = v[i]!;
      v[i++] = v[j]!;
      v[j--] = held;
    }
    if (place <= j) right = j;
    else if (place >= i) left = i;
    else return;
  }
}

export const median = (values: ArrayLike<number>): number => percentile(values, 0.5);

/** Values this near to each other, as a share, are the same but for rounding. */
const SAME = 1e-12;

/**
 * The bin that best parts a histogram in two classes: values <= the bin are the lower class.
 * Method: N. Otsu, "A threshold selection method from gray-level histograms", IEEE SMC 9 (1979), eq. 18.
 */
export function otsuBin(histogram: ArrayLike<number>): number {
  let total = 0;
  let sum = 0;
  for (let i = 0; i < histogram.length; i++) {
    total += histogram[i]!;
    sum += i * histogram[i]!;
  }
  let below = 0;
  let sumBelow = 0;
  let best = -1;
  let bestLow = 0;
  let bestHigh = 0;
  for (let i = 0; i < histogram.length; i++) {
    below += histogram[i]!;
    sumBelow += i * histogram[i]!;
    if (below === 0 || below === total) continue;
    const gap = sumBelow / below - (sum - sumBelow) / (total - below);
    const between = below * (total - below) * gap * gap;
    if (between > best * (1 + SAME)) {
      best = between;
      bestLow = i;
    }
    // An empty valley gives a plateau of equal values: its middle is the fair choice.
    if (between >= best * (1 - SAME)) bestHigh = i;
  }
  return Math.floor((bestLow + bestHigh) / 2);
}
