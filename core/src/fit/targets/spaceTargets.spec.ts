import { domainOf } from '../../curve/curve';
import { valueOf } from '../../curve/curves.fixture';
import { evaluate } from '../../curve/evaluate';
import { cross, distance, dot, length, type Vector3, vectorAt } from '../../linear/vector';
import { frameAt } from '../../measure/frame';
import { kinksOf } from '../../measure/kinks';
import { pointsDeviation } from '../../measure/pointsDeviation';
import { distinctOf } from '../../knots/period';
import { around, bend, noisy, profile, sShape } from '../strokes.fixture';
import { throughPoints } from '../through/throughPoints';
import type { Symmetry } from '../../join/joinToSymmetry';
import { throughToSymmetry } from '../../join/throughToSymmetry';
import type { TargetSpacing } from '../through/nearTargets';
import { spaceTargets, type SpaceTargetsOptions } from './spaceTargets';

const POINTS = noisy(profile, 40, 0.1);
const RING = around(24, 40, 0, (2 * Math.PI * 23) / 24).map((x, i) => (i % 3 === 2 ? 0 : x + 0.1 * Math.sin(i * i)));
const spaced = (points: Float64Array, within: number, options?: SpaceTargetsOptions) =>
  valueOf(spaceTargets(points, within, options));
/** Degrees between directions. */
const between = (a: Vector3, b: Vector3) => (Math.atan2(length(cross(a, b)), dot(a, b)) * 180) / Math.PI;

