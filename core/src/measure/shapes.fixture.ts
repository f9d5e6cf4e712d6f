import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { ellipse as inPlane } from '../exact/arc';
import { FRONT } from '../plane/plane';

/** Shapes with measures known in closed form, for the specs of this folder. */

/** A full ellipse about the origin from (a, 0) anticlockwise. */
export const ellipse = (a: number, b: number): Curve => inPlane(FRONT, [0, 0, 0], a, b);

export const circle = (radius: number): Curve => ellipse(radius, radius);

/** y = x² for x from -reach to reach, u from 0 to 1. */
export const parabola = (reach: number): Curve =>
  makeCurve(
    2,
    [0, 0, 0, 1, 1, 1],
    homogeneous([-reach, reach * reach, 0, 0, -reach * reach, 0, reach, reach * reach, 0]),
  );

/** The S-shaped cubic Bézier (0,0)(40,35)(50,-35)(90,0), point-symmetric about (45, 0). */
export const sCubic: Curve = makeCurve(
  3,
  [0, 0, 0, 0, 1, 1, 1, 1],
  homogeneous([0, 0, 0, 40, 35, 0, 50, -35, 0, 90, 0, 0]),
);

/** The cubic of check LU: nine lumps' worth of uneven control points on uniform clamped knots. */
export const uneven: Curve = makeCurve(
  3,
  [0, 0, 0, 0, 1, 2, 3, 4, 5, 6, 7, 7, 7, 7],
  homogeneous([
    0, 0, 0, 20, 12, 0, 40, 21, 0, 60, 27.6, 0, 80, 29, 0, 100, 29, 0, 120, 27, 0, 140, 21, 0, 160, 12, 0, 180, 0, 0,
  ]),
);
