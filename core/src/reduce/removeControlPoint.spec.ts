import fc from 'fast-check';
import { anyCurve, checked, flat, fraction, valueOf } from '../curve/curves.fixture';
import { controlPointsOf, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { rectangle } from '../exact/polyline';
import { distinctOf, periodicCurve } from '../knots/period';
import { FRONT } from '../plane/plane';
import { weightsOf } from '../edit/weights';
import { removeControlPoint } from './removeControlPoint';

const without = (values: Float64Array, stride: number, index: number) =>
  values.filter((_, i) => Math.floor(i / stride) !== index);

describe('taking a control point out', () => {
  it('leaves all others where they are, with their weights, in any curve', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), fraction, (curve, which) => {
        const count = distinctOf(curve);
        const index = Math.min(count - 1, Math.floor(which * count));
        const result = removeControlPoint(curve, index);
        if (!result.ok) return expect(count).toBeLessThanOrEqual(curve.closing === 'periodic' ? 3 : 2);
        const made = checked(result.value);
        expect(made.closing).toBe(curve.closing);
        const period = ([first, last]: readonly [number, number]) => last - first;
        expect(period(domainOf(made)) / period(domainOf(curve))).toBeCloseTo(1, 6);
        const [old, left] = [without(controlPointsOf(curve), 3, index), controlPointsOf(made)];
        const turns = Array.from({ length: count - 1 }, (_, t) => t);
        // A closed curve's first point may be another one.
        const same = turns.some((t) => (curve.closing === 'periodic' || t === 0) && left.every((x, i) => Math.abs(x - old[(i + 3 * t) % old.length]) < 1e-12 * Math.abs(x) + 1e-12)); // prettier-ignore
        expect(same).toBe(true);
        expect([...weightsOf(made)].sort()).toHaveLength(count - 1);
      }),
    );
  });

  it('takes the middle knot of its support, of a single piece a degree', () => {
    const curve = flat(3, [0, 0, 0, 0, 1, 2, 3, 4, 4, 4, 4], [[0, 0], [1, 5], [2, 0], [3, 5], [4, 0], [5, 5], [6, 0]]); // prettier-ignore
    expect([...valueOf(removeControlPoint(curve, 3)).knots]).toEqual([0, 0, 0, 0, 1, 3, 4, 4, 4, 4]);
    expect([...valueOf(removeControlPoint(curve, 0)).knots]).toEqual([0, 0, 0, 0, 2, 3, 4, 4, 4, 4]);
    const piece = valueOf(removeControlPoint(flat(2, [0, 0, 0, 1, 1, 1], [[0, 0], [5, 9], [10, 0]]), 1)); // prettier-ignore
    expect([piece.degree, ...evaluate(piece, 0.5)]).toEqual([1, 5, 0, 0]);
    expect(removeControlPoint(piece, 0)).toEqual({ ok: false, failure: { kind: 'last-control-points', needed: 2 } });
  });

  it('keeps a symmetric ring symmetric', () => {
    // The point on the axis goes; what is left is its own mirror, whichever point the ring begins with.
    const eight = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4), 0, 1]); // prettier-ignore
    for (const index of [0, 1, 4, 7]) {
      const ring = valueOf(removeControlPoint(periodicCurve(3, eight), index));
      const [c, s] = [Math.cos((index * Math.PI) / 4), Math.sin((index * Math.PI) / 4)];
      const [first, last] = domainOf(ring);
      const places = Array.from({ length: 400 }, (_, i) => evaluate(ring, first + ((last - first) * i) / 400));
      const across = places.map(([x, y]) => x * s - y * c);
      expect(Math.max(...across)).toBeCloseTo(-Math.min(...across), 3);
    }
  });

  it('moves the seam of a clamped, closed curve to the next point', () => {
    const frame = valueOf(removeControlPoint(rectangle(FRONT, [0, 0, 0], 40, 30), 4));
    expect([...controlPointsOf(frame)]).toEqual([40, 0, 0, 40, 30, 0, 0, 30, 0, 40, 0, 0]);
  });
});
