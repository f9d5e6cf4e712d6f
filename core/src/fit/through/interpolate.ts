import { type Curve, homogeneous, lookedAt, MAX_DEGREE, trusted } from '../../curve/curve';
import { type Result, success } from '../../result';
import { checkFitPoints, type FitFailure } from '../fitFailure';
import { collocate } from './collocation';
import { mustBePacked, mustBeWhole } from '../../refuse';

/**
 * Knots for interpolation at given parameters by averaging p of them at a time, so that every basis function has a
 * parameter under it. Clamped; n + p + 1 values for n parameters. (The NURBS Book, eq. 9.8.)
 */
export function averagedKnots(parameters: Float64Array, degree: number): Float64Array {
  mustBePacked(parameters, 1, 'parameters');
  mustBeWhole(degree, 1, Math.min(MAX_DEGREE, parameters.length - 1), 'degree');
  const count = parameters.length;
  const knots = new Float64Array(count + degree + 1);
  knots.fill(parameters[0], 0, degree + 1);
  knots.fill(parameters[count - 1], count);
  for (let j = 1; j < count - degree; j++) {
    let sum = 0;
    for (let i = j; i < j + degree; i++) sum += parameters[i];
    knots[j + degree] = sum / degree;
  }
  return knots;
}

/**
 * The textbook's global interpolation: the open curve of a degree through points at given parameters, with averaged
 * knots and as many control points as points. O(n p²). `points` are packed x y z. (The NURBS Book, A9.1.)
 */
export function interpolate(
  points: Float64Array,
  parameters: Float64Array,
  degree: number,
  apart = 0,
): Result<Curve, FitFailure> {
  mustBeWhole(degree, 1, MAX_DEGREE, 'degree');
  const checked = checkFitPoints(points, false, degree + 1, apart);
  if (!checked.ok) return checked;
  const count = parameters.length;
  if (count !== points.length / 3 || parameters.some((u, i) => i > 0 && !(u > parameters[i - 1]))) {
    throw new RangeError('one increasing parameter is needed for each point');
  }
  const knots = averagedKnots(parameters, degree);
  const sites = { parameters, orders: new Uint8Array(count), left: new Uint8Array(count) };
  const found = collocate({ degree, knots, count, periodic: false }, sites, points);
  if (!found) throw new Error('the interpolation system is singular with averaged knots');
  return success(lookedAt(trusted(degree, knots, homogeneous(found.control))));
}
