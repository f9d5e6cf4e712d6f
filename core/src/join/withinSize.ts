import { type Curve, LARGEST_COORDINATE, lookedAt } from '../curve/curve';
import { failed, type Result, success } from '../result';

/** What is asked for would put control points, in mm, beyond what a drawing can hold. */
export interface TooFar {
  readonly kind: 'too-far';
  readonly farthest: number;
}

/** A curve just made, looked at; extreme jets, weights and spans are honest input whose result may be none. */
export function withinSize(curve: Curve): Result<Curve, TooFar> {
  const { points } = curve;
  let farthest = 0;
  for (let i = 0; i < points.length; i++) {
    const coordinate = i % 4 === 3 ? 0 : Math.abs(points[i] / points[i - (i % 4) + 3]);
    // NaN comes of infinities.
    if (!(coordinate <= farthest)) farthest = Number.isNaN(coordinate) ? Infinity : coordinate;
  }
  if (!(farthest <= LARGEST_COORDINATE))
    return failed({ kind: 'too-far', farthest: Math.min(farthest, Number.MAX_VALUE) });
  return success(lookedAt(curve));
}
