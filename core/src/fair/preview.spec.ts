import { controlPointsOf, type Curve } from '../curve/curve';
import { deviationInStep } from '../measure/deviation';
import { bumped, checkFA, helix, noisy, profile, ring, sCurve, shaped } from '../measure/fairShapes.fixture';
import { circle } from '../exact/arc';
import { FRONT } from '../plane/plane';
import { energiesFor, fair } from './fair';
import { type FreeOptions, freePoints } from './freePoints';
import { axesFor } from '../energy/motion';
import { fairPreview } from './preview';

const UP = [0, 0, 1] as const;

/** Twice the jerk of the spans that may change. */
function jerkOf(curve: Curve, options: FreeOptions = {}): number {
  const free = freePoints(curve, 1, options);
  return energiesFor(curve, free, axesFor(null))
    .jerk()
    .value(new Float64Array(3 * free.indices.length));
}

const farthest = (a: Curve, b: Curve) => {
  const [p, q] = [controlPointsOf(a), controlPointsOf(b)];
  let most = 0;
  for (let i = 0; i < p.length; i += 3) most = Math.max(most, Math.hypot(p[i] - q[i], p[i + 1] - q[i + 1], p[i + 2] - q[i + 2])); // prettier-ignore
  return most;
};

describe('the quick preview', () => {
  it('lies some per cent above the least jerk, and inside the tolerance', () => {
    for (const [shape, count, degree] of [
      [profile, 20, 3],
      [profile, 100, 3],
      [sCurve, 100, 5],
      [helix, 60, 5],
      [profile, 500, 3],
      [profile, 2000, 3],
    ] as const) {
      // prettier-ignore
      for (const seed of [1, 500]) {
        const inSpace = shape === helix;
        const normal = inSpace ? null : UP;
        const curve = noisy(shaped(shape, count, degree), 0.1, seed, inSpace);
        const preview = fairPreview(curve, 0.12, { normal });
        const best = fair(curve, 0.12, { normal, energy: 'jerk' });
        const share = jerkOf(preview.curve) / jerkOf(best.curve);
        expect(share).toBeGreaterThan(0.998);
        expect(share).toBeLessThan(1.03);
        expect(farthest(curve, preview.curve)).toBeLessThanOrEqual(0.12 * (1 + 1e-12));
        expect(deviationInStep(curve, preview.curve).bound).toBeLessThanOrEqual(0.12 * (1 + 1e-12));
      }
    }
  });

  it('with the weight of the start of a drag follows it in one solve, well while it goes a third of the tolerance', () => {
    for (const clean of [checkFA(0), noisy(checkFA(0), 0.1, 1), noisy(checkFA(0), 0.28, 3)]) {
      const { weight } = fairPreview(clean, 0.3, { normal: UP });
      for (const [drag, most] of [
        [0, 1.02],
        [0.1, 1.02],
        [0.3, 6],
        [1, 12],
      ]) {
        // prettier-ignore
        const dragged = bumped(clean, 9, [0, drag, 0]);
        const ghost = fairPreview(dragged, 0.3, { normal: UP, weight: weight ?? 1 });
        const best = fair(dragged, 0.3, { normal: UP, energy: 'jerk' });
        expect(ghost.weight).toBe(weight);
        expect(jerkOf(ghost.curve) / jerkOf(best.curve)).toBeLessThan(most);
        expect(jerkOf(ghost.curve)).toBeLessThan(jerkOf(dragged));
        expect(farthest(dragged, ghost.curve)).toBeLessThanOrEqual(0.3 * (1 + 1e-12));
      }
    }
  });

  it('finds from a preview within another tolerance what it finds without, nearly', () => {
    const curve = noisy(shaped(profile, 100), 0.1, 7);
    let near = fairPreview(curve, 0.05, { normal: UP });
    for (const tolerance of [0.06, 0.055, 0.2, 1, 0.02, 30, 0.05]) {
      const cold = fairPreview(curve, tolerance, { normal: UP });
      const warm = fairPreview(curve, tolerance, { normal: UP, near });
      expect(farthest(curve, warm.curve)).toBeLessThanOrEqual(tolerance * (1 + 1e-12));
      expect(jerkOf(warm.curve) / jerkOf(cold.curve)).toBeGreaterThan(0.97);
      expect(jerkOf(warm.curve) / jerkOf(cold.curve)).toBeLessThan(1.06);
      near = warm;
    }
    // One of another curve, or with other points held, is no worse a start.
    const held = [40, 41];
    for (const [of, options] of [
      [curve, { normal: UP, held }],
      [curve, { normal: null }],
      [noisy(shaped(profile, 100), 0.1, 8), { normal: UP }],
    ] as const) {
      const cold = fairPreview(of, 0.05, options);
      const warm = fairPreview(of, 0.05, { ...options, near });
      expect(Math.abs(jerkOf(warm.curve) / jerkOf(cold.curve) - 1)).toBeLessThan(0.06);
    }
  });

  it('holds what fair holds, and closed curves are no other', () => {
    const closed = noisy(ring(60), 0.1, 3);
    const held = [4, 5, 6];
    const preview = fairPreview(closed, 0.2, { normal: UP, held });
    const best = fair(closed, 0.2, { normal: UP, held, energy: 'jerk' });
    for (const i of held) expect([...preview.curve.points.subarray(4 * i, 4 * i + 4)]).toEqual([...closed.points.subarray(4 * i, 4 * i + 4)]); // prettier-ignore
    expect(jerkOf(preview.curve) / jerkOf(best.curve)).toBeLessThan(1.1);
    const some = Float64Array.from({ length: 60 }, (_, i) => (i % 3 === 0 ? 0 : 0.1));
    const parts = fairPreview(closed, some, { normal: UP });
    for (let i = 0; i < 60; i += 3) expect([...parts.curve.points.subarray(4 * i, 4 * i + 4)]).toEqual([...closed.points.subarray(4 * i, 4 * i + 4)]); // prettier-ignore
  });

  it('reaches the least jerk where the tolerance is wide, and leaves what cannot move', () => {
    const curve = noisy(shaped(profile, 20), 0.1, 4);
    const wide = fairPreview(curve, 1e3, { normal: UP });
    const best = fair(curve, 1e3, { normal: UP, energy: 'jerk' });
    expect(jerkOf(wide.curve) / jerkOf(best.curve)).toBeCloseTo(1, 3);
    expect(fairPreview(curve, 0)).toEqual({ curve, weight: null });
    expect(fairPreview(shaped(profile, 6), 1)).toMatchObject({ weight: null });
    expect(fairPreview(circle(FRONT, [0, 0, 0], 10), 1, { held: [0, 1, 2, 3, 4, 5, 6, 7, 8] })).toMatchObject({ weight: null }); // prettier-ignore
  });
});
