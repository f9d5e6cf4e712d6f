import { homogeneous, makeCurve } from '../../curve/curve';
import { valueOf } from '../../curve/curves.fixture';
import { uniformKnots } from '../../knots/uniformKnots';
import { randomNumbers } from '../../linear/random.fixture';
import type { Vector3 } from '../../linear/vector';
import { energies } from '../../measure/energies';
import { elastica } from '../balanced/elastica';
import { eulerThrough } from '../balanced/eulerThrough';
import { fairest } from '../balanced/fairest';
import { randomLine } from '../strokes.fixture';
import { throughPoints } from '../through/throughPoints';
import { gainGate, shapeGate, sharpestTurn, turnGate } from './gates';

const UP: Vector3 = [0, 0, 1];
const LINES = 15;
const linesOf = (points: Float64Array) => makeCurve(1, uniformKnots(1, points.length / 3), homogeneous(points));

const curveOf = (fit: ReturnType<typeof eulerThrough>) => (fit.ok ? fit.value.curve : null);

/** How many of so many random lines of nine points, distances up to six times each other, a fit is good on. */
function goodOf(most: number, fit: (points: Float64Array) => ReturnType<typeof linesOf> | null): number {
  const random = randomNumbers(7);
  let good = 0;
  for (let k = 0; k < LINES; k++) {
    const points = randomLine(9, 6, most, random);
    const curve = fit(points);
    if (curve && !shapeGate(points, false, curve, linesOf(points))) good++;
  }
  return good;
}

describe('the gates of fits that seek their own shape', () => {
  // The gates' table: lines of our own of the same kind, hence to a few lines. Good is no new crossing, and less than 1.3
  // times as long as the lines. Its column of minimum variation was of cubics; those of degree 5 pass less often beyond 45°.
  it.each([
    [30, 15, 15],
    [45, 15, 15],
    [60, 15, 15],
    [90, 15, 14],
    [120, 15, 12],
    [150, 11, 1],
  ])('of turns up to %d degrees let pass about as many as were found', (most, bent, spirals) => {
    const found = [
      goodOf(most, (points) => elastica(points, { normal: UP }).curve),
      goodOf(most, (points) => curveOf(eulerThrough(points, { normal: UP }))),
      goodOf(most, (points) => fairest(points, { normal: UP }).curve),
    ];
    [bent, spirals].forEach((expected, k) => expect(Math.abs(found[k] - expected)).toBeLessThanOrEqual(4));
    // What the choice of gates rests on.
    expect(found[0]).toBeGreaterThanOrEqual(found[1]);
    expect(found[1]).toBeGreaterThanOrEqual(found[2]);
    if (most <= 90) expect(found[0]).toBe(LINES);
    if (most <= 30) expect(found[2]).toBe(LINES);
    if (most <= 45) expect(found[2]).toBeGreaterThanOrEqual(LINES - 3);
    if (most >= 120) expect(found[2]).toBeLessThan(LINES / 3);
  });

  it('the fairest of gently turning lines varies its curvature less than the plain cubic', () => {
    const random = randomNumbers(11);
    for (let k = 0; k < 8; k++) {
      const points = randomLine(9, 6, 45, random);
      const plain = valueOf(throughPoints(points, { parameterisation: 'chord' })).curve;
      const { curve } = fairest(points, { normal: UP });
      expect(gainGate(curve, plain)).toBeNull();
      expect(gainGate(plain, curve)).toEqual({ kind: 'no-gain' });
      expect(energies(curve).fairness).toBeLessThan(0.8 * energies(plain).fairness);
    }
  });

  it('find the sharpest turn, at any point of a closed run', () => {
    const corner = Float64Array.of(0, 0, 0, 10, 0, 0, 20, 0, 0, 20, 10, 0);
    const found = sharpestTurn(corner, false);
    expect(found.index).toBe(2);
    expect(found.turn).toBeCloseTo(Math.PI / 2, 14);
    // Back to the start and on along the first line turns most.
    expect(sharpestTurn(corner, true).index).toBe(0);
    expect(sharpestTurn(corner, true).turn).toBeCloseTo(Math.PI - Math.atan(0.5), 14);
    expect(turnGate(corner, false, Math.PI / 4)).toMatchObject({ kind: 'turn', index: 2 });
    expect(turnGate(corner, false, 1.6)).toBeNull();
  });

  it('are shut for a curve that runs on, and for one that crosses itself where the lines do not', () => {
    const points = Float64Array.of(0, 0, 0, 30, 0, 0, 60, 0, 0, 90, 0, 0);
    const long = makeCurve(1, uniformKnots(1, 4), homogeneous([0, 0, 0, 30, 40, 0, 60, -40, 0, 90, 0, 0]));
    expect(shapeGate(points, false, long, linesOf(points))).toMatchObject({ kind: 'length', most: 1.3 });
    const loop = homogeneous([0, 0, 0, 60, 2, 0, 60, -2, 0, 55, 3, 0, 90, 0, 0]);
    const crossing = makeCurve(1, uniformKnots(1, 5), loop);
    expect(shapeGate(points, false, crossing, linesOf(points))).toMatchObject({ kind: 'crossing', count: 1 });
    expect(shapeGate(points, false, crossing, crossing)).toBeNull();
  });
});
