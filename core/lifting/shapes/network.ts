import { TINY } from '../../foundations/geometry/tolerance';

/** Weights of a small feed-forward network with one hidden layer, as it is trained. */
export interface Network {
  readonly inputs: number;
  readonly hidden: number;
  readonly outputs: number;
  /** hidden x inputs, then outputs x hidden; rows one after the other. */
  readonly first: Float32Array;
  readonly firstBias: Float32Array;
  readonly second: Float32Array;
  readonly secondBias: Float32Array;
}

/** Hidden activities: rectified sums (V. Nair, G. Hinton, ICML 2010). */
export function hiddenOf(n: Network, x: Float32Array): Float32Array {
  const h = new Float32Array(n.hidden);
  for (let j = 0; j < n.hidden; j++) {
    let sum = n.firstBias[j]!;
    const row = j * n.inputs;
    for (let i = 0; i < n.inputs; i++) sum += n.first[row + i]! * x[i]!;
    h[j] = sum > 0 ? sum : 0;
  }
  return h;
}

/** Shares of the outputs, which sum to 1 (softmax). */
export function sharesOf(n: Network, h: Float32Array): Float32Array {
  const out = new Float32Array(n.outputs);
  let most = -Infinity;
  for (let k = 0; k < n.outputs; k++) {
    let sum = n.secondBias[k]!;
    const row = k * n.hidden;
    for (let j = 0; j < n.hidden; j++) sum += n.second[row + j]! * h[j]!;
    out[k] = sum;
    most = Math.max(most, sum);
  }
  let total = 0;
  for (let k = 0; k < n.outputs; k++) total += out[k] = Math.exp(out[k]! - most);
  return out.map((v) => v / total);
}

/** A layer as text: each row's weights as signed bytes times the row's scale. */
export function packRows(weights: Float32Array, rows: number): { bytes: Int8Array; scales: Float32Array } {
  const columns = weights.length / rows;
  const bytes = new Int8Array(weights.length);
  const scales = new Float32Array(rows);
  for (let r = 0; r < rows; r++) {
    const row = weights.subarray(r * columns, (r + 1) * columns);
    scales[r] = row.reduce((m, v) => Math.max(m, Math.abs(v)), TINY) / 127;
    row.forEach((v, c) => (bytes[r * columns + c] = Math.round(v / scales[r]!)));
  }
  return { bytes, scales };
}
