import { type Curve, homogeneous, lookedAt, trusted } from '../../curve/curve';
import { periodicCurve } from '../../knots/period';
import { fold } from '../../linear/cyclicBand';
import { type Equation, leastKeeping } from '../../linear/minimiseKeeping';
import { derivativeRows } from '../../energy/derivativeRows';
import { axesFor } from '../../energy/motion';
import { ParametricEnergy } from '../../energy/parametricEnergy';
import { add, subtract, type Vector3, vectorAt } from '../../linear/vector';
import { packSites, type Site, type Sites } from '../sites';
import { basisRow, type SplineSpace } from '../splineSpace';

/** Where points that are targets stand along a curve, and the knots of the curve that comes near them. */
export interface TargetSpacing {
  /** Of each target, never falling; those of a closed run have one more, for the return to the first. */
  readonly parameters: Float64Array;
  /** Simple inner knots, increasing; of a closed run those of one period, its start the first target's parameter. */
  readonly knots: Float64Array;
  /** How much fairness counts beside the distances, 0 or more: as a share of what they weigh. */
  readonly smoothing?: number;
}

/** A run of targets without a kink. */
export interface TargetRun {
  readonly points: Float64Array;
  readonly closed: boolean;
  readonly degree: number;
  readonly spacing: TargetSpacing;
  /** Targets that the curve passes through all the same; the ends of an open run are. */
  readonly exact: readonly number[];
  /** Given derivatives at targets: r', or r' and r'', or all three. */
  readonly derivatives: ReadonlyMap<number, readonly Vector3[]>;
}

/**
 * The curve over the knots with the least sum of squares from its targets at their parameters, and of its jerk as far as
 * that counts, that passes through its ends and what is exact, and has the given derivatives: one banded system, linear in
 * the targets. Null where these leave something open or contradict each other. (The NURBS Book, 9.4.2, least squares with
 * constraints, by multipliers; Eilers, Marx, Flexible smoothing with B-splines and penalties, 1996.)
 */
export function nearTargets(run: TargetRun): Curve | null {
  const { points, closed, spacing, exact, derivatives } = run;
  const { parameters } = spacing;
  const targets = points.length / 3;
  const { space, around } = spaceOf(run);
  if (!space) return null;
  const { degree, count, knots } = space;
  const origin = vectorAt(points, 0);
  const placeOf = (j: number) => (closed ? fold(j % count, count) : j);
  const band = Math.min(count - 1, closed ? 2 * degree : degree);
  const [start, end] = [knots[degree], knots[closed ? count + degree : count]];
  /** Within the domain, which of a closed run ends where its first target comes again. */
  const siteAt = (i: number, order: number): Site => ({
    u: Math.min(end, Math.max(start, parameters[i])),
    order,
    left: !closed && i === targets - 1,
  });
  const basis = new Float64Array(degree + 1);
  const termsAt = (sites: Sites): { places: number[]; shares: number[] } => {
    const first = basisRow(space, sites, 0, basis);
    const terms = new Map<number, number>();
    basis.forEach((share, k) => {
      const place = placeOf(first + k);
      terms.set(place, (terms.get(place) ?? 0) + share);
    });
    const sorted = [...terms].sort(([a], [b]) => a - b);
    return { places: sorted.map(([place]) => place), shares: sorted.map(([, share]) => share) };
  };
  const matrix = new Float64Array(count * (band + 1));
  const gradient = new Float64Array(3 * count);
  const equations: Equation[] = [];
  const passed = new Set(closed ? exact : [0, ...exact, targets - 1]);
  for (let i = 0; i < targets; i++) {
    const at = termsAt(packSites([siteAt(i, 0)]));
    const off = subtract(vectorAt(points, i), origin);
    if (passed.has(i)) equations.push({ ...at, target: off });
    else {
      at.places.forEach((row, a) => {
        for (let c = 0; c < 3; c++) gradient[3 * row + c] -= at.shares[a] * off[c];
        at.places.forEach((column, b) => {
          if (column >= row) matrix[row * (band + 1) + column - row] += at.shares[a] * at.shares[b];
        });
      });
    }
    derivatives.get(i)?.forEach((target, k) => {
      const row = termsAt(packSites([siteAt(i, k + 1)]));
      // Rows of like size: derivatives count by the span.
      const size = Math.max(...row.shares.map(Math.abs));
      if (!(size > 0)) return;
      equations.push({
        places: row.places,
        shares: row.shares.map((share) => share / size),
        target: target.map((x) => x / size),
      });
    });
  }
  const curveOf = (control: Float64Array): Curve =>
    closed ? periodicCurve(degree, control, around) : lookedAt(trusted(degree, knots, control));
  if (spacing.smoothing) {
    const shape = curveOf(homogeneous(new Float64Array(3 * count)));
    addFairness(matrix, band, shape, count, spacing.smoothing, placeOf);
  }
  const moves = leastKeeping({ count, dimension: 3, matrix, band, gradient, equations });
  if (!moves) return null;
  const packed = new Float64Array(3 * count);
  for (let j = 0; j < count; j++) packed.set(add(vectorAt(moves, placeOf(j)), origin), 3 * j);
  return curveOf(homogeneous(packed));
}

