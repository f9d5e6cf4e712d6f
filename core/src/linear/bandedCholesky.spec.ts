import fc from 'fast-check';
import { real } from './real.fixture';
import { solveBandedCholesky } from './bandedCholesky';

const number = real(-1, 1);

describe('banded Cholesky', () => {
  it('solves AᵀA x = b for any banded A with a heavy diagonal, by putting x back', () => {
    const system = fc
      .record({ size: fc.integer({ min: 1, max: 24 }), band: fc.integer({ min: 0, max: 5 }) })
      .chain(({ size, band }) =>
        fc.record({
          size: fc.constant(size),
          band: fc.constant(Math.min(band, size - 1)),
          entries: fc.array(number, { minLength: size * (band + 1), maxLength: size * (band + 1) }),
          right: fc.array(number, { minLength: 2 * size, maxLength: 2 * size }),
        }),
      );
    fc.assert(
      fc.property(system, ({ size, band, entries, right }) => {
        // A = L Lᵀ + 2 I from a lower band matrix is positive definite.
        const lower = (i: number, j: number) => (j <= i && i - j <= band ? entries[i * (band + 1) + (i - j)] : 0);
        const full = Array.from({ length: size }, (_, i) =>
          Array.from({ length: size }, (_, j) => {
            let sum = i === j ? 2 : 0;
            for (let k = 0; k < size; k++) sum += lower(i, k) * lower(j, k);
            return sum;
          }),
        );
        const values = new Float64Array(size * (band + 1));
        for (let i = 0; i < size; i++)
          for (let d = 0; d <= band && i + d < size; d++) values[i * (band + 1) + d] = full[i][i + d];
        const solved = Float64Array.from(right);
        expect(solveBandedCholesky(size, band, values, solved, 2)).toBe(-1);
        for (let i = 0; i < size; i++) {
          for (let c = 0; c < 2; c++) {
            const back = full[i].reduce((sum, a, j) => sum + a * solved[2 * j + c], 0);
            expect(back).toBeCloseTo(right[2 * i + c], 11);
          }
        }
      }),
    );
  });

  it('names the row at which a singular matrix fails', () => {
    // The second row is the first again: 1 1 / 1 1, then 2.
    expect(solveBandedCholesky(3, 1, Float64Array.of(1, 1, 1, 0, 2, 0), new Float64Array(3), 1)).toBe(1);
    expect(solveBandedCholesky(2, 0, Float64Array.of(0, 1), new Float64Array(2), 1)).toBe(0);
  });
});
