import fc from 'fast-check';
import { angleBetween, type Vector3 } from '../linear/vector';
import { anyCurve, flat, sizeOf, valueOf } from '../curve/curves.fixture';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { split } from '../edit/split';
import { scaling, transform, translation } from '../edit/transform';
import { arcAbout } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { rectangle } from '../exact/polyline';
import { uniformKnots } from '../knots/uniformKnots';
import { FRONT } from '../plane/plane';
import { parameterAt, arcLength } from './arcLength';
import {
  continuityAtKnot,
  continuityAtKnots,
  continuityFromJet,
  continuityInside,
  continuityOfEnds,
  knotsBelow,
} from './continuity';
import { frameAt } from './frame';
import { jetBeyond } from './jet';
import { helix, shaped } from './fairShapes.fixture';
import { circle } from './shapes.fixture';

const quintic = (...places: readonly Vector3[]): Curve =>
  makeCurve(5, [0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1], homogeneous(places.flat()));

/** Check J1 of docs/core.md: followers of the circle of radius 25 at (25, 0, 0), and the level each was solved for. */
const rest = (from: number): Vector3[] => ([[25, 16, 1], [20, 24, 1], [15, 30, 0], [8, 34, 0]] as Vector3[]).slice(from); // prettier-ignore
const FOLLOWERS: readonly (readonly [number, Curve])[] = [
  [0, quintic([25, 0, 0], [26, 8, 0], ...rest(0))],
  [1, quintic([25, 0, 0], [25, 8, 0], ...rest(0))],
  [2, quintic([25, 0, 0], [25, 6.577301, 0], [22.836956, 16, 0], ...rest(1))],
  [3, quintic([25, 0, 0], [25, 7.450123, 0], [22.224783, 13.702936, 0], [18.458372, 24, 0], ...rest(2))],
];
/** The leader comes to that place from below. */
const leader = arcAbout([0, 0, 0], [0, -25, 0], [25, 0, 0], [0, 0, 1]);
/** Check LJ e: a uniform cubic in space. */
const inner = makeCurve(
  3,
  uniformKnots(3, 7),
  homogeneous([0, 0, 0, 20, 15, 0, 45, 20, 3, 70, 5, 5, 95, 0, 2, 120, 12, 0, 140, 30, 0]),
);

