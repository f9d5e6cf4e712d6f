import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { Vector4 } from 'three';
import { NURBSCurve } from 'three/examples/jsm/curves/NURBSCurve.js';
import { anyCurve, parameterAtShare, sizeOf } from './curves.fixture';
import { toNurbs, toVerb, verb } from './witnesses.fixture';
import { findSpan } from './basis';
import { type Curve, countOf, domainOf, homogeneous, makeCurve } from './curve';
import { derivatives, derivativesAll, derivativesInSpan, evaluate, evaluateAll, evaluateAllByBasis } from './evaluate';

/** The NURBS Book, example 4.1. */
const EX_4_1 = makeCurve(
  2,
  [0, 0, 0, 1, 2, 3, 3, 3],
  homogeneous([0, 0, 0, 1, 1, 0, 3, 2, 0, 4, 1, 0, 5, -1, 0], [1, 4, 1, 1, 1]),
);

const QUARTER = Math.SQRT1_2;
/** A full circle of radius 25 as a rational quadratic (The NURBS Book, 7.5). */
const CIRCLE = makeCurve(
  2,
  [0, 0, 0, 0.25, 0.25, 0.5, 0.5, 0.75, 0.75, 1, 1, 1],
  homogeneous(
    [25, 0, 0, 25, 25, 0, 0, 25, 0, -25, 25, 0, -25, 0, 0, -25, -25, 0, 0, -25, 0, 25, -25, 0, 25, 0, 0],
    [1, QUARTER, 1, QUARTER, 1, QUARTER, 1, QUARTER, 1],
  ),
  'clamped-closed',
);

const coordinate = real(-100, 100);
/** Clamped curves of degrees 1 to 9 with simple inner knots and weights from 0.2 to 5. */
const curves: fc.Arbitrary<Curve> = fc
  .record({ degree: fc.integer({ min: 1, max: 9 }), inner: fc.integer({ min: 0, max: 6 }) })
  .chain(({ degree, inner }) => {
    const count = degree + 1 + inner;
    return fc
      .record({
        points: fc.array(coordinate, { minLength: 3 * count, maxLength: 3 * count }),
        weights: fc.array(real(0.2, 5), { minLength: count, maxLength: count }),
        steps: fc.array(real(0.05, 1), { minLength: inner + 1, maxLength: inner + 1 }),
      })
      .map(({ points, weights, steps }) => {
        const breaks = [0];
        for (const step of steps) breaks.push(breaks[breaks.length - 1] + step);
        const knots = [...Array<number>(degree).fill(0), ...breaks, ...Array<number>(degree).fill(breaks[inner + 1])];
        return makeCurve(degree, knots, homogeneous(points, weights));
      });
  });
const fraction = real(0, 1);

/** A fraction of whole numbers: what every double is, and what sums and products of them stay, exactly. */
type Fraction = readonly [numerator: bigint, denominator: bigint];

function fractionOf(value: number): Fraction {
  let [numerator, exponent] = [value, 0];
  while (!Number.isInteger(numerator)) [numerator, exponent] = [numerator * 2, exponent + 1];
  return [BigInt(numerator), 1n << BigInt(exponent)];
}
const plus = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * d + c * b, b * d];
const times = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * c, b * d];
const negative = ([a, b]: Fraction): Fraction => [-a, b];
/** The quotient as a double, to its last digit or nearly. */
function quotient([a, b]: Fraction, [c, d]: Fraction): number {
  const [n, m] = [a * d, b * c];
  const shift = 80n + BigInt(Math.max(0, m.toString(2).length - n.toString(2).length));
  return (Number((n << shift) / m) / 2 ** 80) * 2 ** -Number(shift - 80n);
}

