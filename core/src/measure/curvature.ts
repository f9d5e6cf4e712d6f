import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { mustBeNormal } from '../refuse';

/** The square of a speed below which a curve stands still: its own square is still a number. */
const STANDSTILL = 1e-100;

/** Curvature at one place of a curve. */
export interface Curvature {
  /** 1/mm: signed (left turn positive, seen against `normal`) when a plane's normal was given, else not negative. */
  readonly kappa: number;
  /** Change of `kappa` along the curve, dκ/ds, in 1/mm². */
  readonly rate: number;
}

/**
 * Curvature and its rate from the first three derivatives, packed x y z by order as `derivatives` gives them.
 *
 * With a unit `normal` the curve is taken to lie along that plane and the sign is kept:
 * κ = C/v³ and dκ/ds = S/v⁴ − 3DC/v⁶ with C = (r'×r'')·n, S = (r'×r''')·n, D = r'·r''. Without one C is |r'×r''| and
 * S its derivative, so κ ≥ 0 (do Carmo, Differential Geometry of Curves and Surfaces, 1.5, exercise 12). Where the
 * curve stands still (v = 0) it has no curvature, and both numbers are 0.
 */
export function curvatureFrom(d: Float64Array, normal: Vector3 | null, offset = 0): Curvature {
  const x1 = d[offset + 3];
  const y1 = d[offset + 4];
  const z1 = d[offset + 5];
  const x2 = d[offset + 6];
  const y2 = d[offset + 7];
  const z2 = d[offset + 8];
  const x3 = d[offset + 9];
  const y3 = d[offset + 10];
  const z3 = d[offset + 11];
  const v2 = x1 * x1 + y1 * y1 + z1 * z1;
  // Smaller speeds are the rounding of a standstill; the cube below would overflow or underflow.
  if (!(v2 > STANDSTILL)) return { kappa: 0, rate: 0 };
  const v = Math.sqrt(v2);
  const cx = y1 * z2 - z1 * y2;
  const cy = z1 * x2 - x1 * z2;
  const cz = x1 * y2 - y1 * x2;
  const sx = y1 * z3 - z1 * y3;
  const sy = z1 * x3 - x1 * z3;
  const sz = x1 * y3 - y1 * x3;
  let c: number;
  let s: number;
  if (normal) {
    c = cx * normal[0] + cy * normal[1] + cz * normal[2];
    s = sx * normal[0] + sy * normal[1] + sz * normal[2];
  } else {
    c = Math.hypot(cx, cy, cz);
    s = c > 0 ? (cx * sx + cy * sy + cz * sz) / c : 0;
  }
  const along = x1 * x2 + y1 * y2 + z1 * z2;
  const kappa = c / (v2 * v);
  return { kappa, rate: s / (v2 * v2) - (3 * along * kappa) / (v2 * v) };
}

/** Curvature at u, as `curvatureFrom`; at a knot `side` says whose. Throws a RangeError outside the domain. */
export function curvatureAt(
  curve: Curve,
  u: number,
  normal: Vector3 | null = null,
  side: 'left' | 'right' = 'right',
): Curvature {
  mustBeNormal(normal);
  return curvatureFrom(derivatives(curve, u, 3, side), normal);
}
