import type { ForeignCurve } from '../foreignCurve';
import { surfaceEdges } from '../surfaceEdges';
import { Placements } from './placement';
import { type Instance, type Records, StepProblem } from './records';
import { attributesOf, listOf, numberOf, numbersOf } from './values';

/** The four sides of a B-spline surface, which are exact curves (The NURBS Book, 3.3), in units of the file. */
export function sidesOf(records: Records, instance: Instance): ForeignCurve[] {
  const [, pu, pv, rows, , , , , ...rest] =
    instance.type === '('
      ? [null, ...attributesOf(instance, 'B_SPLINE_SURFACE'), ...attributesOf(instance, 'B_SPLINE_SURFACE_WITH_KNOTS')]
      : attributesOf(instance, 'B_SPLINE_SURFACE_WITH_KNOTS');
  const placements = new Placements(records);
  const points = listOf(rows, instance).map((row) => placements.points(row, instance));
  const rational = instance.parts.get('RATIONAL_B_SPLINE_SURFACE');
  const weights = rational && listOf(rational[0], instance).map((row) => numbersOf(row, instance));
  const [often1, often2, values1, values2] = rest.map((value) =>
    Array.isArray(value) ? numbersOf(value, instance) : null,
  );
  if (!often1 || !often2 || !values1 || !values2 || points.length === 0)
    throw new StepProblem('its knots are missing', instance.id);
  const count = points[0].length / 3;
  if (points.some((row) => row.length !== 3 * count) || (weights?.some((row) => row.length !== count) ?? false)) {
    throw new StepProblem('its rows of points differ in length', instance.id);
  }
  return surfaceEdges({
    degrees: [numberOf(pu, instance), numberOf(pv, instance)],
    knots: [repeated(often1, values1), repeated(often2, values2)],
    counts: [points.length, count],
    homogeneousAt: (i, j) => {
      const w = weights?.[i]?.[j] ?? 1;
      return [0, 1, 2].map((c) => points[i][3 * j + c] * w).concat(w);
    },
  });
}

function repeated(often: Float64Array, values: Float64Array): number[] {
  const sum = often.reduce((all, each) => all + each, 0);
  // More knots than any surface has are refused before room is made for them.
  if (often.length !== values.length || !(sum <= 1e6)) return [];
  return Array.from(values).flatMap((value, i) => Array<number>(often[i]).fill(value));
}
