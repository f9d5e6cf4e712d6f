/**
 * Solves A X = B for a symmetric positive definite band matrix in place: entry (i, i + d), 0 <= d <= band, stands at
 * values[i (band + 1) + d]; `right` holds `columns` right-hand sides by rows and becomes X; the matrix is used up.
 * O(size · band²). Returns the row whose pivot is not above rounding of its diagonal, where the matrix is singular, or
 * −1.
 *
 * LDLᵀ in band storage: Golub, Van Loan, Matrix Computations, 4.3.
 */
export function solveBandedCholesky(
  size: number,
  band: number,
  values: Float64Array,
  right: Float64Array,
  columns: number,
): number {
  const width = band + 1;
  const floor = new Float64Array(size);
  for (let i = 0; i < size; i++) floor[i] = size * Number.EPSILON * values[i * width];
  for (let k = 0; k < size; k++) {
    const pivot = values[k * width];
    if (!(pivot > floor[k])) return k;
    const reach = Math.min(band, size - 1 - k);
    for (let d = 1; d <= reach; d++) {
      const above = values[k * width + d];
      if (above === 0) continue;
      const factor = above / pivot;
      const row = (k + d) * width - d;
      for (let e = d; e <= reach; e++) values[row + e] -= factor * values[k * width + e];
      for (let c = 0; c < columns; c++) right[(k + d) * columns + c] -= factor * right[k * columns + c];
    }
  }
  for (let k = size - 1; k >= 0; k--) {
    const reach = Math.min(band, size - 1 - k);
    for (let c = 0; c < columns; c++) {
      let sum = right[k * columns + c];
      for (let d = 1; d <= reach; d++) sum -= values[k * width + d] * right[(k + d) * columns + c];
      right[k * columns + c] = sum / values[k * width];
    }
  }
  return -1;
}
