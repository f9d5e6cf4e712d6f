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
  const { size, lower, upper, values } = matrix;
  // From an entry to the one under it.
  const step = rowWidth(matrix) - 1;
  // How far to the right of the diagonal entries stand: further only once rows have been swapped.
  let reach = upper;

  for (let k = 0, diagonal = lower; k < size; k++, diagonal += step + 1) {
    const below = Math.min(lower, size - 1 - k);
    let pivot = 0;
    let most = Math.abs(values[diagonal]);
    for (let row = 1; row <= below; row++) {
      const candidate = Math.abs(values[diagonal + row * step]);
      if (candidate > most) {
        pivot = row;
        most = candidate;
      }
    }
    if (!(most > 0)) return false;
    if (pivot > 0) {
      reach = lower + upper;
      swap(values, diagonal, diagonal + pivot * step, Math.min(reach, size - 1 - k) + 1);
      swap(right, k * columns, (k + pivot) * columns, columns);
    }
    const beside = Math.min(reach, size - 1 - k);
    const head = values[diagonal];
    for (let row = 1; row <= below; row++) {
      const of = diagonal + row * step;
      const factor = values[of] / head;
      if (factor === 0) continue;
      for (let j = 1; j <= beside; j++) values[of + j] -= factor * values[diagonal + j];
      for (let c = k * columns, to = (k + row) * columns, end = c + columns; c < end; c++, to++) {
        right[to] -= factor * right[c];
      }
    }
  }
  for (let k = size - 1, diagonal = k * (step + 1) + lower; k >= 0; k--, diagonal -= step + 1) {
    const beside = Math.min(reach, size - 1 - k);
    const head = values[diagonal];
    for (let c = k * columns, end = c + columns; c < end; c++) {
      let sum = right[c];
      for (let j = 1, from = c + columns; j <= beside; j++, from += columns) sum -= values[diagonal + j] * right[from];
      right[c] = sum / head;
    }
  }
  return true;
}

/** Swaps so many numbers from i on with those from j on. */
function swap(array: Float64Array, i: number, j: number, count: number): void {
  for (let end = i + count; i < end; i++, j++) {
    const held = array[i];
    array[i] = array[j];
    array[j] = held;
  }
}
