import { apart, valueOf } from '../curve/curves.fixture';
import { distance, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { elevateDegree } from '../degree/elevateDegree';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { FRONT } from '../plane/plane';
import { extend } from '../ends/extend';
import { transform, translation } from '../edit/transform';
import { removeKnot } from '../reduce/removeKnot';
import { arcLength } from './arcLength';
import { enclosedArea } from './area';
import { bestPlane } from './bestPlane';
import { closestPoint } from './closestPoint';
import { crossings } from './crossings';
import { curvatureAt } from './curvature';
import { deviation } from './deviation';
import { boundingBox } from './extent';
import { curvatureExtrema, inflections, smallestRadius } from './extrema';
import { sCubic, uneven } from './shapes.fixture';

/** 10 km from the origin; coordinates there are rounded to 1e-9 mm. */
const ELSEWHERE: Vector3 = [8e6, -6e6, 1e5];
const moved = (curve: Curve) => transform(curve, translation(ELSEWHERE));
const there = ([x, y, z]: Vector3): Vector3 => [x + ELSEWHERE[0], y + ELSEWHERE[1], z + ELSEWHERE[2]];
const UP = [0, 0, 1] as const;

describe('10 km from the origin a 100 mm curve', () => {
  const near = transform(uneven, translation([-90, -15, 0]));
  const far = moved(near);

  it('has its length, box and closest points to 1e-6 mm', () => {
    expect(arcLength(far).total).toBeCloseTo(arcLength(near).total, 6);
    const [found, wanted] = [closestPoint(far, there([10, 40, 3])), closestPoint(near, [10, 40, 3])];
    expect(found.distance).toBeCloseTo(wanted.distance, 6);
    expect(found.u).toBeCloseTo(wanted.u, 7);
    const [boxFar, box] = [boundingBox(far), boundingBox(near)];
    boxFar.largest.forEach((value, c) => expect(value - ELSEWHERE[c]).toBeCloseTo(box.largest[c], 6));
  });

  it('has its curvature, extrema and inflections', () => {
    for (const u of [0, 1.3, 4, 6.9])
      expect(curvatureAt(far, u, UP).kappa).toBeCloseTo(curvatureAt(near, u, UP).kappa, 8);
    const wanted = curvatureExtrema(near, UP);
    const found = curvatureExtrema(far, UP);
    expect(found.map(({ u }) => u)).toEqual(wanted.map(({ u }) => expect.closeTo(u, 5)));
    expect(smallestRadius(far, UP)?.radius).toBeCloseTo(smallestRadius(near, UP)?.radius ?? 0, 5);
    expect(inflections(moved(sCubic), UP).map(({ u }) => u)).toEqual([expect.closeTo(0.5, 7)]);
    expect(inflections(far, UP)).toEqual([]);
  });

  it('has its area, plane, crossings and deviations', () => {
    const ring = valueOf(enclosedArea(moved(circle(FRONT, [0, 0, 0], 25)), FRONT));
    expect(ring.area / (625 * Math.PI)).toBeCloseTo(1, 9);
    expect(distance(ring.centroid ?? [0, 0, 0], ELSEWHERE)).toBeLessThan(1e-6);
    expect(bestPlane(far)).toMatchObject({ kind: 'plane', deviation: expect.closeTo(0, 6) });
    const line = [lineBetween([-90, 5, 0], [90, 6, 0]), lineBetween(there([-90, 5, 0]), there([90, 6, 0]))];
    const places = crossings(near, line[0]).map(({ u }) => u);
    expect(places.length).toBe(2);
    expect(crossings(far, line[1]).map(({ u }) => u)).toEqual(places.map((u) => expect.closeTo(Number(u), 7)));
    expect(deviation(far, transform(far, translation([0, 0, 0.25]))).max).toBeCloseTo(0.25, 6);
  });

  it('keeps its shape when its form changes', () => {
    expect(apart(far, elevateDegree(far))).toBeLessThan(1e-11);
    const price = (curve: Curve) => valueOf(removeKnot(curve, 3)).deviation.max;
    expect(price(far)).toBeCloseTo(price(near), 6);
    const longer = (curve: Curve) => arcLength(valueOf(extend(curve, 'end', 'own', { length: 12 }))).total;
    expect(longer(far)).toBeCloseTo(longer(near), 6);
  });
});
