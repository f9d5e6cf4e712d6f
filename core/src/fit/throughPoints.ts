import { basisDerivatives, basisFunctions } from '../curve/basis';
import { type Curve, homogeneous, makeCurve, SHORTEST_SPAN } from '../curve/curve';
import { addEntry, bandedMatrix, solveBanded } from '../linear/bandedMatrix';
import { failed, type Result, success } from '../result';
import { checkFitPoints, type FitFailure } from './fitFailure';
import { type Parameterisation, parametersOf } from './parameters';

export interface Fit {
  readonly curve: Curve;
  /** The curve's parameter at each point; a closed curve has one more, for the return to the first. */
  readonly parameters: Float64Array;
}

export interface ThroughPointsOptions {
  readonly closed?: boolean;
  readonly parameterisation?: Parameterisation;
  /** Neighbours this near, in mm, count as one place and are refused. */
  readonly apart?: number;
}

/**
 * The default curve through points: the C² cubic with its knots at the points' parameters, with natural ends
 * (no second derivative) when open, periodic when closed. Two points give the line between them. O(n).
 *
 * `points` are packed x y z in mm; a closed curve needs three. (de Boor, A Practical Guide to Splines, ch. IV; The
 * NURBS Book, 9.2.3.)
 */
export function throughPoints(
  points: Float64Array,
  { closed = false, parameterisation = 'faded', apart = 0 }: ThroughPointsOptions = {},
): Result<Fit, FitFailure> {
  const checked = checkFitPoints(points, closed, closed ? 3 : 2, apart);
  if (!checked.ok) return checked;
  const parameters = parametersOf(points, closed, parameterisation);
  // Spacing so uneven that two parameters are nearly one cannot carry a knot.
  const merged = parameters.findIndex((u, i) => i > 0 && !(u - parameters[i - 1] >= SHORTEST_SPAN));
  if (merged > 0) {
    return failed({ kind: 'coincident-points', first: merged - 1, second: merged % (points.length / 3) });
  }
  if (closed) return success({ curve: periodicCubic(points, parameters), parameters });
  if (points.length === 6) return success({ curve: makeCurve(1, [0, 0, 1, 1], homogeneous(points)), parameters });
  return success({ curve: naturalCubic(points, parameters), parameters });
}

function naturalCubic(points: Float64Array, parameters: Float64Array): Curve {
  const last = parameters.length - 1;
  const count = parameters.length + 2;
  const knots = new Float64Array(count + 4);
  knots.set(parameters, 3);
  knots.fill(parameters[last], last + 3);
  const matrix = bandedMatrix(count, 1, 1);
  const right = new Float64Array(3 * count);

  addEntry(matrix, 0, 0, 1);
  right.set(points.subarray(0, 3), 0);
  addEntry(matrix, count - 1, count - 1, 1);
  right.set(points.subarray(3 * last), 3 * (count - 1));
  // No second derivative at either end: three control points each.
  const start = basisDerivatives(knots, 3, 3, parameters[0], 2);
  const end = basisDerivatives(knots, 3, count - 1, parameters[last], 2);
  for (let j = 0; j < 3; j++) {
    // Second derivatives grow with the square of short spans; the rows of basis values are of size 1.
    addEntry(matrix, 1, j, start[8 + j] / Math.abs(start[9]));
    addEntry(matrix, count - 2, count - 3 + j, end[9 + j] / Math.abs(end[10]));
  }
  const basis = new Float64Array(4);
  for (let i = 1; i < last; i++) {
    basisFunctions(knots, 3, i + 3, parameters[i], basis);
    for (let j = 0; j < 3; j++) addEntry(matrix, i + 1, i + j, basis[j]);
    right.set(points.subarray(3 * i, 3 * i + 3), 3 * (i + 1));
  }
  mustSolve(solveBanded(matrix, right, 3));
  return makeCurve(3, knots, homogeneous(right));
}

function periodicCubic(points: Float64Array, parameters: Float64Array): Curve {
  const distinct = points.length / 3;
  const period = parameters[distinct];
  const knots = new Float64Array(distinct + 7);
  for (let i = 0; i < knots.length; i++) {
    const turn = Math.floor((i - 3) / distinct);
    knots[i] = parameters[i - 3 - turn * distinct] + turn * period;
  }
  // Row i sees the control points i, i + 1, i + 2; unknown j is control point j + 1, so the band is cyclic and
  // tridiagonal. Numbering 0, m-1, 1, m-2, ... folds it into a plain band of two.
  const place = (j: number) => (j < distinct / 2 ? 2 * j : 2 * (distinct - 1 - j) + 1);
  const matrix = bandedMatrix(distinct, 2, 2);
  const right = new Float64Array(3 * distinct);
  const basis = new Float64Array(4);
  for (let i = 0; i < distinct; i++) {
    basisFunctions(knots, 3, i + 3, parameters[i], basis);
    for (let j = 0; j < 3; j++) {
      addEntry(matrix, place(i), place((i + j - 1 + distinct) % distinct), basis[j]);
    }
    right.set(points.subarray(3 * i, 3 * i + 3), 3 * place(i));
  }
  mustSolve(solveBanded(matrix, right, 3));
  const control = new Float64Array(3 * (distinct + 3));
  for (let i = 0; i < distinct + 3; i++) {
    const from = 3 * place((i - 1 + distinct) % distinct);
    control.set(right.subarray(from, from + 3), 3 * i);
  }
  return makeCurve(3, knots, homogeneous(control), 'periodic');
}

function mustSolve(solved: boolean): void {
  if (!solved) throw new Error('the interpolation system is singular although the parameters increase');
}
