import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { anyCurve, parameterAtShare, bezier, flat, sizeOf, valueOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { distance } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { evaluate, evaluateAll } from '../curve/evaluate';
import { elevateDegree } from '../degree/elevateDegree';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { rectangle } from '../exact/polyline';
import { throughPoints } from '../fit/through/throughPoints';
import { moveSeam, periodicCurve } from '../knots/period';
import { refineKnots } from '../knots/refineKnots';
import { uniformKnots } from '../knots/uniformKnots';
import { FRONT } from '../plane/plane';
import { reverse } from '../edit/reverse';
import { split, subCurve } from '../edit/split';
import { scaling, transform, translation } from '../edit/transform';
import { type Crossing, crossings, selfCrossings } from './crossings';
import { uneven } from './shapes.fixture';

const points = (found: readonly Crossing[]) =>
  found.filter((c): c is Crossing & { kind: 'point' } => c.kind === 'point');

/** Naively: crossings of two polylines in the plane; of one with itself, neighbouring segments do not count. */
function polylineCrossings(a: Curve, b: Curve, count: number): number {
  const places = (curve: Curve) =>
    evaluateAll(
      curve,
      Array.from({ length: count + 1 }, (_, i) => parameterAtShare(curve, i / count)),
    );
  const [p, q] = [places(a), places(b)];
  const side = (o: Float64Array, i: number, t: Float64Array, k: number) =>
    (o[3 * i + 3] - o[3 * i]) * (t[3 * k + 1] - o[3 * i + 1]) - (o[3 * i + 4] - o[3 * i + 1]) * (t[3 * k] - o[3 * i]) >
    0;
  let found = 0;
  for (let i = 0; i < count; i++) {
    const [left, right] = [Math.min(p[3 * i], p[3 * i + 3]), Math.max(p[3 * i], p[3 * i + 3])];
    for (let j = a === b ? i + 2 : 0; j < count; j++) {
      if (Math.max(q[3 * j], q[3 * j + 3]) < left || Math.min(q[3 * j], q[3 * j + 3]) > right) continue;
      if (a === b && a.closing !== 'open' && i === 0 && j === count - 1) continue;
      if (side(p, i, q, j) !== side(p, i, q, j + 1) && side(q, j, p, i) !== side(q, j, p, i + 1)) found++;
    }
  }
  return found;
}

const coordinate = fc.integer({ min: -1_000_000, max: 1_000_000 }).map((tenths) => tenths / 10_000);
/** Plane splines of degrees 2 to 5, open and periodic, rational and not. */
const splines: fc.Arbitrary<Curve> = fc
  .record({ degree: fc.integer({ min: 2, max: 5 }), more: fc.integer({ min: 1, max: 6 }), ring: fc.boolean() })
  .chain(({ degree, more, ring }) => {
    const count = degree + more;
    return fc
      .record({
        places: fc.array(fc.tuple(coordinate, coordinate), { minLength: count, maxLength: count }),
        weights: fc.array(fc.constantFrom(1, 1, 0.4, 2.5), { minLength: count, maxLength: count }),
      })
      .map(({ places, weights }) => {
        const made = homogeneous(
          places.flatMap(([x, y]) => [x, y, 0]),
          weights,
        );
        return ring ? periodicCurve(degree, made) : makeCurve(degree, uniformKnots(degree, count), made);
      });
  });

const wave = (phase: number, height: number) =>
  valueOf(
    throughPoints(
      Float64Array.from({ length: 60 }, (_, i) =>
        i % 3 === 0 ? 3.3 * i : i % 3 === 1 ? height * Math.sin((i - 1) / 9 + phase) : 0,
      ),
    ),
  ).curve;

describe('crossings of two curves', () => {
  it('of a circle and an ellipse are the four of the closed form', () => {
    const found = points(crossings(circle(FRONT, [0, 0, 0], 25), ellipse(FRONT, [0, 0, 0], 30, 20)));
    // x² + y² = 625 and x²/900 + y²/400 = 1.
    const [x, y] = [Math.sqrt((900 * 225) / 500), Math.sqrt((400 * 275) / 500)];
    expect(found.map(({ point }) => point)).toEqual(
      [
        [x, y],
        [-x, y],
        [-x, -y],
        [x, -y],
      ].map(([a, b]) => [expect.closeTo(a, 12), expect.closeTo(b, 12), 0]),
    );
    expect(found.every((c) => !c.touching && c.distance < 1e-12)).toBe(true);
  });

  it('are as many as naive polylines have, once each, true on both curves', () => {
    fc.assert(
      fc.property(splines, splines, (a, b) => {
        const found = crossings(a, b);
        for (const { u, v, point } of points(found)) {
          expect(distance(evaluate(a, u), point)).toBeLessThan(1e-9);
          expect(distance(evaluate(b, v), point)).toBeLessThan(3e-6);
        }
        const counts = [180, 261].map((count) => polylineCrossings(a, b, count));
        // Where two polylines disagree, or curves run along each other, they tell nothing.
        fc.pre(counts[0] === counts[1] && found.every(({ kind }) => kind === 'point'));
        expect(found.length).toBe(counts[0]);
      }),
      { numRuns: 60 },
    );
  });

  it('between two long splines are all there, where a NURBS library reports some several times', () => {
    const [a, b] = [wave(0, 20), wave(1.7, 14)];
    const found = points(crossings(a, b));
    expect(found.length).toBe(polylineCrossings(a, b, 1000));
    const theirs = verb.Intersect.curves(toVerb(a), toVerb(b), 1e-6);
    expect(theirs.length).toBeGreaterThanOrEqual(found.length);
    // Every one of theirs is one of ours.
    for (const { u0 } of theirs) expect(found.some(({ u }) => Math.abs(u - u0) < 1e-5)).toBe(true);
    // The other way round, they are the same places.
    expect(
      points(crossings(b, a))
        .map(({ v }) => v)
        .sort(),
    ).toEqual(found.map(({ u }) => expect.closeTo(u, 9)).sort((s, t) => s.sample - t.sample));
  });

  it('agree with a Bézier library', () => {
    const [p, q] = [
      [10, 100, 90, 30, 40, 140, 220, 220],
      [5, 150, 180, 20, 80, 250, 210, 190],
    ];
    const pairs = (c: number[]) => bezier([c[0], c[1]], [c[2], c[3]], [c[4], c[5]], [c[6], c[7]]);
    const theirs = new Bezier(p).intersects(new Bezier(q), 0.01).map((pair) => Number(String(pair).split('/')[0]));
    const ours = points(crossings(pairs(p), pairs(q)));
    for (const u of theirs) expect(ours.some((c) => Math.abs(c.u - u) < 0.01)).toBe(true);
    expect(ours.length).toBe(polylineCrossings(pairs(p), pairs(q), 700));
  });

  it('are reported once at a knot, at a kink and at the seam', () => {
    const kinked = flat(
      1,
      [0, 0, 1, 2, 2],
      [
        [0, 0],
        [10, 10],
        [20, 0],
      ],
    );
    expect(crossings(kinked, lineBetween([10, 0, 0], [10, 20, 0]))).toEqual([
      expect.objectContaining({ kind: 'point', u: expect.closeTo(1, 9), v: expect.closeTo(0.5, 9) }),
    ]);
    expect(
      crossings(uneven, lineBetween([evaluate(uneven, 3)[0], -50, 0], [evaluate(uneven, 3)[0], 80, 0])).length,
    ).toBe(1);
    const seam = crossings(circle(FRONT, [0, 0, 0], 25), lineBetween([0, 0, 0], [50, 0, 0]));
    expect(points(seam).map(({ point }) => point)).toEqual([[expect.closeTo(25, 12), expect.closeTo(0, 12), 0]]);
  });

  it('are none where boxes meet and curves do not, and one where an end lies on the other curve', () => {
    expect(crossings(circle(FRONT, [0, 0, 0], 25), circle(FRONT, [0, 0, 0], 24.99))).toEqual([]);
    expect(crossings(circle(FRONT, [0, 0, 0], 25), bezier([-5, 3], [0, 20], [7, -4]))).toEqual([]);
    const tee = points(crossings(lineBetween([0, 0, 0], [10, 0, 0]), lineBetween([4, 0, 0], [4, 9, 0])));
    expect(tee).toEqual([expect.objectContaining({ u: expect.closeTo(0.4, 12), v: expect.closeTo(0, 12) })]);
  });

  it('touching is one place, marked so', () => {
    const touch = points(crossings(ellipse(FRONT, [0, 0, 0], 30, 25), circle(FRONT, [0, 0, 0], 25)));
    expect(touch.map(({ u, touching }) => [u, touching])).toEqual([
      [expect.closeTo(0.25, 6), true],
      [expect.closeTo(0.75, 6), true],
    ]);
    const parabola = bezier([-10, 10], [0, -10], [10, 10]);
    expect(points(crossings(parabola, lineBetween([-10, 0, 0], [10, 0, 0])))).toEqual([
      expect.objectContaining({ u: expect.closeTo(0.5, 6), touching: true, distance: expect.closeTo(0, 10) }),
    ]);
    // Tangent and crossing: y = x³.
    const cubic = bezier([-1, -1], [-1 / 3, 1], [1 / 3, -1], [1, 1]);
    expect(crossings(cubic, lineBetween([-1, 0, 0], [1, 0, 0])).map(({ u }) => u)).toEqual([expect.closeTo(0.5, 3)]);
  });

  it('lying on each other is an overlap from place to place', () => {
    const line = lineBetween([0, 0, 0], [10, 0, 0]);
    expect(crossings(line, lineBetween([4, 0, 0], [14, 0, 0]))).toEqual([
      { kind: 'overlap', u: [expect.closeTo(0.4, 5), 1], v: [expect.closeTo(0, 5), expect.closeTo(0.6, 5)] },
    ]);
    const [part] = valueOf(split(elevateDegree(uneven), 4.2));
    expect(crossings(uneven, reverse(part))).toEqual([
      { kind: 'overlap', u: [0, expect.closeTo(4.2, 5)], v: [expect.closeTo(4.2, 5), expect.closeTo(0, 5)] },
    ]);
    const ring = circle(FRONT, [0, 0, 0], 25);
    expect(crossings(ring, ring)).toEqual([
      { kind: 'overlap', u: [0, 1], v: [expect.closeTo(0, 6), expect.closeTo(1, 6)] },
    ]);
    expect(crossings(uneven, valueOf(refineKnots(uneven, [0.3, 2.5])))).toMatchObject([{ kind: 'overlap' }]);
  });

  it('lying on each other part where they are further apart than the tolerance', () => {
    // From (40, 0) on one of them leaves at 45°.
    const straight = lineBetween([0, 0, 0], [100, 0, 0]);
    const leaving = makeCurve(1, [0, 0, 1, 2, 2], homogeneous([-50, 0, 0, 40, 0, 0, 60, 20, 0]));
    const end = (40 + 0.01 * Math.SQRT2) / 100;
    expect(crossings(straight, leaving, 0.01)).toEqual([
      expect.objectContaining({ kind: 'overlap', u: [0, expect.closeTo(end, 9)] }),
    ]);
    expect(crossings(straight, reverse(leaving), 0.01)).toEqual([
      expect.objectContaining({ kind: 'overlap', u: [0, expect.closeTo(end, 9)] }),
    ]);
  });

  it('lying on each other, of a curve that doubles back, are one overlap along each of its legs', () => {
    const doubled = makeCurve(1, [0, 0, 0.65, 1, 1], homogeneous([30, 0, 0, -30, 0, 0, 30, 0, 0]), 'clamped-closed');
    const part = valueOf(subCurve(doubled, 0.1, 0.9));
    // The leg out runs through x from 30 to −30 in 0.65, the leg back in 0.35.
    const back = (u: number) => 0.65 + ((0.65 - u) / 0.65) * 0.35;
    const out = (u: number) => 0.65 - ((u - 0.65) / 0.35) * 0.65;
    const near = (...values: readonly number[]) => values.map((value) => expect.closeTo(value, 6));
    expect(crossings(doubled, part)).toEqual([
      { kind: 'overlap', u: near(0.1, 0.9), v: near(0.1, 0.9) },
      { kind: 'overlap', u: near(out(0.9), back(0.1)), v: near(0.9, 0.1) },
    ]);
    expect(crossings(doubled, reverse(part))).toEqual([
      { kind: 'overlap', u: near(0.1, 0.9), v: near(0.9, 0.1) },
      { kind: 'overlap', u: near(out(0.9), back(0.1)), v: near(0.1, 0.9) },
    ]);
  });

  it('are found where parameters hardly tell places apart', () => {
    // 50 mm in 4e-8 of the domain, at 0.5.
    const steep = makeCurve(1, [0, 0, 0.5, 0.50000004, 1, 1], [-6.779, -1.964, 0, 0.1553, -220.585, -331.416, 0, 8.82, -3.292, 2.766, 0, 0.2368, 17.042, 28.256, 0, 0.8594]); // prettier-ignore
    const line = lineBetween([3.61, -22.75, 0], [-41.16, 49.27, 0]);
    // Two straight lines, by Cramer's rule.
    const [a, b] = [[-220.585 / 8.82, -331.416 / 8.82], [-3.292 / 0.2368, 2.766 / 0.2368]]; // prettier-ignore
    const [d, e] = [[b[0] - a[0], b[1] - a[1]], [-41.16 - 3.61, 49.27 + 22.75]]; // prettier-ignore
    const t = ((a[0] - 3.61) * d[1] - (a[1] + 22.75) * d[0]) / (e[0] * d[1] - e[1] * d[0]);
    const there = [3.61 + t * e[0], -22.75 + t * e[1], 0].map((x) => expect.closeTo(x, 9));
    for (const [first, second] of [
      [line, steep],
      [steep, line],
    ] as const) {
      // prettier-ignore
      expect(crossings(first, second)).toEqual([expect.objectContaining({ kind: 'point', point: there })]);
    }
  });

  it('are found where weights make the speed very uneven', () => {
    // From (0, 0) by way of the much heavier (50, 100) to (100, 0): two legs in all but the corner.
    const legs = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 50, 100, 0, 100, 0, 0], [1e-6, 1e6, 1e-6]));
    for (const height of [1, 30, 99]) {
      const found = points(crossings(legs, lineBetween([-10, height, 0], [110, height, 0])));
      expect(found.map(({ point }) => point[0])).toEqual([height / 2, 100 - height / 2].map((x) => expect.closeTo(x, 5))); // prettier-ignore
    }
  });

  it('in space are those within the tolerance', () => {
    const over = transform(lineBetween([0, -5, 0], [0, 5, 0]), translation([0, 0, 0.01]));
    const under = bezier([-10, 0], [0, 2], [10, 0]);
    expect(crossings(under, over)).toEqual([]);
    expect(points(crossings(under, over, 0.02))).toEqual([
      expect.objectContaining({
        u: expect.closeTo(0.5, 9),
        v: expect.closeTo(0.6, 9),
        distance: expect.closeTo(0.01, 12),
      }),
    ]);
  });

  it('of curves side by side are told by the gap between them', () => {
    const ring = circle(FRONT, [0, 0, 0], 25);
    // A parabola and its circle of curvature part with the fourth power: one touch over a long stretch.
    const found = points(crossings(bezier([-10, 10], [0, -10], [10, 10]), circle(FRONT, [0, 5, 0], 5)));
    expect(found).toEqual([
      expect.objectContaining({ u: expect.closeTo(0.5, 3), v: expect.closeTo(0.75, 3), touching: true }),
    ]);
    expect(crossings(ring, circle(FRONT, [0, 0, 0], 25 - 1e-5))).toEqual([]);
    expect(crossings(ring, circle(FRONT, [0, 0, 0], 25 - 1e-5), 2e-5)).toMatchObject([{ kind: 'overlap', u: [0, 1] }]);
    // Two crossings with 1e-5 mm between the curves are two, until that is within the tolerance.
    const dip = bezier([-10, 10], [0, -10], [10, 10]);
    const line = lineBetween([-10, 1e-5, 0], [10, 1e-5, 0]);
    expect(points(crossings(dip, line)).map(({ point }) => point[0])).toEqual([
      expect.closeTo(-0.01, 9),
      expect.closeTo(0.01, 9),
    ]);
    expect(points(crossings(dip, line, 2e-5))).toEqual([expect.objectContaining({ touching: true })]);
    expect(crossings(dip, lineBetween([-10, -1e-5, 0], [10, -1e-5, 0]))).toEqual([]);
  });

  it('go over the seams of closed curves as one', () => {
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5, 30, -20, 0]));
    expect(crossings(ring, moveSeam(ring, 0.3))).toEqual([
      { kind: 'overlap', u: [expect.any(Number), expect.any(Number)], v: [expect.any(Number), expect.any(Number)] },
    ]);
    const stretch = valueOf(subCurve(ring, 0.9, 1.2));
    const [overlap, ...more] = crossings(ring, stretch);
    expect(more).toEqual([]);
    expect(overlap).toMatchObject({
      u: [expect.closeTo(0.9, 5), expect.closeTo(1.2, 5)],
      v: [expect.closeTo(0.9, 5), expect.closeTo(1.2, 5)],
    });
  });

  it('do not depend on size', () => {
    const [a, b] = [wave(0, 20), wave(1.7, 14)];
    const places = points(crossings(a, b)).map(({ u }) => u);
    for (const factor of [1e-6, 1e6]) {
      const scaled = points(crossings(transform(a, scaling(factor)), transform(b, scaling(factor))));
      expect(scaled.map(({ u }) => u)).toEqual(places.map((u) => expect.closeTo(u, 9)));
    }
  });

  it('take a tolerance finer than the rounding of their places for that', () => {
    // A loop of 2e-3 mm, 8e5 mm away: its places are known to 1e-10 mm.
    const loop = [0, 0, 0, 4, 2, 0, -2, 2, 0, 2, 0, 0].map((x) => 1e-3 * x + 8e5);
    const curve = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(loop));
    const found = selfCrossings(curve, 1e-12);
    expect(found).toHaveLength(1);
    expect(found).toEqual(selfCrossings(curve, 16 * Number.EPSILON * 8e5));
  });

  it('have defined results for a curve that is a point, and refuse a bad tolerance', () => {
    const point = makeCurve(1, [0, 0, 1, 1], homogeneous([25, 0, 0, 25, 0, 0]));
    expect(crossings(point, circle(FRONT, [0, 0, 0], 25)).length).toBe(1);
    expect(crossings(point, circle(FRONT, [0, 0, 0], 24))).toEqual([]);
    expect(() => crossings(uneven, uneven, -1)).toThrow('a tolerance above 0 is needed, not -1');
  });

  it('end for any two curves', () => {
    fc.assert(
      fc.property(anyCurve({ degrees: [1, 5], spans: 3 }), anyCurve({ degrees: [1, 5], spans: 3 }), (a, b) => {
        const size = Math.max(sizeOf(a), sizeOf(b));
        for (const c of points(crossings(a, b))) expect(c.distance).toBeLessThanOrEqual(1e-7 * size);
      }),
      { numRuns: 60 },
    );
  });
});

