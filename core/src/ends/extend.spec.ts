import { apart, parameterAtShare, bezier, checked, valueOf, SPOUT } from '../curve/curves.fixture';
import { angleBetween, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { FRONT } from '../plane/plane';
import { extend } from './extend';
import { endOf } from '../edit/join';
import { reparameterise } from '../knots/reparameterise';

const end = (curve: Curve, side: 'start' | 'end', order: number) =>
  derivatives(curve, domainOf(curve)[side === 'start' ? 0 : 1], order, side === 'start' ? 'right' : 'left');

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

  it('at the speed of the curve, however short its domain or slow it runs', () => {
    for (const domain of [1e-3, 100]) {
      const short = reparameterise(bezier([0, 0], [1, 0]), 0, domain);
      const longer = valueOf(extend(short, 'end', 'straight', { length: 12_000 }));
      expect(derivatives(longer, domain, 1, 'right')[3] * domain).toBeCloseTo(1, 9);
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
      for (let i = 0; i <= 20; i++)
        expect(Math.hypot(...evaluate(longer, parameterAtShare(longer, i / 20)))).toBeCloseTo(25, 10);
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
    // A leg that is rounding leads nowhere; the polynomial itself goes on from either.
    const nearly = bezier([0, 0], [10, 10], [20, 0], [20, 1e-14]);
    expect(extend(nearly, 'end', 'straight', { length: 1 })).toMatchObject({ failure: { kind: 'no-direction' } });
    expect(arcLength(valueOf(extend(stuck, 'end', 'own', { length: 1 }))).total).toBeCloseTo(
      arcLength(stuck).total + 1,
      9,
    );
    const place = bezier([5, 5], [5, 5]);
    expect(extend(place, 'end', 'own', { length: 1 })).toMatchObject({ failure: { kind: 'no-direction' } });
    expect(() => extend(SPOUT, 'end', 'own', { length: 0 })).toThrow('a length above 0 is needed, not 0');
  });
});
