import { bezier, valueOf } from '../curve/curves.fixture';
import { homogeneous } from '../curve/curve';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { polyline, rectangle, regularPolygon } from '../exact/polyline';
import { FRONT, type Plane } from '../plane/plane';
import { periodicCurve } from '../knots/period';
import { close } from '../ends/close';
import { reverse } from '../edit/reverse';
import { enclosedArea } from './area';

const ASKEW: Plane = { origin: [0, 0, 0], x: [0.6, 0.8, 0], y: [-0.48, 0.36, 0.8] };

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

  it('is that of the shape, whatever the weights', () => {
    // Straight legs stay where they are; the parameter hurries through all but the heavy end of each.
    const corners = [0, 0, 0, 30, 0, 0, 30, 20, 0, 0, 20, 0];
    for (const weights of [
      [1, 1e6, 1e-3, 1e8],
      [1e-6, 1, 1e-6, 1],
      [1e8, 1e-4, 1e-4, 1e-4],
    ]) {
      const { area, centroid } = valueOf(enclosedArea(periodicCurve(1, homogeneous(corners, weights)), FRONT));
      expect(Math.abs(area)).toBeCloseTo(600, 9);
      centroid?.forEach((c, i) => expect(c).toBeCloseTo([15, 10, 0][i], 10));
    }
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
