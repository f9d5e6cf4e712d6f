import { type Curve, domainOf } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { breaksOf } from '../knots/multiplicity';
import { sizeOf } from '../measure/extent';
import { kinksOf } from '../measure/kinks';
import { mustBeReachable } from '../refuse';
import { chordBound } from './chordBound';
import { longestSteps } from './longestSteps';
import type { Polyline } from './polyline';

/** Legs grow by the root of what the tolerance falls by: finer ones would be thousands. */
const FINEST_CHORDS = 1e-6;

/**
 * A polyline with its vertices on the curve and no place of either further than `tolerance` mm from the other, proven,
 * with as few legs as steps along the curve allow; corners stay, and the last leg is no shorter than the others need
 * be.
 */
export function polylineWithin(curve: Curve, tolerance: number): Polyline {
  mustBeReachable(tolerance, sizeOf(curve), FINEST_CHORDS);
  const [first, last] = domainOf(curve);
  const stops = [first, ...kinksOf(curve).flatMap(({ u }) => (u > first ? [u] : [])), last];
  const closed = curve.closing !== 'open';
  const parameters = [first];
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i], stops[i + 1]];
    const fits = (limit: number) => (a: number, b: number) =>
      // The chord of a whole turn is a point.
      !(closed && a === first && b === last) && chordBound(curve, a, b, limit) <= limit;
    const guess = firstSpan(curve, from, to);
    parameters.push(...longestSteps(from, to, guess, tolerance, fits, true));
  }
  return { points: evaluateAll(curve, parameters), parameters: Float64Array.from(parameters) };
}

function firstSpan(curve: Curve, from: number, to: number): number {
  const next = breaksOf(curve).find(({ u }) => u > from)?.u ?? to;
  return (Math.min(next, to) - from) / 4;
}
