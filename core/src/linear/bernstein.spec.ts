import fc from 'fast-check';
import { real } from './real.fixture';
import { type Bernstein, boundOf, derivativeOf, product, signChangesOf, valueAt, wronskian } from './bernstein';

const polynomial = (degree: number) =>
  fc.array(real(-1, 1), { minLength: degree + 1, maxLength: degree + 1 }).map((c) => Float64Array.from(c));
const t = real(0, 1);

/** (t − r₁)(t − r₂)… in Bernstein form. */
const withRoots = (...roots: readonly number[]) =>
  roots.reduce<Bernstein>((a, r) => product(a, Float64Array.of(-r, 1 - r)), Float64Array.of(1));

describe('polynomials in Bernstein form', () => {
  it('multiply, differ and cross as their values do', () => {
    fc.assert(
      fc.property(polynomial(5), polynomial(5), t, (a, b, u) => {
        expect(valueAt(product(a, b), u)).toBeCloseTo(valueAt(a, u) * valueAt(b, u), 13);
        const h = 1e-5;
        const v = h + u * (1 - 2 * h);
        const slope = (valueAt(a, v + h) - valueAt(a, v - h)) / (2 * h);
        expect(valueAt(derivativeOf(a), v)).toBeCloseTo(slope, 6);
        const cross = valueAt(derivativeOf(a), u) * valueAt(b, u) - valueAt(a, u) * valueAt(derivativeOf(b), u);
        expect(valueAt(wronskian(a, b), u)).toBeCloseTo(cross, 12);
        expect(Math.abs(valueAt(a, u))).toBeLessThanOrEqual(boundOf(a));
      }),
    );
  });

  it('have all their sign changes found, once each, and no others', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { maxLength: 7 }), (hundredths) => {
        const roots = hundredths.map((k) => k / 100).sort((a, b) => a - b);
        const made = withRoots(...roots);
        const found = signChangesOf(made, 1e-16 * boundOf(made));
        expect(found.length).toBe(roots.length);
        found.forEach((root, i) => expect(root).toBeCloseTo(roots[i], 7));
      }),
    );
    expect(signChangesOf(withRoots(0.5, 0.5), 1e-17)).toEqual([]);
    expect(signChangesOf(withRoots(0.5, 0.5, 0.5), 1e-17)).toEqual([expect.closeTo(0.5, 4)]);
    // At the very middle, where halving cuts, and at the ends, which do not count.
    expect(signChangesOf(withRoots(0.5), 1e-17)).toEqual([0.5]);
    expect(signChangesOf(withRoots(0, 1, 0.25), 1e-17)).toEqual([expect.closeTo(0.25, 14)]);
    expect(signChangesOf(new Float64Array(4), 0)).toEqual([]);
  });
});
