import { dot, length, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { type Affine, transform } from '../edit/transform';
import { failed, type Result, success } from '../result';
import { mustBeDirection } from '../refuse';
import { normalOf, type Plane } from '../plane/plane';

/** The direction runs along the plane and never meets it. */
export interface AlongPlane {
  readonly kind: 'along-plane';
}

/** Directions with less than this sine against the plane run along it. */
const ALONG = 1e-9;

/**
 * The image of a curve on a plane along a direction, by default the plane's normal. A parallel projection is an affine
 * map, so the image has the same degree, knots and weights and is exact (The NURBS Book, P4.5).
 */
export function projectOnto(
  plane: Plane,
  curve: Curve,
  direction: Vector3 = normalOf(plane),
): Result<Curve, AlongPlane> {
  mustBeDirection(direction, 'direction');
  const n = normalOf(plane);
  const rise = dot(direction, n);
  if (!(Math.abs(rise) > ALONG * length(direction))) return failed({ kind: 'along-plane' });
  const image = (v: Vector3, height: number): Vector3 => {
    const steps = height / rise;
    return [v[0] - steps * direction[0], v[1] - steps * direction[1], v[2] - steps * direction[2]];
  };
  const map: Affine = {
    x: image([1, 0, 0], n[0]),
    y: image([0, 1, 0], n[1]),
    z: image([0, 0, 1], n[2]),
    origin: image([0, 0, 0], -dot(plane.origin, n)),
  };
  return success(transform(curve, map));
}
