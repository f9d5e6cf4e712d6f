import fc from 'fast-check';
import { real } from './real.fixture';
import { signChange } from './signChange';

describe('signChange', () => {
  it('finds roots to the last places, at, near and far from 0', () => {
    expect(signChange((t) => t * t - 2, 0, 2)).toBeCloseTo(Math.SQRT2, 15);
    expect(signChange(Math.cos, 1, 2)).toBeCloseTo(Math.PI / 2, 15);
    expect(signChange((t) => t - 0.3, 0.3, 9)).toBe(0.3);
    expect(signChange((t) => t - 9, 0.3, 9)).toBe(9);
    expect(signChange((t) => (t < 1 / 3 ? -1 : 1), 0, 1)).toBeCloseTo(1 / 3, 15);
    expect(signChange((t) => Math.cbrt(t - 1e6), 999_990, 1_000_020)).toBeCloseTo(1e6, 8);
  });

  it('takes few rounds where the function is smooth, and hardly more than bisection where it is not', () => {
    const counted = (f: (t: number) => number, low: number, high: number) => {
      let calls = 0;
      signChange((t) => (calls++, f(t)), low, high);
      return calls;
    };
    expect(counted((t) => Math.exp(t) - 2, 0, 1)).toBeLessThan(16);
    expect(counted((t) => t ** 3 - 0.001, 0, 1)).toBeLessThan(24);
    expect(counted((t) => (t < 0.123 ? -1e-9 : 1e9), 0, 1)).toBeLessThan(60);
  });

  it('stays inside and ends at a change of sign, whatever the function', () => {
    const coefficient = real(-10, 10);
    fc.assert(
      fc.property(fc.array(coefficient, { minLength: 2, maxLength: 6 }), (coefficients) => {
        const f = (t: number) => coefficients.reduce((sum, each) => sum * t + each, 0);
        fc.pre(f(-1) * f(2) < 0);
        const at = signChange(f, -1, 2);
        expect(at).toBeGreaterThanOrEqual(-1);
        expect(at).toBeLessThanOrEqual(2);
        expect(f(Math.max(-1, at - 1e-14)) * f(Math.min(2, at + 1e-14))).toBeLessThanOrEqual(0);
      }),
    );
  });
});
