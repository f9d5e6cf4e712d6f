import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, homogeneous, makeCurve } from '../curve/curve';
import { throughPoints } from '../fit/through/throughPoints';
import { insertKnot } from '../knots/refineKnots';
import { kinksOf } from '../measure/kinks';
import { continuityAtKnot, continuityAtKnots } from '../measure/continuity';
import { noisy, profile, ring, shaped } from '../measure/fairShapes.fixture';
import { fair } from './fair';
import { freePoints } from './freePoints';

const UP = [0, 0, 1] as const;
const freeOf = (...args: Parameters<typeof freePoints>) => [...freePoints(...args).indices];

describe('the points that may move', () => {
  it('are all but those that hold the ends to their level', () => {
    const curve = shaped(profile, 12);
    expect(freeOf(curve, 1)).toEqual([3, 4, 5, 6, 7, 8]);
    expect(freeOf(curve, 1, { startLevel: 0, endLevel: 1 })).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(freeOf(curve, 1, { held: [5], startLevel: 3, endLevel: 3 })).toEqual([4, 6, 7]);
    expect(freeOf(ring(9), 1)).toHaveLength(9);
  });

  it('leave the curve as it is up to a level at places that are held', () => {
    const curve = shaped(profile, 12, 5);
    const at = (u: number, level: 0 | 1 | 2 | 3) =>
      freeOf(curve, 1, { startLevel: 0, endLevel: 0, heldAt: [{ u, level }] });
    // A basis function of degree 5 spans six intervals; at a simple knot five are not 0.
    const knot = curve.knots[8];
    expect(at(knot, 0)).toEqual([1, 2, 8, 9, 10]);
    expect(at(knot + 1e-3, 2)).toEqual([1, 2, 9, 10]);
    expect(at(0, 1)).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(() => at(2, 0)).toThrow('parameter 2 lies outside the domain 0 to 1');
    expect(() => at(0.5, 4 as 3)).toThrow('level: a whole number from 0 to 3');
  });

  // (30, 20) is a corner of two cubic pieces; at (60, 20) two pieces meet with one tangent, at different speeds.
  const pieces = makeCurve(
    3,
    [0, 0, 0, 0, 1, 1, 1, 2, 2, 2, 3, 3, 3, 3],
    homogeneous([
      0, 0, 0, 10, 0, 0, 20, 10, 0, 30, 20, 0, 40, 10, 0, 50, 18, 0, 60, 20, 0, 75, 23, 0, 85, 10, 0, 95, 0, 0,
    ]),
  );

  it('leave a kink where it is, and two pieces that meet with one tangent as they meet', () => {
    expect(continuityAtKnots(pieces).map(({ level }) => level)).toEqual([0, 1]);
    expect(freeOf(pieces, 1, { startLevel: 0, endLevel: 0 })).toEqual([1, 2, 4, 8]);
  });

  it('leave a curve as smooth at a knot of higher multiplicity as it was', () => {
    let told = 0;
    for (let seed = 1; seed <= 4; seed++) {
      const plain = noisy(shaped(profile, 20), 0.1, seed);
      const u = plain.knots[9];
      const twice = valueOf(insertKnot(plain, u, 1));
      const free = freeOf(twice, 0.5, { startLevel: 1, endLevel: 1 });
      const faired = fair(twice, 0.5, { normal: UP, startLevel: 1, endLevel: 1 });
      expect(faired.after.fairness).toBeLessThan(0.5 * faired.before.fairness);
      expect(free.length).toBeGreaterThan(8);
      expect(continuityAtKnot(faired.curve, u).level).toBeGreaterThanOrEqual(2);
      told++;
    }
    expect(told).toBe(4);
  });

  it('leave the corner of a curve through points where it is, while both sides become fairer', () => {
    const points = Float64Array.from(
      [0, 8, 18, 30, 42, 50, 62, 75, 90].flatMap((x, i) => [x, [0, 5, 9, 12, 30, 34, 33.4, 36, 35][i], 0]),
    );
    const { curve } = valueOf(throughPoints(points, { kinks: [4] }));
    const [kink] = kinksOf(curve);
    expect(kink.turn).toBeGreaterThan(0.1);
    const faired = fair(curve, 0.4, { normal: UP, startLevel: 0, endLevel: 0 });
    expect(faired.after.fairness).toBeLessThan(0.9 * faired.before.fairness);
    const corner = controlPointsOf(curve).findIndex((x, i) => i % 3 === 0 && Math.abs(x - 42) < 1e-9) / 3;
    expect(Number.isInteger(corner)).toBe(true);
    expect(faired.moves[corner]).toBe(0);
    expect(kinksOf(faired.curve).map(({ u }) => u)).toEqual([kink.u]);
  });
});
