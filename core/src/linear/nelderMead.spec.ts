import { leastNear } from './nelderMead';

describe('the least place near a start', () => {
  it("finds the bottom of Rosenbrock's valley, 1 and 1", () => {
    const valley = ([x, y]: readonly number[]) => 100 * (y - x * x) ** 2 + (1 - x) ** 2;
    const { x, value } = leastNear(valley, [-1.2, 1], { step: 0.5, width: 1e-9, most: 1000 });
    expect(x[0]).toBeCloseTo(1, 7);
    expect(x[1]).toBeCloseTo(1, 7);
    expect(value).toBeLessThan(1e-14);
  });

  it('finds it in one and in four dimensions, and keeps off what cannot be', () => {
    const bowl = (x: readonly number[]) =>
      x[0] < 0.5 ? Infinity : x.reduce((sum, value, k) => sum + (k + 1) * (value - k - 1) ** 2, 0);
    for (const n of [1, 4]) {
      const { x } = leastNear(bowl, new Array<number>(n).fill(3), { step: 1, width: 1e-8, most: 2000 });
      x.forEach((value, k) => expect(value).toBeCloseTo(k + 1, 6));
    }
  });

  it('looks no more often than it may, by a few', () => {
    let looks = 0;
    leastNear(([x]) => (looks++, (x - 1e6) ** 2), [0], { step: 1e-3, width: 1e-12, most: 20 });
    expect(looks).toBeLessThan(25);
  });
});
