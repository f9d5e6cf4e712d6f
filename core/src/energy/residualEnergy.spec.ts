import fc from 'fast-check';
import type { BandedEnergy } from '../linear/barrier';
import { real } from '../linear/real.fixture';
import type { Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { uniformKnots } from '../knots/uniformKnots';
import { arcLength } from '../measure/arcLength';
import { energies } from '../measure/energies';
import { derivativeRows, type DerivativeRows } from './derivativeRows';
import { DriftEnergy } from './driftEnergy';
import { ElasticaEnergy } from './elasticaEnergy';
import { energySum } from './energySum';
import { axesFor, movedCurve } from './motion';
import { VariationEnergy } from './variationEnergy';

const COUNT = 6;
const DEGREE = 3;
const UP: Vector3 = [0, 0, 1];
const columns = Array.from({ length: COUNT }, (_, place) => [{ place, share: 1 }]);
/** Control points that go on along x, so that the curve stands still nowhere. */
const curves = fc
  .array(fc.tuple(real(-4, 4), real(-20, 20), real(-20, 20)), { minLength: COUNT, maxLength: COUNT })
  .map((list) => homogeneous(list.flatMap(([x, y, z], i) => [20 * i + x, y, z])));
const inPlane = (points: Float64Array) => points.map((x, i) => (i % 4 === 2 ? 0 : x));
const ENERGIES: Readonly<Record<string, (rows: DerivativeRows) => BandedEnergy>> = {
  elastica: (rows) => new ElasticaEnergy(rows, DEGREE, 7),
  drift: (rows) => new DriftEnergy(rows, DEGREE, new Float64Array(rows.nodes).fill(0.4)),
  variation: (rows) => new VariationEnergy(rows, DEGREE),
};

const curveOf = (points: Float64Array): Curve => makeCurve(DEGREE, uniformKnots(DEGREE, COUNT), points);

describe('energies by residuals', () => {
  it.each(
    Object.keys(ENERGIES).flatMap((name) => [
      [name, 'in the plane'],
      [name, 'in space'],
    ]),
  )('of %s %s fall as their gradients say', (name, where) => {
    const normal = where === 'in the plane' ? UP : null;
    fc.assert(
      fc.property(curves, (any) => {
        const curve = curveOf(normal ? inPlane(any) : any);
        const axes = axesFor(normal);
        const energy = ENERGIES[name](derivativeRows(curve, columns, axes, 4));
        const size = COUNT * axes.length;
        const moves = Float64Array.from({ length: size }, (_, i) => 0.3 * Math.sin(i));
        const gradient = new Float64Array(size);
        const matrix = new Float64Array(size * axes.length * (DEGREE + 1));
        const value = energy.model(moves, gradient, matrix);
        expect(Math.abs(energy.value(moves) - value)).toBeLessThanOrEqual(1e-12 * value);
        const step = 1e-5;
        const largest = gradient.reduce((most, g) => Math.max(most, Math.abs(g)), 0);
        for (let i = 0; i < size; i++) {
          const at = (by: number) => energy.value(moves.map((x, k) => (k === i ? x + by : x)));
          const slope = (at(step) - at(-step)) / (2 * step);
          expect(Math.abs(slope - gradient[i])).toBeLessThan(1e-6 * (largest + value));
        }
      }),
      { numRuns: 30 },
    );
  });

  it('the elastica weighs bending and length as they are measured', () => {
    fc.assert(
      fc.property(curves, (any) => {
        for (const normal of [UP, null]) {
          const curve = curveOf(normal ? inPlane(any) : any);
          const axes = axesFor(normal);
          const rows = derivativeRows(curve, columns, axes, 40);
          const moves = Float64Array.from({ length: COUNT * axes.length }, (_, i) => Math.cos(i));
          const moved = movedCurve(curve, columns, axes, moves);
          const expected = energies(moved).bending + arcLength(moved).total / 49;
          // By forty nodes a span, which the sharpest bends ask for.
          expect(Math.abs((2 * new ElasticaEnergy(rows, DEGREE, 7).value(moves)) / expected - 1)).toBeLessThan(1e-4);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('a curve that stands still has none', () => {
    const rows = derivativeRows(curveOf(homogeneous(new Float64Array(3 * COUNT))), columns, axesFor(null), 4);
    const moves = new Float64Array(3 * COUNT);
    for (const name of Object.keys(ENERGIES)) expect(ENERGIES[name](rows).value(moves)).toBe(Infinity);
  });

  it('several count together', () => {
    const rows = derivativeRows(
      curveOf(homogeneous([0, 0, 0, 9, 9, 0, 20, 9, 5, 30, 0, 5, 40, 3, 0, 50, 9, 0])),
      columns,
      axesFor(null),
      4,
    );
    const parts = Object.values(ENERGIES).map((make) => make(rows));
    const moves = Float64Array.from({ length: 3 * COUNT }, (_, i) => Math.sin(i));
    const room = () => [new Float64Array(3 * COUNT), new Float64Array(9 * COUNT * (DEGREE + 1))] as const;
    const [gradient, matrix] = room();
    const sum = energySum(parts).model(moves, gradient, matrix);
    const apart = parts.map((part) => {
      const [g, m] = room();
      return { value: part.model(moves, g, m), g, m };
    });
    expect(sum).toBeCloseTo(
      apart.reduce((all, { value }) => all + value, 0),
      12,
    );
    gradient.forEach((g, i) =>
      expect(g).toBeCloseTo(
        apart.reduce((all, one) => all + one.g[i], 0),
        9,
      ),
    );
    matrix.forEach((h, i) =>
      expect(h).toBeCloseTo(
        apart.reduce((all, one) => all + one.m[i], 0),
        9,
      ),
    );
  });
});
