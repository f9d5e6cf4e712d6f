import { type Curve, lookedAt } from '../../curve/curve';
import { type Result, success } from '../../result';
import { mustBeAbove0, mustBeWhole } from '../../refuse';
import { fewestKnots } from './fewestKnots';
import { checkFitPoints, type FitFailure } from '../fitFailure';
import { nearnessOf, type Nearness } from './nearness';
import { distinctOf } from '../../knots/period';
import { parametersOf } from '../parameters';
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
export interface NearFit extends Nearness {
  readonly curve: Curve;
  /** The parameter of each point, near its closest place. */
  readonly parameters: Float64Array;
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
  const curve = lookedAt(found.best.curve);
  progress?.({ stage: 'prove', controlPoints: distinctOf(curve), max: found.best.max });
  const nearness = nearnessOf(points, curve, tolerance, found.reachable);
  return success({ curve, parameters: found.best.parameters, ...nearness });
}