describe('self-crossings', () => {
  it('of a loop are one, at the closed form', () => {
    // Symmetric about x = 30; the loop closes where x returns to 30: y = 22.5 at t = (1 ∓ √½)/2.
    const [crossing, ...more] = points(selfCrossings(bezier([0, 0], [100, 60], [-40, 60], [60, 0])));
    expect(more).toEqual([]);
    expect(crossing.point).toEqual([expect.closeTo(30, 10), expect.closeTo(22.5, 10), 0]);
    expect([crossing.u, crossing.v]).toEqual([
      expect.closeTo((1 - Math.SQRT1_2) / 2, 10),
      expect.closeTo((1 + Math.SQRT1_2) / 2, 10),
    ]);
  });

  it('are none on simple curves: joints, seams, corners and cusps do not count', () => {
    const cusp = bezier([0, 0], [60, 40], [0, 40], [60, 0]);
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]));
    for (const curve of [
      uneven,
      circle(FRONT, [0, 0, 0], 25),
      rectangle(FRONT, [0, 0, 0], 30, 20),
      cusp,
      ring,
      lineBetween([0, 0, 0], [1, 1, 1]),
    ]) {
      expect(selfCrossings(curve)).toEqual([]);
    }
  });

  it('of a curve that runs back over itself are one overlap', () => {
    expect(selfCrossings(bezier([0, 0], [10, 0], [0, 0]))).toEqual([
      { kind: 'overlap', u: [0, expect.closeTo(0.5, 3)], v: [1, expect.closeTo(0.5, 3)] },
    ]);
  });

  it('of a figure of eight and of a curl are all found', () => {
    const eight = periodicCurve(3, homogeneous([40, 20, 0, 40, -20, 0, -40, 20, 0, -40, -20, 0]));
    expect(points(selfCrossings(eight)).map(({ point }) => point)).toEqual([
      [expect.closeTo(0, 9), expect.closeTo(0, 9), 0],
    ]);
    const curls = valueOf(
      throughPoints(
        Float64Array.from({ length: 180 }, (_, i) => {
          const t = Math.floor(i / 3) / 3;
          return [10 * t - 30 * Math.sin(t), 30 * Math.cos(t), 0][i % 3];
        }),
      ),
    ).curve;
    const found = points(selfCrossings(curls));
    expect(found.length).toBe(polylineCrossings(curls, curls, 1500));
    expect(found.every(({ u, v }) => u < v)).toBe(true);
  });

  it('are as many as a naive polyline has', () => {
    fc.assert(
      fc.property(splines, (curve) => {
        const counts = [240, 351].map((count) => polylineCrossings(curve, curve, count));
        const found = selfCrossings(curve);
        fc.pre(counts[0] === counts[1] && found.every(({ kind }) => kind === 'point'));
        expect(found.length).toBe(counts[0]);
      }),
      { numRuns: 60 },
    );
  });

  it('are none beside a sharp corner, whose sides lie within the tolerance for a while', () => {
    const places = homogeneous([55, 56, 0, -15, -13, 0, 59, 79, 0], [2.3, 1, 1]);
    for (const sharp of [places, places.map((value, i) => (i === 8 ? -14.999 : value))]) {
      expect(selfCrossings(makeCurve(1, [0, 0, 0.5, 1, 1], sharp))).toEqual([]);
    }
    const spike = makeCurve(1, [0, 0, 0.5, 1, 1], homogeneous([50, 0, 0, 0, 0, 0, 50, 1e-4, 0], [1, 3, 1]));
    expect(selfCrossings(spike)).toEqual([]);
  });
});
