import { type Curve, homogeneous, trusted } from '../../curve/curve';
import { derivativesAll } from '../../curve/evaluate';
import { periodicCurve } from '../../knots/period';
import type { SplineSpace } from '../splineSpace';
import { type EndDerivatives, fixedEnds, FREE_ENDS, pointsForEnds } from './heldEnds';
import { leastSquaresPoints } from './normalEquations';

/** Points to come near to, in order along a curve, and what the curve is to be. */
export interface Target {
  /** x y z. */
  readonly points: Float64Array;
  readonly degree: number;
  /** Over [0, 1): closed curves are periodic and their ends free. */
  readonly closed: boolean;
  /** What an open curve keeps at its ends, by a parameter over [0, 1]; only their places when left out. */
  readonly ends?: EndDerivatives;
}

/** A least-squares curve over some inner knots of [0, 1], with how far each point lies from it. */
export interface Approximation {
  /** Increasing, without the ends; of a closed curve 0 is one of them. */
  readonly inner: readonly number[];
  readonly curve: Curve;
  readonly parameters: Float64Array;
  /** Distance of each point from the curve near its parameter, in mm; the nearest place may be nearer still. */
  readonly distances: Float64Array;
  readonly max: number;
  readonly worst: number;
}

/** Rounds of laying and moving: some, and so many more while each brings the curve this much nearer. */
const ROUNDS = 3;
const MOST_ROUNDS = 30;
const WORTH_A_ROUND = 0.98;
const NEWTON_STEPS = 2;
/**
 * How much is done for a curve that is not within the tolerance: some rounds; the least, for one that is only tried; or
 * as many as bring it nearer.
 */
export type Manner = 'steady' | 'trial' | 'patient';
/** Beyond so many tolerances the closest places say nothing yet about where points belong, and parameters stay. */
const FAR: Readonly<Record<Manner, number>> = { steady: 10, trial: 3, patient: 10 };

/**
 * Least squares over the knots, with the parameters moved to the closest places and the curve laid anew a few times, as
 * often as it comes nearer when it is not far from the tolerance. Null where some span is too short of points to
 * determine it. (The NURBS Book, 9.4 and 6.1; Hoschek, Intrinsic parametrization for approximation, CAGD 1988, for the
 * rounds.)
 */
export function approximate(
  target: Target,
  inner: readonly number[],
  start: Float64Array,
  tolerance: number,
  manner: Manner,
): Approximation | null {
  let parameters = start;
  let before = Infinity;
  for (let round = 1; ; round++) {
    const curve = fitted(target, inner, parameters);
    if (!curve) return null;
    const moved = closer(curve, target, parameters);
    const { distances } = moved;
    let worst = 0;
    for (let i = 1; i < distances.length; i++) if (distances[i] > distances[worst]) worst = i;
    const max = distances[worst];
    if (!Number.isFinite(max)) return null;
    const far = max > FAR[manner] * tolerance;
    const goesOn =
      round < ROUNDS ? !far : manner === 'patient' && max > tolerance && max < WORTH_A_ROUND * before && !far;
    if (!goesOn || round === MOST_ROUNDS) {
      return { inner, curve, parameters: far ? start : moved.parameters, distances, max, worst };
    }
    parameters = moved.parameters;
    before = max;
  }
}

/** The curves over some inner knots of [0, 1]. */
export function spaceFor({ degree, closed }: Target, inner: readonly number[]): SplineSpace {
  if (closed) {
    const count = inner.length;
    const { knots } = periodicCurve(degree, homogeneous(new Float64Array(3 * count)), [...inner, inner[0] + 1]);
    return { degree, knots, count, periodic: true };
  }
  const count = inner.length + degree + 1;
  const knots = new Float64Array(count + degree + 1);
  knots.set(inner, degree + 1);
  knots.fill(1, count);
  return { degree, knots, count, periodic: false };
}

/** The curve of a space with these control points. */
export function curveIn(
  { degree, knots }: SplineSpace,
  inner: readonly number[],
  closed: boolean,
  control: Float64Array,
): Curve {
  const points = homogeneous(control);
  return closed ? periodicCurve(degree, points, [...inner, inner[0] + 1]) : trusted(degree, knots, points);
}

function fitted(target: Target, inner: readonly number[], parameters: Float64Array): Curve | null {
  const { points, closed, ends = FREE_ENDS } = target;
  const space = spaceFor(target, inner);
  if (!closed && space.count < pointsForEnds(ends)) return null;
  const fixed = closed ? [] : fixedEnds(space, points, ends);
  const control = leastSquaresPoints(space, points, parameters, { fixed });
  return typeof control === 'number' ? null : curveIn(space, inner, closed, control);
}

/** Parameters moved towards the closest places, their order kept, and the distances there. */
export function closer(curve: Curve, { points, closed }: Target, parameters: Float64Array) {
  const count = parameters.length;
  let current = parameters;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const d = derivativesAll(curve, current, 2);
    const next = new Float64Array(count);
    for (let i = 0; i < count; i++) {
      const k = 9 * i;
      const x = d[k] - points[3 * i];
      const y = d[k + 1] - points[3 * i + 1];
      const z = d[k + 2] - points[3 * i + 2];
      const speed = d[k + 3] * d[k + 3] + d[k + 4] * d[k + 4] + d[k + 5] * d[k + 5];
      const slope = x * d[k + 3] + y * d[k + 4] + z * d[k + 5];
      const bend = speed + x * d[k + 6] + y * d[k + 7] + z * d[k + 8];
      // Where the distance has no minimum nearby, the step of a straight line.
      const move = speed > 0 ? slope / (bend > speed / 2 ? bend : speed) : 0;
      next[i] = Math.min(1, Math.max(0, current[i] - move));
    }
    if (!closed) [next[0], next[count - 1]] = [0, 1];
    // Points in order have places in order; a place that would overtake its neighbour stays.
    for (let i = 0; i < count; i++) {
      const before = i > 0 ? next[i - 1] : 0;
      if (next[i] < before) next[i] = Math.max(before, current[i]);
    }
    current = next;
  }
  const places = derivativesAll(curve, current, 0);
  const distances = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const x = places[3 * i] - points[3 * i];
    const y = places[3 * i + 1] - points[3 * i + 1];
    const z = places[3 * i + 2] - points[3 * i + 2];
    distances[i] = Math.sqrt(x * x + y * y + z * z);
  }
  return { parameters: current, distances };
}
