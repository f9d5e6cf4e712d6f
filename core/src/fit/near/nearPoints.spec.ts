import fc from 'fast-check';
import { real } from '../../linear/real.fixture';
import { packVectors, type Vector3, vectorAt } from '../../linear/vector';
import { valueOf } from '../../curve/curves.fixture';
import { countOf, type Curve, domainOf } from '../../curve/curve';
import { evaluate, evaluateAll } from '../../curve/evaluate';
import { distinctOf } from '../../knots/period';
import { closestPoint } from '../../measure/closestPoint';
import { helix, shaped } from '../../measure/fairShapes.fixture';
import { frameAt } from '../../measure/frame';
import { endOf } from '../../edit/join';
import { nearPoints } from './nearPoints';
import type { ProgressStep } from './progress';
import { throughPoints } from '../through/throughPoints';
import { bend, noisy, profile, sShape } from '../strokes.fixture';
import { randomNumbers } from '../../linear/random.fixture';

describe('a curve near points', () => {
  // The prototype's lowest counts of control points for 400 points off by at most 0.05 mm, within 0.1 mm.
  it.each([
    ['profile', 3, 6, profile],
    ['profile', 5, 7, profile],
    ['S', 3, 8, sShape],
    ['S', 5, 8, sShape],
    ['bend', 3, 9, bend],
    ['bend', 5, 13, bend],
  ] as const)(
    'of the %s has with degree %i at most one control point more than the lowest known, %i',
    (_, degree, lowest, shape) => {
      for (const seed of [1, 2]) {
        const points = noisy(shape, 400, 0.05, seed);
        const fit = valueOf(nearPoints(points, 0.1, { degree }));
        expect(distinctOf(fit.curve)).toBeLessThanOrEqual(lowest + 1);
        expect(fit.within).toBe(true);
        let [max, sum] = [0, 0];
        for (let i = 0; i < 400; i++) {
          const off = closestPoint(fit.curve, vectorAt(points, i)).distance;
          max = Math.max(max, off);
          sum += off;
        }
        expect(max).toBeLessThanOrEqual(0.1);
        expect(fit.max).toBe(max);
        expect(fit.mean).toBeCloseTo(sum / 400, 12);
        expect(closestPoint(fit.curve, vectorAt(points, fit.index)).distance).toBe(max);
      }
    },
  );

  it('begins and ends in the first and last point, and lies near the shape that the noise hides', () => {
    const points = noisy(bend, 400, 0.05);
    const { curve } = valueOf(nearPoints(points, 0.1));
    expect(evaluate(curve, 0)).toEqual(vectorAt(points, 0));
    expect(endOf(curve, 'end')).toEqual(vectorAt(points, 399));
    for (let i = 0; i <= 300; i++) expect(closestPoint(curve, bend(i / 300)).distance).toBeLessThan(0.1);
  });

  it('closed, comes near a circle with as few points as least squares in the arc length needs', () => {
    // Check RE: evenly spaced, 6 control points come within 0.0537 mm, 10 within 0.0060.
    const ring = packVectors(
      Array.from({ length: 300 }, (_, i): Vector3 => {
        const turn = (2 * Math.PI * i) / 300;
        return [25 * Math.cos(turn), 25 * Math.sin(turn), 0];
      }),
    );
    for (const [tolerance, most] of [
      [0.06, 6],
      [0.0065, 10],
    ]) {
      // prettier-ignore
      const { curve, within } = valueOf(nearPoints(ring, tolerance, { closed: true }));
      expect(curve.closing).toBe('periodic');
      expect(within).toBe(true);
      expect(distinctOf(curve)).toBeLessThanOrEqual(most);
    }
  });

  it('with noise beyond the tolerance adds no knots without end, and says what can be reached and who is outside', () => {
    const random = randomNumbers(7);
    // Sums of twelve: nearly normal, here of standard deviation 0.05 mm.
    const normal = () => 0.05 * (Array.from({ length: 12 }, random).reduce((sum, x) => sum + x, 0) - 6);
    const points = noisy(sShape, 400, 0).map((value, i) => (i % 3 === 2 ? value : value + normal()));
    const fit = valueOf(nearPoints(points, 0.06));
    expect(fit.within).toBe(false);
    expect(distinctOf(fit.curve)).toBeLessThanOrEqual(100);
    expect(fit.reachable).toBeGreaterThan(0.06);
    expect(fit.reachable).toBeLessThan(0.2);
    const outside = Array.from({ length: 400 }, (_, i) => i).filter(
      (i) => closestPoint(fit.curve, vectorAt(points, i)).distance > 0.06,
    );
    expect(fit.outliers).toEqual(outside);
    expect(valueOf(nearPoints(points, fit.reachable * 1.05)).within).toBe(true);
  });

  it('reaches a tolerance that a curve of few control points is known to hold, from points far apart', () => {
    const known = (heights: readonly number[]) =>
      valueOf(throughPoints(Float64Array.from(heights.flatMap((y, i) => [20 * i, y, 0])))).curve;
    const wave = known([-4.34, -10.93, 18.55, -13.6, 16.45, 10.04, -17.37, 18.23]);
    const samples = (curve: Curve, count: number) =>
      evaluateAll(
        curve,
        Float64Array.from({ length: count }, (_, i) => i / (count - 1)),
      );
    const found = valueOf(nearPoints(samples(wave, 60), 0.05));
    expect(found.within).toBe(true);
    expect(countOf(found.curve)).toBeLessThanOrEqual(14);
    const height = real(-20, 20);
    fc.assert(
      fc.property(
        fc.array(height, { minLength: 5, maxLength: 8 }),
        fc.integer({ min: 45, max: 90 }),
        (heights, count) => {
          const fit = valueOf(nearPoints(samples(known(heights), count), 0.05));
          expect(fit.within).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('names stray points as outliers', () => {
    const points = noisy(profile, 400, 0.02);
    const strays = Array.from({ length: 30 }, (_, k) => 10 + 13 * k);
    strays.forEach((i, k) => (points[3 * i + 1] += k % 2 === 0 ? 3 : -3));
    const fit = valueOf(nearPoints(points, 0.1));
    expect(fit.within).toBe(false);
    expect(strays.filter((i) => !fit.outliers.includes(i))).toEqual([]);
  });

  it('passes exactly through few points when the tolerance asks for it', () => {
    const points = packVectors([[0, 0, 0], [9, 12, 0], [20, 3, 0], [31, 18, 0], [40, 0, 0]]); // prettier-ignore
    const fit = valueOf(nearPoints(points, 1e-6));
    expect(fit.within).toBe(true);
    expect(valueOf(nearPoints(points.slice(0, 6), 1e-6)).curve.degree).toBe(1);
  });

  it('takes 10,000 points, reporting how far it has come', () => {
    const points = noisy((s) => [2000 * s, 80 * Math.sin(40 * s) + 30 * Math.sin(90 * s * s), 0], 10_000, 0.025);
    const steps: ProgressStep[] = [];
    const fit = valueOf(nearPoints(points, 0.1, { progress: (step) => steps.push(step) }));
    expect(fit.within).toBe(true);
    expect(distinctOf(fit.curve)).toBeLessThan(200);
    expect(steps.length).toBeGreaterThan(20);
    expect(new Set(steps.map(({ stage }) => stage))).toEqual(new Set(['add', 'prune', 'prove']));
  });

  it('quick, gives a first curve that is within but heavier', () => {
    const points = noisy(bend, 400, 0.05);
    const [first, light] = [true, false].map((quick) => valueOf(nearPoints(points, 0.1, { quick })));
    expect(first.within && light.within).toBe(true);
    expect(distinctOf(first.curve)).toBeGreaterThan(distinctOf(light.curve));
  });

  it.each([1, 2, 3] as const)('keeps the ends of a curve that is known up to order %i', (level) => {
    for (const degree of [3, 5]) {
      const known = shaped(helix, 14, 5);
      const [first, last] = domainOf(known);
      const points = evaluateAll(
        known,
        Array.from({ length: 400 }, (_, i) => first + ((last - first) * i) / 399),
      );
      const hold = (u: number, side: 'left' | 'right') => {
        const { tangent, curvature, rate } = frameAt(known, u, side) ?? { tangent: [0, 0, 0] as const };
        return { tangent, ...(level > 1 && { curvature }), ...(level > 2 && { rate }) };
      };
      const ends = { start: hold(first, 'right'), end: hold(last, 'left') };
      const { curve, within } = valueOf(nearPoints(points, 0.05, { degree, ends }));
      const free = valueOf(nearPoints(points, 0.05, { degree })).curve;
      expect(within).toBe(true);
      expect(countOf(curve)).toBeLessThanOrEqual(countOf(free) + 3 * level);
      for (const [u, side, wanted] of [
        [0, 'right', ends.start],
        [1, 'left', ends.end],
      ] as const) {
        // prettier-ignore
        const found = frameAt(curve, u, side);
        for (const name of ['tangent', 'curvature', 'rate'] as const) {
          const [a, b] = [found?.[name], wanted[name]];
          if (b) b.forEach((x, c) => expect(a?.[c]).toBeCloseTo(x, 10));
        }
      }
    }
  });

  it('refuses to keep what a closed curve or the degree has no room for', () => {
    const points = noisy(profile, 100, 0.05, 1);
    const start = { tangent: [1, 0, 0], curvature: [0, 0.01, 0], rate: [0, 0, 0] } as const;
    expect(() => nearPoints(points, 0.1, { closed: true, ends: { start } })).toThrow('ends: a closed curve has none');
    expect(() => nearPoints(points, 0.1, { degree: 2, ends: { start } })).toThrow('degree: 3 at least is needed');
    expect(() => nearPoints(points, 0.1, { ends: { end: { tangent: [0, 0, 0] } } })).toThrow('ends.end.tangent: a direction'); // prettier-ignore
    expect(() => nearPoints(points, 0.1, { ends: { end: { tangent: [1, 0, 0], rate: [0, 0, 0] } } })).toThrow('ends.end.rate: a curvature is needed'); // prettier-ignore
  });

  it('refuses points in one place, and too few', () => {
    expect(nearPoints(Float64Array.of(0, 0, 0, 1, 1, 1, 1, 1, 1), 1)).toMatchObject({
      failure: { kind: 'coincident-points', first: 1, second: 2 },
    });
    expect(nearPoints(Float64Array.of(0, 0, 0, 1, 1, 1, 2, 0, 0), 1, { closed: true })).toMatchObject({
      failure: { kind: 'too-few-points', count: 3, needed: 4 },
    });
  });
});
