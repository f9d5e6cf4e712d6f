import { clamp, type Curve, makeCurve } from '@pencil-bend/core';
import { type ForeignCurve, foreignOf } from '../foreignCurve';
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
  const [often1, often2, values1, values2] = rest.map((value) => (Array.isArray(value) ? numbersOf(value, instance) : null)); // prettier-ignore
  if (!often1 || !often2 || !values1 || !values2 || points.length === 0) throw new StepProblem('its knots are missing', instance.id); // prettier-ignore
  const count = points[0].length / 3;
  if (points.some((row) => row.length !== 3 * count) || (weights?.some((row) => row.length !== count) ?? false)) {
    throw new StepProblem('its rows of points differ in length', instance.id);
  }
  const homogeneousAt = (i: number, j: number): number[] => {
    const w = weights?.[i]?.[j] ?? 1;
    return [0, 1, 2].map((c) => points[i][3 * j + c] * w).concat(w);
  };
  const net = { u: points.length, v: count };
  const [knotsU, knotsV] = [repeated(often1, values1), repeated(often2, values2)];
  const [degreeU, degreeV] = [numberOf(pu, instance), numberOf(pv, instance)];
  /** Along one direction at both ends of the other. */
  const along = (ofU: boolean): Curve[] => {
    const [n, m] = ofU ? [net.u, net.v] : [net.v, net.u];
    const ends = Array.from({ length: n }, (_, i) => {
      const across = Array.from({ length: m }, (_line, j) => (ofU ? homogeneousAt(i, j) : homogeneousAt(j, i))).flat();
      const clamped = clamp(makeCurve(ofU ? degreeV : degreeU, ofU ? knotsV : knotsU, across)).points;
      return [clamped.slice(0, 4), clamped.slice(-4)];
    });
    return [0, 1].map((end) => makeCurve(ofU ? degreeU : degreeV, ofU ? knotsU : knotsV, ends.flatMap((pair) => [...pair[end]]))); // prettier-ignore
  };
  return [...along(true), ...along(false)].map(foreignOf);
}

function repeated(often: Float64Array, values: Float64Array): number[] {
  const sum = often.reduce((all, each) => all + each, 0);
  // More knots than any surface has are refused before room is made for them.
  if (often.length !== values.length || !(sum <= 1e6)) return [];
  return Array.from(values).flatMap((value, i) => Array<number>(often[i]).fill(value));
}
