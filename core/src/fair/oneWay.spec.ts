import { valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { withWeights } from '../edit/weights';
import { reverse } from '../edit/reverse';
import { uniformKnots } from '../knots/uniformKnots';
import { curvatureAt } from '../measure/curvature';
import { deviationInStep } from '../measure/deviation';
import { energies } from '../measure/energies';
import { clothoid, noisy, profile, shaped } from '../measure/fairShapes.fixture';
import { monotonePieces } from '../measure/monotonePieces';
import { oneWay, type OneWayOptions, oneWayTolerance } from './oneWay';

const UP = [0, 0, 1] as const;
const RISES: OneWayOptions = { normal: UP, way: 'rises', startLevel: 0, endLevel: 0 };

/** The largest step back of the curvature between many places, in 1/mm: found without polynomials. */
function stepBack(curve: Curve, sign: 1 | -1, from = domainOf(curve)[0], to = domainOf(curve)[1]): number {
  let [most, worst] = [-Infinity, 0];
  for (let i = 0; i <= 2000; i++) {
    const kappa = sign * curvatureAt(curve, from + ((to - from) * i) / 2000, UP).kappa;
    worst = Math.max(worst, most - kappa);
    most = Math.max(most, kappa);
  }
  return worst;
}

describe('a curve whose curvature is to go one way', () => {
  // Prototypes of ours moved a spiral of 24 control points by 0.022 mm, one of 14 with noise 0.2 mm by 0.224 mm.
  it.each([
    [24, 3, 0.05, 0.03],
    [24, 5, 0.05, 0.03],
    [14, 3, 0.2, 0.3],
    [14, 5, 0.2, 0.3],
    [40, 3, 0.05, 0.1],
    [60, 5, 0.1, 0.15],
  ])(
    'a spiral of %i control points, degree %i, with noise %d mm, does within %d mm',
    (count, degree, noise, tolerance) => {
      let told = 0;
      for (let seed = 1; seed <= 3; seed++) {
        const curve = noisy(shaped(clothoid, count, degree), noise, seed);
        if (monotonePieces(curve, UP).pieces.length > 1) told++;
        const found = valueOf(oneWay(curve, tolerance, RISES));
        expect(found.deviation.bound).toBeLessThanOrEqual(tolerance);
        expect(deviationInStep(curve, found.curve).max).toBe(found.deviation.max);
        const { pieces, rests } = monotonePieces(found.curve, UP);
        expect([pieces.map(({ kind }) => kind), rests.length]).toEqual([['rises'], 0]);
        expect(stepBack(found.curve, 1)).toBeLessThan(1e-12);
        // Nearly as fair as the spiral without noise, whose figure is 5.65.
        expect(energies(found.curve).fairness).toBeLessThan(9);
      }
      expect(told).toBeGreaterThan(0);
    },
  );

  it('does so along a stretch alone, and run through backwards', () => {
    const curve = noisy(shaped(clothoid, 30), 0.05, 2);
    const half = { ...RISES, from: 0.25, to: 0.75 };
    const found = valueOf(oneWay(curve, 0.1, half));
    expect(stepBack(found.curve, 1, 0.26, 0.74)).toBeLessThan(1e-12);
    // Only control points that act on it have moved.
    expect(found.curve.points.subarray(0, 4 * 6)).toEqual(curve.points.subarray(0, 4 * 6));
    expect(found.curve.points.subarray(-4 * 6)).toEqual(curve.points.subarray(-4 * 6));
    expect(found.free).toBeLessThan(20);
    // Run through backwards a bend to the left is one to the right: what rises from 0 rises to 0.
    const turned = valueOf(oneWay(reverse(curve), 0.1, RISES));
    expect(stepBack(turned.curve, 1)).toBeLessThan(1e-12);
  });

  it('leaves what does so already, to the last bit', () => {
    const clean = valueOf(oneWay(shaped(clothoid, 30), 0.1, RISES));
    expect(clean.deviation.max).toBe(0);
    expect(clean.parts).toBeGreaterThan(20);
  });

  it('is not found within too little; a tolerance that was tried and does is', () => {
    const curve = noisy(shaped(clothoid, 20), 0.3, 5);
    expect(oneWay(curve, 0.01, RISES)).toMatchObject({ ok: false, failure: { kind: 'not-one-way' } });
    const bracket = oneWayTolerance(curve, 0.01, RISES);
    expect(oneWay(curve, bracket?.enough ?? 0, RISES).ok).toBe(true);
    expect(oneWay(curve, bracket?.short ?? 9, RISES).ok).toBe(false);
    expect(oneWayTolerance(curve, 2, RISES)?.enough).toBeLessThan(2);
  });

  it('is refused for what has no third derivative, or weights; an arch cannot go one way with its ends held', () => {
    const arch = shaped(profile, 24);
    expect(oneWay(arch, 0.1, { ...RISES, startLevel: 2, endLevel: 2 })).toMatchObject({ ok: false });
    const heavy = withWeights(
      arch,
      Array.from({ length: 24 }, (_, i) => 1 + (i % 2)),
    );
    expect(oneWay(heavy, 1, RISES)).toEqual({ ok: false, failure: { kind: 'rational' } });
    const flat = makeCurve(2, uniformKnots(2, 5), homogeneous([0, 0, 0, 9, 5, 0, 20, 8, 0, 30, 3, 0, 41, 0, 0]));
    expect(oneWay(flat, 1, RISES)).toEqual({ ok: false, failure: { kind: 'degree-too-low' } });
    expect(oneWayTolerance(flat, 1, RISES)).toBeNull();
    expect(() => oneWay(arch, 1, { ...RISES, way: 'both' as 'rises' })).toThrow('way');
  });
});
