import { valueOf } from '../curve/curves.fixture';
import { distinctOf } from '../knots/period';
import { lumps } from '../measure/lumps';
import { bumped, checkFA, helix, noisy, profile, ring, shaped } from '../measure/fairShapes.fixture';
import { iron, ironingTolerance } from './iron';

const UP = [0, 0, 1] as const;
const lumpOf = (curve: Parameters<typeof lumps>[0]) => lumps(curve, { normal: UP }).lumps[0];

describe('ironing', () => {
  it.each([
    [0.5, 8.2549, 0.2689],
    [0.2, 9.1571, 0.1025],
  ])('check FA within %d mm takes its lumps out with five points', (tolerance, fairness, far) => {
    const found = valueOf(iron(checkFA(), lumpOf(checkFA()), tolerance, { normal: UP }));
    expect(found.moved).toEqual([7, 8, 9, 10, 11]);
    expect(found.culprit.index).toBe(9);
    expect(found.left).toEqual([]);
    expect(found.after.lumps).toBe(0);
    expect(found.after.fairness).toBeCloseTo(fairness, 3);
    expect(found.deviation.max / far).toBeCloseTo(1, 2);
  });

  it('check FA within 0.05 mm leaves lumps, and says so', () => {
    const found = valueOf(iron(checkFA(), lumpOf(checkFA()), 0.05, { normal: UP }));
    expect(found.left.length).toBeGreaterThan(0);
    expect(found.after.fairness).toBeCloseTo(58.2, 1);
  });

  it('leaves all other control points as they are, and never moves held ends', () => {
    const curve = noisy(shaped(profile, 40), 0.05, 3);
    const lump = lumpOf(curve);
    const { curve: made, moved } = valueOf(iron(curve, lump, 0.1, { normal: UP }));
    expect(moved.length).toBeGreaterThan(3);
    for (let i = 0; i < 40; i++) {
      const same = made.points.subarray(4 * i, 4 * i + 4).every((x, c) => x === curve.points[4 * i + c]);
      expect(same).toBe(!moved.includes(i));
    }
    const atEnd = bumped(shaped(profile, 20), 3, [0, 0.3, 0]);
    const near = valueOf(iron(atEnd, { from: 0, to: 0.2 }, 0.5, { normal: UP }));
    expect(Math.min(...near.moved)).toBeGreaterThan(2);
    expect(iron(atEnd, { from: 0, to: 0.01 }, 0.5, { normal: UP, held: [3] })).toEqual({
      ok: false,
      failure: { kind: 'nothing-to-move', from: 0, to: 0.01 },
    });
  });

  it('works over the seam of a closed curve, and in space', () => {
    const closed = bumped(ring(50), 1, [0.3, 0.1, 0]);
    const [lump] = lumps(closed, { normal: UP }).lumps;
    const found = valueOf(iron(closed, lump, 0.5, { normal: UP }));
    expect([found.culprit.index, found.left.length]).toEqual([1, 0]);
    expect(found.moved.length).toBe(5);
    expect(distinctOf(found.curve)).toBe(50);
    const inSpace = bumped(shaped(helix, 30, 5), 14, [0.5, -0.3, 0.4]);
    const out = valueOf(iron(inSpace, lumps(inSpace).lumps[0], 1));
    expect([out.culprit.index, out.left.length]).toEqual([14, 0]);
  });
});

describe('which tolerance would do', () => {
  it('for check FA: between .1320 and .1383 mm, found with 7 ironings, and both ends are as said', () => {
    const lump = lumpOf(checkFA());
    const found = ironingTolerance(checkFA(), lump, { normal: UP });
    expect(found).toMatchObject({
      enough: expect.closeTo(0.1383, 4),
      short: expect.closeTo(0.132, 4),
      tries: 7,
      moved: [7, 8, 9, 10, 11],
    });
    // A scan by a second method: 0.12 mm leaves 8.8 %, 0.15 mm none.
    const left = (tolerance: number) => valueOf(iron(checkFA(), lump, tolerance, { normal: UP })).left;
    expect(left(0.12)[0].share).toBeCloseTo(0.088, 3);
    expect(left(0.15)).toEqual([]);
  });

  it('both ends of the bracket were run, for random bumps', () => {
    let told = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const curve = bumped(shaped(profile, 24, seed % 2 ? 3 : 5), 6 + seed, [0.2, 0.5 + 0.05 * seed, 0]);
      const lump = lumpOf(curve);
      const found = lump && ironingTolerance(curve, lump, { normal: UP });
      if (!found) continue;
      const held = Array.from({ length: 24 }, (_, i) => i).filter((i) => !found.moved.includes(i));
      const left = (tolerance: number) => valueOf(iron(curve, lump, tolerance, { normal: UP, held })).left.length;
      expect(left(found.enough)).toBe(0);
      if (found.short > 0) expect(left(found.short)).toBeGreaterThan(0);
      expect(found.enough - found.short).toBeLessThanOrEqual(0.05 * found.enough);
      told++;
    }
    expect(told).toBeGreaterThan(5);
  });

  it('is none where nothing may move', () => {
    expect(ironingTolerance(checkFA(), { from: 0, to: 0.01 }, { normal: UP, held: [3] })).toBeNull();
  });
});
