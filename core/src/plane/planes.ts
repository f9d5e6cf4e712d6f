import { cross, length, negate, scale, subtract, unit, type Vector3 } from '../linear/vector';
import { failed, type Result, success } from '../result';
import { mustBeDirection, mustBePoint } from '../refuse';
import type { Plane } from './plane';

/** The points lie in one line, which lies in many planes. */
export interface InLine {
  readonly kind: 'in-line';
}

/** Directions nearer than this sine are one. */
const SAME_DIRECTION = 1e-9;

/**
 * The plane through a point at right angles to a normal, with y as nearly up as it can be: along +y, or where the
 * plane lies flat along −z for a normal up, +z for one down. Front, Plan and Side come out with their usual axes.
 */
export function planeFrom(origin: Vector3, normal: Vector3): Plane {
  mustBePoint(origin, 'origin');
  mustBeDirection(normal, 'normal');
  const n = unit(normal);
  const flat = Math.hypot(n[0], n[2]) < SAME_DIRECTION;
  const up: Vector3 = flat ? [0, 0, -Math.sign(n[1])] : [0, 1, 0];
  const x = unit(cross(up, n));
  return { origin, x: withoutMinus(x), y: withoutMinus(cross(n, x)) };
}

/** The plane through three points, x from the first to the second, y on the side of the third. */
export function planeThrough(first: Vector3, second: Vector3, third: Vector3): Result<Plane, InLine> {
  mustBePoint(first, 'first');
  mustBePoint(second, 'second');
  mustBePoint(third, 'third');
  const [a, b] = [subtract(second, first), subtract(third, first)];
  const [sizeA, sizeB] = [length(a), length(b)];
  if (!(sizeA > 0 && sizeB > 0)) return failed({ kind: 'in-line' });
  const n = cross(scale(a, 1 / sizeA), scale(b, 1 / sizeB));
  if (length(n) < SAME_DIRECTION) return failed({ kind: 'in-line' });
  const x = scale(a, 1 / sizeA);
  return success({ origin: first, x, y: cross(unit(n), x) });
}

/** The plane through a point facing a viewer who looks along `view`: the normal points back at them. */
export function planeFacing(point: Vector3, view: Vector3): Plane {
  mustBeDirection(view, 'view');
  return planeFrom(point, negate(view));
}

/** Zeros without a sign, as people write them. */
const withoutMinus = ([x, y, z]: Vector3): Vector3 => [x + 0, y + 0, z + 0];
