import './browser.fixture';
import { core, eval as functions } from 'verb-nurbs';
import nurbs from 'nurbs';
import { type Curve, controlPointsOf } from './curve';

/** Two general-purpose libraries of other hands, as witnesses; both take clamped curves. */

const rowsOf = ({ points }: Curve): number[][] =>
  Array.from({ length: points.length / 4 }, (_, i) => [...points.subarray(4 * i, 4 * i + 4)]);

/** A curve in the words of verb-nurbs: homogeneous control points. */
export const toVerb = (curve: Curve) => new core.NurbsCurveData(curve.degree, [...curve.knots], rowsOf(curve));

export const verb = functions;

/** Homogeneous control points of a verb curve, packed. */
export const fromVerb = (data: { controlPoints: number[][] }): number[] => data.controlPoints.flat();

/** A curve in the words of nurbs: places and weights apart, and evaluation at u. */
export function toNurbs(curve: Curve): (u: number, order?: number) => number[] {
  const places = controlPointsOf(curve);
  const made = nurbs({
    points: Array.from({ length: places.length / 3 }, (_, i) => [...places.subarray(3 * i, 3 * i + 3)]),
    weights: Array.from({ length: places.length / 3 }, (_, i) => curve.points[4 * i + 3]),
    degree: curve.degree,
    knots: [[...curve.knots]],
    boundary: 'open',
  });
  return (u, order = 0) => (order === 0 ? made.evaluate([], u) : made.evaluator(order)([], u));
}
