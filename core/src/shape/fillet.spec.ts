import { bezier, valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { angleBetween, distance, negate } from '../linear/vector';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { frameAt } from '../measure/frame';
import { fromAxesOf } from '../measure/flatten';
import { FRONT, type Plane } from '../plane/plane';
import { chamfer } from './chamfer';
import { fillet } from './fillet';
import { endOf } from '../edit/join';

const TILTED: Plane = { origin: [5, -3, 40], x: [0.6, 0, 0.8], y: [0, 1, 0] };
const FLOOR = lineBetween([0, 0, 0], [50, 0, 0]);
const WALL = lineBetween([50, 0, 0], [50, 40, 0]);
const P = bezier([0, 0], [30, 40], [60, -20], [90, 20]);
const Q = bezier([20, 40], [40, -10], [50, 30], [70, -30]);

/** The unit tangent at an end. */
const tangentAt = (curve: Curve, end: 'start' | 'end') => {
  const [first, last] = domainOf(curve);
  const frame = end === 'start' ? frameAt(curve, first) : frameAt(curve, last, 'left');
  if (!frame) throw new Error('a curve stands still at its end');
  return frame.tangent;
};

describe('a fillet', () => {
  it('between lines at a right angle is a quarter circle, set back by its radius', () => {
    const { first, second, between, u, v } = valueOf(fillet(FLOOR, WALL, 10, FRONT));
    expect(arcLength(between).total).toBeCloseTo(5 * Math.PI, 9);
    expect([u, v]).toEqual([expect.closeTo(0.8, 9), expect.closeTo(0.25, 9)]);
    expect(endOf(first, 'end')[0]).toBeCloseTo(40, 9);
    expect(endOf(second, 'start')[1]).toBeCloseTo(10, 9);
  });

  it('between lines at any angle is set back by R tan(θ/2), θ the turning angle (common practice)', () => {
    for (const turn of [0.2, 1, 2, 2.8]) {
      const other = lineBetween([50, 0, 0], [50 + 400 * Math.cos(turn), 400 * Math.sin(turn), 0]);
      const { first } = valueOf(fillet(lineBetween([-300, 0, 0], [50, 0, 0]), other, 8, FRONT));
      expect(50 - endOf(first, 'end')[0]).toBeCloseTo(8 * Math.tan(turn / 2), 8);
    }
  });

  it.each(['start', 'end'].flatMap((a) => ['start', 'end'].map((b) => [a, b] as ['start' | 'end', 'start' | 'end'])))(
    'between crossing curves keeps the %s of one and the %s of the other, tangent to both',
    (keepFirst, keepSecond) => {
      for (const radius of [2, 5, 12]) {
        const { first, second, between } = valueOf(fillet(P, Q, radius, FRONT, { keep: [keepFirst, keepSecond] }));
        const [cutFirst, cutSecond] = [keepFirst, keepSecond].map((end) => (end === 'start' ? 'end' : 'start'));
        expect(distance(endOf(first, cutFirst), endOf(between, 'start'))).toBeLessThan(1e-9);
        expect(distance(endOf(second, cutSecond), endOf(between, 'end'))).toBeLessThan(1e-9);
        const along = (curve: Curve, cut: 'start' | 'end') =>
          cut === 'end' ? tangentAt(curve, cut) : negate(tangentAt(curve, cut));
        expect(angleBetween(along(first, cutFirst), tangentAt(between, 'start'))).toBeLessThan(1e-7);
        expect(angleBetween(along(second, cutSecond), tangentAt(between, 'end'))).toBeGreaterThan(Math.PI - 1e-7);
        expect(curvatureAt(between, domainOf(between)[0]).kappa * radius).toBeCloseTo(1, 7);
      }
    },
  );

  it('takes the corner that is asked for where curves cross more than once', () => {
    const wave = bezier([0, -10], [40, 60], [60, -80], [100, 10]);
    const axis = lineBetween([-5, 0, 0], [105, 0, 0]);
    const near = (x: number) => valueOf(fillet(wave, axis, 3, FRONT, { near: [x, 0, 0], keep: ['start', 'end'] })).u;
    expect(near(0)).toBeLessThan(0.2);
    expect(near(100)).toBeGreaterThan(0.6);
  });

  it('works in any plane', () => {
    const [a, b] = [FLOOR, WALL].map((curve) => fromAxesOf(TILTED, curve));
    const { between, first } = valueOf(fillet(a, b, 10, TILTED));
    expect(arcLength(between).total).toBeCloseTo(5 * Math.PI, 9);
    expect(distance(endOf(first, 'end'), endOf(between, 'start'))).toBeLessThan(1e-9);
  });

  it('says what stands in the way', () => {
    expect(fillet(FLOOR, WALL, 41, FRONT)).toEqual({ ok: false, failure: { kind: 'does-not-fit', radius: 41 } });
    expect(fillet(FLOOR, lineBetween([60, 0, 0], [60, 9, 0]), 1, FRONT)).toEqual({
      ok: false,
      failure: { kind: 'no-corner', gap: 10 },
    });
    expect(fillet(FLOOR, circle(FRONT, [50, 0, 0], 9), 1, FRONT)).toMatchObject({ failure: { kind: 'closed', which: 'second' } }); // prettier-ignore
    expect(fillet(FLOOR, lineBetween([50, 0, 0], [50, 9, 5]), 1, FRONT)).toMatchObject({ failure: { kind: 'not-flat' } }); // prettier-ignore
  });
});

describe('a chamfer', () => {
  it('cuts a corner off by lengths along both curves', () => {
    const { first, second, between } = valueOf(chamfer(FLOOR, WALL, [5, 10], FRONT));
    expect(arcLength(between).total).toBeCloseTo(Math.hypot(5, 10), 9);
    expect(arcLength(first).total).toBeCloseTo(45, 9);
    expect(arcLength(second).total).toBeCloseTo(30, 9);
    const curved = valueOf(chamfer(P, Q, [5, 7], FRONT, { keep: ['start', 'start'] }));
    const whole = valueOf(chamfer(P, Q, [1e-9, 1e-9], FRONT, { keep: ['start', 'start'] }));
    expect(arcLength(whole.first).total - arcLength(curved.first).total).toBeCloseTo(5, 6);
    expect(arcLength(whole.second).total - arcLength(curved.second).total).toBeCloseTo(7, 6);
  });

  it('says which setback is too long, and for what length', () => {
    expect(chamfer(FLOOR, WALL, [5, 50], FRONT)).toMatchObject({
      failure: { kind: 'too-long', which: 'second', setback: 50, length: expect.closeTo(40, 9) },
    });
  });
});
