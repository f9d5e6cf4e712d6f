import type { Curve } from '../curve/curve';
import { cross, length, scale, unit } from '../linear/vector';
import type { Plane } from '../plane/plane';
import { type InLine, planeFrom } from '../plane/planes';
import { failed, type Result, success } from '../result';
import { frameAt } from './frame';

/** Why no plane follows from what is given. */
export type PlaneFailure =
  | InLine
  /** The curve stands still at u and has no tangent there. */
  | { readonly kind: 'no-tangent'; readonly u: number }
  /** The curve is straight at u: every plane along it would do. */
  | { readonly kind: 'straight'; readonly u: number };

/** The plane across a curve at u: its normal is the tangent. Throws a RangeError outside the domain. */
export function planeAcross(curve: Curve, u: number): Result<Plane, PlaneFailure> {
  const frame = frameAt(curve, u);
  return frame ? success(planeFrom(frame.point, frame.tangent)) : failed({ kind: 'no-tangent', u });
}

/**
 * The plane along a curve at u, in which it bends there: x is the tangent, y points to the centre of curvature (the
 * osculating plane: do Carmo, Differential Geometry of Curves and Surfaces, 1.5).
 */
export function planeAlong(curve: Curve, u: number): Result<Plane, PlaneFailure> {
  const frame = frameAt(curve, u);
  if (!frame) return failed({ kind: 'no-tangent', u });
  const { point, tangent, curvature, kappa } = frame;
  const n = kappa > 0 ? cross(tangent, scale(curvature, 1 / kappa)) : tangent;
  // Of a curvature that is rounding nothing need lie across.
  if (!(kappa > 0 && length(n) > 0.5)) return failed({ kind: 'straight', u });
  return success({ origin: point, x: tangent, y: cross(unit(n), tangent) });
}
