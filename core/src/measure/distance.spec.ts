import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { anyCurve, apart, at, bezier, flat, fraction, sizeOf, valueOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { distance, packVectors, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { elevateDegree } from '../degree/elevateDegree';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { moveSeam, periodicCurve } from '../knots/period';
import { refineKnots } from '../knots/refineKnots';
import { FRONT } from '../plane/plane';
import { reverse } from '../shape/reverse';
import { split } from '../shape/split';
import { transform, translation } from '../shape/transform';
import { arcLength, atEqualLengths, lengthAt } from './arcLength';
import { closestPoint } from './closestPoint';
import { deviation, deviationInStep } from './deviation';
import { boundingBox, extentAlong } from './extent';
import { pointsDeviation } from './pointsDeviation';
import { uneven } from './shapes.fixture';

/** Naively: the least distance of many places. */
function sampledDistance(curve: Curve, target: Vector3, count = 2000): number {
  let least = Infinity;
  for (let i = 0; i <= count; i++) least = Math.min(least, distance(evaluate(curve, at(curve, i / count)), target));
  return least;
}

describe('the closest point', () => {
  it('is nearer than every sampled place, and a right angle or an end', () => {
    const place = fc.tuple(fraction, fraction, fraction);
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), place, (curve, [x, y, z]) => {
        const size = sizeOf(curve);
        const target: Vector3 = [size * (3 * x - 1.5), size * (3 * y - 1.5), size * (z - 0.5)];
        const found = closestPoint(curve, target);
        expect(found.distance).toBeLessThanOrEqual(sampledDistance(curve, target, 300) * (1 + 1e-12) + 1e-14 * size);
        expect(distance(evaluate(curve, found.u), found.point)).toBeLessThanOrEqual(1e-12 * size);
      }),
      { numRuns: 300 },
    );
  });

  it('is global where a Newton search from samples of a NURBS library finds a local one', () => {
    // A dent between two ends of a coarse sample: narrow, and nearest.
    const dent = flat(
      3,
      [0, 0, 0, 0, 0.5, 0.5, 0.5, 0.503, 0.503, 0.503, 1, 1, 1, 1],
      [
        [0, 0],
        [20, 0],
        [40, 0],
        [60, 0],
        [60, 0],
        [60.1, 40],
        [60.2, 0],
        [80, 0],
        [100, 0],
        [120, 0],
      ],
    );
    const target: Vector3 = [60, 45, 0];
    const ours = closestPoint(dent, target);
    expect(ours.distance).toBeCloseTo(sampledDistance(dent, target, 400_000), 6);
    const theirs = verb.Analyze.rationalCurveClosestPoint(toVerb(dent), [...target]);
    expect(Math.hypot(theirs[0] - 60, theirs[1] - 45)).toBeGreaterThan(ours.distance + 1);
  });

  it('agrees with a Bézier library on cubics', () => {
    const pairs = [
      [0, 0],
      [40, 35],
      [50, -35],
      [90, 0],
    ] as const;
    const witness = new Bezier(pairs.flat());
    for (const target of [
      [20, 20, 0],
      [70, -3, 0],
      [45, 1, 0],
    ] as const) {
      const theirs = witness.project({ x: target[0], y: target[1] });
      expect(closestPoint(bezier(...pairs), target).distance).toBeLessThanOrEqual((theirs.d ?? 0) + 1e-9);
      expect(closestPoint(bezier(...pairs), target).distance).toBeCloseTo(theirs.d ?? 0, 3);
    }
  });

  it('has defined answers for a circle from its centre, a point curve, and bad input', () => {
    expect(closestPoint(circle(FRONT, [0, 0, 0], 25), [0, 0, 0]).distance).toBeCloseTo(25, 13);
    expect(closestPoint(bezier([3, 4], [3, 4]), [0, 0, 0])).toEqual({ u: 0, point: [3, 4, 0], distance: 5 });
    expect(() => closestPoint(uneven, [0, NaN, 0])).toThrow('finite coordinates, not 0, NaN, 0');
  });
});

