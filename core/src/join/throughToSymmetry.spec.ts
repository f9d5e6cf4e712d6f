import { distance, packVectors, vectorAt } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { countOf, type Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { transform } from '../edit/transform';
import { fitDataOf, fromFitData } from '../fit/through/fixedSpacing';
import { continuityOfEnds } from '../measure/continuity';
import type { End } from '../measure/ends';
import { FRONT } from '../plane/plane';
import { measuredAtEnd } from './differences.fixture';
import { imageBy, type Symmetry } from './joinToSymmetry';
import { throughToSymmetry } from './throughToSymmetry';

const POINTS = packVectors([[60, 0, 3], [48, 30, -2], [30, 44, 5], [1, 52, 1]]); // prettier-ignore
/** The plane x = 0, and the line along y. */
const PLANE: Symmetry = { kind: 'plane', plane: { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] } };
const AXIS: Symmetry = { kind: 'axis', point: [0, 0, 0], direction: [0, 1, 0] };
const across = (curve: Curve, end: End, symmetry: Symmetry) =>
  continuityOfEnds(curve, end, transform(curve, imageBy(symmetry)), end);

describe('a curve through points that meets its own image', () => {
  it.each([
    ['plane', PLANE],
    ['axis', AXIS],
  ] as const)('at a %s: cubics with G2, quintics with G3', (_, symmetry) => {
    for (const degree of [3, 5]) {
      const { curve, parameters } = valueOf(throughToSymmetry(POINTS, 'end', symmetry, { degree }));
      const figures = across(curve, 'end', symmetry);
      expect(figures.gap).toBeLessThan(1e-12);
      expect(figures.angle).toBeLessThan(1e-12);
      expect(figures.curvature.difference).toBeLessThan(1e-13);
      if (degree === 5) expect(figures.rate.difference).toBeLessThan(1e-14);
      else expect(figures.rate.difference).toBeGreaterThan(1e-6);
      for (let i = 0; i < 3; i++)
        expect(distance(evaluate(curve, parameters[i]), vectorAt(POINTS, i))).toBeLessThan(1e-11);
      // By differences of 320 bits: the tangent across the plane, the rate none.
      const seen = measuredAtEnd(curve, 'end');
      if (symmetry.kind === 'plane') expect(Math.abs(seen.tangent[0])).toBeCloseTo(1, 12);
      else expect(seen.tangent[1]).toBeCloseTo(0, 12);
    }
  });

  it('is the same from the other end, and what is held elsewhere stays held', () => {
    const options = { degree: 5, constraints: [{ index: 1, tangent: { direction: [-1, 1, 0] as const } }] };
    const { curve } = valueOf(throughToSymmetry(POINTS, 'end', PLANE, options));
    const turned = packVectors([3, 2, 1, 0].map((i) => vectorAt(POINTS, i)));
    const back = valueOf(throughToSymmetry(turned, 'start', PLANE, { degree: 5, constraints: [{ index: 2, tangent: { direction: [1, -1, 0] } }] })); // prettier-ignore
    for (const t of [0, 0.3, 0.8, 1]) {
      const [first, last] = [back.curve.knots[5], back.curve.knots[countOf(back.curve)]];
      const u = curve.knots[5] + t * (curve.knots[countOf(curve)] - curve.knots[5]);
      expect(distance(evaluate(curve, u), evaluate(back.curve, last - t * (last - first)))).toBeLessThan(1e-9);
    }
  });

  it('has data that determine it, as any fit', () => {
    for (const [end, points] of [
      ['end', POINTS],
      ['start', packVectors([3, 2, 1, 0].map((i) => vectorAt(POINTS, i)))],
    ] as const) {
      // prettier-ignore
      for (const degree of [3, 5]) {
        const { curve, sites } = valueOf(throughToSymmetry(points, end, PLANE, { degree }));
        expect(sites.parameters.length).toBe(countOf(curve));
        const again = valueOf(fromFitData(curve, sites, fitDataOf(curve, sites)));
        again.points.forEach((x, i) => expect(x).toBeCloseTo(curve.points[i], 8));
      }
    }
  });

  it('goes on from another curve at its far end', () => {
    const jet = { point: [60, 0, 3], tangent: [0, 1, 0], curvature: [-0.01, 0, 0], rate: [0, 0, 1e-4] } as const;
    const { curve } = valueOf(throughToSymmetry(POINTS, 'end', PLANE, { degree: 5, contacts: { start: { jet, level: 3 } } })); // prettier-ignore
    const seen = measuredAtEnd(curve, 'start');
    expect(distance(seen.curvature, jet.curvature)).toBeLessThan(1e-12);
    expect(distance(seen.rate, jet.rate)).toBeLessThan(1e-12);
    expect(across(curve, 'end', PLANE).rate.difference).toBeLessThan(1e-14);
    const one = throughToSymmetry(packVectors([[1, 2, 3]]), 'end', { kind: 'plane', plane: FRONT });
    expect(one).toMatchObject({ failure: { kind: 'too-few-points' } });
  });
});
