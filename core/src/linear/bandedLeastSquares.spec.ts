import { bandedTriangle, rotateIn, solveTriangle } from './bandedLeastSquares';
import { randomNumbers } from './random.fixture';

/** Normal equations by plain elimination: fine while the condition is small. */
function dense(rows: readonly (readonly number[])[], right: readonly number[]): number[] {
  const n = rows[0].length;
  const a = Array.from({ length: n }, (_, i) => [
    ...Array.from({ length: n }, (__, j) => rows.reduce((sum, row) => sum + row[i] * row[j], 0)),
    rows.reduce((sum, row, r) => sum + row[i] * right[r], 0),
  ]);
  for (let k = 0; k < n; k++) {
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = a[i][k] / a[k][k];
      for (let j = k; j <= n; j++) a[i][j] -= factor * a[k][j];
    }
  }
  return a.map((row, i) => row[n] / row[i]);
}

describe('banded least squares', () => {
  it('solves as plain normal equations do', () => {
    const random = randomNumbers(8);
    for (let round = 0; round < 30; round++) {
      const [size, band] = [3 + Math.floor(random() * 6), 1 + Math.floor(random() * 2)];
      const triangle = bandedTriangle(size, band, 1);
      const rows: number[][] = [];
      const right: number[] = [];
      for (let first = 0; first < size; first++) {
        for (let k = 0; k < 2; k++) {
          const row = new Float64Array(band + 1);
          const full = new Array<number>(size).fill(0);
          for (let e = 0; e <= band && first + e < size; e++) full[first + e] = row[e] = random() - 0.5;
          const wanted = random();
          rows.push(full);
          right.push(wanted);
          rotateIn(triangle, first, row, Float64Array.of(wanted));
        }
      }
      expect(solveTriangle(triangle)).toBe(true);
      dense(rows, right).forEach((x, i) => expect(triangle.right[i]).toBeCloseTo(x, 8));
    }
  });

  it('keeps digits that squaring the condition would lose', () => {
    // Läuchli's matrix (Björck, Numerical Methods for Least Squares Problems, 2.2): with ε below the square root of
    // rounding its normal equations are singular. Columns (1, ε, 0) and (1, 0, ε); right side for the solution (1, 1).
    const epsilon = 1e-9;
    const triangle = bandedTriangle(2, 1, 1);
    rotateIn(triangle, 0, Float64Array.of(1, 1), Float64Array.of(2));
    rotateIn(triangle, 0, Float64Array.of(epsilon, 0), Float64Array.of(epsilon));
    rotateIn(triangle, 1, Float64Array.of(epsilon, 0), Float64Array.of(epsilon));
    expect(solveTriangle(triangle)).toBe(true);
    expect(triangle.right[0]).toBeCloseTo(1, 6);
    expect(triangle.right[1]).toBeCloseTo(1, 6);
  });

  it('says so when an unknown is left open', () => {
    const triangle = bandedTriangle(2, 1, 1);
    rotateIn(triangle, 0, Float64Array.of(1, 1), Float64Array.of(2));
    expect(solveTriangle(triangle)).toBe(false);
  });
});
