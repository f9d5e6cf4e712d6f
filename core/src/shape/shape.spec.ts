import fc from 'fast-check';
import { anyCurve, apart, at, bezier, checked, flat, fraction, SAME, sizeOf, valueOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { angleBetween, distance, subtract, type Vector3 } from '../linear/vector';
import { controlPointsOf, type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { breaksOf } from '../knots/multiplicity';
import { periodicCurve } from '../knots/period';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { FRONT } from '../plane/plane';
import { withoutRedundantKnots } from '../simplify/redundantKnots';
import { close, open, toPeriodic } from './close';
import { extend } from './extend';
import { endOf, join } from './join';
import { reverse } from './reverse';
import { split, subCurve } from './split';
import { mirror, rotation, scaling, transform, translation } from './transform';
import { weightsOf, withWeights } from './weights';

const SPOUT = flat(
  3,
  [0, 0, 0, 0, 1, 2, 3, 3, 3, 3],
  [
    [0, 0],
    [10, 30],
    [40, 42],
    [60, 20],
    [80, 25],
    [95, 60],
  ],
);
const end = (curve: Curve, side: 'start' | 'end', order: number) =>
  derivatives(curve, domainOf(curve)[side === 'start' ? 0 : 1], order, side === 'start' ? 'right' : 'left');

describe('cutting', () => {
  it('and joining again is the same curve', () => {
    fc.assert(
      fc.property(anyCurve(), fraction, (curve, share) => {
        const parts = split(curve, at(curve, share));
        if (!parts.ok) return;
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
          const u = at(part, i / 10);
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
        const from = at(curve, start);
        const part = subCurve(curve, from, from + size * (last - first));
        if (!part.ok) return;
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

describe('reversing', () => {
  it('runs backwards over the same places, and twice is the curve', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const back = checked(reverse(curve));
        const [first, last] = domainOf(curve);
        const u = at(curve, share);
        const mirrored = Math.min(last, Math.max(first, first + (last - u)));
        expect(distance(evaluate(back, mirrored), evaluate(curve, u))).toBeLessThanOrEqual(1e-8 * sizeOf(curve));
        expect(reverse(back).points).toEqual(curve.points);
      }),
    );
  });
});

describe('joining', () => {
  it('raises the lower degree, keeps a kink as full multiplicity, and scales weights to meet', () => {
    const line = lineBetween([95, 60, 0], [120, 60, 0]);
    const arc = withWeights(bezier([120, 60], [140, 60], [140, 40]), [2, 1, 2]);
    const joined = checked(valueOf(join(valueOf(join(SPOUT, line, 0)), arc, 0)));
    expect(joined.degree).toBe(3);
    expect(breaksOf(joined).map(({ multiplicity }) => multiplicity)).toEqual([4, 1, 1, 3, 3, 4]);
    expect(domainOf(joined)).toEqual([0, 5]);
    expect(apart(SPOUT, joined)).toBeLessThan(SAME);
    for (const share of [0, 0.4, 1])
      expect(distance(evaluate(joined, 4 + share), evaluate(arc, share))).toBeLessThan(1e-12);
  });

  it('refuses gaps and closed curves', () => {
    const line = lineBetween([95, 60.5, 0], [120, 60, 0]);
    expect(join(SPOUT, line, 0.1)).toEqual({ ok: false, failure: { kind: 'gap', gap: 0.5, tolerance: 0.1 } });
    expect(endOf(valueOf(join(SPOUT, line, 0.5)), 'end')).toEqual([120, 60, 0]);
    expect(join(circle(FRONT, [0, 0, 0], 1), line, 1)).toEqual({
      ok: false,
      failure: { kind: 'closed', which: 'first' },
    });
  });
});

describe('closing and opening', () => {
  it('draws a leg where the ends are apart, and moves the end where they are not', () => {
    const closed = checked(close(SPOUT, 1e-6));
    expect(closed.closing).toBe('clamped-closed');
    expect(arcLength(closed).total).toBeCloseTo(arcLength(SPOUT).total + Math.hypot(95, 60), 8);
    expect(open(closed).closing).toBe('open');
    const nearly = bezier([0, 0], [30, 40], [60, -40], [0, 1e-7]);
    expect(arcLength(checked(close(nearly, 1e-6))).total).toBeCloseTo(arcLength(nearly).total, 6);
  });

  it('keeps a ring that was cut at its seam, once it is periodic again', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'periodic', weights: 5 }), (ring) => {
        const cut = checked(close(open(ring), 1e-12 * sizeOf(ring)));
        const again = valueOf(toPeriodic(cut, 1e-9 * sizeOf(ring)));
        expect(checked(again).closing).toBe('periodic');
        expect(apart(ring, again)).toBeLessThan(2e-9);
      }),
    );
  });

  it('finds the smooth seam, and keeps a kink', () => {
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5, 30, -20, 0]));
    expect(valueOf(toPeriodic(open(ring), 1e-9)).knots.length).toBe(ring.knots.length);
    const kinked = valueOf(toPeriodic(close(SPOUT, 1e-6), 1e-9));
    expect(breaksOf(kinked)[0].multiplicity).toBe(3);
    expect(toPeriodic(SPOUT, 1e-6)).toMatchObject({ failure: { kind: 'gap', tolerance: 1e-6 } });
    const drop = withWeights(bezier([0, 0], [30, 40], [-30, 40], [0, 0]), [1, 1, 1, 2]);
    expect(toPeriodic(drop, 1e-6)).toEqual({ ok: false, failure: { kind: 'seam-weights', start: 1, end: 2 } });
  });
});