/** De Boor's algorithm in exact arithmetic (de Boor, A Practical Guide to Splines, ch. X). */
function exactPoint(curve: Curve, u: number): number[] {
  const { degree, knots, points } = curve;
  const span = findSpan(knots, degree, countOf(curve), u);
  const at = fractionOf(u);
  const work = Array.from({ length: degree + 1 }, (_, j) =>
    [0, 1, 2, 3].map((c) => fractionOf(points[4 * (span - degree + j) + c])),
  );
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const i = span - degree + j;
      const from = plus(at, negative(fractionOf(knots[i])));
      const [n, d] = plus(fractionOf(knots[i + degree - r + 1]), negative(fractionOf(knots[i])));
      const alpha = times(from, [d, n]);
      const rest = plus([1n, 1n], negative(alpha));
      work[j] = work[j].map((value, c) => plus(times(alpha, value), times(rest, work[j - 1][c])));
    }
  }
  const [x, y, z, w] = work[degree];
  return [x, y, z].map((value) => quotient(value, w));
}

describe('evaluate', () => {
  it('gives C(1) = (7/5, 6/5) in The NURBS Book, example 4.1', () => {
    const [x, y, z] = evaluate(EX_4_1, 1);
    expect(x).toBeCloseTo(7 / 5, 15);
    expect(y).toBeCloseTo(6 / 5, 15);
    expect(z).toBe(0);
  });

  it('keeps the radius of an exact circle to rounding', () => {
    for (let i = 0; i <= 400; i++) {
      const [x, y] = evaluate(CIRCLE, i / 400);
      expect(Math.abs(Math.hypot(x, y) - 25)).toBeLessThan(25e-15);
    }
  });

  it('agrees with a general-purpose 3D library on rational curves', () => {
    fc.assert(
      fc.property(curves, fraction, (curve, t) => {
        const [first, last] = domainOf(curve);
        const { points } = curve;
        const control = Array.from(
          { length: countOf(curve) },
          (_, i) =>
            new Vector4(
              points[4 * i] / points[4 * i + 3],
              points[4 * i + 1] / points[4 * i + 3],
              points[4 * i + 2] / points[4 * i + 3],
              points[4 * i + 3],
            ),
        );
        const witness = new NURBSCurve(curve.degree, [...curve.knots], control).getPoint(t);
        const [x, y, z] = evaluate(curve, Math.min(last, first + t * (last - first)));
        expect(Math.hypot(x - witness.x, y - witness.y, z - witness.z)).toBeLessThan(1e-10);
      }),
    );
  });

  it('agrees with two NURBS libraries in place, and with what they have of derivatives', () => {
    fc.assert(
      fc.property(curves, fraction, (curve, t) => {
        const u = parameterAtShare(curve, t);
        const d = derivatives(curve, u, 3);
        const first = verb.Eval.rationalCurveDerivatives(toVerb(curve), u, 3);
        const second = toNurbs(curve);
        [first[0], second(u)].forEach((place) => place.forEach((value, c) => expect(d[c]).toBeCloseTo(value, 10)));
        const largest = Math.max(...d.map(Math.abs));
        first.flat().forEach((value, i) => expect(Math.abs(d[i] - value)).toBeLessThan(1e-11 * largest));
        // The second one has no higher derivatives of rational curves.
        second(u, 1).forEach((value, c) => expect(Math.abs(d[3 + c] - value)).toBeLessThan(1e-11 * largest));
      }),
    );
  });

  it('is true to 1e-12 of the size at degree 9, against exact fractions', () => {
    fc.assert(
      fc.property(anyCurve({ degrees: [9, 9] }), fraction, (curve, t) => {
        const u = parameterAtShare(curve, t);
        const exact = exactPoint(curve, u);
        const found = evaluate(curve, u);
        const inBatch = evaluateAll(curve, [u]);
        const size = sizeOf(curve);
        exact.forEach((value, c) => {
          expect(Math.abs(found[c] - value)).toBeLessThanOrEqual(1e-12 * size);
          expect(Math.abs(inBatch[c] - value)).toBeLessThanOrEqual(1e-12 * size);
        });
      }),
    );
  });

  it('refuses parameters outside the domain', () => {
    expect(() => evaluate(EX_4_1, 3.0000001)).toThrow('parameter 3.0000001 lies outside the domain 0 to 3');
  });
});

