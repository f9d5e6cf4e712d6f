import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import { curvatureAt } from './curvature';
import { rotation, transform } from '../edit/transform';
import { arcLength, parameterAt } from './arcLength';
import { circle, ellipse, parabola, sCubic } from './shapes.fixture';

const FRONT_NORMAL = [0, 0, 1] as const;

describe('curvatureAt', () => {
  it('is 2 at the apex of y = x²', () => {
    expect(curvatureAt(parabola(3), 0.5, FRONT_NORMAL)).toEqual({ kappa: 2, rate: 0 });
    expect(curvatureAt(parabola(3), 0.5, [0, 0, -1]).kappa).toBe(-2);
  });

  it('is a/b² and b/a² at the ends of an ellipse', () => {
    const curve = ellipse(60, 35);
    expect(curvatureAt(curve, 0, FRONT_NORMAL).kappa).toBeCloseTo(60 / 35 ** 2, 14);
    expect(curvatureAt(curve, 0.25, FRONT_NORMAL).kappa).toBeCloseTo(35 / 60 ** 2, 14);
    expect(curvatureAt(curve, 0.25, FRONT_NORMAL, 'left').kappa).toBeCloseTo(35 / 60 ** 2, 14);
  });

  it('is constant on a circle to 1e-12, with no rate', () => {
    for (let i = 0; i <= 300; i++) {
      const { kappa, rate } = curvatureAt(circle(25), i / 300, FRONT_NORMAL);
      expect(Math.abs(kappa * 25 - 1)).toBeLessThan(1e-12);
      expect(Math.abs(rate)).toBeLessThan(1e-14);
    }
  });

  it('agrees with a Bézier library in the plane, sign included', () => {
    const coordinate = fc.integer({ min: -1000, max: 1000 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 8, maxLength: 8 }), real(0, 1), (flat, t) => {
        const points = [0, 1, 2, 3].map((i) => ({ x: flat[2 * i], y: flat[2 * i + 1] }));
        const curve = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(points.flatMap(({ x, y }) => [x, y, 0])));
        // The library has it; its published types do not.
        const witness = new Bezier(points) as Bezier & { curvature(t: number): { k: number } };
        const { k } = witness.curvature(t);
        fc.pre(Math.abs(k) <= 1e3);
        expect(Math.abs(curvatureAt(curve, t, FRONT_NORMAL).kappa - k)).toBeLessThan(1e-8 * (1 + Math.abs(k)));
      }),
    );
  });

  it('has the rate that differences along the length tend to, signed and in space', () => {
    const spatial = makeCurve(
      4,
      [0, 0, 0, 0, 0, 1, 1, 1, 1, 1],
      homogeneous([0, 0, 0, 20, 5, 9, 40, 30, -4, 10, 50, 20, -20, 40, 3]),
    );
    for (const [curve, normal] of [
      [sCubic, FRONT_NORMAL],
      [spatial, null],
    ] as const) {
      const measured = arcLength(curve);
      for (const share of [0.1, 0.3, 0.62, 0.9]) {
        const s = share * measured.total;
        const h = 1e-4;
        const at = (length: number) => curvatureAt(curve, parameterAt(measured, length), normal);
        const difference = (at(s + h).kappa - at(s - h).kappa) / (2 * h);
        expect(Math.abs(at(s).rate - difference)).toBeLessThan(1e-7);
      }
    }
  });

  it('is the same in any plane, sign and rate included', () => {
    fc.assert(
      fc.property(real(-3, 3), real(-3, 3), real(-3, 3), real(0.05, 0.95), (x, y, z, u) => {
        fc.pre(Math.hypot(x, y, z) > 0.1);
        const map = rotation([x, y, z], Math.hypot(x, y, z));
        const turned = curvatureAt(transform(sCubic, map), u, map.z);
        const flat = curvatureAt(sCubic, u, FRONT_NORMAL);
        expect(Math.abs(turned.kappa - flat.kappa)).toBeLessThan(1e-13);
        expect(Math.abs(turned.rate - flat.rate)).toBeLessThan(1e-13);
      }),
    );
  });

  it('is 0, and not NaN, on a line and where a curve stands still', () => {
    const line = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 5, 5, 5]));
    expect(curvatureAt(line, 0.3)).toEqual({ kappa: 0, rate: 0 });
    const still = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 0, 0, 0, 5, 5, 0, 9, 9, 0]));
    expect(curvatureAt(still, 0)).toEqual({ kappa: 0, rate: 0 });
  });
});