describe('extending', () => {
  const kappa = (curve: Curve, u: number, side: 'left' | 'right') => curvatureAt(curve, u, [0, 0, 1], side).kappa;

  it.each(['straight', 'arc', 'own'] as const)('%s, by a length, at both ends', (how) => {
    for (const side of ['start', 'end'] as const) {
      const longer = checked(valueOf(extend(SPOUT, side, how, { length: 12 })));
      expect(arcLength(longer).total).toBeCloseTo(arcLength(SPOUT).total + 12, 9);
      expect(apart(SPOUT, longer)).toBeLessThan(1e-12);
      const u = side === 'start' ? 0 : 3;
      const [inner, outer] = side === 'start' ? (['right', 'left'] as const) : (['left', 'right'] as const);
      const [before, after] = [derivatives(longer, u, 3, inner), derivatives(longer, u, 3, outer)];
      expect(angleBetween([before[3], before[4], 0], [after[3], after[4], 0])).toBeLessThan(1e-12);
      const here = kappa(SPOUT, u, inner);
      if (how === 'straight') expect(kappa(longer, u, outer)).toBeCloseTo(0, 14);
      else expect(kappa(longer, u, outer)).toBeCloseTo(here, 12);
      if (how === 'own') {
        expect(longer.points.length).toBe(SPOUT.points.length);
        before.forEach((value, i) => expect(value).toBeCloseTo(after[i], 9));
      }
    }
  });

  it('to the place nearest to a point', () => {
    const target: Vector3 = [110, 110, 0];
    for (const how of ['straight', 'arc', 'own'] as const) {
      const longer = valueOf(extend(SPOUT, 'end', how, { point: target }));
      const [d, tip] = [end(longer, 'end', 1), endOf(longer, 'end')];
      const gap = subtract(target, tip);
      expect(Math.abs(gap[0] * d[3] + gap[1] * d[4])).toBeLessThan(
        1e-6 * Math.hypot(...gap) * Math.hypot(d[3], d[4]) + 1e-9,
      );
    }
    expect(extend(SPOUT, 'end', 'straight', { point: [90, 0, 0] })).toEqual({ ok: false, failure: { kind: 'behind' } });
  });

  it('an arc goes on along its own circle, and once around is enough', () => {
    const quarter = makeCurve(
      2,
      [0, 0, 0, 1, 1, 1],
      homogeneous([25, 0, 0, 25, 25, 0, 0, 25, 0], [1, Math.SQRT1_2, 1]),
    );
    for (const how of ['arc', 'own'] as const) {
      const longer = valueOf(extend(quarter, 'end', how, { length: 20 }));
      for (let i = 0; i <= 20; i++) expect(Math.hypot(...evaluate(longer, at(longer, i / 20)))).toBeCloseTo(25, 10);
    }
    const { failure } = extend(quarter, 'end', 'arc', { length: 158 }) as { failure: { kind: string; reach: number } };
    expect(failure.kind).toBe('too-far');
    expect(failure.reach).toBeCloseTo(50 * Math.PI, 9);
    expect(extend(quarter, 'end', 'own', { length: 1e9 })).toMatchObject({ failure: { kind: 'too-far' } });
  });

  it('refuses what has no end or no direction', () => {
    expect(extend(circle(FRONT, [0, 0, 0], 5), 'end', 'own', { length: 1 })).toMatchObject({
      failure: { kind: 'closed' },
    });
    const stuck = bezier([0, 0], [10, 10], [20, 0], [20, 0]);
    expect(extend(stuck, 'end', 'straight', { length: 1 })).toMatchObject({ failure: { kind: 'no-direction' } });
    expect(() => extend(SPOUT, 'end', 'own', { length: 0 })).toThrow('a length above 0 is needed, not 0');
  });
});

