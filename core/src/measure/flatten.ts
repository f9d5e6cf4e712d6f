import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { transform } from '../edit/transform';
import { inPlane } from '../plane/coordinates';
import { normalOf, type Plane } from '../plane/plane';

/** A curve in a plane's own axes: x and y in the plane, z the height over it. */
export function inAxesOf(plane: Plane, curve: Curve): Curve {
  const n = normalOf(plane);
  const column = (c: number): Vector3 => [plane.x[c], plane.y[c], n[c]];
  return transform(curve, { x: column(0), y: column(1), z: column(2), origin: inPlane(plane, [0, 0, 0]) });
}

/** The inverse of `inAxesOf`. */
export const fromAxesOf = (plane: Plane, curve: Curve): Curve =>
  transform(curve, { x: plane.x, y: plane.y, z: normalOf(plane), origin: plane.origin });

/** How far a curve in a plane's own axes lies over or under it at most, by its control points. */
export function heightOf({ points }: Curve): number {
  let most = 0;
  for (let i = 0; i < points.length; i += 4) most = Math.max(most, Math.abs(points[i + 2] / points[i + 3]));
  return most;
}

/** A curve is asked to lie in a plane and strays this far from it, in mm. */
export interface NotFlat {
  readonly kind: 'not-flat';
  readonly height: number;
}
