import fc from 'fast-check';
import {
  anyCurve,
  apart,
  parameterAtShare,
  checked,
  flat,
  fraction,
  SAME,
  sizeOf,
  valueOf,
  SPOUT,
} from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { distance } from '../linear/vector';
import { domainOf, homogeneous } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { breaksOf } from '../knots/multiplicity';
import { periodicCurve } from '../knots/period';
import { arcLength } from '../measure/arcLength';
import { FRONT } from '../plane/plane';
import { withoutRedundantKnots } from '../reduce/redundantKnots';
import { endOf, join } from './join';
import { split, subCurve } from './split';

describe('cutting', () => {
  it('and joining again is the same curve', () => {
    fc.assert(
      fc.property(anyCurve(), fraction, (curve, share) => {
        const parts = split(curve, parameterAtShare(curve, share));
        fc.pre(parts.ok);
        const [a, b] = parts.value.map(checked);
        expect(apart(curve, a, domainOf(a)[0], domainOf(a)[1])).toBeLessThan(SAME);
        expect(apart(curve, b, domainOf(b)[0], domainOf(b)[1])).toBeLessThan(SAME);
        const joined = checked(valueOf(join(a, b, 1e-11 * sizeOf(curve))));
        expect(apart(curve, joined)).toBeLessThan(SAME);
        expect(withoutRedundantKnots(joined, 1e-10 * sizeOf(curve)).knots.length).toBeLessThanOrEqual(
          curve.knots.length + 0,
        );
      }),
    );
  });

  it('agrees with a NURBS library, of degree 4 as well', () => {
    const quartic = flat(
      4,
      [0, 0, 0, 0, 0, 1, 2, 2, 2, 2, 2],
      [
        [0, 0],
        [10, 30],
        [40, 42],
        [60, 20],
        [80, 25],
        [95, 60],
      ],
    );
    for (const curve of [SPOUT, quartic]) {
      const ours = valueOf(split(curve, 0.7));
      const theirs = verb.Divide.curveSplit(toVerb(curve), 0.7);
      ours.forEach((part, k) => {
        for (let i = 0; i <= 10; i++) {
          const u = parameterAtShare(part, i / 10);
          const [x, y] = verb.Eval.rationalCurvePoint(theirs[k], u);
          expect(Math.hypot(evaluate(part, u)[0] - x, evaluate(part, u)[1] - y)).toBeLessThan(1e-11);
        }
      });
    }
  });

  it('at an end, or no stretch at all, is refused; outside throws', () => {
    expect(split(SPOUT, 0)).toEqual({ ok: false, failure: { kind: 'nothing-to-cut', from: 0, to: 0 } });
    expect(split(SPOUT, 3)).toMatchObject({ ok: false });
    expect(subCurve(SPOUT, 1, 1)).toMatchObject({ failure: { kind: 'nothing-to-cut' } });
    expect(subCurve(SPOUT, 2, 1)).toMatchObject({ failure: { kind: 'nothing-to-cut' } });
    expect(() => split(SPOUT, -0.1)).toThrow('outside the domain 0 to 3');
    expect(() => subCurve(SPOUT, NaN, 1)).toThrow('no stretch goes from NaN to 1');
  });

  it('a hair beside a knot cuts at the knot and leaves no sliver', () => {
    const [a, b] = valueOf(split(SPOUT, 1 + 1e-11));
    expect(domainOf(a)).toEqual([0, 1]);
    expect(breaksOf(b).map(({ u }) => u)).toEqual([1, 2, 3]);
  });

  it('opens a closed curve, and cuts a ring over its seam', () => {
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]));
    for (const closed of [ring, circle(FRONT, [3, 4, 0], 25)]) {
      const [opened] = valueOf(split(closed, 0.3)).map(checked);
      expect(opened.closing).toBe('open');
      expect(distance(endOf(opened, 'start'), endOf(opened, 'end'))).toBeLessThan(1e-12);
      expect(distance(endOf(opened, 'start'), evaluate(closed, 0.3))).toBeLessThan(1e-12);
      expect(arcLength(opened).total).toBeCloseTo(arcLength(closed).total, 9);
    }
    const part = valueOf(subCurve(ring, 0.8, 1.4));
    expect(domainOf(part)[0]).toBeCloseTo(0.8, 14);
    expect(distance(endOf(part, 'end'), evaluate(ring, 0.4))).toBeLessThan(1e-12);
    expect(() => subCurve(ring, 0.2, 1.3)).toThrow('overlaps itself');
  });

  it('of a ring keeps its places', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'periodic' }), fraction, fraction, (curve, start, size) => {
        const [first, last] = domainOf(curve);
        const from = parameterAtShare(curve, start);
        const part = subCurve(curve, from, from + size * (last - first));
        fc.pre(part.ok);
        const [low, high] = domainOf(checked(part.value));
        for (let i = 0; i <= 12; i++) {
          const u = Math.min(high, low + ((high - low) * i) / 12);
          const before = Math.min(last, Math.max(first, u > last ? u - (last - first) : u));
          expect(distance(evaluate(part.value, u), evaluate(curve, before))).toBeLessThanOrEqual(1e-9 * sizeOf(curve));
        }
      }),
    );
  });
});
