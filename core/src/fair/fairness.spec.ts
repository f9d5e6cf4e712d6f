import { randomNumbers } from '../linear/random.fixture';
import { controlPointsOf, type Curve } from '../curve/curve';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { checkFA, clothoid, helix, noisy, profile, ring, sCurve, shaped } from '../measure/fairShapes.fixture';
import { lumps } from '../measure/lumps';
import { FRONT } from '../plane/plane';
import { fair } from './fair';
import { fairingTolerance, roughness } from './fairness';
import { leastTolerance } from './leastTolerance';

const UP = [0, 0, 1] as const;

describe('roughness', () => {
  it('of check FA within 0.2 mm is 17; of what is fair it is 1', () => {
    expect(roughness(checkFA(), 0.2, { normal: UP })).toBeCloseTo(124.74 / 7.33, 1);
    expect(roughness(shaped(clothoid, 40), 0.01, { normal: UP })).toBeCloseTo(1, 1);
    for (const curve of [circle(FRONT, [0, 0, 0], 25), lineBetween([0, 0, 0], [9, 9, 0])])
      expect(roughness(curve, 1)).toBe(1);
  });
});

describe('the least tolerance', () => {
  it('is bracketed to 5 % between what was tried and does and what does not', () => {
    for (const limit of [0.011, 0.5, 0.99, 3, 40]) {
      const tried: number[] = [];
      const found = leastTolerance((at) => tried.push(at) > 0 && at >= limit, 0, 1);
      expect(found?.enough).toBeGreaterThanOrEqual(limit);
      expect(found?.short).toBeLessThan(limit);
      expect((found?.enough ?? 0) * 0.95).toBeLessThanOrEqual(found?.short ?? 0);
      expect(tried).toContain(found?.enough);
      expect(tried).toContain(found?.short);
      expect(found?.tries).toBe(tried.length);
    }
    expect(leastTolerance(() => false, 0, 1)).toBeNull();
    expect(leastTolerance(() => true, 0, 1)).toMatchObject({ enough: 2 ** -20, short: 0 });
  });
});

describe('fairing of curves by our own generator', () => {
  /** Shape, count of points from 12 to 200, degree 3 or 5, noise 0.02 to 0.2 mm, all by the seed; and its largest noise. */
  function made(seed: number): { curve: Curve; normal: typeof UP | null; noise: number } {
    const random = randomNumbers(seed);
    const count = Math.round(12 * (200 / 12) ** random());
    const degree = random() < 0.5 ? 3 : 5;
    const noise = 0.02 * 10 ** random();
    const inSpace = seed % 5 === 4;
    const clean = seed % 5 === 3 ? ring(count, degree) : shaped([profile, sCurve, clothoid, profile, helix][seed % 5], count, degree); // prettier-ignore
    const curve = noisy(clean, noise, seed, inSpace);
    const [p, q] = [controlPointsOf(clean), controlPointsOf(curve)];
    let most = 0;
    for (let i = 0; i < p.length; i += 3) most = Math.max(most, Math.hypot(p[i] - q[i], p[i + 1] - q[i + 1], p[i + 2] - q[i + 2])); // prettier-ignore
    return { curve, normal: inSpace ? null : UP, noise: most };
  }

  it('within 1.2 times the noise at least 90 % of 200 end without a lump; for the rest the tolerance named does', () => {
    let clean = 0;
    let named = 0;
    let hopeless = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { curve, normal, noise } = made(seed);
      const found = fair(curve, 1.2 * noise, { normal });
      expect(found.deviation.bound).toBeLessThanOrEqual(1.2 * noise);
      if (found.after.lumps === 0) {
        clean++;
        continue;
      }
      const bracket = fairingTolerance(curve, 1.2 * noise, { normal });
      if (!bracket) {
        // Not even 100 mm: the lumps lie in what is held.
        expect(fair(curve, 100, { normal }).after.lumps).toBeGreaterThan(0);
        hopeless++;
        continue;
      }
      expect(fair(curve, bracket.enough, { normal }).after.lumps).toBe(0);
      expect(fair(curve, bracket.short, { normal }).after.lumps).toBeGreaterThan(0);
      named++;
    }
    expect(clean + named + hopeless).toBe(200);
    expect(clean).toBeGreaterThanOrEqual(180);
  });

  it('names the tolerance of check FA, where 0.05 mm leaves a lump', () => {
    const bracket = fairingTolerance(checkFA(), 0.05, { normal: UP });
    expect(fair(checkFA(), bracket?.enough ?? 0, { normal: UP }).after.lumps).toBe(0);
    expect(fair(checkFA(), bracket?.short ?? 9, { normal: UP }).after.lumps).toBeGreaterThan(0);
    // Where the asked one does, it looks below.
    const below = fairingTolerance(checkFA(), 0.4, { normal: UP });
    expect(below?.enough).toBeLessThan(0.4);
    expect(fair(checkFA(), below?.enough ?? 0, { normal: UP }).after.lumps).toBe(0);
  });

  it('looks at the lumps of the stretch alone, where only that may move', () => {
    const curve = noisy(shaped(profile, 40), 0.1, 3);
    const half = { normal: UP, from: 0, to: 0.5 } as const;
    const bracket = fairingTolerance(curve, 0.01, half);
    expect(bracket?.enough).toBeGreaterThan(0.01);
    const { curve: faired } = fair(curve, bracket?.enough ?? 0, half);
    const left = lumps(faired, { normal: UP, least: 0.05 }).lumps;
    // The other half is as lumpy as it was.
    expect(left.length).toBeGreaterThan(5);
    expect(left.filter(({ to }) => to < 0.4)).toEqual([]);
  });
});
