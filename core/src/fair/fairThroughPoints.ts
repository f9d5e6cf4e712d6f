import { evaluate } from '../curve/evaluate';
import { type Curve, domainOf } from '../curve/curve';
import type { ConstraintFailure } from '../fit/fitFailure';
import { throughPoints, type ThroughPointsOptions } from '../fit/through/throughPoints';
import { type Deviation, deviation } from '../measure/deviation';
import { type Result, success } from '../result';
import { fair, type Fairing, type FairOptions, type Fairness, fairnessOf } from './fair';

export interface FairThroughPoints {
  /** With the parameters that the curve had: its spacing is fixed from now on. */
  readonly fixed: Fairing;
  /** Where the fit points lie on it, packed x y z. */
  readonly points: Float64Array;
  /** The curve through these with live spacing, and how far it lies from the fixed one; null where there is none. */
  readonly live: { readonly curve: Curve; readonly fairness: Fairness; readonly deviation: Deviation } | null;
  /** The live one where it is at least as fair as the curve was, else the fixed one. */
  readonly takes: 'live' | 'fixed';
}

/**
 * Fairs the curve through points: its spacing is fixed, its control points are faired within `tolerance` mm, its fit
 * points are read off, and a curve is laid through them anew, as the first one was. Fails as `throughPoints` does.
 */
export function fairThroughPoints(
  points: Float64Array,
  tolerance: number,
  fit: ThroughPointsOptions = {},
  options: FairOptions = {},
): Result<FairThroughPoints, ConstraintFailure> {
  const laid = throughPoints(points, fit);
  if (!laid.ok) return laid;
  const fixed = fair(laid.value.curve, tolerance, options);
  const moved = pointsAt(fixed.curve, laid.value.parameters.subarray(0, points.length / 3));
  const again = throughPoints(moved, fit);
  if (!again.ok) return success({ fixed, points: moved, live: null, takes: 'fixed' });
  const { curve } = again.value;
  const fairness = fairnessOf(curve, options.normal ?? null);
  const live = { curve, fairness, deviation: deviation(fixed.curve, curve) };
  const takes = fairness.fairness <= fixed.before.fairness ? 'live' : 'fixed';
  return success({ fixed, points: moved, live, takes });
}

/** Places at parameters that may lie in the next turn of a closed curve. */
function pointsAt(curve: Curve, parameters: Float64Array): Float64Array {
  const [first, last] = domainOf(curve);
  const out = new Float64Array(3 * parameters.length);
  parameters.forEach((u, i) => out.set(evaluate(curve, u > last ? Math.max(first, u - (last - first)) : u), 3 * i));
  return out;
}
