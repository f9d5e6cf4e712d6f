import fc from 'fast-check';
import { fraction, real } from '../linear/real.fixture';
import { distance } from '../linear/vector';
import type { Result } from '../result';
import { periodicCurve } from '../knots/period';
import { type Curve, domainOf, homogeneous, makeCurve } from './curve';
import { evaluate } from './evaluate';

/** Arbitrary curves for the laws of this package, and what it means that two of them are the same. */

export { fraction };

export interface CurveOptions {
  readonly degrees?: readonly [number, number];
  readonly closing?: 'open' | 'periodic' | 'either';
  /** Weights lie between 1/most and most. */
  readonly weights?: number;
  readonly spans?: number;
}

/**
 * Curves of degrees 1 to 9, open or periodic, rational or not, flat or in space, with repeated knots, spans of very
 * different lengths, domains far from 0, and sizes from 1e-6 to 1e6 mm.
 */
export function anyCurve({
  degrees = [1, 9],
  closing = 'open',
  weights = 100,
  spans = 6,
}: CurveOptions = {}): fc.Arbitrary<Curve> {
  return fc
    .record({
      degree: fc.integer({ min: degrees[0], max: degrees[1] }),
      spans: fc.integer({ min: 1, max: spans }),
      periodic: closing === 'either' ? fc.boolean() : fc.constant(closing === 'periodic'),
      rational: fc.boolean(),
      flat: fc.boolean(),
      scale: fc.constantFrom(1e-6, 1e-3, 1, 100, 1e6),
      start: fc.constantFrom<number>(0, 0, -3, 1000, -1e5),
      stretch: fc.constantFrom<number>(1, 1, 1e-3, 250),
    })
    .chain(({ degree, spans: count, periodic, rational, flat, scale, start, stretch }) =>
      fc
        .record({
          steps: fc.array(real(0.02, 1), { minLength: count, maxLength: count }),
          repeats: fc.array(fc.oneof(fc.constant(1), fc.integer({ min: 1, max: degree })), {
            minLength: count,
            maxLength: count,
          }),
        })
        .chain(({ steps, repeats }) => {
          const breaks = [start];
          for (const step of steps) breaks.push(breaks[breaks.length - 1] + step * stretch);
          const inner = breaks.slice(1, -1).flatMap((u, i) => new Array<number>(repeats[i]).fill(u));
          const end = breaks[count];
          const distinct = periodic ? inner.length + repeats[count - 1] : degree + 1 + inner.length;
          return fc
            .record({
              places: fc.array(real(-1, 1), { minLength: 3 * distinct, maxLength: 3 * distinct }),
              logs: fc.array(real(-1, 1), { minLength: distinct, maxLength: distinct }),
            })
            .map(({ places, logs }) => {
              const points = homogeneous(
                // No size of a drawing is smaller than what a number can hold the squares of.
                places.map((value, i) => ((flat && i % 3 === 2) || Math.abs(value) < 1e-6 ? 0 : value * scale)),
                logs.map((log) => (rational ? weights ** log : 1)),
              );
              if (periodic) {
                const seam = new Array<number>(repeats[count - 1]).fill(start);
                return periodicCurve(degree, points, [...seam, ...inner, end]);
              }
              const clamped = new Array<number>(degree + 1);
              return makeCurve(
                degree,
                [...clamped.fill(start), ...inner, ...new Array<number>(degree + 1).fill(end)],
                points,
              );
            });
        }),
    );
}

/** The largest coordinate of a control point, in mm. */
export function sizeOf(curve: Curve): number {
  let most = 0;
  for (let i = 0; i < curve.points.length; i++) {
    if (i % 4 !== 3) most = Math.max(most, Math.abs(curve.points[i] / curve.points[i - (i % 4) + 3]));
  }
  return most;
}

/** The largest distance of places at the same parameters, as a share of the largest coordinate. */
export function apart(a: Curve, b: Curve, from = domainOf(a)[0], to = domainOf(a)[1]): number {
  let most = 0;
  for (let i = 0; i <= 60; i++) {
    const u = i === 60 ? to : from + ((to - from) * i) / 60;
    most = Math.max(most, distance(evaluate(a, u), evaluate(b, u)));
  }
  return most === 0 ? 0 : most / sizeOf(a);
}

/** The law that operations which keep the shape obey: to 1e-11 of the largest coordinate. */
export const SAME = 1e-11;

/** The value of a result that must be one. */
export function valueOf<Value>(result: Result<Value, unknown>): Value {
  if (!result.ok) throw new Error(`failed: ${JSON.stringify(result.failure)}`);
  return result.value;
}

/** A curve whose parts pass the checks at the public door. */
export const checked = ({ degree, knots, points, closing }: Curve): Curve => makeCurve(degree, knots, points, closing);

/** The parameter at a share of the domain. */
export function parameterAtShare(curve: Curve, share: number): number {
  const [first, last] = domainOf(curve);
  return Math.min(last, first + share * (last - first));
}

/** A polynomial curve in the plane over clamped knots, from pairs. */
export const flat = (degree: number, knots: readonly number[], pairs: readonly (readonly [number, number])[]): Curve =>
  makeCurve(degree, knots, homogeneous(pairs.flatMap(([x, y]) => [x, y, 0])));

/** A Bézier curve in the plane. */
export const bezier = (...pairs: readonly (readonly [number, number])[]): Curve => {
  const degree = pairs.length - 1;
  return flat(degree, [...new Array<number>(degree + 1).fill(0), ...new Array<number>(degree + 1).fill(1)], pairs);
};

/** A plane cubic with a double knot. */
export const WAVE = flat(
  3,
  [0, 0, 0, 0, 1, 2, 2, 4, 4, 4, 4],
  [
    [0, 0],
    [10, 20],
    [25, 5],
    [40, 30],
    [50, 10],
    [60, 0],
    [80, 8],
  ],
);

/** A plane cubic with simple knots. */
export const SPOUT = flat(
  3,
  [0, 0, 0, 0, 1, 2, 3, 3, 3, 3],
  [
    [0, 0],
    [10, 30],
    [40, 42],
    [60, 20],
    [80, 25],
    [95, 60],
  ],
);
