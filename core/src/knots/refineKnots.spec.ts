import fc from 'fast-check';
import { anyCurve, apart, parameterAtShare, checked, fraction, SAME, valueOf } from '../curve/curves.fixture';
import { fromVerb, toVerb, verb } from '../curve/witnesses.fixture';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { multiplicityAt } from './multiplicity';
import { distinctOf } from './period';
import { insertKnot, refineKnots } from './refineKnots';

/** The NURBS Book, A5.1, one knot, written down naively: Q_i = α_i P_i + (1 − α_i) P_{i−1}. */
function boehm({ degree: p, knots, points }: Curve, u: number): number[] {
  let k = 0;
  while (knots[k + 1] <= u) k++;
  const s = multiplicityAt({ knots }, u);
  const out: number[] = [];
  for (let i = 0; i <= points.length / 4; i++) {
    const alpha = i <= k - p ? 1 : i > k - s ? 0 : (u - knots[i]) / (knots[i + p] - knots[i]);
    for (let c = 0; c < 4; c++)
      out.push((alpha ? alpha * points[4 * i + c] : 0) + (1 - alpha ? (1 - alpha) * points[4 * i - 4 + c] : 0));
  }
  return out;
}

/** Knots and insertion of The NURBS Book, example 5.1 (from memory): α = 5/6, 1/2, 1/6 at u = 5/2. */
const EX_5_1 = makeCurve(
  3,
  [0, 0, 0, 0, 1, 2, 3, 4, 5, 5, 5, 5],
  homogeneous([0, 0, 0, 6, 6, 0, 12, 0, 0, 18, 12, 0, 24, -6, 0, 30, 6, 0, 36, 0, 0, 42, 6, 0]),
);

describe('refining knots', () => {
  it('gives the points of the textbook example', () => {
    const { knots, points } = valueOf(insertKnot(EX_5_1, 2.5));
    expect([...knots.subarray(5, 8)]).toEqual([2, 2.5, 3]);
    const place = (i: number) => [points[4 * i], points[4 * i + 1]];
    expect(place(2)).toEqual([12, 0]);
    expect(place(3)).toEqual([17, 10]);
    expect(place(4)).toEqual([21, 3]);
    expect(place(5)).toEqual([25, -4]);
    expect(place(6)).toEqual([30, 6]);
  });

  it('keeps every curve where it is', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fc.array(fraction, { maxLength: 8 }), (curve, shares) => {
        const refined = refineKnots(
          curve,
          shares.map((share) => parameterAtShare(curve, share)),
        );
        fc.pre(refined.ok);
        checked(refined.value);
        expect(refined.value.closing).toBe(curve.closing);
        expect(apart(curve, refined.value)).toBeLessThan(SAME);
      }),
    );
  });

  it('agrees with insertion written down naively, one knot after the other', () => {
    fc.assert(
      fc.property(anyCurve(), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const inserted = insertKnot(curve, u);
        fc.pre(inserted.ok && inserted.value.knots.indexOf(u) >= 0 && u < domainOf(curve)[1]);
        const size = Math.max(...curve.points.map(Math.abs));
        boehm(curve, u).forEach((value, i) =>
          expect(Math.abs(inserted.value.points[i] - value)).toBeLessThanOrEqual(1e-14 * size),
        );
      }),
    );
  });

  it('agrees with a NURBS library, many knots at once', () => {
    const added = [0.5, 1, 1, 2.25, 2.25, 2.25, 4.999];
    const theirs = fromVerb(verb.Modify.curveKnotRefine(toVerb(EX_5_1), added));
    valueOf(refineKnots(EX_5_1, added)).points.forEach((value, i) => expect(value).toBeCloseTo(theirs[i], 12));
  });

  it('copies control points far from the new knot bit for bit', () => {
    const { points } = valueOf(insertKnot(EX_5_1, 4.3));
    expect([...points.subarray(0, 16)]).toEqual([...EX_5_1.points.subarray(0, 16)]);
  });

  it('keeps equal weights equal to the last bit', () => {
    fc.assert(
      fc.property(anyCurve(), fc.constantFrom(1, 0.3, 7), fraction, (curve, weight, share) => {
        const points = curve.points.map((value, i) => (i % 4 === 3 ? weight : value));
        const inserted = insertKnot({ ...curve, points }, parameterAtShare(curve, share));
        fc.pre(inserted.ok);
        valueOf(inserted).points.forEach((w, i) => i % 4 === 3 && expect(w).toBe(weight));
      }),
    );
  });

  it('wraps new knots of a periodic curve around, also those of other periods', () => {
    fc.assert(
      fc.property(
        anyCurve({ closing: 'periodic' }),
        fraction,
        fc.integer({ min: -3, max: 3 }),
        (curve, share, turns) => {
          const [first, last] = domainOf(curve);
          const u = parameterAtShare(curve, share);
          const inserted = insertKnot(curve, u + turns * (last - first));
          if (inserted.ok) expect(distinctOf(inserted.value)).toBe(distinctOf(curve) + 1);
        },
      ),
    );
  });

  it('refuses a knot past its multiplicity, outside the domain, or not finite', () => {
    expect(insertKnot(EX_5_1, 2, 3)).toEqual({
      ok: false,
      failure: { kind: 'past-multiplicity', u: 2, multiplicity: 4, most: 3 },
    });
    expect(refineKnots(EX_5_1, [0])).toMatchObject({ failure: { multiplicity: 5, most: 4 } });
    expect(() => insertKnot(EX_5_1, 5.1)).toThrow('parameter 5.1 lies outside the domain 0 to 5');
    expect(() => insertKnot(EX_5_1, NaN)).toThrow('a knot cannot stand at NaN');
    expect(() => insertKnot(EX_5_1, 1, 0.5)).toThrow('a whole number of times, not 0.5');
  });

  it('takes a value a rounding away from a knot for that knot', () => {
    const { knots } = valueOf(insertKnot(EX_5_1, 2 + 1e-12));
    expect(multiplicityAt({ knots }, 2)).toBe(2);
  });
});
