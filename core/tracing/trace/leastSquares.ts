/**
 * Normal equations of a sparse least squares problem whose rows touch unknowns near to each other (and a few far ones):
 * the lower triangle is kept from each row's first entry on, and factored within it.
 * Method: Cholesky with an envelope, George and Liu, Computer Solution of Large Sparse Positive Definite Systems (1981).
 */
export class EnvelopeSystem {
  private readonly rows: Float64Array[];
  private readonly first: Int32Array;
  private readonly right: Float64Array;

  constructor(readonly size: number) {
    this.rows = Array.from({ length: size }, (_, i) => new Float64Array(i + 1));
    this.first = Int32Array.from({ length: size }, (_, i) => i);
    this.right = new Float64Array(size);
  }

  /** Adds weight * (sum of by[k] * unknown[at[k]] - value) squared to what is to be made least. */
  addRow(at: readonly number[], by: readonly number[], value: number, weight: number): void {
    for (let a = 0; a < at.length; a++) {
      const i = at[a]!;
      const w = weight * by[a]!;
      this.right[i]! += w * value;
      const row = this.rows[i]!;
      for (let b = 0; b < at.length; b++) {
        const j = at[b]!;
        if (j > i) continue;
        row[j]! += w * by[b]!;
        if (j < this.first[i]!) this.first[i] = j;
      }
    }
  }

  addDiagonal(i: number, amount: number): void {
    this.rows[i]![i]! += amount;
  }

  /** The unknowns; null when the system doesn't determine them. May be called once: it factors in place. */
  solve(): Float64Array | null {
    const { rows, first, right, size } = this;
    for (let i = 0; i < size; i++) {
      const row = rows[i]!;
      for (let j = first[i]!; j <= i; j++) {
        const other = rows[j]!;
        let sum = row[j]!;
        for (let k = Math.max(first[i]!, first[j]!); k < j; k++) sum -= row[k]! * other[k]!;
        if (j < i) row[j] = sum / other[j]!;
        else if (sum > 1e-12) row[i] = Math.sqrt(sum);
        else return null;
      }
      let sum = right[i]!;
      for (let k = first[i]!; k < i; k++) sum -= row[k]! * right[k]!;
      right[i] = sum / row[i]!;
    }
    for (let i = size - 1; i >= 0; i--) {
      right[i]! /= rows[i]![i]!;
      for (let k = first[i]!; k < i; k++) right[k]! -= rows[i]![k]! * right[i]!;
    }
    return right;
  }
}
