import { homogeneous, makeCurve } from '../curve/curve';
import { smoothParts } from './smoothParts';

describe('the smooth parts of a curve', () => {
  const corners = homogeneous([0, 0, 0, 30, 0, 0, 30, 20, 0, 60, 20, 0]);

  it('lie between its corners', () => {
    const parts = smoothParts(makeCurve(1, [0, 0, 0.4, 0.5, 1, 1], corners));
    expect(parts.map(({ knots }) => [...knots])).toEqual([
      [0, 0, 0.4, 0.4],
      [0.4, 0.4, 0.5, 0.5],
      [0.5, 0.5, 1, 1],
    ]);
  });

  it('are not cut between knots that count as one', () => {
    const parts = smoothParts(makeCurve(1, [0, 0, 0.5, 0.5 + 4e-10, 1, 1], corners));
    expect(parts).toHaveLength(2);
    expect(parts[1].knots[0]).toBe(0.5);
    expect(smoothParts(makeCurve(1, [0, 0, 0.5, 1 - 4e-10, 1, 1], corners))).toHaveLength(2);
  });
});
