/**
 * An upper triangle that rows of a least-squares problem are rotated into, one after the other: row i has its entries
 * (i, i) to (i, i + band) at values[i (band + 1)], and `columns` right-hand sides by rows beside. It keeps the digits
 * that normal equations lose: the condition is not squared.
 *
 * Givens rotations, row by row: George, Heath, Solution of sparse linear least squares problems using Givens rotations,
 * 1980; Golub, Van Loan, Matrix Computations, 5.2.
 */
export interface BandedTriangle {
  readonly size: number;
  readonly band: number;
  readonly columns: number;
  readonly values: Float64Array;
  readonly right: Float64Array;
}

export const bandedTriangle = (size: number, band: number, columns: number): BandedTriangle => ({
  size,
  band,
  columns,
  values: new Float64Array(size * (band + 1)),
  right: new Float64Array(size * columns),
});

/**
 * Rotates one row in, which is used up: `row` holds its entries from column `first` on, at most band + 1, and `right` its
 * right-hand sides. Rows come in the order of their first columns; then the cost of each is O(band²).
 */
export function rotateIn(triangle: BandedTriangle, first: number, row: Float64Array, right: Float64Array): void {
  const { size, band, columns, values } = triangle;
  const width = band + 1;
  for (let c = first; c < size; c++) {
    const at = c * width;
    const [a, b] = [values[at], row[0]];
    if (b !== 0 && a === 0) {
      for (let e = 0; e < width; e++) values[at + e] = row[e];
      for (let k = 0; k < columns; k++) triangle.right[c * columns + k] = right[k];
      return;
    }
    if (b !== 0) {
      const size = Math.sqrt(a * a + b * b);
      const [cos, sin] = [a / size, b / size];
      values[at] = size;
      for (let e = 1; e < width; e++) {
        const [above, here] = [values[at + e], row[e]];
        values[at + e] = cos * above + sin * here;
        row[e] = cos * here - sin * above;
      }
      for (let k = 0; k < columns; k++) {
        const [above, here] = [triangle.right[c * columns + k], right[k]];
        triangle.right[c * columns + k] = cos * above + sin * here;
        right[k] = cos * here - sin * above;
      }
    }
    let isEmpty = true;
    for (let e = 1; e < width; e++) {
      row[e - 1] = row[e];
      isEmpty &&= row[e] === 0;
    }
    row[band] = 0;
    if (isEmpty) return;
  }
}

/** The solution in place of the right-hand sides; false where a column was never reached, whose unknown is open. */
export function solveTriangle({ size, band, columns, values, right }: BandedTriangle): boolean {
  for (let i = size - 1; i >= 0; i--) {
    const at = i * (band + 1);
    if (values[at] === 0) return false;
    const reach = Math.min(band, size - 1 - i);
    for (let k = 0; k < columns; k++) {
      let sum = right[i * columns + k];
      for (let e = 1; e <= reach; e++) sum -= values[at + e] * right[(i + e) * columns + k];
      right[i * columns + k] = sum / values[at];
    }
  }
  return true;
}