describe('continuity of two ends', () => {
  it.each(FOLLOWERS)('is G%d for the follower of check J1 that was solved for it', (level, follower) => {
    const arc = valueOf(leader);
    const found = continuityOfEnds(arc, 'end', follower, 'start');
    expect(found.level).toBe(level);
    expect(found.gap).toBeLessThan(1e-9);
    if (level >= 1) expect(found.angle).toBeLessThan(1e-7);
    if (level >= 2) expect(found.curvature.share).toBeLessThan(1e-5);
    if (level >= 3) expect(found.rate.difference).toBeLessThan(1e-8);
    // Whichever way the curves run, and whichever comes first.
    expect(continuityOfEnds(reverse(arc), 'start', reverse(follower), 'end').level).toBe(level);
    const back = continuityOfEnds(follower, 'start', arc, 'end');
    expect(back.level).toBe(level);
    expect(back.curvature.difference).toBeCloseTo(found.curvature.difference, 12);
    expect(back.rate.difference).toBeCloseTo(found.rate.difference, 12);
  });

  it('says how far ends lie apart, and by how much tangents, curvatures and rates differ', () => {
    const line = lineBetween([-40, 0, 0], [0, 0, 0]);
    const turned = lineBetween([0, 0.5, 0], [30, 40.5, 0]);
    expect(continuityOfEnds(line, 'end', turned, 'start')).toMatchObject({
      level: -1,
      gap: 0.5,
      angle: expect.closeTo(Math.atan2(4, 3), 14),
      curvature: { difference: 0, share: 0 },
      planes: null,
      rate: { difference: 0, share: 0 },
    });
    // A line and an arc of radius 25: all of its curvature, and no rate on either side.
    const arc = valueOf(arcAbout([0, 25, 0], [0, 0, 0], [25, 25, 0], [0, 0, 1]));
    const found = continuityOfEnds(line, 'end', arc, 'start');
    expect(found).toMatchObject({ level: 1, planes: null });
    expect(found.curvature.difference).toBeCloseTo(1 / 25, 14);
    expect(found.curvature.share).toBeCloseTo(1, 14);
    expect(found.rate.difference).toBeLessThan(1e-14);
  });

  it('compares curvature as vectors: equal radii in different planes are not G2', () => {
    const flatArc = valueOf(arcAbout([0, 25, 0], [0, 0, 0], [25, 25, 0], [0, 0, 1]));
    const before = valueOf(arcAbout([0, 0, 25], [-25, 0, 25], [0, 0, 0], [0, -1, 0]));
    const found = continuityOfEnds(before, 'end', flatArc, 'start');
    expect(found.before.kappa).toBeCloseTo(found.after.kappa, 14);
    expect(found.level).toBe(1);
    expect(found.planes).toBeCloseTo(Math.PI / 2, 12);
    expect(found.curvature.share).toBeCloseTo(Math.SQRT2, 12);
  });

  it('takes thresholds, and lets pass what parts the curves by less than the gap', () => {
    const line = lineBetween([-400, 0, 0], [0, 0, 0]);
    // Radius 2 m: at 40 mm it has left the line by 0.4 mm.
    const slight = valueOf(arcAbout([0, 2000, 0], [0, 0, 0], [2000, 2000, 0], [0, 0, 1]));
    expect(continuityOfEnds(line, 'end', slight, 'start')).toMatchObject({ level: 1, reach: 40 });
    // 2τ/ℓ² = 1/2000 where τ = 0.4.
    expect(continuityOfEnds(line, 'end', slight, 'start', { gap: 0.41 }).level).toBe(3);
    expect(continuityOfEnds(line, 'end', slight, 'start', { reach: 1 }).level).toBe(3);
    expect(continuityOfEnds(line, 'end', slight, 'start', { curvature: 1 }).level).toBe(3);
    const bent = lineBetween([0, 0, 0], [100, 0.1, 0]);
    expect(continuityOfEnds(line, 'end', bent, 'start').level).toBe(0);
    expect(continuityOfEnds(line, 'end', bent, 'start', { angle: 0.0011 }).level).toBe(3);
  });

  it('does not depend on unit nor place, but for the floors', () => {
    const arc = valueOf(leader);
    for (const [level, follower] of FOLLOWERS) {
      for (const map of [scaling(1e3), translation([1e6, -1e6, 1e6])]) {
        const found = continuityOfEnds(transform(arc, map), 'end', transform(follower, map), 'start');
        expect(found.level).toBe(level);
      }
    }
  });

  it('of a curve that stands still at its end has no angle and is G0', () => {
    const still = flat(3, [0, 0, 0, 0, 1, 1, 1, 1], [[0, 0], [0, 0], [40, 9], [60, 0]]); // prettier-ignore
    const found = continuityOfEnds(lineBetween([-40, 0, 0], [0, 0, 0]), 'end', still, 'start');
    expect(found).toMatchObject({ level: 0, gap: 0, angle: null, planes: null });
  });
});

describe('continuity from a jet', () => {
  it.each(FOLLOWERS)(
    'is G%d, as from the leader that hands it on, whichever way the follower runs',
    (level, follower) => {
      const arc = valueOf(leader);
      const jet = jetBeyond(arc, 'end');
      if (!jet) throw new Error('no jet');
      const whole = continuityOfEnds(arc, 'end', follower, 'start', { reach: 5 });
      const found = continuityFromJet(jet, follower, 'start', { reach: 5 });
      expect(found).toEqual({ ...whole, before: found.before });
      expect(found.level).toBe(level);
      expect(found.before.kappa).toBeCloseTo(0.04, 12);
      expect(found.before.kappaRate).toBeCloseTo(whole.before.kappaRate, 12);
      expect(continuityFromJet(jet, reverse(follower), 'end', { reach: 5 }).level).toBe(level);
    },
  );
});

