import type { Vector3 } from '../../linear/vector';
import { evaluate } from '../../curve/evaluate';
import { domainOf } from '../../curve/curve';
import { valueOf } from '../../curve/curves.fixture';
import { bestPlane } from '../../measure/bestPlane';
import { continuityAtKnots } from '../../measure/continuity';
import { curvatureProfile } from '../../measure/curvatureProfile';
import { energies } from '../../measure/energies';
import { smallestRadius } from '../../measure/extrema';
import { normalOf } from '../../plane/plane';
import { ARCH, around, distanceFromPolyline, polylineLength, ZIG_ZAG } from '../strokes.fixture';
import { throughPoints } from '../through/throughPoints';
import { eulerThrough, type EulerFit } from './eulerThrough';
import { apartBy, missOf, MOVES, pointsBy } from './laws.fixture';

const UP: Vector3 = [0, 0, 1];
const fitted = (points: Float64Array, closed = false, normal = UP): EulerFit =>
  valueOf(eulerThrough(points, { closed, normal }));

describe('Euler spirals through points', () => {
  // The figures of check FI.
  it('on the arch have one extremum and a variation of 74.8, in a few steps', () => {
    const { curve, steps } = fitted(ARCH);
    expect(energies(curve).variation * polylineLength(ARCH) ** 3).toBeCloseTo(74.84, 1);
    expect(steps).toBeLessThanOrEqual(5);
  });

  it('on the zig-zag stray by 42.9 mm, are 1.464 times as long and bend at R 4.4', () => {
    const { curve, steps } = fitted(ZIG_ZAG);
    expect(distanceFromPolyline(curve, ZIG_ZAG)).toBeCloseTo(42.9, 1);
    expect(energies(curve).length / polylineLength(ZIG_ZAG)).toBeCloseTo(1.464, 3);
    expect(smallestRadius(curve, UP)?.radius).toBeCloseTo(4.43, 2);
    expect(steps).toBeLessThanOrEqual(5);
  });

  it('pass through their points, with one curvature on both sides of each', () => {
    for (const [points, closed] of [
      [ARCH, false],
      [ZIG_ZAG, false],
      [around(7, 40, 0, 5), true],
      [ARCH.slice(0, 9), false],
      [ARCH.slice(0, 6), false],
    ] as const) {
      const { curve, parameters } = fitted(points, closed);
      expect(missOf(points, curve, parameters)).toBeLessThan(1e-11);
      for (const { level } of continuityAtKnots(curve)) expect(level).toBeGreaterThanOrEqual(2);
      if (!closed) continue;
      const [first, last] = domainOf(curve);
      const [start, end] = [evaluate(curve, first), evaluate(curve, last)];
      expect(Math.hypot(start[0] - end[0], start[1] - end[1])).toBeLessThan(1e-12);
    }
  });

  it('between two points change their curvature evenly', () => {
    const { curve, parameters } = fitted(ARCH);
    const { u, kappa } = curvatureProfile(curve, { normal: UP });
    for (let i = 0; i + 1 < parameters.length; i++) {
      const within = [...u.keys()].filter((k) => u[k] > parameters[i] && u[k] < parameters[i + 1]);
      const [a, b] = [within[0], within[within.length - 1]];
      for (const k of within) {
        const expected = kappa[a] + ((kappa[b] - kappa[a]) * (u[k] - u[a])) / (u[b] - u[a]);
        expect(Math.abs(kappa[k] - expected)).toBeLessThan(3e-4 * 0.0144);
      }
    }
  });

  it('of points of a circle are that circle, of a closed run all around', () => {
    expect(energies(fitted(around(6, 30, 0, 4)).curve).fairness).toBeLessThan(1e-5);
    const ring = fitted(around(7, 40, 0, (2 * Math.PI * 6) / 7), true);
    expect(energies(ring.curve).length).toBeCloseTo(80 * Math.PI, 4);
    expect(energies(ring.curve).fairness).toBeLessThan(2e-5);
  });

  it('of points in line are the line between them', () => {
    const points = Float64Array.of(0, 0, 0, 10, 0, 0, 35, 0, 0);
    expect(
      apartBy(fitted(points).curve, valueOf(throughPoints(points, { degree: 1, parameterisation: 'chord' })).curve),
    ).toBeLessThan(1e-12);
  });

  it.each(MOVES)('are the same in %s', (_, affine, scale) => {
    const moved = pointsBy(ARCH, affine);
    const normal = normalOf(bestPlane(valueOf(throughPoints(moved)).curve).plane);
    expect(apartBy(fitted(ARCH).curve, fitted(moved, false, normal).curve, affine)).toBeLessThan(1e-8 * scale);
  });
});