describe('weights and affine maps', () => {
  it('set weights and keep places', () => {
    const weighted = withWeights(SPOUT, [1, 2, 3, 0.5, 1, 4]);
    expect([...weightsOf(weighted)]).toEqual([1, 2, 3, 0.5, 1, 4]);
    expect([...controlPointsOf(weighted)]).toEqual([...controlPointsOf(SPOUT)]);
    expect(() => withWeights(SPOUT, [1])).toThrow('6 weights are needed, not 1');
    expect(() => withWeights(SPOUT, [1, 1, 0, 1, 1, 1])).toThrow('weights[2]: a weight above 0 is needed, not 0');
    const ring = periodicCurve(2, homogeneous([9, 0, 0, 0, 9, 0, -9, 0, 0]));
    expect([...weightsOf(checked(withWeights(ring, [1, 2, 3])))]).toEqual([1, 2, 3]);
  });

  it('the map of the curve is the curve of the mapped points', () => {
    const map = { x: [0.9, 0.1, 0], y: [-0.4, 1.2, 0.3], z: [0, 0.5, 2], origin: [5, -7, 11] } as const;
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const u = at(curve, share);
        const [x, y, z] = evaluate(curve, u);
        const image = [0, 1, 2].map((c) => map.x[c] * x + map.y[c] * y + map.z[c] * z + map.origin[c]) as [
          number,
          number,
          number,
        ];
        expect(distance(evaluate(transform(curve, map), u), image)).toBeLessThanOrEqual(1e-11 * (sizeOf(curve) + 11));
      }),
    );
  });

  it('turns, mirrors, moves and scales', () => {
    const near = (curve: Curve, expected: Vector3) =>
      expect(distance(endOf(curve, 'end'), expected)).toBeLessThan(1e-12);
    near(transform(SPOUT, rotation([0, 0, 2], Math.PI / 2, [95, 0, 0])), [35, 0, 0]);
    near(mirror(SPOUT, { origin: [10, 0, 0], x: [0, 1, 0], y: [0, 0, 1] }), [-75, 60, 0]);
    near(transform(SPOUT, translation([1, 2, 3])), [96, 62, 3]);
    near(transform(SPOUT, scaling(2, [95, 0, 0])), [95, 120, 0]);
    expect(() => rotation([0, 0, 0], 1)).toThrow('axis: a direction is needed, not 0, 0, 0');
    const twice = mirror(mirror(SPOUT, FRONT), FRONT);
    expect(apart(SPOUT, twice)).toBeLessThan(SAME);
  });
});
