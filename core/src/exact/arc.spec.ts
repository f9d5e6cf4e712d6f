import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { parameterAtShare, checked, fraction, valueOf } from '../curve/curves.fixture';
import { cross, distance, dot, length, scale, type Vector3 } from '../linear/vector';
import { type Curve } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { breaksOf } from '../knots/multiplicity';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { FRONT, type Plane } from '../plane/plane';
import { endOf } from '../edit/join';
import {
  arcAbout,
  arcAlong,
  arcOfRadius,
  arcThrough,
  circle,
  circleThrough,
  ellipse,
  ellipseFrame,
  ellipticArc,
} from './arc';

/** A plane that lies askew. */
const ASKEW: Plane = { origin: [0, 0, 0], x: [0.6, 0.8, 0], y: [-0.48, 0.36, 0.8] };
const everywhere = (curve: Curve, check: (point: Vector3) => void) => {
  for (let i = 0; i <= 97; i++) check(evaluate(curve, parameterAtShare(curve, i / 97)));
};

describe('circles and ellipses', () => {
  it('are exact to rounding, in any plane', () => {
    for (const plane of [FRONT, ASKEW]) {
      const centre: Vector3 = [10, -20, 5];
      const ring = checked(circle(plane, centre, 25));
      expect(ring.closing).toBe('clamped-closed');
      everywhere(ring, (p) => expect(Math.abs(distance(p, centre) - 25)).toBeLessThan(4e-14));
      expect(arcLength(ring).total).toBeCloseTo(50 * Math.PI, 10);
    }
    everywhere(ellipse(FRONT, [0, 0, 0], 30, 20), ([x, y]) => expect((x / 30) ** 2 + (y / 20) ** 2).toBeCloseTo(1, 14));
    // Ramanujan's second approximation of the circumference is exact to far more digits than asked here.
    const h = (10 / 50) ** 2;
    const ramanujan = Math.PI * 50 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    expect(arcLength(ellipse(FRONT, [0, 0, 0], 30, 20)).total).toBeCloseTo(ramanujan, 5);
  });

  it('arcs run from angle to angle either way, in pieces of at most 90°', () => {
    fc.assert(
      fc.property(fraction, real(-1, 1), (from, part) => {
        const sweep = part * 2 * Math.PI;
        fc.pre(Math.abs(sweep) >= 1e-6);
        const arc = checked(ellipticArc(ellipseFrame(ASKEW, [1, 2, 3], 9, 4), from * 7, sweep));
        expect(breaksOf(arc).length - 1).toBe(Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - 1e-9)));
        const angle = from * 7 + sweep;
        const [c, s] = [9 * Math.cos(angle), 4 * Math.sin(angle)];
        const expected = [0, 1, 2].map((k) => k + 1 + ASKEW.x[k] * c + ASKEW.y[k] * s) as [number, number, number];
        expect(distance(evaluate(arc, 1), expected)).toBeLessThan(1e-13);
        const local = (p: Vector3, axis: Vector3) => dot([p[0] - 1, p[1] - 2, p[2] - 3], axis);
        everywhere(arc, (p) => expect((local(p, ASKEW.x) / 9) ** 2 + (local(p, ASKEW.y) / 4) ** 2).toBeCloseTo(1, 12));
      }),
    );
    expect(() => ellipticArc(ellipseFrame(FRONT, [0, 0, 0], 1, 1), 0, 7)).toThrow('at most');
    expect(() => circle(FRONT, [0, 0, 0], 0)).toThrow('half axes above 0 are needed, not 0 and 0');
  });
});

