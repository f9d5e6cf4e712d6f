import {
  arcThrough,
  circle,
  type Curve,
  domainOf,
  evaluate,
  FRONT,
  lineBetween,
  makeCurve,
  split,
} from '@pencil-bend/core';
import { chained } from './chain';

const SPLINE = makeCurve(3, [0, 0, 0, 0, 1, 3, 4, 4, 4, 4], [0, 0, 0, 1, 10, 20, 0, 1, 30, 20, 0, 1, 40, -10, 0, 1, 60, 0, 0, 1, 70, 10, 0, 1]); // prettier-ignore

const cutAt = (curve: Curve, ...us: readonly number[]): Curve[] =>
  us.reduce<Curve[]>((parts, u) => {
    const cut = split(parts[parts.length - 1], u);
    if (!cut.ok) throw new Error('it cannot be cut there');
    return [...parts.slice(0, -1), ...cut.value];
  }, [curve]); // prettier-ignore

describe('chained curves', () => {
  it('are the curve that was cut, with the knots it had', () => {
    const back = chained(cutAt(SPLINE, 0.5, 1, 2, 3.25));
    const size = domainOf(back)[1] - domainOf(back)[0];
    expect(back.knots).toHaveLength(SPLINE.knots.length);
    back.knots.forEach((knot, i) => expect((4 * knot) / size).toBeCloseTo(SPLINE.knots[i], 9));
    back.points.forEach((x, i) => expect(x).toBeCloseTo(SPLINE.points[i], 8));
  });

  it('keep kinks, and raise degrees', () => {
    const arc = arcThrough([10, 0, 0], [15, 5, 0], [20, 0, 0]);
    if (!arc.ok) throw new Error('no arc');
    const chain = chained([lineBetween([0, 0, 0], [10, 0, 0]), arc.value, lineBetween([20, 0, 0], [20, -9, 0])]);
    expect(chain.degree).toBe(2);
    const [first, last] = domainOf(chain);
    expect(evaluate(chain, first)).toEqual([0, 0, 0]);
    expect(evaluate(chain, last)).toEqual([20, -9, 0]);
    let onArc = 0;
    for (let i = 0; i <= 100; i++) {
      const [x, y] = evaluate(chain, first + ((last - first) * i) / 100);
      if (y > 0) {
        onArc++;
        expect(Math.hypot(x - 15, y)).toBeCloseTo(5, 9);
      }
    }
    expect(onArc).toBeGreaterThan(20);
  });

  it('are whole circles of quarters', () => {
    const quarters = cutAt(cutAt(circle(FRONT, [0, 0, 0], 5), 0)[0], 0.25, 0.5, 0.75);
    const chain = chained(quarters);
    for (let i = 0; i <= 40; i++) {
      const [x, y] = evaluate(chain, domainOf(chain)[0] + ((domainOf(chain)[1] - domainOf(chain)[0]) * i) / 40);
      expect(Math.hypot(x, y)).toBeCloseTo(5, 9);
    }
  });

  it('lose pieces that rounding cannot tell from nothing', () => {
    const legs = [lineBetween([0, 0, 0], [1e9, 0, 0]), lineBetween([1e9, 0, 0], [1e9, 1e-30, 0]), lineBetween([1e9, 0, 0], [1e9, 5, 0])]; // prettier-ignore
    expect(chained(legs).points).toHaveLength(12);
  });
});