/** Adds ∫ |r^(k)|² du, k = 3 or the degree where that is less, weighed against the sum of squares. */
function addFairness(
  matrix: Float64Array,
  band: number,
  shape: Curve,
  count: number,
  weight: number,
  placeOf: (j: number) => number,
): void {
  const { degree } = shape;
  const order = Math.min(3, degree);
  const columns = Array.from({ length: count }, (_, j) => [{ place: placeOf(j), share: 1 }]);
  const rows = derivativeRows(shape, columns, axesFor(null), degree - order + 1);
  const energy = new ParametricEnergy(rows, order, count, band);
  const traceOf = (list: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < count; i++) sum += list[i * (band + 1)];
    return sum;
  };
  const scale = (weight * traceOf(matrix)) / traceOf(energy.matrix);
  if (scale < Infinity) energy.matrix.forEach((value, i) => (matrix[i] += scale * value));
}

/** The knots in full; the degree falls to what targets and derivatives can determine. */
function spaceOf({ points, closed, degree: wanted, spacing, derivatives }: TargetRun): {
  readonly space: SplineSpace | null;
  readonly around: Float64Array;
} {
  const { parameters, knots: inner } = spacing;
  const targets = points.length / 3;
  const around = new Float64Array(inner.length + 1);
  let data = targets;
  for (const given of derivatives.values()) data += given.length;
  if (closed) {
    around.set(inner);
    around[inner.length] = inner[0] + parameters[targets] - parameters[0];
    const count = inner.length;
    if (count < 3 || count > data) return { space: null, around };
    const { knots } = periodicCurve(wanted, homogeneous(new Float64Array(3 * count)), around);
    return { space: { degree: wanted, knots, count, periodic: true }, around };
  }
  const degree = Math.min(wanted, data - 1);
  const count = inner.length + degree + 1;
  if (count > data) return { space: null, around };
  const knots = new Float64Array(count + degree + 1);
  knots.fill(parameters[0], 0, degree + 1);
  knots.set(inner, degree + 1);
  knots.fill(parameters[targets - 1], count);
  return { space: { degree, knots, count, periodic: false }, around };
}

/** The spacing of a stretch whose targets have these parameters; of a closed run it may lead over its seam. */
export function spacingBetween(
  { knots, smoothing }: TargetSpacing,
  parameters: Float64Array,
  period: number,
): TargetSpacing {
  const [from, to] = [parameters[0], parameters[parameters.length - 1]];
  const around = Float64Array.from([...knots, ...knots.map((u) => u + period)]);
  return { parameters, knots: around.filter((u) => u > from && u < to), ...(smoothing && { smoothing }) };
}
