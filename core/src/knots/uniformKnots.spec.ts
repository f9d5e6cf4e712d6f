import { uniformKnots } from './uniformKnots';

describe('even knots', () => {
  it('are spread evenly', () => {
    expect([...uniformKnots(2, 5)]).toEqual([0, 0, 0, 1 / 3, 2 / 3, 1, 1, 1]);
    expect([...uniformKnots(2, 4, 'periodic')]).toEqual([-0.5, -0.25, 0, 0.25, 0.5, 0.75, 1, 1.25, 1.5]);
    expect(() => uniformKnots(3, 3)).toThrow('degree 3 has no knots for 3 control points');
  });
});