describe('continuity at an inner place', () => {
  it('reads check LJ e: curvature the same on both sides of a cubic knot, its rate not', () => {
    const { before, after, level, rate } = continuityAtKnot(inner, 0.5);
    for (const side of [before, after]) {
      side.curvature.forEach((k, i) => expect(k).toBeCloseTo([4.63414e-3, 1.193469e-2, -6.98686e-3][i], 8));
    }
    expect(Math.hypot(...before.rate)).toBeCloseTo(1.988102e-3, 9);
    expect(Math.hypot(...after.rate)).toBeCloseTo(1.059218e-3, 9);
    expect(level).toBe(2);
    expect(rate.share).toBeGreaterThan(0.05);
    expect(continuityAtKnots(inner).map(({ u, level: reached }) => [u, reached])).toEqual([
      [0.25, 2],
      [0.5, 2],
      [0.75, 2],
    ]);
    const measured = arcLength(inner);
    expect(measured.total).toBeCloseTo(154.722451, 5);
    const u = parameterAt(measured, 0.4 * measured.total);
    expect(u).toBeCloseTo(0.372861, 6);
    const there = frameAt(inner, u);
    there?.point.forEach((x, i) => expect(x).toBeCloseTo([57.012086, 12.332932, 3.829175][i], 5));
    there?.tangent.forEach((x, i) => expect(x).toBeCloseTo([0.923966, -0.377788, 0.059691][i], 6));
    there?.rate.forEach((x, i) => expect(x).toBeCloseTo([5.0935e-4, 1.22078e-3, -1.5793e-4][i], 8));
  });

  it('reads the helix of section 0: |e| = κτ', () => {
    const spiral = shaped(helix, 200, 7);
    const rate = Math.hypot(...(frameAt(spiral, 0.5)?.rate ?? []));
    // Radius 40, rise 10 a radian.
    expect(rate).toBeCloseTo((40 / 1700) * (10 / 1700), 8);
  });

  it('takes the side that the follower continues', () => {
    const [left, right] = valueOf(split(inner, 0.5));
    // The right part leaves along the leader's direction: it goes on from the part before the knot, whose rate differs.
    const onwards = continuityInside(inner, 0.5, right, 'start');
    expect(onwards.level).toBe(2);
    expect(Math.hypot(...onwards.before.rate)).toBeCloseTo(1.988102e-3, 9);
    // The left part, met at its end, leaves backwards.
    const backwards = continuityInside(inner, 0.5 + 1e-11, left, 'end');
    expect(backwards.level).toBe(2);
    expect(Math.hypot(...backwards.before.rate)).toBeCloseTo(1.059218e-3, 9);
    expect(angleBetween(backwards.before.tangent ?? [0, 0, 0], frameAt(inner, 0.5)?.tangent ?? [0, 0, 0])).toBeCloseTo(Math.PI, 9); // prettier-ignore
    // Between knots both sides are one.
    const [, onTheWay] = valueOf(split(inner, 0.6));
    expect(continuityInside(inner, 0.6, onTheWay, 'start').level).toBe(3);
  });

  it('finds corners, and the seam of a closed curve among its knots', () => {
    const square = rectangle(FRONT, [0, 0, 0], 40, 20);
    expect(continuityAtKnots(square).map(({ level }) => level)).toEqual([0, 0, 0, 0]);
    expect(continuityAtKnots(circle(25)).map(({ level }) => level)).toEqual([3, 3, 3, 3]);
    expect(continuityAtKnot(circle(25), 1).level).toBe(3);
  });

  it('measures only knots that may be rough, and finds those that are', () => {
    let [rough, smooth] = [0, 0];
    fc.assert(
      // Of a curve of some nanometres the measured figures are those of rounding, not of its knots.
      fc.property(anyCurve({ closing: 'either' }), fc.integer({ min: 1, max: 2 }), (curve, below) => {
        fc.pre(sizeOf(curve) > 0.1);
        const all = continuityAtKnots(curve);
        const found = knotsBelow(curve, below);
        expect(found).toEqual(all.filter(({ level }) => level < below));
        rough += found.length;
        smooth += all.length - found.length;
      }),
    );
    expect(Math.min(rough, smooth)).toBeGreaterThan(20);
  });
});
