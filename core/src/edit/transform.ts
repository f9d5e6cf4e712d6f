import { cross, dot, unit, type Vector3 } from '../linear/vector';
import { type Curve, makeCurve } from '../curve/curve';
import { normalOf, type Plane } from '../plane/plane';
import { mustBeDirection, mustBeFinite, mustBePoint } from '../refuse';

/** An affine map of space: the images of the three axes, and the image of the origin in mm. */
export interface Affine {
  readonly x: Vector3;
  readonly y: Vector3;
  readonly z: Vector3;
  readonly origin: Vector3;
}

/**
 * The image of a curve under an affine map: that of its control points (affine invariance, The NURBS Book, P4.5).
 * Throws `InvalidCurve` where a coordinate overflows.
 */
export function transform(curve: Curve, { x, y, z, origin }: Affine): Curve {
  Object.entries({ x, y, z, origin }).forEach(([name, column]) => mustBePoint(column, name));
  const points = curve.points.slice();
  for (let i = 0; i < points.length; i += 4) {
    const [px, py, pz, w] = curve.points.subarray(i, i + 4);
    for (let c = 0; c < 3; c++) points[i + c] = x[c] * px + y[c] * py + z[c] * pz + origin[c] * w;
  }
  return makeCurve(curve.degree, curve.knots, points, curve.closing);
}

const IDENTITY: Affine = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] };

export function translation(by: Vector3): Affine {
  mustBePoint(by, 'by');
  return { ...IDENTITY, origin: by };
}

/** Stretching about a point by a factor, or one for each axis. */
export function scaling(factors: number | Vector3, about: Vector3 = [0, 0, 0]): Affine {
  const [fx, fy, fz] = typeof factors === 'number' ? [factors, factors, factors] : factors;
  mustBePoint([fx, fy, fz], 'factors');
  mustBePoint(about, 'about');
  return {
    x: [fx, 0, 0],
    y: [0, fy, 0],
    z: [0, 0, fz],
    origin: [about[0] * (1 - fx), about[1] * (1 - fy), about[2] * (1 - fz)],
  };
}

/** Turning by `angle` radians about the axis through a point, anticlockwise seen against its direction (Rodrigues). */
export function rotation(axis: Vector3, angle: number, about: Vector3 = [0, 0, 0]): Affine {
  mustBeDirection(axis, 'axis');
  mustBeFinite(angle, 'angle');
  mustBePoint(about, 'about');
  const n = unit(axis);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const turned = (v: Vector3): Vector3 => {
    const along = dot(n, v) * (1 - c);
    const side = cross(n, v);
    return [
      v[0] * c + side[0] * s + n[0] * along,
      v[1] * c + side[1] * s + n[1] * along,
      v[2] * c + side[2] * s + n[2] * along,
    ];
  };
  return fixing(about, { ...IDENTITY, x: turned([1, 0, 0]), y: turned([0, 1, 0]), z: turned([0, 0, 1]) });
}

/** Mirroring in a plane (Householder). */
export function mirroring(plane: Plane): Affine {
  const n = normalOf(plane);
  const mirrored = (v: Vector3): Vector3 => {
    const twice = 2 * dot(n, v);
    return [v[0] - twice * n[0], v[1] - twice * n[1], v[2] - twice * n[2]];
  };
  return fixing(plane.origin, { ...IDENTITY, x: mirrored([1, 0, 0]), y: mirrored([0, 1, 0]), z: mirrored([0, 0, 1]) });
}

/** The mirror image of a curve, run through in the same order. */
export const mirror = (curve: Curve, plane: Plane): Curve => transform(curve, mirroring(plane));

function fixing(p: Vector3, { x, y, z }: Affine): Affine {
  const image = (c: number) => p[c] - (x[c] * p[0] + y[c] * p[1] + z[c] * p[2]);
  return { x, y, z, origin: [image(0), image(1), image(2)] };
}
