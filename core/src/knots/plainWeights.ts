import { isRational } from '../curve/isRational';

/**
 * Gives new control points the one weight that all old ones have: sums of shares that make 1 only to rounding would
 * turn a polynomial curve into a rational one. Leaves points of rational curves alone. Returns `made`.
 */
export function plainWeightsKept(old: Float64Array, made: Float64Array): Float64Array {
  if (isRational(old)) return made;
  for (let i = 3; i < made.length; i += 4) made[i] = old[3];
  return made;
}
