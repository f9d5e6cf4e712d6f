import { distance, vectorAt } from '../linear/vector';
import { arcThrough } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { homogeneous, makeCurve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { transform, translation } from '../edit/transform';
import { deviation } from './deviation';
import { deviationProfile, deviationStretches, runsAlike, shareWithin } from './deviationProfile';
import { circle, sCubic, uneven } from './shapes.fixture';

const normal = [0, 0, 1] as const;

describe('deviationProfile', () => {
  it('of circles with one centre is the difference of their radii, on the side that it says', () => {
    const inside = deviationProfile(circle(24.9), circle(25), { normal });
    // The larger circle runs anticlockwise: the smaller one lies on its left.
    for (const away of inside.away) expect(away).toBeCloseTo(0.1, 9);
    expect(inside.mean).toBeCloseTo(0.1, 9);
    const outside = deviationProfile(circle(25.1), circle(25), { normal });
    expect(Math.max(...outside.away)).toBeCloseTo(-0.1, 9);
    expect(Math.min(...deviationProfile(circle(25.1), circle(25)).away)).toBeCloseTo(0.1, 9);
  });

  it('of circles beside each other follows its closed form, and so do mean and share', () => {
    // At the angle t from the way it was moved by e the distance to the circle of radius r is
    // √(r² + 2 r e cos t + e²) − r, outside where it is positive.
    const [r, e] = [50, 0.4];
    const moved = transform(circle(r), translation([e, 0, 0]));
    const profile = deviationProfile(moved, circle(r), { normal, intervals: 400 });
    profile.s.forEach((s, i) => {
      const wanted = Math.sqrt(r * r + 2 * r * e * Math.cos(s / r) + e * e) - r;
      expect(-profile.away[i]).toBeCloseTo(wanted, 8);
    });
    // To first order e |cos t|, whose mean is 2 e / π, and within e / 2 a third of the way round.
    expect(profile.mean).toBeCloseTo((2 * e) / Math.PI, 3);
    expect(shareWithin(profile, e / 2)).toBeCloseTo(1 / 3, 2);
    expect(shareWithin(profile, 0.5)).toBe(1);
    expect(shareWithin(profile, 0)).toBeLessThan(1e-9);
  });

  it('of a slanted line grows evenly: where it leaves a tolerance, how much is within, and the mean', () => {
    const level = lineBetween([-50, 0, 0], [250, 0, 0]);
    const profile = deviationProfile(lineBetween([0, -3, 0], [200, 1, 0]), level, { normal });
    expect(profile.mean).toBeCloseTo((3 * 0.75) / 2 + (1 * 0.25) / 2, 10);
    const [before, ...more] = deviationStretches(profile, 1);
    expect(more).toEqual([]);
    expect([before.start / profile.length, before.end / profile.length]).toEqual([0, expect.closeTo(0.5, 10)]);
    expect(shareWithin(profile, 2)).toBeCloseTo(0.75, 10);
    expect(Math.sign(profile.away[0])).toBe(-1);
  });

  it('does not take a change of side round an end for a crossing', () => {
    // Past the end of the reference the curve goes round it: from one side to the other, 10 mm away all the time.
    const hook = arcThrough([0, -10, 0], [10, 0, 0], [0, 10, 0]);
    if (!hook.ok) throw new Error('an arc');
    const profile = deviationProfile(hook.value, lineBetween([-80, 0, 0], [0, 0, 0]), { normal });
    expect(Math.min(...profile.away)).toBeLessThan(-9);
    expect(Math.max(...profile.away)).toBeGreaterThan(9);
    const within = shareWithin(profile, 9);
    expect(within).toBe(0);
    expect(profile.mean).toBeGreaterThan(9);
  });

  it('reads every corner, and says where it looked', () => {
    const corner = makeCurve(1, [0, 0, 30, 70, 70], homogeneous([0, 0, 0, 30, 0, 0, 30, 40, 0]));
    const reference = lineBetween([0, 40, 0], [30, 40, 0]);
    const profile = deviationProfile(corner, reference, { intervals: 3 });
    expect(Math.max(...profile.away)).toBe(40);
    profile.away.forEach((away, i) => {
      expect(distance(vectorAt(profile.feet, i), vectorAt(profile.nearest, i))).toBeCloseTo(away, 10);
    });
  });

  it('agrees with the proven deviation, which is never smaller', () => {
    const other = transform(uneven, translation([0, 0.7, 0]));
    const most = Math.max(...deviationProfile(uneven, other).away);
    const proven = deviation(uneven, other);
    expect(most).toBeLessThanOrEqual(proven.bound);
    expect(most).toBeGreaterThan(0.95 * proven.max);
  });
});

describe('runsAlike', () => {
  it('tells a curve from its reverse, also beside another', () => {
    const beside = transform(sCubic, translation([1, 2, 0]));
    expect(runsAlike(sCubic, beside)).toBe(true);
    expect(runsAlike(sCubic, reverse(beside))).toBe(false);
    expect(runsAlike(circle(10), reverse(circle(12)))).toBe(false);
  });
});
