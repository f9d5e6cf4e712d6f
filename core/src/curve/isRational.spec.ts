import { homogeneous } from './curve';
import { isRational } from './isRational';

describe('rational control points', () => {
  it('are those of different weights: one weight for all cancels', () => {
    const places = [0, 0, 0, 10, 5, 0, 20, 0, 0];
    expect(isRational(homogeneous(places))).toBe(false);
    expect(isRational(homogeneous(places, [2, 2, 2]))).toBe(false);
    expect(isRational(homogeneous(places, [2, 2, 2 + 1e-15]))).toBe(true);
  });

  it('are looked for within the stretch', () => {
    const points = homogeneous([0, 0, 0, 10, 5, 0, 20, 0, 0], [1, 1, 3]);
    expect([isRational(points, 0, 8), isRational(points, 4, 12), isRational(points, 8)]).toEqual([false, true, false]);
  });
});