describe('derivatives', () => {
  it('agree with a Bézier library on cubics', () => {
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 12, maxLength: 12 }), fraction, (points, t) => {
        const curve = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(points));
        const witness = new Bezier(
          [0, 1, 2, 3].map((i) => ({ x: points[3 * i], y: points[3 * i + 1], z: points[3 * i + 2] })),
        );
        const first = witness.derivative(t);
        const d = derivatives(curve, t, 1);
        expect(Math.hypot(d[3] - first.x, d[4] - first.y, d[5] - (first.z ?? 0))).toBeLessThan(1e-10);
      }),
    );
  });

  it('are what differences of the curve tend to, rational and not, at every order', () => {
    fc.assert(
      fc.property(curves, fraction, (curve, t) => {
        const [first, last] = domainOf(curve);
        const h = 1e-5 * (last - first);
        const u = first + h + t * (last - first - 2 * h);
        // A step across a knot would mix two polynomials.
        fc.pre(curve.knots.every((knot) => Math.abs(knot - u) > h));
        const [before, at, after] = [u - h, u, u + h].map((v) => derivatives(curve, v, 6));
        const largest = (order: number) =>
          Math.max(...[before, at, after].flatMap((d) => [...d.subarray(3 * order, 3 * order + 3)].map(Math.abs)));
        for (let i = 3; i < 15; i++) {
          const order = Math.floor(i / 3);
          const difference = (after[i - 3] - before[i - 3]) / (2 * h);
          // Taylor's remainder of a central difference, and the rounding that dividing by h blows up.
          const remainder = h * h * largest(order + 2) + (1e-12 * Math.max(...at.map(Math.abs), 1)) / h;
          expect(Math.abs(difference - at[i])).toBeLessThan(remainder);
        }
      }),
    );
  });

  it('above the degree are zero where there are no weights', () => {
    const line = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 3, 4, 0]));
    expect([...derivatives(line, 0.5, 3)]).toEqual([1.5, 2, 0, 3, 4, 0, 0, 0, 0, 0, 0, 0]);
  });

  it('tell the two sides of a knot apart', () => {
    const kinked = makeCurve(1, [0, 0, 1, 2, 2], homogeneous([0, 0, 0, 1, 0, 0, 1, 1, 0]));
    expect([...derivatives(kinked, 1, 1, 'left')].slice(3)).toEqual([1, 0, 0]);
    expect([...derivatives(kinked, 1, 1, 'right')].slice(3)).toEqual([0, 1, 0]);
    const out = new Float64Array(6);
    expect([...derivativesInSpan(kinked, 1, 1, 1, out)].slice(3)).toEqual([1, 0, 0]);
  });
});

describe('batch evaluation', () => {
  it('is bit for bit the single evaluation, and refuses unsorted parameters', () => {
    fc.assert(
      fc.property(curves, fc.array(fraction, { maxLength: 20 }), (curve, fractions) => {
        const [first, last] = domainOf(curve);
        const parameters = [0, ...fractions.sort((a, b) => a - b), 1].map((t) =>
          Math.min(last, first + t * (last - first)),
        );
        const points = evaluateAll(curve, parameters);
        const byBasis = evaluateAllByBasis(curve, parameters);
        points.forEach((x, i) => expect(Math.abs(x - byBasis[i])).toBeLessThanOrEqual(1e-13 * sizeOf(curve)));
        const all = derivativesAll(curve, parameters, 2);
        parameters.forEach((u, i) => {
          expect([...points.subarray(3 * i, 3 * i + 3)]).toEqual([...evaluate(curve, u)]);
          expect([...all.subarray(9 * i, 9 * i + 9)]).toEqual([...derivatives(curve, u, 2)]);
        });
      }),
    );
    expect(() => evaluateAll(EX_4_1, [0, 2, 1])).toThrow('number 2 is 1 after 2');
    expect(evaluateAll(EX_4_1, []).length).toBe(0);
  });
});