describe('arcs from what is given', () => {
  const coordinate = fc.integer({ min: -50_000, max: 50_000 }).map((micrometres) => micrometres / 1000);
  const point = fc.tuple(coordinate, coordinate, coordinate);

  it('through three points', () => {
    fc.assert(
      fc.property(point, point, point, (a, b, c) => {
        const arc = arcThrough(a, b, c);
        fc.pre(arc.ok);
        const kappa = curvatureAt(arc.value, 0.5).kappa;
        // R = abc / 4A (Heron's circumradius).
        const sides = [distance(a, b), distance(b, c), distance(c, a)];
        const area =
          length(cross([b[0] - a[0], b[1] - a[1], b[2] - a[2]], [c[0] - a[0], c[1] - a[1], c[2] - a[2]])) / 2;
        const radius = (sides[0] * sides[1] * sides[2]) / (4 * area);
        fc.pre(radius <= 1e4);
        expect(1 / kappa / radius).toBeCloseTo(1, 7);
        let nearest = Infinity;
        for (let i = 0; i <= 4000; i++) nearest = Math.min(nearest, distance(evaluate(arc.value, i / 4000), b));
        expect(nearest).toBeLessThan(radius * 2e-3);
        expect(distance(evaluate(arc.value, 0), a)).toBeLessThan(1e-8 * radius);
        expect(distance(evaluate(arc.value, 1), c)).toBeLessThan(1e-12 * radius);
      }),
    );
    expect(arcThrough([0, 0, 0], [1, 1, 0], [3, 3, 0])).toEqual({ ok: false, failure: { kind: 'straight' } });
    expect(arcThrough([0, 0, 0], [1, 1, 0], [0, 0, 0])).toEqual({ ok: false, failure: { kind: 'coincident-points' } });
  });

  it('about a centre, anticlockwise', () => {
    const arc = valueOf(arcAbout([10, 0, 0], [15, 0, 0], [10, -80, 0], [0, 0, 1]));
    expect(arcLength(arc).total).toBeCloseTo(5 * 1.5 * Math.PI, 10);
    expect(distance(evaluate(arc, 1), [10, -5, 0])).toBeLessThan(1e-14);
    expect(valueOf(arcAbout([0, 0, 0], [5, 0, 0], [7, 0, 0], [0, 0, 1])).closing).toBe('clamped-closed');
    expect(arcAbout([0, 0, 0], [0, 0, 0], [7, 0, 0], [0, 0, 1])).toMatchObject({
      failure: { kind: 'coincident-points' },
    });
  });

  it('of a radius, the short way or the long one', () => {
    const short = valueOf(arcOfRadius(FRONT, [0, 0, 0], [8, 0, 0], 5));
    const long = valueOf(arcOfRadius(FRONT, [0, 0, 0], [8, 0, 0], 5, true));
    everywhere(short, (p) => expect(distance(p, [4, 3, 0])).toBeCloseTo(5, 13));
    everywhere(long, (p) => expect(distance(p, [4, -3, 0])).toBeCloseTo(5, 13));
    expect(arcLength(short).total + arcLength(long).total).toBeCloseTo(10 * Math.PI, 10);
    expect(arcLength(valueOf(arcOfRadius(FRONT, [0, 0, 0], [8, 0, 0], 4))).total).toBeCloseTo(4 * Math.PI, 10);
    expect(arcOfRadius(FRONT, [0, 0, 0], [8, 0, 0], 3)).toEqual({
      ok: false,
      failure: { kind: 'radius-too-small', radius: 3, least: 4 },
    });
  });

  it('along a tangent', () => {
    fc.assert(
      fc.property(point, point, (tangent, to) => {
        const arc = arcAlong([1, 2, 3], tangent, to);
        fc.pre(arc.ok && curvatureAt(arc.value, 0).kappa >= 1e-5);
        const d = derivatives(arc.value, 0, 1);
        const velocity: Vector3 = [d[3], d[4], d[5]];
        expect(length(cross(scale(velocity, 1 / length(velocity)), scale(tangent, 1 / length(tangent))))).toBeLessThan(
          1e-7,
        );
        expect(dot(velocity, tangent)).toBeGreaterThan(0);
        expect(distance(endOf(arc.value, 'end'), to)).toBe(0);
      }),
    );
    expect(arcAlong([0, 0, 0], [1, 0, 0], [5, 0, 0])).toMatchObject({ failure: { kind: 'straight' } });
    expect(arcAlong([1, 2, 3], [1, 0, 0], [1, 2, 3])).toMatchObject({ failure: { kind: 'coincident-points' } });
  });

  it('a circle through three places of one has its length', () => {
    const made = circleThrough(FRONT, [5, 0, 0], [3, 4, 0], [-5, 0, 0]);
    if (!made.ok) throw new Error('no circle');
    expect(arcLength(made.value).total).toBeCloseTo(10 * Math.PI, 9);
    expect(distance(evaluate(made.value, 0), [5, 0, 0])).toBeLessThan(1e-12);
    expect(circleThrough(FRONT, [0, 0, 0], [1, 0, 0], [2, 0, 0]).ok).toBe(false);
  });
});
