import fc from 'fast-check';
import { bezier, valueOf } from '../curve/curves.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { angleBetween, cross, distance, dot, length, subtract, type Vector3 } from '../linear/vector';
import { curvatureAt } from '../measure/curvature';
import { frameAt } from '../measure/frame';
import { fromPlane, inPlane } from './coordinates';
import { FRONT, heightOver, normalOf } from './plane';
import { planeAcross, planeAlong, planeFacing, planeFrom, planeThrough } from './planes';
import { projectOnto } from './project';

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const place = fc.tuple(coordinate, coordinate, coordinate) as fc.Arbitrary<Vector3>;
const direction = place.filter((v) => length(v) > 1);
const SPRING = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 10, 0, 5, 10, 20, 10, 0, 20, 30]));

describe('work planes', () => {
  it('through a point along a normal are right-handed, with y as nearly up as can be', () => {
    fc.assert(
      fc.property(place, direction, (origin, normal) => {
        const plane = planeFrom(origin, normal);
        expect(angleBetween(normalOf(plane), normal)).toBeLessThan(1e-9);
        // No direction in the plane rises more than y.
        expect(Math.abs(plane.x[1])).toBeLessThan(1e-9);
        expect(plane.y[1]).toBeGreaterThanOrEqual(-1e-12);
      }),
    );
  });

  it('facing the viewer of Front, Plan and Side have the axes of those views', () => {
    expect(planeFacing([0, 0, 0], [0, 0, -1])).toEqual(FRONT);
    // Plan looks down along −y, x to the right; its up is −z. Side looks along −x: z lies to the left.
    expect(planeFacing([1, 2, 3], [0, -1, 0])).toMatchObject({ origin: [1, 2, 3], x: [1, 0, 0], y: [0, 0, -1] });
    expect(planeFacing([0, 0, 0], [-1, 0, 0])).toMatchObject({ x: [0, 0, -1], y: [0, 1, 0] });
  });

  it('through three points hold them, x along the first two', () => {
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        const made = planeThrough(a, b, c);
        if (!made.ok) return expect(made.failure.kind).toBe('in-line');
        for (const point of [a, b, c]) expect(Math.abs(heightOver(made.value, point))).toBeLessThan(1e-6);
        expect(distance(inPlane(made.value, b), [distance(a, b), 0, 0])).toBeLessThan(1e-6);
        expect(inPlane(made.value, c)[1]).toBeGreaterThan(0);
      }),
    );
    expect(planeThrough([0, 0, 0], [1, 1, 1], [5, 5, 5])).toEqual({ ok: false, failure: { kind: 'in-line' } });
    expect(planeThrough([0, 0, 0], [0, 0, 0], [5, 5, 5])).toEqual({ ok: false, failure: { kind: 'in-line' } });
  });

  it('across and along a curve follow its frame', () => {
    const frame = frameAt(SPRING, 0.3);
    const across = valueOf(planeAcross(SPRING, 0.3));
    expect(angleBetween(normalOf(across), frame?.tangent ?? [0, 0, 0])).toBeLessThan(1e-9);
    expect(across.origin).toEqual(evaluate(SPRING, 0.3));
    const along = valueOf(planeAlong(SPRING, 0.3));
    expect(dot(along.x, frame?.tangent ?? [0, 0, 0])).toBeCloseTo(1, 12);
    expect(dot(along.y, frame?.curvature ?? [0, 0, 0])).toBeCloseTo(frame?.kappa ?? 0, 12);
    expect(planeAlong(bezier([0, 0], [9, 0]), 0.5)).toEqual({ ok: false, failure: { kind: 'straight', u: 0.5 } });
    const still = bezier([1, 1], [1, 1], [1, 1]);
    expect(planeAcross(still, 0.5)).toEqual({ ok: false, failure: { kind: 'no-tangent', u: 0.5 } });
    expect(planeAlong(still, 0.5)).toMatchObject({ ok: false });
  });

  it('give coordinates in and out', () => {
    fc.assert(
      fc.property(place, direction, place, (origin, normal, point) => {
        const plane = planeFrom(origin, normal);
        expect(distance(fromPlane(plane, inPlane(plane, point)), point)).toBeLessThan(1e-10);
      }),
    );
  });
});

describe('projection onto a plane', () => {
  it('moves every place along the direction into the plane', () => {
    fc.assert(
      fc.property(direction, direction, (normal, along) => {
        const plane = planeFrom([3, 4, 5], normal);
        const made = projectOnto(plane, SPRING, along);
        if (!made.ok) return expect(Math.abs(dot(normalOf(plane), along)) / length(along)).toBeLessThan(1e-9);
        const tall = length(along) / Math.abs(dot(normalOf(plane), along));
        for (const u of [0, 0.2, 0.7, 1]) {
          const image = evaluate(made.value, u);
          expect(Math.abs(heightOver(plane, image))).toBeLessThan(1e-11 * (1 + tall));
          const moved = subtract(image, evaluate(SPRING, u));
          expect(length(cross(moved, along)) / length(along)).toBeLessThan(1e-10 * (1 + tall));
        }
      }),
    );
  });

  it('is exact for rational curves: a tilted circle gives an ellipse', () => {
    const tilted = circle(planeFrom([0, 0, 0], [0, 1, 1]), [0, 0, 0], 10);
    const image = valueOf(projectOnto(FRONT, tilted));
    for (let i = 0; i < 40; i++) {
      const [x, y, z] = evaluate(image, (image.knots[image.knots.length - 1] * i) / 40);
      expect((x / 10) ** 2 + (y / (10 * Math.SQRT1_2)) ** 2).toBeCloseTo(1, 12);
      expect(z).toBeCloseTo(0, 12);
    }
    expect(image.points.filter((_, i) => i % 4 === 3)).toEqual(tilted.points.filter((_, i) => i % 4 === 3));
    expect(curvatureAt(image, 0).kappa).toBeGreaterThan(0);
    expect(projectOnto(FRONT, tilted, [1, 2, 0])).toEqual({ ok: false, failure: { kind: 'along-plane' } });
  });
});
