import { evaluate } from '../curve/evaluate';
import { closestPoint } from './closestPoint';
import { automaticScale, curvatureComb } from './curvatureComb';
import { curvatureProfile } from './curvatureProfile';
import { circle, ellipse, uneven } from './shapes.fixture';

const normal = [0, 0, 1] as const;

describe('curvatureComb', () => {
  it('over a circle is a larger circle, teeth at equal lengths', () => {
    const curve = circle(25);
    const comb = curvatureComb(curve, curvatureProfile(curve, { normal }), 36, 250);
    for (let i = 0; i <= 36; i++) {
      const [x, y] = [comb.teethTips[3 * i], comb.teethTips[3 * i + 1]];
      expect(Math.hypot(x, y)).toBeCloseTo(35, 1);
      const angle = Math.atan2(comb.teethFeet[3 * i + 1], comb.teethFeet[3 * i]);
      expect(Math.cos(angle - (i * Math.PI) / 18)).toBeCloseTo(1, 5);
    }
    for (let i = 0; i < comb.outlineTips.length; i += 3) {
      expect(Math.hypot(comb.outlineTips[i], comb.outlineTips[i + 1])).toBeCloseTo(35, 10);
    }
  });

  it('stands with its feet on the curve and as high as the curvature says', () => {
    const profile = curvatureProfile(uneven, { normal });
    const comb = curvatureComb(uneven, profile, 50, 1000);
    expect([...comb.teethFeet.subarray(0, 3)]).toEqual([...evaluate(uneven, 0)]);
    for (let i = 0; i <= 50; i++) {
      const foot = [comb.teethFeet[3 * i], comb.teethFeet[3 * i + 1], comb.teethFeet[3 * i + 2]] as const;
      expect(closestPoint(uneven, foot).distance).toBeLessThan(1e-9);
      const height = Math.hypot(comb.teethTips[3 * i] - foot[0], comb.teethTips[3 * i + 1] - foot[1]);
      expect(Math.abs(height - 1000 * Math.abs(comb.teethKappa[i]))).toBeLessThan(0.01);
    }
  });

  it('scales itself to the wanted height, within half a step, and stays finite on a straight line', () => {
    const profile = curvatureProfile(circle(40), { normal });
    const height = automaticScale([profile], 15) / 40;
    expect(height).toBeGreaterThan(15 / 2 ** 0.26);
    expect(height).toBeLessThan(15 * 2 ** 0.26);
    // The pointed ends of a thin ellipse do not flatten the rest.
    const thin = curvatureProfile(ellipse(100, 2), { normal });
    expect(automaticScale([thin], 15)).toBeGreaterThan(10 * (15 / Math.abs(thin.tightest?.kappa ?? 0)));
    expect(automaticScale([{ ...profile, kappa: new Float64Array(profile.kappa.length) }], 15)).toBe(1);
  });

  it('is cut at the largest height, and says which teeth are', () => {
    const curve = ellipse(100, 2);
    const profile = curvatureProfile(curve, { normal });
    const comb = curvatureComb(curve, profile, 40, 1000, 12);
    expect(comb.clipped).toEqual([...comb.teethKappa.keys()].filter((i) => Math.abs(1000 * comb.teethKappa[i]) > 12));
    expect(comb.clipped.length).toBeGreaterThan(0);
    expect(comb.clipped.length).toBeLessThan(40);
    for (const i of comb.clipped) {
      const foot = comb.teethFeet.subarray(3 * i, 3 * i + 3);
      const tip = comb.teethTips.subarray(3 * i, 3 * i + 3);
      expect(Math.hypot(tip[0] - foot[0], tip[1] - foot[1])).toBeCloseTo(12, 1);
    }
    expect(curvatureComb(curve, profile, 40, 1000).clipped).toEqual([]);
  });

  it('scales itself to what is seen of the curve, and to all of it where nothing is', () => {
    const profile = curvatureProfile(ellipse(100, 2), { normal });
    const flat = (i: number) => Math.abs(profile.points[3 * i]) < 50;
    // The flat middle of the ellipse bends by b / a² at most about as much as at the ends of its small axis.
    const middle = automaticScale([profile], 15, flat);
    const most = Math.max(...[...profile.kappa.keys()].filter(flat).map((i) => Math.abs(profile.kappa[i])));
    expect(middle * most).toBeGreaterThan(15 / 2 ** 0.3);
    expect(middle * most).toBeLessThan(15 * 2 ** 0.3);
    expect(middle).toBeGreaterThan(automaticScale([profile], 15));
    expect(automaticScale([profile], 15, () => false)).toBe(automaticScale([profile], 15));
  });

  it('is one scale for several curves: each counts by its length, and a tiny tight one does not flatten a long one', () => {
    const [large, small] = [circle(40), circle(20)].map((curve) => curvatureProfile(curve, { normal }));
    const step = 2 ** 0.26;
    // A third of the length is bent at R 20: there the comb is as high as wanted.
    const both = automaticScale([large, small], 15) / 20;
    expect(both).toBeGreaterThan(15 / step);
    expect(both).toBeLessThan(15 * step);
    expect(automaticScale([small, large], 15)).toBe(automaticScale([large, small], 15));
    const tiny = curvatureProfile(circle(0.5), { normal });
    expect(automaticScale([large, tiny], 15)).toBe(automaticScale([large], 15));
    expect(automaticScale([large, small], 15, (_, number) => number === 0)).toBe(automaticScale([large], 15));
    expect(automaticScale([], 15)).toBe(1);
  });
});
