import {
  circle,
  closestPoint,
  type Curve,
  domainOf,
  ellipse,
  evaluate,
  FRONT,
  makeCurve,
  type Vector3,
} from '@pencil-bend/core';
import { circularArcs } from './circularArcs';
import { type Cubics, cubicsWithin } from './cubics';
import { foreignOf } from './foreignCurve';

/** A point of the pieces, by piece and share. */
const placeOn = ({ start, pieces }: Cubics, k: number, t: number): Vector3 => {
  const from = k === 0 ? start : pieces[k - 1][2];
  const [b, c, d] = pieces[k];
  const s = 1 - t;
  return [0, 1, 2].map((i) => s * s * s * from[i] + 3 * s * s * t * b[i] + 3 * s * t * t * c[i] + t * t * t * d[i]) as unknown as Vector3; // prettier-ignore
};
const DEGREE_7: Curve = makeCurve(
  7,
  [0, 0, 0, 0, 0, 0, 0, 0, 1, 2, 3, 4, 5, 5, 5, 5, 5, 5, 5, 5],
  [0, 0, 0, 1, 10, 20, 0, 1, 25, 30, 0, 1, 30, 0, 0, 1, 45, -20, 0, 1, 60, -10, 0, 1, 70, 20, 0, 1, 80, 30, 0, 1, 95, 10, 0, 1, 100, 0, 0, 1, 110, -10, 0, 1, 120, 0, 0, 1],
); // prettier-ignore

describe('cubic pieces within a tolerance', () => {
  // Counts of exchange.md, section 0; the curve of degree 7 is another one there.
  it.each([
    ['a circle', circle(FRONT, [0, 0, 0], 25), 0.01, 4],
    ['a circle', circle(FRONT, [0, 0, 0], 25), 0.001, 8],
    ['an ellipse', ellipse(FRONT, [0, 0, 0], 40, 15), 0.01, 12],
    ['an ellipse', ellipse(FRONT, [0, 0, 0], 40, 15), 0.001, 16],
  ])('stand for %s with as few as are needed', (_what, curve, tolerance, count) => {
    expect(cubicsWithin(curve, tolerance).pieces).toHaveLength(count);
  });

  it.each([
    ['a circle', circle(FRONT, [3, 4, 5], 25)],
    ['an ellipse', ellipse(FRONT, [0, 0, 0], 40, 15)],
    ['degree 7', DEGREE_7],
  ])('lie within it, of %s, everywhere', (_what, curve) => {
    // prettier-ignore
    for (const tolerance of [0.1, 0.01, 0.001]) {
      const cubics = cubicsWithin(curve, tolerance);
      let worst = 0;
      cubics.pieces.forEach((_piece, k) => {
        for (let i = 0; i <= 50; i++) worst = Math.max(worst, closestPoint(curve, placeOn(cubics, k, i / 50)).distance);
      });
      expect(worst).toBeLessThanOrEqual(tolerance);
      expect(cubics.price.max).toBeLessThanOrEqual(tolerance);
      expect(cubics.price.max).toBeGreaterThan(worst / 2);
      const [first, last] = domainOf(curve);
      evaluate(curve, first).forEach((x, c) => expect(cubics.start[c]).toBeCloseTo(x, 12));
      evaluate(curve, last).forEach((x, c) => expect(cubics.pieces[cubics.pieces.length - 1][2][c]).toBeCloseTo(x, 12));
    }
  });

  it('end where a tolerance is finer than anybody can draw, and say what was reached', () => {
    const { pieces, price } = cubicsWithin(DEGREE_7, 1e-300);
    expect(pieces.length).toBeLessThan(2000);
    expect(price.max).toBeGreaterThan(1e-300);
    expect(price.max).toBeLessThan(1e-5);
  });

  it('err on a circular arc as is known of them', () => {
    // R (2/27) sin⁶(θ/4) / cos²(θ/4), the error of the classic handles; ours are no worse.
    const [radius, turn] = [25, Math.PI / 2];
    const classic = (radius * (2 / 27) * Math.sin(turn / 4) ** 6) / Math.cos(turn / 4) ** 2;
    expect(classic).toBeCloseTo(0.0068, 4);
    expect(cubicsWithin(circle(FRONT, [0, 0, 0], radius), 0.01).price.max).toBeLessThan(1.05 * classic);
  });
});

describe('circular arcs', () => {
  it('are seen where a curve is made of them', () => {
    const arcs = circularArcs(circle(FRONT, [3, 4, 0], 25));
    expect(arcs).toHaveLength(4);
    for (const { centre, radius, turn } of arcs ?? []) {
      expect(centre).toEqual([expect.closeTo(3, 9), expect.closeTo(4, 9)]);
      expect(radius).toBeCloseTo(25, 9);
      expect(turn).toBeCloseTo(Math.PI / 2, 9);
    }
  });

  it('are not seen where it is made of others', () => {
    expect(circularArcs(ellipse(FRONT, [0, 0, 0], 40, 15))).toBeNull();
    const { knots, points } = foreignOf(circle(FRONT, [0, 0, 0], 5));
    const parabolas = makeCurve(2, knots, Array.from(points).flatMap((x, i) => (i % 3 === 2 ? [x, 1] : [x]))); // prettier-ignore
    expect(circularArcs(parabolas)).toBeNull();
    expect(circularArcs(DEGREE_7)).toBeNull();
  });
});
