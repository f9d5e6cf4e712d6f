import { bezier } from '../curve/curves.fixture';
import { domainOf } from '../curve/curve';
import { elevateDegree } from '../degree/elevateDegree';
import { reverse } from '../edit/reverse';
import { rotation, scaling, transform, translation } from '../edit/transform';
import { ellipticArc, ellipseFrame } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { throughPoints } from '../fit/through/throughPoints';
import { insertKnot } from '../knots/refineKnots';
import { packVectors } from '../linear/vector';
import { FRONT } from '../plane/plane';
import { valueOf } from '../curve/curves.fixture';
import { energies } from './energies';
import { checkFA, helix, noisy, shaped } from './fairShapes.fixture';
import { circle, uneven } from './shapes.fixture';

describe('energies', () => {
  it.each([
    ['a quarter of an ellipse 100 × 60', ellipticArc(ellipseFrame(FRONT, [0, 0, 0], 100, 60), 0, Math.PI / 2), 13.573859, 3.253939, 127.634994], // prettier-ignore
    ['the parabola y = x²/50 up to 100', bezier([0, 0], [50, 0], [100, 200]), 366.933043, 6.187509, 232.339188],
    ['a cubic', bezier([0, 0], [30, 40], [60, 40], [90, 0]), 32.316087, 4.179824, 112.078165],
  ])('of %s are those computed by a second method', (_, curve, fairness, bendingFigure, length) => {
    const found = energies(curve);
    expect(found.fairness).toBeCloseTo(fairness, 6);
    expect(found.bendingFigure).toBeCloseTo(bendingFigure, 6);
    expect(found.length).toBeCloseTo(length, 6);
  });

  it('of checks LU and FA have the stated digits', () => {
    expect(energies(uneven).fairness).toBeCloseTo(88.9878, 4);
    expect(energies(checkFA()).fairness).toBeCloseTo(124.743, 3);
    expect(energies(checkFA(0)).fairness).toBeCloseTo(8.2548, 4);
  });

  it('of lines, circles and points are 0, 2π over the radius, and 0', () => {
    const round = energies(circle(25));
    expect(round.fairness).toBeLessThan(1e-20);
    expect(round.bending).toBeCloseTo((2 * Math.PI) / 25, 12);
    expect(energies(lineBetween([0, 0, 0], [7, 8, 9]))).toMatchObject({ fairness: 0, bending: 0 });
    expect(energies(bezier([3, 3], [3, 3], [3, 3]))).toEqual({
      variation: 0,
      fairness: 0,
      bending: 0,
      bendingFigure: 0,
      length: 0,
    });
  });

  it('of a helix are κ²τ² and κ² over its length (do Carmo, 1.5)', () => {
    // Radius 10, rise 5 a radian: κ = 0.08, τ = 0.04.
    const places = Array.from({ length: 401 }, (_, i) => i / 100);
    const spiral = valueOf(
      throughPoints(packVectors(places.map((t) => [10 * Math.cos(t), 10 * Math.sin(t), 5 * t])), { degree: 7 }),
    ).curve;
    const [first, last] = domainOf(spiral);
    expect(last).toBeGreaterThan(first);
    const { variation, bending, length } = energies(spiral);
    expect(variation / length).toBeCloseTo((0.08 * 0.04) ** 2, 9);
    expect(bending / length).toBeCloseTo(0.08 ** 2, 6);
  });

  it('do not depend on place, direction, degree, knots and the way round; F not on size', () => {
    for (const curve of [checkFA(), noisy(shaped(helix, 14, 5), 0.1, 3, true), bezier([0, 0], [10, 30], [30, -5])]) {
      const { fairness, bendingFigure } = energies(curve);
      const share = 0.37 * domainOf(curve)[0] + 0.63 * domainOf(curve)[1];
      const same = [
        transform(curve, scaling(1e-3, [0, 0, 0])),
        transform(curve, scaling(1e3, [0, 0, 0])),
        transform(curve, rotation([1, 1, 0], 1.1)),
        elevateDegree(curve),
        reverse(curve),
        valueOf(insertKnot(curve, share)),
      ];
      for (const other of same) {
        expect(energies(other).fairness / fairness).toBeCloseTo(1, 8);
        expect(energies(other).bendingFigure / bendingFigure).toBeCloseTo(1, 8);
      }
      const far = energies(transform(curve, translation([1e6, -1e6, 3e5])));
      expect(far.fairness / fairness).toBeCloseTo(1, 5);
    }
  });

  it('are endless at a cusp and where a curve comes to stand at its end', () => {
    for (const curve of [bezier([0, 0], [100, 100], [0, 100], [100, 0]), bezier([0, 0], [0, 0], [50, 20], [90, 0])]) {
      expect(energies(curve)).toMatchObject({ variation: Infinity, fairness: Infinity, bending: Infinity });
    }
  });
});
