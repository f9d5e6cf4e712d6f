import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { derivatives, derivativesInSpan, evaluate } from '../curve/evaluate';

export interface ClosestPoint {
  readonly u: number;
  readonly point: Vector3;
  /** In mm. */
  readonly distance: number;
}

const SAMPLES_PER_SPAN = 16;
/** How many of the nearest sampled places are polished: neighbours of almost equal distance can swap. */
const CANDIDATES = 4;
const scratch = new Float64Array(3);

/**
 * The place on a curve nearest to a point: 16 samples a span, the nearest local minima of them polished by Newton's
 * method on the distance squared (with |r'|² alone where the second-order term would send it away) inside a bracket.
 * (The NURBS Book, 6.1.)
 */
export function closestPoint(curve: Curve, target: Vector3): ClosestPoint {
  const parameters: number[] = [];
  const distances: number[] = [];
  for (const span of spansOf(curve)) {
    const from = curve.knots[span];
    const to = curve.knots[span + 1];
    for (let i = parameters.length > 0 ? 1 : 0; i <= SAMPLES_PER_SPAN; i++) {
      const u = i === SAMPLES_PER_SPAN ? to : from + ((to - from) * i) / SAMPLES_PER_SPAN;
      derivativesInSpan(curve, span, u, 0, scratch);
      parameters.push(u);
      distances.push(Math.hypot(scratch[0] - target[0], scratch[1] - target[1], scratch[2] - target[2]));
    }
  }
  const isMinimum = (i: number) =>
    distances[i] <= (distances[i - 1] ?? Infinity) && distances[i] <= (distances[i + 1] ?? Infinity);
  const candidates = [...parameters.keys()]
    .filter(isMinimum)
    .sort((i, j) => distances[i] - distances[j])
    .slice(0, CANDIDATES);
  let best: ClosestPoint | null = null;
  for (const i of candidates) {
    const low = parameters[Math.max(0, i - 1)];
    const high = parameters[Math.min(parameters.length - 1, i + 1)];
    const found = polish(curve, target, parameters[i], low, high);
    if (!best || found.distance < best.distance) best = found;
  }
  if (!best) throw new Error('a curve has at least one span');
  return best;
}

/** Newton's method on the slope of the distance squared, bisecting where it leaves the bracket or has no divisor. */
function polish(curve: Curve, target: Vector3, start: number, low: number, high: number): ClosestPoint {
  const at = (u: number): ClosestPoint => {
    const point = evaluate(curve, u);
    return { u, point, distance: distance(point, target) };
  };
  const [first, last] = domainOf(curve);
  let best = at(start);
  let u = start;
  for (let round = 0; round < 60; round++) {
    const d = derivatives(curve, u, 2);
    const gap = [d[0] - target[0], d[1] - target[1], d[2] - target[2]];
    const slope = gap[0] * d[3] + gap[1] * d[4] + gap[2] * d[5];
    const speed = d[3] * d[3] + d[4] * d[4] + d[5] * d[5];
    const bend = speed + gap[0] * d[6] + gap[1] * d[7] + gap[2] * d[8];
    if (slope === 0 && speed > 0) break;
    if (slope > 0) high = u;
    else low = u;
    const step = u - slope / (bend > 0 ? bend : speed);
    const next = step > low && step < high ? step : (low + high) / 2;
    const found = at(next);
    if (found.distance <= best.distance) best = found;
    if (Math.abs(next - u) <= 1e-15 * (last - first)) break;
    u = next;
  }
  const ends = [at(low), at(high)];
  return ends.reduce((nearest, end) => (end.distance < nearest.distance ? end : nearest), best);
}
