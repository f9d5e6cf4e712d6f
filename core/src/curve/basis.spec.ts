import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { basisDerivatives, basisFunctions, findSpan } from './basis';

const KNOTS = Float64Array.from([0, 0, 0, 1, 2, 3, 4, 4, 5, 5, 5]);

/** Reference: the Cox-de Boor recurrence as it is written (The NURBS Book, eq. 2.5). */
function recurrence(knots: ArrayLike<number>, i: number, p: number, u: number): number {
  if (p === 0) return knots[i] <= u && u < knots[i + 1] ? 1 : 0;
  const left = knots[i + p] - knots[i];
  const right = knots[i + p + 1] - knots[i + 1];
  return (
    (left > 0 ? ((u - knots[i]) / left) * recurrence(knots, i, p - 1, u) : 0) +
    (right > 0 ? ((knots[i + p + 1] - u) / right) * recurrence(knots, i + 1, p - 1, u) : 0)
  );
}

/** Clamped knots with random inner ones, some repeated, and a parameter inside. */
const clamped = fc
  .record({
    degree: fc.integer({ min: 1, max: 9 }),
    steps: fc.array(fc.constantFrom(0, 0.1, 0.5, 1, 3), { maxLength: 8 }),
    start: fc.constantFrom(-1e3, -1, 0, 7),
    fraction: real(0, 1),
  })
  .map(({ degree, steps, start, fraction }) => {
    const inner: number[] = [];
    let at = start + 0.5;
    let run = 1;
    for (const step of steps) {
      run = step === 0 ? run + 1 : 1;
      if (run > degree) continue;
      at += step;
      inner.push(at);
    }
    const end = at + 1;
    const knots = Float64Array.from([
      ...Array<number>(degree + 1).fill(start),
      ...inner,
      ...Array<number>(degree + 1).fill(end),
    ]);
    return { degree, knots, count: knots.length - degree - 1, u: start + fraction * (end - start) };
  });

describe('findSpan', () => {
  it('puts a knot in the span after it, or before it when asked, and the end in the last span', () => {
    expect(findSpan(KNOTS, 2, 8, 2.5)).toBe(4);
    expect(findSpan(KNOTS, 2, 8, 4)).toBe(7);
    expect(findSpan(KNOTS, 2, 8, 4, 'left')).toBe(5);
    expect(findSpan(KNOTS, 2, 8, 0, 'left')).toBe(2);
    expect(findSpan(KNOTS, 2, 8, 5)).toBe(7);
  });

  it('refuses parameters outside the domain, also on a tiny one', () => {
    expect(() => findSpan(KNOTS, 2, 8, -1e-12)).toThrow('outside the domain 0 to 5');
    expect(() => findSpan(KNOTS, 2, 8, NaN)).toThrow(RangeError);
    const tiny = Float64Array.from([0, 0, 1e-14, 2e-14, 2e-14]);
    expect(findSpan(tiny, 1, 3, 0.5e-14)).toBe(1);
    expect(findSpan(tiny, 1, 3, 1.5e-14)).toBe(2);
  });
});

describe('basis functions', () => {
  it('give the values of The NURBS Book, examples 2.3 and 2.4', () => {
    expect([...basisFunctions(KNOTS, 2, 4, 2.5)]).toEqual([1 / 8, 6 / 8, 1 / 8]);
    expect([...basisDerivatives(KNOTS, 2, 4, 2.5, 2)]).toEqual([1 / 8, 6 / 8, 1 / 8, -1 / 2, 0, 1 / 2, 1, -2, 1]);
  });

  it('equal the recurrence, are not negative and sum to 1', () => {
    fc.assert(
      fc.property(clamped, ({ degree, knots, count, u }) => {
        const span = findSpan(knots, degree, count, u);
        const basis = basisFunctions(knots, degree, span, u);
        expect(Math.abs(basis.reduce((sum, value) => sum + value, 0) - 1)).toBeLessThan(1e-14 * (degree + 1));
        basis.forEach((value, j) => {
          expect(value).toBeGreaterThanOrEqual(0);
          if (u < knots[count]) {
            expect(Math.abs(value - recurrence(knots, span - degree + j, degree, u))).toBeLessThan(1e-11);
          }
        });
      }),
    );
  });

  it('have derivatives that follow the derivative recurrence, and none above the degree', () => {
    fc.assert(
      fc.property(clamped, ({ degree, knots, count, u }) => {
        const span = findSpan(knots, degree, count, u);
        const all = basisDerivatives(knots, degree, span, u, degree + 2);
        const width = degree + 1;
        expect([...all.subarray(width * (degree + 1))].every((value) => value === 0)).toBe(true);
        // The NURBS Book, eq. 2.7: N' from the basis of one degree less.
        const lower = basisFunctions(knots, degree - 1, span, u, new Float64Array(degree));
        for (let j = 0; j <= degree; j++) {
          const i = span - degree + j;
          const term = (index: number, value: number) => {
            const width = knots[index + degree] - knots[index];
            return width > 0 ? (degree * value) / width : 0;
          };
          const expected = term(i, j > 0 ? lower[j - 1] : 0) - term(i + 1, j < degree ? lower[j] : 0);
          expect(Math.abs(all[width + j] - expected)).toBeLessThan(1e-9 * Math.max(1, Math.abs(expected)));
        }
      }),
    );
  });
});
