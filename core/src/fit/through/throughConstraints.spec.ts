import fc from 'fast-check';
import { real, vectors } from '../../linear/real.fixture';
import { angleBetween, distance, length, packVectors, subtract, type Vector3, vectorAt } from '../../linear/vector';
import { valueOf } from '../../curve/curves.fixture';
import { type Curve, domainOf } from '../../curve/curve';
import { derivatives, evaluate } from '../../curve/evaluate';
import { breaksOf } from '../../knots/multiplicity';
import { curvatureAt } from '../../measure/curvature';
import { distinctOf } from '../../knots/period';
import { frameAt } from '../../measure/frame';
import { kinksOf } from '../../measure/kinks';
import type { PointConstraint } from './constraints';
import { ARCH, ZIG_ZAG } from '../strokes.fixture';
import { type Fit, throughPoints, type ThroughPointsOptions } from './throughPoints';

const flat = (...pairs: readonly (readonly [number, number])[]) =>
  packVectors(pairs.map(([x, y]): Vector3 => [x, y, 0]));
const WALL = flat([0, 0], [18, 30], [52, 41], [80, 36], [110, 8]);

const fitted = (points: Float64Array, options?: ThroughPointsOptions): Fit => valueOf(throughPoints(points, options));

/** The parameter of a fit point within the domain. */
function placeOf({ curve, parameters }: Fit, i: number): number {
  const [first, last] = domainOf(curve);
  return parameters[i] > last ? parameters[i] - (last - first) : parameters[i];
}

/** Points in steps of one length, so that no two spans differ much. */
const steps = (least: number) =>
  fc.array(real(-2.4, 2.4), { minLength: least, maxLength: 9 }).map((turns) => {
    const places: Vector3[] = [[0, 0, 0]];
    let heading = 0;
    for (const turn of turns) {
      heading += turn / 2;
      const [x, y, z] = places[places.length - 1];
      places.push([x + 20 * Math.cos(heading), y + 20 * Math.sin(heading), z + 3 * turn]);
    }
    return packVectors(places);
  });

describe('a curve through points of any degree', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9])('of degree %i passes through them, as smooth as the degree allows', (degree) => {
    fc.assert(
      fc.property(
        steps(3),
        fc.boolean(),
        fc.constantFrom('natural' as const, 'not-a-knot' as const),
        (points, closed, ends) => {
          const fit = fitted(points, { degree, closed, ends });
          const { curve } = fit;
          expect(curve.degree).toBeLessThanOrEqual(degree);
          if (closed) expect(curve.degree).toBe(degree);
          for (let i = 0; i < points.length / 3; i++) {
            expect(distance(evaluate(curve, placeOf(fit, i)), vectorAt(points, i))).toBeLessThan(1e-8);
          }
          const inner = breaksOf(curve).slice(1, -1);
          expect(inner.every(({ multiplicity }) => multiplicity === 1)).toBe(true);
          if (closed) expect(curve.closing).toBe('periodic');
        },
      ),
      { numRuns: 40 },
    );
  });

  it('with natural ends leaves the derivatives k + 1 to 2k of degree 2k + 1 at 0', () => {
    for (const degree of [3, 5, 7]) {
      const { curve } = fitted(WALL, { degree });
      for (const u of [0, 1]) {
        const d = derivatives(curve, u, degree - 1, u === 1 ? 'left' : 'right');
        for (let order = (degree + 1) / 2; order < degree; order++) {
          const largest = Math.max(...derivatives(curve, 0.5, order).map(Math.abs));
          expect(length(vectorAt(d, order))).toBeLessThan(1e-9 * largest);
        }
      }
    }
  });

  it('with not-a-knot ends finds a polynomial of its degree again', () => {
    const parabola = Float64Array.from([0, 1, 2, 3, 4, 5, 6].flatMap((x) => [x, 0.2 * x * x * x - x * x, 0]));
    const { curve } = fitted(parabola, { parameterisation: 'uniform', ends: 'not-a-knot' });
    for (let x = 0; x <= 6; x += 0.125) {
      expect(distance(evaluate(curve, x / 6), [x, 0.2 * x ** 3 - x * x, 0])).toBeLessThan(1e-12);
    }
  });

  it('lowers the degree to what the points determine', () => {
    expect(fitted(flat([0, 0], [9, 1])).curve.degree).toBe(1);
    expect(fitted(flat([0, 0], [9, 1]), { degree: 9 }).curve.degree).toBe(1);
    const three = flat([0, 0], [9, 1], [12, 9]);
    expect(fitted(three, { ends: 'not-a-knot' }).curve.degree).toBe(2);
    expect(fitted(three, { degree: 7 }).curve.degree).toBe(5);
  });

  it('closed, even degrees with an even number of points are determined too', () => {
    const square = flat([10, 0], [0, 10], [-10, 0], [0, -10]);
    for (const degree of [2, 4, 6]) {
      const fit = fitted(square, { degree, closed: true });
      expect(distinctOf(fit.curve)).toBe(4);
      // A quarter turn of the points is one of the curve.
      const [x, y] = evaluate(fit.curve, placeOf(fit, 0) + 0.1);
      const [s, t] = evaluate(fit.curve, placeOf(fit, 1) + 0.1);
      expect(Math.hypot(-y - s, x - t)).toBeLessThan(1e-12);
    }
  });
});

