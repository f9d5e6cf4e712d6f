import fc from 'fast-check';
import { anyCurve, checked, flat, fraction, SAME, apart, valueOf } from '../curve/curves.fixture';
import { controlPointsOf, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { breaksOf } from './multiplicity';
import { evenKnots, moveKnot } from './moveKnot';

const CURVE = flat(2, [0, 0, 0, 1, 3, 4, 4, 4], [[0, 0], [10, 20], [30, 25], [50, 5], [60, 10]]); // prettier-ignore

describe('moving a knot', () => {
  it('keeps the control points, and the curve away from the knot', () => {
    const moved = valueOf(moveKnot(CURVE, 1, 2));
    expect([...moved.knots]).toEqual([0, 0, 0, 2, 3, 4, 4, 4]);
    expect(moved.points).toEqual(CURVE.points);
    // The quadratic after the next knot but one is another's business.
    expect(evaluate(moved, 4)).toEqual(evaluate(CURVE, 4));
    expect(evaluate(moved, 1)).not.toEqual(evaluate(CURVE, 1));
  });

  it('stops before the neighbours', () => {
    expect(moveKnot(CURVE, 1, 3)).toEqual({
      ok: false,
      failure: { kind: 'past-neighbour', from: 1, to: 3, between: [0, 3] },
    });
    expect(moveKnot(CURVE, 3, 4).ok).toBe(false);
  });

  it('there and back gives any curve back, periodic ones too', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, fraction, (curve, which, share) => {
        const breaks = breaksOf(curve);
        fc.pre(breaks.length > 2);
        const index = 1 + Math.min(breaks.length - 3, Math.floor(which * (breaks.length - 2)));
        const { u, multiplicity } = breaks[index];
        const [from, to] = [breaks[index - 1].u, breaks[index + 1].u];
        const target = from + (0.05 + 0.9 * share) * (to - from);
        const moved = checked(valueOf(moveKnot(curve, u, target)));
        expect(breaksOf(moved)[index]).toEqual({ u: target, multiplicity });
        expect(domainOf(moved)).toEqual(domainOf(curve));
        expect(apart(curve, valueOf(moveKnot(moved, target, u)))).toBeLessThan(SAME);
      }),
    );
  });

  it('even knots are evenly spaced, as often as they were', () => {
    const even = evenKnots(flat(2, [0, 0, 0, 1, 1, 4, 4, 4], [[0, 0], [10, 20], [30, 25], [50, 5], [60, 10]])); // prettier-ignore
    expect([...even.knots]).toEqual([0, 0, 0, 2, 2, 4, 4, 4]);
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), (curve) => {
        const made = checked(evenKnots(curve));
        const breaks = breaksOf(made);
        const step = (breaks[breaks.length - 1].u - breaks[0].u) / (breaks.length - 1);
        breaks.slice(1).forEach(({ u }, i) => expect((u - breaks[i].u) / step).toBeCloseTo(1, 6));
        expect(breaks.map((each) => each.multiplicity)).toEqual(breaksOf(curve).map((each) => each.multiplicity));
        expect(controlPointsOf(made)).toEqual(controlPointsOf(curve));
      }),
    );
  });
});
