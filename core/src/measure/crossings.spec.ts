import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { anyCurve, at, bezier, flat, sizeOf, valueOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { distance } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { elevateDegree } from '../degree/elevateDegree';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { rectangle } from '../exact/polyline';
import { throughPoints } from '../fit/throughPoints';
import { moveSeam, periodicCurve } from '../knots/period';
import { refineKnots } from '../knots/refineKnots';
import { FRONT } from '../plane/plane';
import { reverse } from '../shape/reverse';
import { split, subCurve } from '../shape/split';
import { scaling, transform, translation } from '../shape/transform';
import { type Crossing, crossings, selfCrossings } from './crossings';
import { uneven } from './shapes.fixture';

const points = (found: readonly Crossing[]) =>
  found.filter((c): c is Crossing & { kind: 'point' } => c.kind === 'point');

/** Naively: crossings of two polylines of many places, in the plane. */
function polylineCrossings(a: Curve, b: Curve, count: number): number {
  const places = (curve: Curve) => Array.from({ length: count + 1 }, (_, i) => evaluate(curve, at(curve, i / count)));
  const [p, q] = [places(a), places(b)];
  const side = (o: readonly number[], s: readonly number[], t: readonly number[]) =>
    (s[0] - o[0]) * (t[1] - o[1]) - (s[1] - o[1]) * (t[0] - o[0]) > 0;
  let found = 0;
  for (let i = 0; i < count; i++) {
    const [left, right] = [Math.min(p[i][0], p[i + 1][0]), Math.max(p[i][0], p[i + 1][0])];
    for (let j = 0; j < count; j++) {
      if (Math.max(q[j][0], q[j + 1][0]) < left || Math.min(q[j][0], q[j + 1][0]) > right) continue;
      if (
        side(p[i], p[i + 1], q[j]) !== side(p[i], p[i + 1], q[j + 1]) &&
        side(q[j], q[j + 1], p[i]) !== side(q[j], q[j + 1], p[i + 1])
      )
        found++;
    }
  }
  return found;
}

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
      fc.property(fc.array(fc.integer({ min: -100, max: 100 }), { minLength: 16, maxLength: 16 }), (c) => {
        const [a, b] = [0, 8].map((k) =>
          bezier([c[k], c[k + 1]], [c[k + 2], c[k + 3]], [c[k + 4], c[k + 5]], [c[k + 6], c[k + 7]]),
        );
        const found = crossings(a, b);
        for (const { u, v, point } of points(found)) {
          expect(distance(evaluate(a, u), point)).toBeLessThan(1e-9);
          expect(distance(evaluate(b, v), point)).toBeLessThan(3e-6);
        }
        const counts = [151, 220].map((count) => polylineCrossings(a, b, count));
        // Where two polylines disagree, they tell nothing.
        if (counts[0] !== counts[1]) return;
        expect(found.length).toBeGreaterThanOrEqual(counts[0] > 0 ? 1 : 0);
        if (points(found).every((p) => !p.touching && p.u > 0.01 && p.u < 0.99 && p.v > 0.01 && p.v < 0.99))
          expect(found.length).toBe(counts[0]);
      }),
      { numRuns: 100 },
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
    expect(crossings(ring, circle(FRONT, [0, 0, 0], 25 - 1e-5), 2e-5)).toMatchObject([
      { kind: 'point', touching: true },
    ]);
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

  it('have defined results for a curve that is a point, and refuse a bad tolerance', () => {
    const point = makeCurve(1, [0, 0, 1, 1], homogeneous([25, 0, 0, 25, 0, 0]));
    expect(crossings(point, circle(FRONT, [0, 0, 0], 25)).length).toBe(1);
    expect(crossings(point, circle(FRONT, [0, 0, 0], 24))).toEqual([]);
    expect(() => crossings(uneven, uneven, -1)).toThrow('a tolerance of 0 mm or more is needed, not -1');
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
    // Naively: pairs of a polyline's segments, which neighbours do not count among.
    const places = Array.from({ length: 1501 }, (_, i) => evaluate(curls, at(curls, i / 1500)));
    let naive = 0;
    const side = (o: readonly number[], s: readonly number[], t: readonly number[]) =>
      (s[0] - o[0]) * (t[1] - o[1]) - (s[1] - o[1]) * (t[0] - o[0]) > 0;
    for (let i = 0; i < 1500; i++) {
      for (let j = i + 2; j < 1500; j++) {
        const [p, q, r, s] = [places[i], places[i + 1], places[j], places[j + 1]];
        if (side(p, q, r) !== side(p, q, s) && side(r, s, p) !== side(r, s, q)) naive++;
      }
    }
    expect(found.length).toBe(naive);
    expect(found.every(({ u, v }) => u < v)).toBe(true);
  });
});
