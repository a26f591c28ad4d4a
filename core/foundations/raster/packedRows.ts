/** Weights as text: signed bytes in base64, each row times a scale of its own. */

export const bytesOf = (base64: string): Int8Array => Int8Array.from(atob(base64), (c) => c.charCodeAt(0));

/** Rows one after the other; as many as there are scales. */
export function unpackRows(bytes: Int8Array, scales: ArrayLike<number>): Float32Array {
  const columns = bytes.length / scales.length;
  return Float32Array.from(bytes, (v, k) => v * scales[Math.floor(k / columns)]!);
}