describe('points and a curve', () => {
  it('have a largest distance with its place, and a mean', () => {
    const found = pointsDeviation(
      packVectors([
        [5, 1, 0],
        [10, -3, 0],
        [20, 0, 0],
        [25, 0, 0],
      ]),
      lineBetween([0, 0, 0], [20, 0, 0]),
    );
    expect(found).toMatchObject({ max: 5, mean: 9 / 4, index: 3, nearest: { u: 1, point: [20, 0, 0] } });
    expect(() => pointsDeviation(new Float64Array(0), uneven)).toThrow('points: one or more are needed, not 0');
  });
});

describe('equal lengths', () => {
  it('part a curve', () => {
    const measured = arcLength(uneven);
    const places = atEqualLengths(measured, 7);
    places.forEach((u, i) => expect(lengthAt(measured, u)).toBeCloseTo((measured.total * i) / 6, 9));
    const around = atEqualLengths(arcLength(circle(FRONT, [0, 0, 0], 5)), 6);
    const hexagon = [...around].map((u) => evaluate(circle(FRONT, [0, 0, 0], 5), u));
    hexagon.forEach((corner, i) => expect(distance(corner, hexagon[(i + 1) % 6])).toBeCloseTo(5, 9));
    expect(() => atEqualLengths(measured, 1)).toThrow('at least 2 places');
  });
});

const QUARTER = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([25, 0, 0, 25, 25, 0, 0, 25, 0], [1, Math.SQRT1_2, 1]));
const HANDLE = 0.5522847 * 25;

