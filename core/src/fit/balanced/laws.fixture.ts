import { controlPointsOf, type Curve, domainOf, homogeneous, makeCurve } from '../../curve/curve';
import { evaluate } from '../../curve/evaluate';
import { rotation, scaling, transform, translation } from '../../edit/transform';
import { uniformKnots } from '../../knots/uniformKnots';
import { distance, type Vector3, vectorAt } from '../../linear/vector';

/** Points moved by what `transform` does to a curve. */
export function pointsBy(points: Float64Array, affine: Parameters<typeof transform>[1]): Float64Array {
  const lines = makeCurve(1, uniformKnots(1, points.length / 3), homogeneous(points));
  return controlPointsOf(transform(lines, affine));
}

/** Largest distance between two curves at the same shares of their domains, `by` applied to the first. */
export function apartBy(a: Curve, b: Curve, affine?: Parameters<typeof transform>[1]): number {
  const moved = affine ? transform(a, affine) : a;
  const [from, to] = domainOf(a);
  const [start, end] = domainOf(b);
  let most = 0;
  for (let i = 0; i <= 200; i++) {
    const share = i / 200;
    const p = evaluate(moved, from + share * (to - from));
    most = Math.max(most, distance(p, evaluate(b, start + share * (end - start))));
  }
  return most;
}

/** How far a curve misses its points at their parameters, at most, in mm. */
export function missOf(points: Float64Array, curve: Curve, parameters: Float64Array): number {
  let most = 0;
  for (let i = 0; 3 * i < points.length; i++) {
    most = Math.max(most, distance(evaluate(curve, parameters[i]), vectorAt(points, i)));
  }
  return most;
}

/** Another unit, another place, another direction: what no fit may depend on. */
export const MOVES: readonly (readonly [string, Parameters<typeof transform>[1], number])[] = [
  ['another unit', scaling(1 / 25.4), 1 / 25.4],
  ['another place', translation([5e4, -3e4, 0]), 1],
  ['another direction in its plane', rotation([0, 0, 1], 1.234), 1],
  ['another plane', rotation([0.6, 0, 0.8] as Vector3, 0.77), 1],
];
