import type { Result } from '../result';
import { failed, success } from '../result';
import { chordsOf } from './parameters';
import { mustBeTolerance } from '../refuse';

/** Why no curve goes through the points. */
export type FitFailure =
  | { readonly kind: 'too-few-points'; readonly count: number; readonly needed: number }
  /** `first` and `second` are indices of neighbours that lie in one place. */
  | { readonly kind: 'coincident-points'; readonly first: number; readonly second: number };

/** Why no curve through the points keeps the constraints. */
export type ConstraintFailure =
  | FitFailure
  /** A tangent needs degree 2, a curvature degree 3; the points at hand may allow less than was asked for. */
  | { readonly kind: 'degree-too-low'; readonly index: number; readonly degree: number; readonly needed: number }
  /** A radius is asked where the curve is straight, or a curvature along the tangent: it has no side to bend to. */
  | { readonly kind: 'no-side'; readonly index: number }
  /** The constraints contradict each other. */
  | { readonly kind: 'unsolvable'; readonly degree: number; readonly points: number }
  /** Points lie so unevenly for the degree that rounding would decide what the curve does at them. */
  | { readonly kind: 'ill-conditioned'; readonly degree: number; readonly points: number };

/**
 * Checks the points of a fit: at least `needed` of them, all finite, neighbours further apart than `apart` mm. Gives the
 * distances between neighbours.
 * Throws a RangeError for a coordinate that is not finite: that is a bug of the caller.
 */
export function checkFitPoints(
  points: Float64Array,
  closed: boolean,
  needed: number,
  apart: number,
): Result<Float64Array, FitFailure> {
  const count = points.length / 3;
  mustBeTolerance(apart);
  const chords = chordsOf(points, closed);
  if (count < needed) return failed({ kind: 'too-few-points', count, needed });
  for (let i = 0; i < chords.length; i++) {
    if (chords[i] <= apart) return failed({ kind: 'coincident-points', first: i, second: (i + 1) % count });
  }
  return success(chords);
}
