import type { Curve } from '../curve/curve';
import { pointsDeviation } from '../measure/pointsDeviation';
import { type Result, success } from '../result';
import { mustBeAbove0, mustBeWhole } from '../refuse';
import { lookedAt } from './approximation';
import { fewestKnots } from './fewestKnots';
import { checkFitPoints, type FitFailure } from './fitFailure';
import { parametersOf } from './parameters';
import type { Progress } from './progress';

export interface NearPointsOptions {
  /** 3 when left out; lower where there are too few points. */
  readonly degree?: number;
  readonly closed?: boolean;
  /** True looks for a first curve only: knots are added, none taken out again. */
  readonly quick?: boolean;
  readonly progress?: Progress;
}

/** A curve near points, and how near. */
export interface NearFit {
  readonly curve: Curve;
  /** The parameter of each point, near its closest place. */
  readonly parameters: Float64Array;
  /** Largest and mean distance of the points from the curve, in mm. */
  readonly max: number;
  readonly mean: number;
  /** Index of the point that lies farthest off. */
  readonly at: number;
  /** Whether every point lies within the tolerance. */
  readonly within: boolean;
  /** Indices of the points that do not. */
  readonly outliers: readonly number[];
  /** The smallest tolerance that a smooth curve was found for; larger than the one asked for if not `within`. */
  readonly reachable: number;
}

/** More control points than this share of the points would follow the noise, beyond the first few. */
const MOST_SHARE = 1 / 4;
const FEW = 24;
const MOST_DEGREE = 9;

/**
 * The curve within `tolerance` mm of every point with as few control points as can be found. Open ones begin and end in
 * the first and last point. Where the points are too noisy for it, the answer is the lightest curve that comes nearly
 * as near as can be reached, with the points outside named; knots are never added without end.
 *
 * `points` are packed x y z, in order along the curve, no two neighbours in one place. (The NURBS Book, 9.4; see
 * `fewestKnots` for the sources of the search.)
 */
export function nearPoints(
  points: Float64Array,
  tolerance: number,
  { degree = 3, closed = false, quick = false, progress }: NearPointsOptions = {},
): Result<NearFit, FitFailure> {
  mustBeAbove0(tolerance, 'tolerance');
  mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  const checked = checkFitPoints(points, closed, closed ? 4 : 2, 0);
  if (!checked.ok) return checked;
  const count = points.length / 3;
  const target = { points, degree: closed ? degree : Math.min(degree, count - 1), closed };
  const chords = parametersOf(points, closed, 'chord').subarray(0, count);
  const most = Math.min(count, Math.max(FEW, Math.floor(MOST_SHARE * count)));
  const found = fewestKnots(target, chords, { tolerance, effort: quick ? 'add' : 'all', most, progress });
  return success(measured(points, tolerance, found.best.curve, found.best.parameters, found.reachable));
}

function measured(
  points: Float64Array,
  tolerance: number,
  fitted: Curve,
  parameters: Float64Array,
  reachable: number,
): NearFit {
  const curve = lookedAt(fitted);
  const { max, mean, index, distances } = pointsDeviation(points, curve);
  const outliers = [...distances.keys()].filter((i) => distances[i] > tolerance);
  return {
    curve,
    parameters,
    max,
    mean,
    at: index,
    within: outliers.length === 0,
    outliers,
    reachable: Math.min(max, reachable),
  };
}
