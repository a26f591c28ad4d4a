/** Value below which `share` (0..1) of the entries lie; the array is copied, not reordered. NaN when empty. */
export function percentile(values: ArrayLike<number>, share: number): number {
  if (values.length === 0) return NaN;
  const sorted = Float64Array.from(values).sort();
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const high = Math.min(sorted.length - 1, low + 1);
  return sorted[low]! + (sorted[high]! - sorted[low]!) * (at - low);
}

export const median = (values: ArrayLike<number>): number => percentile(values, 0.5);

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
    if (between > best * (1 + 1e-12)) {
      best = between;
      bestLow = i;
    }
    // An empty valley gives a plateau of equal values: its middle is the fair choice.
    if (between >= best * (1 - 1e-12)) bestHigh = i;
  }
  return Math.floor((bestLow + bestHigh) / 2);
}
