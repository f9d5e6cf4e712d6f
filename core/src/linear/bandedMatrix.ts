/**
 * A square matrix with `lower` diagonals under and `upper` diagonals over the main one, packed by rows.
 * Each row has room for `lower` more entries on the right, which partial pivoting fills.
 */
export interface BandedMatrix {
  readonly size: number;
  readonly lower: number;
  readonly upper: number;
  readonly values: Float64Array;
}

export function bandedMatrix(size: number, lower: number, upper: number): BandedMatrix {
  return { size, lower, upper, values: new Float64Array(size * (2 * lower + upper + 1)) };
}

const rowWidth = (matrix: BandedMatrix) => 2 * matrix.lower + matrix.upper + 1;

/** Adds `value` at (row, column). Throws a RangeError outside the band: that is a bug of the caller. */
export function addEntry(matrix: BandedMatrix, row: number, column: number, value: number): void {
  const offset = column - row;
  if (offset < -matrix.lower || offset > matrix.upper) {
    throw new RangeError(`entry (${row}, ${column}) lies outside a band of ${matrix.lower} and ${matrix.upper}`);
  }
  matrix.values[row * rowWidth(matrix) + offset + matrix.lower] += value;
}

/**
 * Solves A X = B in place: `right` holds `columns` right-hand sides, packed by rows, and becomes X; the
 * matrix is used up. Cost O(size · band²).
 *
 * Gaussian elimination with partial pivoting in band storage: Golub, Van Loan, Matrix Computations, 4.3.
 * Returns false, with both arguments spoilt, when no row is left with a pivot. Rows should be of like size: the
 * caller knows what they mean and scales them.
 */
export function solveBanded(matrix: BandedMatrix, right: Float64Array, columns: number): boolean {
  const { size, lower, values } = matrix;
  // Entry (row, column) stands at values[row * step + lower + column].
  const step = rowWidth(matrix) - 1;
  const reach = lower + matrix.upper;

  for (let k = 0; k < size; k++) {
    const lastRow = Math.min(size - 1, k + lower);
    const lastColumn = Math.min(size - 1, k + reach);
    const ofPivot = k * step + lower;
    let pivot = k;
    let most = Math.abs(values[ofPivot + k]);
    for (let row = k + 1; row <= lastRow; row++) {
      const candidate = Math.abs(values[row * step + lower + k]);
      if (candidate > most) [pivot, most] = [row, candidate];
    }
    if (!(most > 0)) return false;
    if (pivot !== k) {
      const other = pivot * step + lower;
      for (let column = k; column <= lastColumn; column++) swap(values, ofPivot + column, other + column);
      for (let c = 0; c < columns; c++) swap(right, k * columns + c, pivot * columns + c);
    }
    for (let row = k + 1; row <= lastRow; row++) {
      const ofRow = row * step + lower;
      const factor = values[ofRow + k] / values[ofPivot + k];
      if (factor === 0) continue;
      for (let column = k + 1; column <= lastColumn; column++) {
        values[ofRow + column] -= factor * values[ofPivot + column];
      }
      for (let c = 0; c < columns; c++) right[row * columns + c] -= factor * right[k * columns + c];
    }
  }
  for (let k = size - 1; k >= 0; k--) {
    const lastColumn = Math.min(size - 1, k + reach);
    const ofRow = k * step + lower;
    for (let c = 0; c < columns; c++) {
      let sum = right[k * columns + c];
      for (let column = k + 1; column <= lastColumn; column++) {
        sum -= values[ofRow + column] * right[column * columns + c];
      }
      right[k * columns + c] = sum / values[ofRow + k];
    }
  }
  return true;
}

function swap(array: Float64Array, i: number, j: number): void {
  const held = array[i];
  array[i] = array[j];
  array[j] = held;
}
