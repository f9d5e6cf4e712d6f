import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, countOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { circle } from '../exact/arc';
import { polyline } from '../exact/polyline';
import { distinctOf } from '../knots/period';
import { curvatureExtrema } from '../measure/extrema';
import { frameAt } from '../measure/frame';
import { kinksOf } from '../measure/kinks';
import { FRONT } from '../plane/plane';
import { KR } from './lighter.fixture';
import { relay } from './relay';

const RIM = circle(FRONT, [0, 0, 0], 25);

describe('a curve laid anew', () => {
  // Check RE. In closed form: on a circle of radius ρ, α = 2π/N, R at knots ρ(2 + cos α)/3 for degree 3.
  it.each([
    [6, 3, 30.064452, 5.371e-2, 22.548, 26.579],
    [8, 3, 27.721762, 1.5256e-2, 23.662, 25.772],
    [10, 3, 26.706073, 5.938e-3, 24.156, 25.463],
    [12, 3, 26.171559, 2.784e-3, 24.418, 25.31],
    [16, 3, 25.65173, 8.565e-4, 24.675, 25.168],
    [10, 5, 27.602287, 6.206e-5, 24.994, 25.006],
  ])(
    'of a circle R 25 with %i control points of degree %i is a uniform ring',
    (count, degree, rho, off, least, most) => {
      const { curve, deviation, change } = valueOf(relay(RIM, { count }, { degree }));
      expect(distinctOf(curve)).toBe(count);
      const points = controlPointsOf(curve);
      for (let i = 0; i < count; i++) expect(Math.hypot(points[3 * i], points[3 * i + 1])).toBeCloseTo(rho, 6);
      expect(deviation.max / off).toBeCloseTo(1, 3);
      expect(deviation.certified).toBe(true);
      expect(deviation.bound / deviation.max).toBeLessThan(1.0201);
      const radii = curvatureExtrema(curve, [0, 0, 1]).map(({ kappa }) => 1 / kappa);
      expect(Math.min(...radii)).toBeCloseTo(least, 3);
      expect(Math.max(...radii)).toBeCloseTo(most, 3);
      // The price shows the ripple: the largest change of 1/25.
      expect(change.max).toBeCloseTo(Math.max(1 / least - 1 / 25, 1 / 25 - 1 / most), 4);
      expect(change.radii[0]).toBeCloseTo(25, 9);
      expect(change.radii[1]).toBeCloseTo(least, 3);
    },
  );

  it('finds a curve of its own kind again', () => {
    // A line in its arc length is a curve of any degree.
    const line = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [30, 40, 0] }]));
    const { curve, deviation } = valueOf(relay(line, { count: 7 }, { degree: 3 }));
    expect(countOf(curve)).toBe(7);
    expect(deviation.max).toBeLessThan(1e-12 * 50);
  });

  it('with the fewest points within a tolerance, even or not, is proven to be within', () => {
    const counts = [true, false].map((even) => {
      const { curve, deviation } = valueOf(relay(KR, { tolerance: 0.05 }, { degree: 4, even }));
      expect(curve.degree).toBe(4);
      expect(deviation.certified && deviation.bound <= 0.05).toBe(true);
      expect(distance(evaluate(curve, 0), evaluate(KR, 0))).toBe(0);
      return countOf(curve);
    });
    expect(counts[1]).toBeLessThanOrEqual(counts[0]);
    const fewer = valueOf(relay(KR, { count: counts[0] - 1 }, { degree: 4 }));
    expect(fewer.deviation.max).toBeGreaterThan(0.05);
  });

  it('with knots where they are needed comes nearer than with even ones on an uneven curve', () => {
    const shape = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [80, 0, 0] }, { kind: 'arc-on', to: [92, 12, 0] }, { kind: 'line', to: [92, 40, 0] }])); // prettier-ignore
    const [even, needed] = [true, false].map((one) => valueOf(relay(shape, { count: 12 }, { even: one })));
    expect(countOf(needed.curve)).toBe(12);
    expect(needed.deviation.max).toBeLessThan(even.deviation.max / 2);
  });

  it('rounds a kink off, and says by how much', () => {
    const corner = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [40, 0, 0] }, { kind: 'line', to: [40, 40, 0] }])); // prettier-ignore
    const { curve, deviation } = valueOf(relay(corner, { count: 9 }));
    expect(kinksOf(curve)).toEqual([]);
    expect(deviation.max).toBeGreaterThan(1);
    expect(relay(corner, { tolerance: 1e-9 }, { even: true })).toMatchObject({ failure: { kind: 'not-reached', controlPoints: 1024 } }); // prettier-ignore
  });

  it.each([1, 2, 3] as const)('keeps its ends up to G%d where that is asked for', (level) => {
    let told = 0;
    for (const target of [{ count: 12 }, { tolerance: 0.2 }]) {
      for (const even of [true, false]) {
        const options = { degree: 5, even, startLevel: level, endLevel: level } as const;
        const { curve, deviation } = valueOf(relay(KR, target, options));
        if (target.tolerance !== undefined) expect(deviation.bound).toBeLessThanOrEqual(target.tolerance);
        for (const [end, u, side] of [
          ['start', 0, 'right'],
          ['end', 1, 'left'],
        ] as const) {
          const [was, is] = [KR, curve].map((each) => frameAt(each, u, side));
          expect(distance(was?.tangent ?? [9, 9, 9], is?.tangent ?? [0, 0, 0])).toBeLessThan(1e-9);
          if (level > 1) expect(distance(was?.curvature ?? [9, 9, 9], is?.curvature ?? [0, 0, 0])).toBeLessThan(1e-9);
          if (level > 2) expect(distance(was?.rate ?? [9, 9, 9], is?.rate ?? [0, 0, 0])).toBeLessThan(1e-9);
          told += end ? 1 : 0;
        }
      }
    }
    expect(told).toBe(8);
    expect(() => relay(KR, { count: 12 }, { degree: 2, startLevel: 3 })).toThrow('degree: 3 at least is needed');
    expect(() => relay(KR, { count: 6 }, { degree: 5, startLevel: 3, endLevel: 2 })).toThrow('from 7 to 4096');
  });
});
