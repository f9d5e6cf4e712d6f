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
  const width = rowWidth(matrix);
  // Entry (row, column) stands at values[row * (width - 1) + lower + column].
  const indexOf = (row: number, column: number) => row * (width - 1) + lower + column;
  const reach = lower + matrix.upper;

  for (let k = 0; k < size; k++) {
    const lastRow = Math.min(size - 1, k + lower);
    const lastColumn = Math.min(size - 1, k + reach);
    let pivot = k;
    for (let row = k + 1; row <= lastRow; row++) {
      if (Math.abs(values[indexOf(row, k)]) > Math.abs(values[indexOf(pivot, k)])) pivot = row;
    }
    if (!(Math.abs(values[indexOf(pivot, k)]) > 0)) return false;
    if (pivot !== k) {
      for (let column = k; column <= lastColumn; column++) swap(values, indexOf(k, column), indexOf(pivot, column));
      for (let c = 0; c < columns; c++) swap(right, k * columns + c, pivot * columns + c);
    }
    for (let row = k + 1; row <= lastRow; row++) {
      const factor = values[indexOf(row, k)] / values[indexOf(k, k)];
      if (factor === 0) continue;
      for (let column = k + 1; column <= lastColumn; column++) {
        values[indexOf(row, column)] -= factor * values[indexOf(k, column)];
      }
      for (let c = 0; c < columns; c++) right[row * columns + c] -= factor * right[k * columns + c];
    }
  }
  for (let k = size - 1; k >= 0; k--) {
    const lastColumn = Math.min(size - 1, k + reach);
    for (let c = 0; c < columns; c++) {
      let sum = right[k * columns + c];
      for (let column = k + 1; column <= lastColumn; column++) {
        sum -= values[indexOf(k, column)] * right[column * columns + c];
      }
      right[k * columns + c] = sum / values[indexOf(k, k)];
    }
  }
  return true;
}

function swap(array: Float64Array, i: number, j: number): void {
  const held = array[i];
  array[i] = array[j];
  array[j] = held;
}
