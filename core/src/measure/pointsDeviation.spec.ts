import { packVectors } from '../linear/vector';
import { lineBetween } from '../exact/line';
import { pointsDeviation } from './pointsDeviation';
import { uneven } from './shapes.fixture';

describe('points and a curve', () => {
  it('have a largest distance with its place, and a mean', () => {
    const found = pointsDeviation(
      packVectors([
        [5, 1, 0],
        [10, -3, 0],
        [20, 0, 0],
        [25, 0, 0],
      ]),
      lineBetween([0, 0, 0], [20, 0, 0]),
    );
    expect(found).toMatchObject({ max: 5, mean: 9 / 4, index: 3, nearest: { u: 1, point: [20, 0, 0] } });
    expect([...found.distances]).toEqual([1, 3, 0, 5]);
    expect([...found.parameters]).toEqual([0.25, 0.5, 1, 1]);
    expect(() => pointsDeviation(new Float64Array(0), uneven)).toThrow('points: one or more are needed, not 0');
  });
});