describe('a constraint at a fit point', () => {
  const up: Vector3 = [0, 1, 0];
  const at = (fit: Fit, i: number) => frameAt(fit.curve, placeOf(fit, i), i === 0 ? 'right' : 'left');

  it('turns the tangent there and leaves the curve as smooth as before', () => {
    for (const degree of [3, 4, 5]) {
      for (const point of [0, 2, 4]) {
        const fit = fitted(WALL, { degree, constraints: [{ index: point, tangent: { direction: [3, 1, 0] } }] });
        expect(angleBetween(at(fit, point)?.tangent ?? up, [3, 1, 0])).toBeLessThan(1e-12);
        expect(kinksOf(fit.curve)).toEqual([]);
        expect(
          breaksOf(fit.curve)
            .slice(1, -1)
            .every(({ multiplicity }) => multiplicity === 1),
        ).toBe(true);
        for (let i = 0; i < 5; i++) {
          expect(distance(evaluate(fit.curve, fit.parameters[i]), vectorAt(WALL, i))).toBeLessThan(1e-11);
        }
      }
    }
  });

  it('gives the tangent a strength in mm or as a ratio of the chord', () => {
    const chord = distance(vectorAt(WALL, 0), vectorAt(WALL, 1));
    for (const strength of [{ mm: 2 * chord }, { ratio: 2 }]) {
      const { curve, parameters } = fitted(WALL, { constraints: [{ index: 0, tangent: { direction: up, strength } }] });
      const speed = length(vectorAt(derivatives(curve, 0, 1), 1));
      expect(speed * parameters[1]).toBeCloseTo(2 * chord, 9);
    }
  });

  it('without a strength two tangents of a quarter circle give its best-known cubic', () => {
    // Common practice: handles of 4/3 tan(θ/4) R, 0.5522847 R for a quarter turn.
    const constraints: PointConstraint[] = [
      { index: 0, tangent: { direction: up } },
      { index: 1, tangent: { direction: [-1, 0, 0] } },
    ];
    const { curve } = fitted(flat([25, 0], [0, 25]), { constraints });
    expect(curve.degree).toBe(3);
    const d = derivatives(curve, 0, 1);
    expect(length(vectorAt(d, 1)) / 3).toBeCloseTo(0.5522847498 * 25, 8);
  });

  it('holds a curvature vector at an end and a radius at a point, exactly', () => {
    const fit = fitted(WALL, {
      constraints: [
        { index: 0, curvature: [0.02, -0.01, 0] },
        { index: 2, curvature: { radius: 22 } },
        { index: 4, curvature: { radius: Infinity } },
      ],
    });
    expect(at(fit, 0)?.kappa).toBeCloseTo(Math.hypot(0.02, 0.01), 12);
    expect(at(fit, 2)?.kappa).toBeCloseTo(1 / 22, 12);
    expect(at(fit, 4)?.kappa).toBeCloseTo(0, 12);
    // The radius lies on the side to which the curve bends without it.
    const free = fitted(WALL);
    const [given, bend] = [at(fit, 2), at(free, 2)].map((frame) => frame?.curvature ?? up);
    expect(angleBetween(given, bend)).toBeLessThan(1e-9);
  });

  it('lets the curve turn at a kink, each side with constraints of its own, and nowhere else', () => {
    for (const closed of [false, true]) {
      for (const degree of [2, 3, 4, 5]) {
        const fit = fitted(WALL, {
          closed,
          degree,
          kinks: [2],
          constraints: [
            { index: 2, side: 'before', tangent: { direction: [1, 0, 0] } },
            { index: 2, side: 'after', tangent: { direction: [1, -2, 0] } },
          ],
        });
        const kinks = kinksOf(fit.curve);
        expect(kinks).toHaveLength(1);
        expect(kinks[0].turn).toBeCloseTo(Math.atan(2), 9);
        expect(distance(evaluate(fit.curve, kinks[0].u), vectorAt(WALL, 2))).toBeLessThan(1e-10);
        for (let i = 0; i < 5; i++) {
          expect(distance(evaluate(fit.curve, placeOf(fit, i)), vectorAt(WALL, i))).toBeLessThan(1e-9);
        }
      }
    }
  });

  it('keeps what is held among points in clusters, near the origin and far from it, or says that it cannot', () => {
    const number = real(0, 1);
    let [kept, refused] = [0, 0];
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 9 }),
        fc.array(fc.tuple(number, number, fc.boolean()), { minLength: 4, maxLength: 10 }),
        fc.constantFrom(0, 1e6),
        fc.integer({ min: 0, max: 3 }),
        (degree, steps, far, index) => {
          let [x, y] = [0, 0];
          const points = steps.flatMap(([s, t, isNear]) => {
            [x, y] = isNear ? [x + 0.02 * (s - 0.5), y + 0.02 * (t - 0.51)] : [100 * s, 100 * t];
            return [x + far, y - far, far / 2];
          });
          const direction: Vector3 = [1, 0.3, 0];
          const constraints = [{ index, tangent: { direction }, curvature: { radius: 20 } }];
          const fit = throughPoints(Float64Array.from(points), { degree, constraints });
          if (!fit.ok) {
            if (fit.failure.kind === 'ill-conditioned') refused++;
            return;
          }
          kept++;
          const { curve, parameters } = fit.value;
          const d = derivatives(curve, parameters[index], 1);
          expect(angleBetween(vectorAt(d, 1), direction)).toBeLessThan(2e-6);
          expect(curvatureAt(curve, parameters[index]).kappa * 20).toBeCloseTo(1, 4);
          parameters.forEach((u, i) => {
            // 1e-9 of the widest coordinate in each of two.
            expect(distance(evaluate(curve, u), vectorAt(points, i))).toBeLessThan(1.5e-9 * 100 + 1e-15 * far);
          });
        },
      ),
      { numRuns: 300 },
    );
    expect(Math.min(kept, refused)).toBeGreaterThan(10);
    // It can be had all the same, marked.
    const cluster = Float64Array.of(0, 0, 0, 1e-3, 1e-3, 0, 2e-3, 0, 0, 100, 50, 0, 100.001, 50, 0, 30, 80, 0, 30, 80.001, 0, 30.001, 80.002, 0, 7, 7, 0, 7.001, 7, 0); // prettier-ignore
    const asked = { degree: 9, constraints: [{ index: 4, tangent: { direction: [0, 1, 0] as Vector3 } }] };
    expect(throughPoints(cluster, asked)).toMatchObject({ ok: false, failure: { kind: 'ill-conditioned', degree: 9 } });
    expect(throughPoints(cluster, { ...asked, rough: true })).toMatchObject({ ok: true, value: { isRough: true } });
  });

  it('says what cannot be had', () => {
    const tangent = { direction: up };
    expect(throughPoints(WALL, { degree: 1, constraints: [{ index: 1, tangent }] })).toMatchObject({
      failure: { kind: 'degree-too-low', index: 1, degree: 1, needed: 2 },
    });
    expect(throughPoints(WALL, { degree: 2, constraints: [{ index: 3, curvature: { radius: 9 } }] })).toMatchObject({
      failure: { kind: 'degree-too-low', index: 3, degree: 2, needed: 3 },
    });
    const line = flat([0, 0], [10, 0], [20, 0], [30, 0]);
    expect(throughPoints(line, { constraints: [{ index: 2, curvature: { radius: 9 } }] })).toMatchObject({
      failure: { kind: 'no-side', index: 2 },
    });
    const along = throughPoints(line, {
      constraints: [{ index: 1, tangent: { direction: [1, 0, 0] }, curvature: [0.1, 0, 0] }],
    });
    expect(along).toMatchObject({ failure: { kind: 'no-side', index: 1 } });
    // A failure beyond a kink names the point by its own index.
    expect(throughPoints(line, { kinks: [1], constraints: [{ index: 3, curvature: { radius: 9 } }] })).toMatchObject({
      failure: { kind: 'no-side', index: 3 },
    });
  });

  it('with any constraints at any points passes through all and keeps them', () => {
    const constraint = fc.record({
      direction: vectors(1),
      radius: fc.option(real(5, 200)),
    });
    fc.assert(
      fc.property(
        steps(4),
        fc.array(constraint, { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        fc.integer({ min: 3, max: 7 }),
        (points, list, closed, degree) => {
          const constraints = list.flatMap(({ direction, radius }, i): PointConstraint[] => {
            const size = Math.hypot(...direction);
            if (!(size > 0.1) || i >= points.length / 3) return [];
            const curvature = radius === null ? {} : { curvature: { radius } };
            return [{ index: i, tangent: { direction }, ...curvature }];
          });
          const made = throughPoints(points, { closed, degree, constraints });
          if (!made.ok) return expect(['no-side', 'degree-too-low']).toContain(made.failure.kind);
          const fit = made.value;
          const size = Math.max(...fit.curve.points.map(Math.abs));
          for (let i = 0; i < points.length / 3; i++) {
            expect(distance(evaluate(fit.curve, placeOf(fit, i)), vectorAt(points, i))).toBeLessThan(1e-10 * size);
          }
          for (const { index: i, tangent, curvature } of constraints) {
            const frame = frameAt(fit.curve, placeOf(fit, i), i === 0 ? 'right' : 'left');
            expect(angleBetween(frame?.tangent ?? up, tangent?.direction ?? up)).toBeLessThan(1e-7);
            if (curvature && 'radius' in curvature) expect((frame?.kappa ?? 0) * curvature.radius).toBeCloseTo(1, 5);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('parameters by arc length', () => {
  it('come to be those of the curve itself over gentle turns', () => {
    const { curve, parameters } = fitted(ARCH, { parameterisation: 'arc-length' });
    const lengths = [...parameters].slice(1).map((u, i) => lengthBetween(curve, parameters[i], u));
    const total = lengths.reduce((sum, one) => sum + one, 0);
    lengths.forEach((one, i) => expect(one / total).toBeCloseTo(parameters[i + 1] - parameters[i], 4));
  });

  it('do not run away over sharp turns', () => {
    const chord = fitted(ZIG_ZAG, { parameterisation: 'chord' }).curve;
    const { curve } = fitted(ZIG_ZAG, { parameterisation: 'arc-length' });
    expect(lengthBetween(curve, 0, 1)).toBeLessThan(1.3 * lengthBetween(chord, 0, 1));
  });
});

function lengthBetween(curve: Curve, from: number, to: number): number {
  let sum = 0;
  for (let i = 0; i < 400; i++) {
    const [a, b] = [i, i + 1].map((k) => evaluate(curve, from + ((to - from) * k) / 400));
    sum += length(subtract(b, a));
  }
  return sum;
}
