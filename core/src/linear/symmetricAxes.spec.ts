import { symmetricAxes } from './symmetricAxes';

describe('principal axes', () => {
  it('are those of a matrix put together from them, by decreasing value, small ones with their digits', () => {
    const axes = [
      [2 / 3, 2 / 3, 1 / 3],
      [-2 / 3, 1 / 3, 2 / 3],
      [1 / 3, -2 / 3, 2 / 3],
    ];
    const values = [400, 3, 1e-3];
    const matrix = Float64Array.from({ length: 9 }, (_, k) =>
      axes.reduce((sum, axis, i) => sum + values[i] * axis[Math.floor(k / 3)] * axis[k % 3], 0),
    );
    const found = symmetricAxes(matrix);
    found.values.forEach((value, i) => expect(value).toBeCloseTo(values[i], 11));
    found.axes.forEach((axis, i) =>
      expect(Math.abs(axis.reduce((sum, c, k) => sum + c * axes[i][k], 0))).toBeCloseTo(1, 11),
    );
  });
});
