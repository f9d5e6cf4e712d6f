import { VariationEnergy } from '../../energy/variationEnergy';
import type { Vector3 } from '../../linear/vector';
import { randomNumbers } from '../../linear/random.fixture';
import { bestPlane } from '../../measure/bestPlane';
import { energies } from '../../measure/energies';
import { curvatureExtrema } from '../../measure/extrema';
import { normalOf } from '../../plane/plane';
import { ARCH, around, polylineLength, randomLine } from '../strokes.fixture';
import { balancedThrough } from './balanced';
import { fairest } from './fairest';
import { apartBy, missOf, MOVES, pointsBy } from './laws.fixture';

const UP: Vector3 = [0, 0, 1];
const TURN = 2 * Math.PI;

describe('the fairest curve through points', () => {
  it('on the arch, cubic with four spans from point to point, has the least that was found by dense means', () => {
    const { energy } = balancedThrough(
      ARCH,
      {
        degree: 3,
        spans: 4,
        start: 2,
        energyOn: ({ rows, reach }) => new VariationEnergy(rows, reach),
        drift: () => 0,
        search: { damping: 1e-6, raise: 8, lower: 5, settled: 1e-9, steps: 40 },
      },
      { normal: UP },
    );
    expect(energy * polylineLength(ARCH) ** 3).toBeCloseTo(56.802455, 6);
  });

  it('on the arch has one extremum, and less variation than any other fit', () => {
    const { curve, steps } = fairest(ARCH, { normal: UP });
    expect(curve.degree).toBe(5);
    const variation = energies(curve).variation * polylineLength(ARCH) ** 3;
    // The cubic with four spans from point to point had 56.8.
    expect(variation).toBeLessThan(55.84);
    expect(variation).toBeGreaterThan(55.83);
    expect(curvatureExtrema(curve, UP)).toHaveLength(1);
    expect(steps).toBeLessThanOrEqual(7);
  });

  it('of points of a circle is that circle, and of points of a line that line', () => {
    for (const points of [around(8, 50, 0, TURN), around(8, 50, 0, 4), around(6, 5, 0, 2)]) {
      expect(energies(fairest(points, { normal: UP }).curve).fairness).toBeLessThan(1e-3);
    }
    const line = Float64Array.from({ length: 15 }, (_, i) =>
      i % 3 === 2 ? 0 : (i % 3) * 3 + 7 * Math.floor(i / 3) ** 1.2,
    );
    const straight = fairest(
      Float64Array.from(line, (x, i) => (i % 3 === 1 ? line[i - 1] / 2 : x)),
      { normal: UP },
    );
    expect(energies(straight.curve).bendingFigure).toBeLessThan(1e-12);
  });

  it('of points of a helix varies less than the helix, whose ends hold it', () => {
    const points = around(8, 40, 8, TURN);
    const { curve } = fairest(points);
    const [pull, size] = [40 / (40 ** 2 + 8 ** 2), Math.hypot(40, 8)];
    // |e| = κτ all along: F = L⁴ (κτ)².
    const exact = (TURN * size) ** 4 * (pull * (8 / size ** 2)) ** 2;
    expect(exact).toBeCloseTo(57.6, 1);
    expect(energies(curve).fairness).toBeLessThan(exact);
    expect(energies(curve).fairness).toBeGreaterThan(0.8 * exact);
  });

  it('passes through its points to rounding, in the plane, in space and closed', () => {
    for (const [points, options] of [
      [ARCH, { normal: UP }],
      [around(9, 30, 4, 7), {}],
      [around(7, 40, 0, (TURN * 6) / 7), { normal: UP, closed: true }],
    ] as const) {
      const { curve, parameters } = fairest(points, options);
      expect(missOf(points, curve, parameters)).toBeLessThan(1e-9);
      expect(curve.closing).toBe('closed' in options ? 'periodic' : 'open');
    }
  });

  it('of a ring of points is a circle, the same from any of them', () => {
    const ring = around(7, 40, 0, (TURN * 6) / 7);
    const { curve } = fairest(ring, { normal: UP, closed: true });
    expect(energies(curve).fairness).toBeLessThan(1e-3);
  });

  it.each(MOVES)('is the same in %s', (_, affine, scale) => {
    const random = randomNumbers(9);
    let told = 0;
    for (const points of [ARCH, randomLine(9, 6, 30, random), randomLine(9, 6, 30, random)]) {
      const first = fairest(points, { normal: UP });
      const moved = pointsBy(points, affine);
      const second = fairest(moved, { normal: normalOf(bestPlane(fairest(moved).curve).plane) });
      if (first.steps !== second.steps) continue;
      told++;
      expect(apartBy(first.curve, second.curve, affine)).toBeLessThan(1e-5 * scale);
    }
    expect(told).toBeGreaterThanOrEqual(2);
  });
});
