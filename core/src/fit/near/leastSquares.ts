import { checkDegree, type Curve, homogeneous, InvalidCurve, makeCurve } from '../../curve/curve';
import { failed, type Result, success } from '../../result';
import { mustBePacked } from '../../refuse';
import { fixedEnds, FREE_ENDS } from './heldEnds';
import { leastSquaresPoints } from './normalEquations';

/** No parameter lies where a control point has a say: the points do not determine it. */
export interface Undetermined {
  readonly kind: 'undetermined';
  readonly controlPoint: number;
}

export interface LeastSquaresOptions {
  /** Weights of the control points; all alike when left out. */
  readonly weights?: ArrayLike<number>;
  /** How much each point counts, above 0; all alike when left out. */
  readonly pointWeights?: ArrayLike<number>;
  /** Whether the curve begins and ends in the first and last point, as it does unless this is false. */
  readonly fixedEnds?: boolean;
}

/**
 * The open curve over clamped `knots` that lies nearest to the points in the sum of squares, each taken at its
 * parameter. Parameters must not decrease. O(m p² + n p²) for m points and n control points.
 *
 * Throws a RangeError for parameters outside the knots or counts that do not fit. (The NURBS Book, 9.4.1; Schoenberg,
 * Whitney for when it fails.)
 */
export function leastSquares(
  points: Float64Array,
  parameters: Float64Array,
  degree: number,
  knots: Float64Array,
  { weights, pointWeights, fixedEnds: isFixed = true }: LeastSquaresOptions = {},
): Result<Curve, Undetermined> {
  mustBePacked(points, 3, 'points');
  if (parameters.length !== points.length / 3 || parameters.length < 2) {
    throw new RangeError(`parameters: one for each of two or more points is needed, not ${parameters.length}`);
  }
  checkDegree(degree);
  const count = knots.length - degree - 1;
  // The parts are looked at as those of any curve.
  const room = makeCurve(degree, knots, homogeneous(new Float64Array(Math.max(0, 3 * count)), weights));
  const [first, last] = [room.knots[degree], room.knots[count]];
  if (room.knots[0] !== first || room.knots[room.knots.length - 1] !== last) {
    throw new InvalidCurve('knots', `clamped ends are needed: ${degree + 1} equal knots at each`);
  }
  for (let i = 0; i < parameters.length; i++) {
    const before = i > 0 ? parameters[i - 1] : first;
    if (!(parameters[i] >= before && parameters[i] <= last)) {
      throw new RangeError(`parameters[${i}]: ${parameters[i]} does not lie from ${before} to ${last}`);
    }
  }
  if (pointWeights) {
    mustBePacked(pointWeights, 1, 'pointWeights');
    if (pointWeights.length !== parameters.length) {
      throw new RangeError(`pointWeights: ${parameters.length} are needed, not ${pointWeights.length}`);
    }
    const light = Array.from(pointWeights).findIndex((w) => !(w > 0));
    if (light >= 0)
      throw new RangeError(`pointWeights[${light}]: a weight above 0 is needed, not ${pointWeights[light]}`);
  }
  const space = { degree, knots: room.knots, count, periodic: false, weights };
  const fixed = isFixed ? fixedEnds(space, points, FREE_ENDS) : [];
  const control = leastSquaresPoints(space, points, parameters, { pointWeights, fixed });
  if (typeof control === 'number') return failed({ kind: 'undetermined', controlPoint: control });
  return success(makeCurve(degree, room.knots, homogeneous(control, weights)));
}
