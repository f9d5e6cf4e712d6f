import { basisDerivatives } from '../../curve/basis';
import { across, add, along, dot, negate, scale, unit, type Vector3, vectorAt } from '../../linear/vector';
import { mustBeDirection, mustBePoint } from '../../refuse';
import type { SplineSpace } from '../splineSpace';

/** What the end of a curve keeps beyond its place: each asks for those before it. In the direction of the curve. */
export interface EndHold {
  /** A direction. */
  readonly tangent: Vector3;
  /** The curvature vector K, in 1/mm. */
  readonly curvature?: Vector3;
  /** The rate vector e, in 1/mm²: the part of d³r/ds³ across the curve. */
  readonly rate?: Vector3;
}

/** Derivatives by the parameter, the first and on, at the ends of a curve over [0, 1]. */
export interface EndDerivatives {
  readonly start: readonly Vector3[];
  readonly end: readonly Vector3[];
}

export const FREE_ENDS: EndDerivatives = { start: [], end: [] };

/** A control point that stays where it is. */
export interface FixedPoint {
  readonly index: number;
  readonly point: Vector3;
}

/**
 * The derivatives that hold an end, of a curve whose parameter is its length over the whole, so long: r' = LT, r'' = L²K,
 * r''' = L³(e − |K|²T). Throws a RangeError for a tangent that is no direction, and a rate without a curvature.
 */
export function derivativesOf({ tangent, curvature, rate }: EndHold, length: number, name: string): Vector3[] {
  mustBeDirection(tangent, `${name}.tangent`);
  const t = unit(tangent);
  const found = [scale(t, length)];
  if (curvature) {
    mustBePoint(curvature, `${name}.curvature`);
    const k = across(curvature, t);
    found.push(scale(k, length ** 2));
    if (rate) {
      mustBePoint(rate, `${name}.rate`);
      found.push(scale(along(across(rate, t), t, -dot(k, k)), length ** 3));
    }
  } else if (rate) throw new RangeError(`${name}.rate: a curvature is needed beside it`);
  return found;
}

/**
 * The control points at the ends of an open curve over a space that ends in the first and last of the points with these
 * derivatives there (of curves with weights, none): at a clamped end derivative k depends on the control points 0 to k. (The NURBS Book, 2.3 and 9.2.2.)
 */
export function fixedEnds(space: SplineSpace, points: Float64Array, { start, end }: EndDerivatives): FixedPoint[] {
  const { degree, knots, count } = space;
  const places = points.length / 3;
  const side = (first: Vector3, derivatives: readonly Vector3[], isEnd: boolean): FixedPoint[] => {
    const span = isEnd ? count - 1 : degree;
    const rows = basisDerivatives(knots, degree, span, isEnd ? knots[count] : knots[degree], derivatives.length);
    const entry = (k: number, j: number) => rows[k * (degree + 1) + (isEnd ? degree - j : j)];
    const found = [first];
    derivatives.forEach((derivative, i) => {
      const k = i + 1;
      let rest = derivative;
      for (let j = 0; j < k; j++) rest = add(rest, negate(scale(found[j], entry(k, j))));
      found.push(scale(rest, 1 / entry(k, k)));
    });
    return found.map((point, j) => ({ index: isEnd ? count - 1 - j : j, point }));
  };
  return [...side(vectorAt(points, 0), start, false), ...side(vectorAt(points, places - 1), end, true)];
}

/** So many control points at least an open curve needs for its ends. */
export const pointsForEnds = ({ start, end }: EndDerivatives): number => start.length + end.length + 2;
