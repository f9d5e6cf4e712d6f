import fc from 'fast-check';
import { type Bernstein, boundOf, derivativeOf, product, signChangesOf, valueAt, wronskian } from './bernstein';
import { gaussRule, integrate } from './gaussLegendre';
import { symmetricAxes } from './symmetricAxes';

const polynomial = (degree: number) =>
  fc
    .array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: degree + 1, maxLength: degree + 1 })
    .map((c) => Float64Array.from(c));
const t = fc.double({ min: 0, max: 1, noNaN: true });

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

describe('Gauss-Legendre rules', () => {
  it('have the nodes and weights of Abramowitz and Stegun, table 25.4, for 5 and 8 nodes', () => {
    expect([...gaussRule(5).nodes].slice(3)).toEqual([
      expect.closeTo(0.5384693101056831, 15),
      expect.closeTo(0.906179845938664, 15),
    ]);
    expect(gaussRule(5).weights[2]).toBeCloseTo(128 / 225, 15);
    expect([...gaussRule(8).weights].slice(4)).toEqual(
      [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763].map((w) => expect.closeTo(w, 15)),
    );
  });

  it('integrate polynomials up to degree 2n − 1 exactly', () => {
    for (const count of [1, 2, 7, 25]) {
      const { nodes, weights } = gaussRule(count);
      const power = 2 * count - 2;
      const sum = nodes.reduce((total, x, i) => total + weights[i] * x ** power, 0);
      expect(sum).toBeCloseTo(2 / (power + 1), 14);
    }
    expect(integrate((x) => x ** 15, 0, 1)).toBeCloseTo(1 / 16, 15);
  });
});

describe('principal axes', () => {
  it('are those of a matrix put together from them, by decreasing value, small ones with their digits', () => {
    const axes = [
      [2 / 3, 2 / 3, 1 / 3],
      [-2 / 3, 1 / 3, 2 / 3],
      [1 / 3, -2 / 3, 2 / 3],
    ];
    const values = [400, 3, 1e-3];
    const matrix = Float64Array.from({ length: 9 }, (_, k) =>
      axes.reduce((sum, axis, i) => sum + values[i] * axis[Math.floor(k / 3)] * axis[k % 3], 0),
    );
    const found = symmetricAxes(matrix);
    found.values.forEach((value, i) => expect(value).toBeCloseTo(values[i], 11));
    found.axes.forEach((axis, i) =>
      expect(Math.abs(axis.reduce((sum, c, k) => sum + c * axes[i][k], 0))).toBeCloseTo(1, 11),
    );
  });
});
