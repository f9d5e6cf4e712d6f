import { circle, sCubic } from '../measure/shapes.fixture';
import { evaluate } from '../curve/evaluate';
import { homogeneous, makeCurve } from '../curve/curve';
import { closestOnSegment } from '../linear/segment';
import { distance, vectorAt } from '../linear/vector';
import { throughPoints } from '../fit/through/throughPoints';
import { displayPolyline } from './polyline';

describe('displayPolyline', () => {
  it('keeps a circle within the tolerance with a number of segments near the theoretical one', () => {
    const { points } = displayPolyline(circle(25), 0.01);
    for (let i = 0; i + 3 < points.length; i += 3) {
      const middle = Math.hypot((points[i] + points[i + 3]) / 2, (points[i + 1] + points[i + 4]) / 2);
      expect(25 - middle).toBeLessThan(0.0101);
    }
    // ∫√(κ/(8 tol)) ds = 111 segments; halving may double that.
    expect(points.length / 3 - 1).toBeGreaterThanOrEqual(111);
    expect(points.length / 3 - 1).toBeLessThan(223);
  });

  it('starts and ends on the ends, with the parameter of every vertex, also through a symmetric S', () => {
    const { points, parameters } = displayPolyline(sCubic, 0.05);
    expect(parameters[0]).toBe(0);
    expect(parameters[parameters.length - 1]).toBe(1);
    parameters.forEach((u, i) => expect([...points.subarray(3 * i, 3 * i + 3)]).toEqual([...evaluate(sCubic, u)]));
    expect(parameters.length).toBeGreaterThan(10);
    parameters.forEach((u, i) => expect(i === 0 || u > parameters[i - 1]).toBe(true));
  });

  it('keeps a curve in space within the tolerance, whichever way it bends', () => {
    const knots = [0, 0, 0, 0, 1, 2, 3, 3, 3, 3];
    const places = [0, 0, 0, 10, 0, 40, 20, 5, -40, 30, 0, 40, 40, -5, -30, 50, 0, 0];
    for (const turn of [0, 1, 2]) {
      const turned = places.map((_, i) => places[3 * Math.floor(i / 3) + ((i + turn) % 3)]);
      const curve = makeCurve(3, knots, homogeneous(turned));
      const { points, parameters } = displayPolyline(curve, 0.01);
      expect(parameters.length).toBeLessThan(400);
      for (let i = 0; i + 1 < parameters.length; i++) {
        const [a, b] = [vectorAt(points, i), vectorAt(points, i + 1)];
        const there = evaluate(curve, (parameters[i] + parameters[i + 1]) / 2);
        expect(distance(there, closestOnSegment(there, a, b).point)).toBeLessThan(0.011);
      }
    }
  });

  it('draws a polygon with its vertices alone', () => {
    const corner = makeCurve(1, [0, 0, 1, 2, 2], homogeneous([0, 0, 0, 5, 0, 0, 5, 5, 0]));
    expect([...displayPolyline(corner, 0.01).parameters]).toEqual([0, 1, 2]);
  });

  it('passes over spans too small to be seen, and stays within the tolerance', () => {
    const wave = throughPoints(Float64Array.from({ length: 300 }, (_, i) => (i % 3 === 0 ? i / 3 : i % 3 === 1 ? Math.sin(i / 6) : 0))); // prettier-ignore
    if (!wave.ok) throw new Error(wave.failure.kind);
    const { curve } = wave.value;
    // 99 mm long: from far off a few vertices are left, nearby all spans have theirs.
    const [far, near] = [displayPolyline(curve, 20), displayPolyline(curve, 0.1)];
    expect(far.parameters.length).toBeLessThan(20);
    expect(near.parameters.length).toBeGreaterThan(190);
    for (const u of near.parameters) {
      const there = evaluate(curve, u);
      const away = far.parameters.slice(1).map((_, i) => {
        const [a, b] = [vectorAt(far.points, i), vectorAt(far.points, i + 1)];
        return distance(there, closestOnSegment(there, a, b).point);
      });
      expect(Math.min(...away)).toBeLessThanOrEqual(20);
    }
    expect([...far.points.slice(-3)]).toEqual([...evaluate(curve, 1)]);
  });
});