describe('curves that come near their points', () => {
  it.each([
    ['nine points', noisy(profile, 9, 0.1), false, 5],
    ['forty points', POINTS, false, 7],
    ['two hundred points', noisy(sShape, 200, 0.1), false, 9],
    ['a ring', RING, true, 7],
    ['three points', POINTS.slice(0, 9), false, 3],
    ['two points', POINTS.slice(0, 6), false, 2],
  ] as const)('pass %s within the tolerance with few control points, through the ends', (_, points, closed, most) => {
    const { fit, max, index, spacing } = spaced(points, 0.15, { closed });
    const { curve } = fit;
    const measured = pointsDeviation(points, curve);
    expect(max).toBeLessThanOrEqual(0.15);
    expect(measured.max).toBe(max);
    expect(measured.index).toBe(index);
    expect(distinctOf(curve)).toBeLessThanOrEqual(most);
    expect(curve.closing).toBe(closed ? 'periodic' : 'open');
    expect(spacing.parameters).toHaveLength(points.length / 3 + (closed ? 1 : 0));
    // What was found is all that it takes.
    const again = valueOf(throughPoints(points, { closed, targets: { spacing } }));
    expect(again.curve).toEqual(curve);
    if (closed) return;
    const [first, last] = domainOf(curve);
    expect(distance(evaluate(curve, first), vectorAt(points, 0))).toBeLessThan(1e-10);
    expect(distance(evaluate(curve, last), vectorAt(points, points.length / 3 - 1))).toBeLessThan(1e-10);
  });

  it('need fewer control points the more they may miss', () => {
    const counts = [0.11, 0.2, 0.5, 2, 10].map((within) => distinctOf(spaced(POINTS, within).fit.curve));
    counts.slice(1).forEach((count, k) => expect(count).toBeLessThanOrEqual(counts[k]));
    expect(counts[0]).toBeGreaterThan(counts[4]);
  });

  it('of targets that move go with them, by the same spacing linearly', () => {
    const { spacing, fit } = spaced(POINTS, 0.15);
    const moved = (by: number) => {
      const points = POINTS.map((x, i) => (i === 3 * 20 + 1 ? x + by : x));
      return valueOf(throughPoints(points, { targets: { spacing } })).curve;
    };
    const at = (curve: typeof fit.curve) => evaluate(curve, 0.5)[1];
    const step = at(moved(1)) - at(fit.curve);
    expect(step).toBeGreaterThan(0);
    expect(at(moved(3)) - at(fit.curve)).toBeCloseTo(3 * step, 9);
  });

  it('keep what is held at ends, inside and at kinks', () => {
    const directions: readonly Vector3[] = [
      [1, 1, 0],
      [1, -1, 0],
    ];
    const ends = spaced(POINTS, 0.2, {
      constraints: directions.map((direction, i) => ({ index: 39 * i, tangent: { direction } })),
    }).fit.curve;
    const tangentAt = (curve: typeof ends, u: number): Vector3 => frameAt(curve, u)?.tangent ?? [0, 0, 0];
    directions.forEach((direction, i) => expect(between(tangentAt(ends, i), direction)).toBeLessThan(1e-6));

    const tangent: Vector3 = [1, 0.5, 0];
    const inside = spaced(POINTS, 0.3, { constraints: [{ index: 12, tangent: { direction: tangent } }] });
    expect(between(tangentAt(inside.fit.curve, inside.fit.parameters[12]), tangent)).toBeLessThan(1e-6);
    expect(inside.max).toBeLessThanOrEqual(0.3);

    const round = spaced(POINTS, 0.3, { constraints: [{ index: 20, curvature: { radius: 40 } }] });
    expect(1 / (frameAt(round.fit.curve, round.fit.parameters[20])?.kappa ?? 0)).toBeCloseTo(40, 6);

    const exact = spaced(POINTS, 0.15, { exact: [7, 22] });
    for (const i of [7, 22]) {
      expect(distance(evaluate(exact.fit.curve, exact.fit.parameters[i]), vectorAt(POINTS, i))).toBeLessThan(1e-10);
    }

    const corner = noisy(bend, 60, 0.05);
    const { fit, max } = spaced(corner, 0.1, { kinks: [30] });
    expect(max).toBeLessThanOrEqual(0.1);
    expect(distance(evaluate(fit.curve, fit.parameters[30]), vectorAt(corner, 30))).toBeLessThan(1e-10);
    for (const kinks of [[0], [5, 15]]) {
      const around = spaced(RING, 0.15, { closed: true, kinks });
      expect(around.max).toBeLessThanOrEqual(0.15);
      expect(kinksOf(around.fit.curve).length).toBeLessThanOrEqual(kinks.length);
      for (const kink of kinks) {
        expect(
          distance(evaluate(around.fit.curve, around.fit.parameters[kink] % 1), vectorAt(RING, kink)),
        ).toBeLessThan(1e-9);
      }
    }
  });

  it('go on from what they are joined to', () => {
    const jet = {
      point: vectorAt(POINTS, 0),
      tangent: [0.8, 0.6, 0],
      curvature: [0.006, -0.008, 0],
      rate: [0, 0, 0],
    } as const;
    const { fit, max } = spaced(POINTS, 0.3, { contacts: { start: { jet, level: 2 } } });
    const found = frameAt(fit.curve, domainOf(fit.curve)[0]);
    expect(between(found?.tangent ?? [0, 0, 0], jet.tangent)).toBeLessThan(1e-6);
    expect(distance(found?.curvature ?? [0, 0, 0], jet.curvature)).toBeLessThan(1e-9);
    expect(max).toBeLessThanOrEqual(0.3);
  });

  it('that are their own mirror stay so', () => {
    const half = noisy((s) => [60 * s - 61, 30 * Math.sin(1.5 * s), 0], 12, 0.1);
    const list = Array.from({ length: 12 }, (_, i) => vectorAt(half, i));
    const image = [...list].reverse().map(([x, y, z]): Vector3 => [-x, y, z]);
    const whole = Float64Array.from([...list, ...image].flat());
    const { fit, max } = spaced(whole, 0.15, { mirrored: true });
    expect(max).toBeLessThanOrEqual(0.15);
    expect(distinctOf(fit.curve)).toBeLessThan(14);
    for (let k = 0; k <= 20; k++) {
      const [x, y] = evaluate(fit.curve, k / 20);
      const [ix, iy] = evaluate(fit.curve, 1 - k / 20);
      expect(Math.hypot(x + ix, y - iy)).toBeLessThan(1e-9);
    }
    expect(() => spaceTargets(RING, 1, { closed: true, mirrored: true })).toThrow('mirrored: an open curve is needed');
  });

  it('meet their image smoothly, and pass where they meet', () => {
    const half = noisy((s) => [60 * s - 61, 30 * Math.sin(1.5 * s), 0], 15, 0.1);
    const wall: Symmetry = { kind: 'plane', plane: { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] } };
    const fitBy = (spacing: TargetSpacing) => throughToSymmetry(half, 'end', wall, { targets: { spacing } });
    const { fit, max } = spaced(half, 0.2, { fit: fitBy });
    expect(max).toBeLessThanOrEqual(0.2);
    const [first, last] = domainOf(fit.curve);
    expect(Math.abs(evaluate(fit.curve, last)[0])).toBeLessThan(1e-10);
    expect(between(frameAt(fit.curve, last, 'left')?.tangent ?? [0, 0, 0], [1, 0, 0])).toBeLessThan(1e-5);
    expect(distance(evaluate(fit.curve, first), vectorAt(half, 0))).toBeLessThan(1e-10);
    const turned = Float64Array.from(Array.from({ length: 15 }, (_, i) => vectorAt(half, 14 - i)).flat());
    const back = spaced(turned, 0.2, {
      fit: (spacing) => throughToSymmetry(turned, 'start', wall, { targets: { spacing } }),
    });
    expect(Math.abs(evaluate(back.fit.curve, domainOf(back.fit.curve)[0])[0])).toBeLessThan(1e-10);
  });

  it('name the tolerance that can be reached, which then does', () => {
    for (const [points, within] of [
      [POINTS, 1e-4],
      [noisy(sShape, 120, 0.1), 0.02],
    ] as const) {
      const refused = spaceTargets(points, within);
      if (refused.ok || refused.failure.kind !== 'out-of-reach') throw new Error('within reach');
      const { reachable } = refused.failure;
      expect(reachable).toBeGreaterThan(within);
      expect(reachable).toBeLessThan(0.2);
      expect(spaced(points, reachable).max).toBeLessThanOrEqual(reachable);
      expect(Number(reachable.toPrecision(3))).toBe(reachable);
    }
  });

  it('are laid by another rule where more decides them', () => {
    let asked = 0;
    const { fit } = spaced(POINTS, 0.3, {
      fit: (spacing) => {
        asked++;
        return throughPoints(POINTS, { degree: 4, targets: { spacing } });
      },
    });
    expect(asked).toBeGreaterThan(0);
    expect(fit.curve.degree).toBe(4);
  });

  it('fail with what is wrong', () => {
    const twice = Float64Array.of(0, 0, 0, 9, 9, 0, 9, 9, 0, 20, 0, 0);
    expect(spaceTargets(twice, 1)).toMatchObject({ failure: { kind: 'coincident-points', first: 1, second: 2 } });
    expect(() => spaceTargets(POINTS, 0)).toThrow('a tolerance above 0 is needed, not 0');
    const { spacing } = spaced(POINTS, 0.15);
    const short = { ...spacing, parameters: spacing.parameters.slice(1) };
    expect(() => throughPoints(POINTS, { targets: { spacing: short } })).toThrow(
      'targets.spacing.parameters: 40 are needed, not 39',
    );
    const falling = { ...spacing, knots: Float64Array.of(0.5, 0.4) };
    expect(() => throughPoints(POINTS, { targets: { spacing: falling } })).toThrow('targets.spacing.knots[1]');
    const many = { ...spacing, knots: Float64Array.from({ length: 60 }, (_, i) => (i + 1) / 62) };
    expect(throughPoints(POINTS, { targets: { spacing: many } })).toMatchObject({ failure: { kind: 'unsolvable' } });
  });
});