describe('the deviation of two curves', () => {
  it('of check DE holds the closed form in its bracket, both ways', () => {
    const cubic = bezier([25, 0], [25, HANDLE], [HANDLE, 25], [0, 25]);
    for (const found of [
      deviation(QUARTER, cubic, { relative: 1e-3 }),
      deviation(cubic, QUARTER, { relative: 1e-3 }),
    ]) {
      expect(found.certified).toBe(true);
      expect(found.max).toBeLessThanOrEqual(2.7253e-4 * 25 * (1 + 1e-4));
      expect(found.bound).toBeGreaterThanOrEqual(2.7253e-4 * 25 * (1 - 1e-4));
      expect(found.bound).toBeLessThan(found.max + 1.1e-6 + 1e-3 * found.max);
    }
  });

  it('is nothing for the same shape with other knots, degree, seam or weights', () => {
    const same = [valueOf(refineKnots(uneven, [0.5, 0.5, 3.3])), elevateDegree(uneven, 2)];
    for (const other of same) expect(deviation(uneven, other).bound).toBeLessThan(1.1e-6);
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5, 30, -20, 0]));
    expect(deviation(ring, moveSeam(ring, 0.37)).bound).toBeLessThan(1.1e-6);
    const turned = circle({ origin: [0, 0, 0], x: [0, 1, 0], y: [-1, 0, 0] }, [0, 0, 0], 25);
    expect(deviation(circle(FRONT, [0, 0, 0], 25), turned)).toMatchObject({
      certified: true,
      bound: expect.closeTo(0, 5),
    });
  });

  it('brackets what dense sampling finds', () => {
    fc.assert(
      fc.property(
        anyCurve({ degrees: [2, 5], spans: 4, weights: 3 }),
        fc.array(fraction, { minLength: 12, maxLength: 12 }),
        (curve, noise) => {
          const size = sizeOf(curve);
          const moved = makeCurve(
            curve.degree,
            curve.knots,
            curve.points.map((value, i) => {
              const w = curve.points[i - (i % 4) + 3];
              return i % 4 === 3 ? value : value + (noise[i % 12] - 0.5) * 0.01 * size * w;
            }),
          );
          const found = deviationInStep(curve, moved, { absolute: 1e-9 * size });
          let most = 0;
          for (let i = 0; i <= 1000; i++)
            most = Math.max(most, distance(evaluate(curve, at(curve, i / 1000)), evaluate(moved, at(moved, i / 1000))));
          expect(found.bound).toBeGreaterThanOrEqual(most * (1 - 1e-12));
          expect(found.max).toBeLessThanOrEqual(found.bound);
          expect(found.bound).toBeLessThanOrEqual(1.0101 * found.max + 1.1e-9 * size);
          const shape = deviation(curve, moved, { absolute: 1e-7 * size });
          let either = 0;
          for (let i = 0; i <= 200; i++)
            either = Math.max(either, closestPoint(moved, evaluate(curve, at(curve, i / 200))).distance);
          expect(shape.max).toBeGreaterThanOrEqual(either * 0.97);
          expect(shape.bound).toBeGreaterThanOrEqual(either * (1 - 1e-12) - 1e-15 * size);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('says so when nothing is proven, and refuses different domains in step', () => {
    const back = deviation(uneven, reverse(uneven));
    expect(back.certified).toBe(false);
    expect(back.bound).toBe(Infinity);
    const [half] = valueOf(split(uneven, 3));
    expect(deviation(uneven, half).max).toBeGreaterThan(90);
    expect(() => deviationInStep(uneven, half)).toThrow('domains differ: 0 to 7 and 0 to 3');
  });
});

describe('extents', () => {
  it('are tight: as a Bézier library finds them, and no control polygon', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -100, max: 100 }), { minLength: 8, maxLength: 8 }), (c) => {
        const witness = new Bezier(c).bbox();
        const { least, largest } = boundingBox(bezier([c[0], c[1]], [c[2], c[3]], [c[4], c[5]], [c[6], c[7]]));
        expect([least[0], largest[0], least[1], largest[1]]).toEqual(
          [witness.x.min, witness.x.max, witness.y.min, witness.y.max].map((v) => expect.closeTo(v, 9)),
        );
      }),
    );
    expect(boundingBox(ellipse(FRONT, [100, 0, 0], 30, 20))).toEqual({
      least: [expect.closeTo(70, 12), expect.closeTo(-20, 12), 0],
      largest: [expect.closeTo(130, 12), expect.closeTo(20, 12), 0],
    });
  });

  it('hold every place, and reach it', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const direction: Vector3 = [0.48, -0.6, 0.64];
        const { least, largest, at: places } = extentAlong(curve, direction);
        const size = sizeOf(curve);
        const height = (u: number) => evaluate(curve, u).reduce((sum, c, k) => sum + c * direction[k], 0);
        expect(height(at(curve, share))).toBeLessThanOrEqual(largest + 1e-12 * size);
        expect(height(at(curve, share))).toBeGreaterThanOrEqual(least - 1e-12 * size);
        expect(Math.abs(height(places[1]) - largest)).toBeLessThanOrEqual(1e-11 * size);
      }),
    );
  });
});

describe('10 km from the origin', () => {
  it('a 100 mm curve still measures to 1e-6 mm', () => {
    const ELSEWHERE: Vector3 = [8e6, -6e6, 1e5];
    const near = transform(uneven, translation([-90, -15, 0]));
    const far = transform(near, translation(ELSEWHERE));
    expect(arcLength(far).total).toBeCloseTo(arcLength(near).total, 6);
    const target: Vector3 = [10, 40, 3];
    const moved: Vector3 = [ELSEWHERE[0] + 10, ELSEWHERE[1] + 40, ELSEWHERE[2] + 3];
    const [there, here] = [closestPoint(far, moved), closestPoint(near, target)];
    expect(there.distance).toBeCloseTo(here.distance, 6);
    expect(there.u).toBeCloseTo(here.u, 7);
    const [boxFar, box] = [boundingBox(far), boundingBox(near)];
    boxFar.largest.forEach((value, c) => expect(value - ELSEWHERE[c]).toBeCloseTo(box.largest[c], 6));
    expect(deviation(far, transform(far, translation([0, 0, 0.25]))).max).toBeCloseTo(0.25, 6);
    expect(apart(far, elevateDegree(far))).toBeLessThan(1e-11);
    expect(domainOf(far)).toEqual(domainOf(near));
  });
});
