import fc from 'fast-check';
import { directions, vectors } from '../linear/real.fixture';
import { angleBetween, distance } from '../linear/vector';
import { inPlane } from './coordinates';
import { FRONT, heightOver, normalOf } from './plane';
import { planeFacing, planeFrom, planeThrough } from './planes';

const place = vectors(100);
const direction = directions(100);

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
});
