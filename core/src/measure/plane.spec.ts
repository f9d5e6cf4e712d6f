import { bezier, valueOf } from '../curve/curves.fixture';
import { dot } from '../linear/vector';
import { homogeneous, makeCurve } from '../curve/curve';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { polyline, rectangle, regularPolygon } from '../exact/polyline';
import { FRONT, normalOf, type Plane } from '../plane/plane';
import { periodicCurve } from '../knots/period';
import { close } from '../shape/close';
import { reverse } from '../shape/reverse';
import { enclosedArea } from './area';
import { bestPlane } from './bestPlane';

const ASKEW: Plane = { origin: [0, 0, 0], x: [0.6, 0.8, 0], y: [-0.48, 0.36, 0.8] };

describe('the best plane', () => {
  it('of a plane curve is its plane, with no deviation', () => {
    const { plane, deviation, kind } = bestPlane(ellipse(ASKEW, [1e3, 2, 3], 30, 20));
    expect(kind).toBe('plane');
    expect(deviation).toBeLessThan(1e-11);
    expect(Math.abs(dot(normalOf(plane), normalOf(ASKEW)))).toBeCloseTo(1, 13);
    expect(Math.abs(dot(plane.x, ASKEW.x))).toBeCloseTo(1, 10);
    plane.origin.forEach((c, i) => expect(c).toBeCloseTo([1e3, 2, 3][i], 9));
  });

  it('tells how far a curve in space strays', () => {
    const bow = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 30, 40, 9, 60, 40, -9, 90, 0, 0]));
    const { deviation } = bestPlane(bow);
    expect(deviation).toBeGreaterThan(1);
    expect(deviation).toBeLessThan(2.7);
  });

  it('of a line or a point is one of many, and says so', () => {
    const line = bestPlane(lineBetween([0, 0, 0], [3, 4, 12]));
    expect(line.kind).toBe('line');
    expect(Math.abs(dot(line.plane.x, [3 / 13, 4 / 13, 12 / 13]))).toBeCloseTo(1, 13);
    expect(line.deviation).toBeLessThan(1e-14);
    expect(bestPlane(bezier([3, 3], [3, 3]))).toMatchObject({ kind: 'point', deviation: 0 });
  });
});

describe('enclosed area', () => {
  it('and centroid are those of the handbooks', () => {
    const ring = valueOf(enclosedArea(circle(ASKEW, [10, 20, 30], 25), ASKEW));
    expect(ring.area).toBeCloseTo(625 * Math.PI, 9);
    ring.centroid?.forEach((c, i) => expect(c).toBeCloseTo([10, 20, 30][i], 10));
    expect(valueOf(enclosedArea(ellipse(FRONT, [0, 0, 0], 30, 20), FRONT)).area).toBeCloseTo(600 * Math.PI, 9);
    expect(valueOf(enclosedArea(rectangle(FRONT, [5, 5, 0], 30, 20), FRONT))).toEqual({
      area: expect.closeTo(600, 11),
      centroid: [expect.closeTo(20, 12), expect.closeTo(15, 12), 0],
    });
    // n/2 R² sin(2π/n).
    expect(valueOf(enclosedArea(regularPolygon(FRONT, [0, 0, 0], 5, 10), FRONT)).area).toBeCloseTo(
      250 * Math.sin(0.4 * Math.PI),
      11,
    );
    // A half disc's centroid lies 4R/3π from its straight side.
    const half = valueOf(
      polyline(
        [10, 0, 0],
        [
          { kind: 'arc-through', through: [0, 10, 0], to: [-10, 0, 0] },
          { kind: 'line', to: [10, 0, 0] },
        ],
      ),
    );
    expect(valueOf(enclosedArea(half, FRONT)).centroid?.[1]).toBeCloseTo(40 / (3 * Math.PI), 11);
    // Under a parabola: two thirds of the box.
    expect(valueOf(enclosedArea(close(bezier([10, 0], [0, 20], [-10, 0]), 1e-9), FRONT)).area).toBeCloseTo(
      (2 / 3) * 20 * 10,
      11,
    );
  });

  it('changes its sign with the direction, and loops cancel', () => {
    const ring = circle(FRONT, [0, 0, 0], 5);
    expect(valueOf(enclosedArea(reverse(ring), FRONT)).area).toBeCloseTo(-25 * Math.PI, 11);
    const eight = periodicCurve(3, homogeneous([40, 20, 0, 40, -20, 0, -40, 20, 0, -40, -20, 0]));
    expect(valueOf(enclosedArea(eight, FRONT))).toEqual({ area: 0, centroid: null });
  });

  it('is refused for open curves and curves off the plane', () => {
    expect(enclosedArea(lineBetween([0, 0, 0], [1, 1, 1]), FRONT)).toEqual({ ok: false, failure: { kind: 'open' } });
    expect(enclosedArea(circle(ASKEW, [0, 0, 0], 5), FRONT)).toMatchObject({
      failure: { kind: 'not-plane', height: expect.closeTo(8, 9) },
    });
  });
});
