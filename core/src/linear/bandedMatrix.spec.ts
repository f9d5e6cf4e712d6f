import fc from 'fast-check';
import { real } from './real.fixture';
import { addEntry, bandedMatrix, solveBanded } from './bandedMatrix';

/** Reference: dense Gaussian elimination with partial pivoting. */
function solveDense(rows: number[][], right: number[]): number[] {
  const n = rows.length;
  const a = rows.map((row, i) => [...row, right[i]]);
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k; i < n; i++) if (Math.abs(a[i][k]) > Math.abs(a[pivot][k])) pivot = i;
    [a[k], a[pivot]] = [a[pivot], a[k]];
    for (let i = k + 1; i < n; i++) {
      const factor = a[i][k] / a[k][k];
      for (let j = k; j <= n; j++) a[i][j] -= factor * a[k][j];
    }
  }
  const x = Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    x[i] = (a[i][n] - a[i].slice(i + 1, n).reduce((sum, value, j) => sum + value * x[i + 1 + j], 0)) / a[i][i];
  }
  return x;
}

describe('solveBanded', () => {
  it('agrees with dense elimination, pivoting included', () => {
    const shape = fc.record({
      size: fc.integer({ min: 1, max: 12 }),
      lower: fc.integer({ min: 0, max: 4 }),
      upper: fc.integer({ min: 0, max: 4 }),
      seed: fc.array(real(-1, 1), { minLength: 200, maxLength: 200 }),
    });
    fc.assert(
      fc.property(shape, ({ size, lower, upper, seed }) => {
        let next = 0;
        const dense = Array.from({ length: size }, () => Array<number>(size).fill(0));
        const banded = bandedMatrix(size, lower, upper);
        for (let i = 0; i < size; i++) {
          for (let j = Math.max(0, i - lower); j <= Math.min(size - 1, i + upper); j++) {
            // Diagonals away from zero keep the comparison meaningful; off-diagonals may still exceed them.
            const value = i === j ? 0.8 + seed[next++] * 0.2 : seed[next++] * 0.9;
            dense[i][j] = value;
            addEntry(banded, i, j, value);
          }
        }
        const right = seed.slice(150, 150 + size);
        const x = Float64Array.from(right);
        fc.pre(solveBanded(banded, x, 1));
        // Residual against the matrix itself, scaled by the solution: independent of conditioning.
        const largest = Math.max(1, ...x.map(Math.abs));
        dense.forEach((row, i) => {
          const residual = row.reduce((sum, value, j) => sum + value * x[j], -right[i]);
          expect(Math.abs(residual)).toBeLessThan(1e-12 * largest);
        });
        const reference = solveDense(dense, right);
        if (Math.max(...reference.map(Math.abs)) < 1e3) {
          reference.forEach((value, i) => expect(Math.abs(value - x[i])).toBeLessThan(1e-8));
        }
      }),
    );
  });

  it('exchanges rows where a pivot is zero, or so small that its digits are lost', () => {
    for (const small of [0, 1e-18]) {
      const matrix = bandedMatrix(3, 1, 1);
      addEntry(matrix, 0, 0, small);
      addEntry(matrix, 0, 1, 1);
      addEntry(matrix, 1, 0, 1);
      addEntry(matrix, 1, 1, 1);
      addEntry(matrix, 1, 2, 2);
      addEntry(matrix, 2, 1, 1);
      addEntry(matrix, 2, 2, 1);
      const x = Float64Array.of(2, 9, 5);
      expect(solveBanded(matrix, x, 1)).toBe(true);
      // By hand: y = 2, then z = 5 - y and x = 9 - y - 2 z.
      expect([...x]).toEqual([1, 2, 3]);
    }
  });

  it('says so when the matrix is singular, and refuses entries outside the band', () => {
    const matrix = bandedMatrix(2, 1, 1);
    addEntry(matrix, 0, 0, 1);
    addEntry(matrix, 0, 1, 2);
    addEntry(matrix, 1, 0, 2);
    addEntry(matrix, 1, 1, 4);
    expect(solveBanded(matrix, new Float64Array([1, 1]), 1)).toBe(false);
    expect(() => addEntry(bandedMatrix(4, 1, 1), 0, 2, 1)).toThrow('outside a band of 1 and 1');
  });
});
