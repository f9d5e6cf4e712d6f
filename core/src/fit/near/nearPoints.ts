import { type Curve, lookedAt } from '../../curve/curve';
import { type Result, success } from '../../result';
import { mustBeAbove0, mustBeWhole } from '../../refuse';
import { fewestKnots } from './fewestKnots';
import { checkFitPoints, type FitFailure } from '../fitFailure';
import { nearnessOf, type Nearness } from './nearness';
import { derivativesOf, type EndDerivatives, type EndHold, pointsForEnds } from './heldEnds';
import { distinctOf } from '../../knots/period';
import { chordsOf, parametersOf } from '../parameters';
import type { Progress } from './progress';

export interface NearPointsOptions {
  /** 3 when left out; lower where there are too few points. */
  readonly degree?: number;
  readonly closed?: boolean;
  /** True looks for a first curve only: knots are added, none taken out again. */
  readonly quick?: boolean;
  /** What the ends of an open curve keep beyond their places, as far as the degree allows: up to order 3. */
  readonly ends?: { readonly start?: EndHold; readonly end?: EndHold };
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
  { degree = 3, closed = false, quick = false, ends = {}, progress }: NearPointsOptions = {},
): Result<NearFit, FitFailure> {
  mustBeAbove0(tolerance, 'tolerance');
  mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  const checked = checkFitPoints(points, closed, closed ? 4 : 2, 0);
  if (!checked.ok) return checked;
  const count = points.length / 3;
  const chords = parametersOf(points, closed, 'chord').subarray(0, count);
  const held = heldEnds(points, closed, ends);
  const target = { points, degree: closed ? degree : Math.min(degree, count - 1), closed, ends: held };
  const order = Math.max(held.start.length, held.end.length);
  if (target.degree < order) {
    throw new RangeError(`degree: ${order} at least is needed for what the ends keep, not ${target.degree}`);
  }
  const most = Math.min(count + pointsForEnds(held) - 2, Math.max(FEW, Math.floor(MOST_SHARE * count)));
  const found = fewestKnots(target, chords, { tolerance, effort: quick ? 'add' : 'all', most, progress });
  const curve = lookedAt(found.best.curve);
  progress?.({ stage: 'prove', controlPoints: distinctOf(curve), max: found.best.max });
  const nearness = nearnessOf(points, curve, tolerance, found.reachable);
  return success({ curve, parameters: found.best.parameters, ...nearness });
}

/** By a parameter in proportion to length, as the chords between the points have it. */
function heldEnds(points: Float64Array, closed: boolean, ends: NonNullable<NearPointsOptions['ends']>): EndDerivatives {
  if (closed && (ends.start || ends.end)) throw new RangeError('ends: a closed curve has none');
  const length = chordsOf(points, false).reduce((sum, chord) => sum + chord, 0);
  return {
    start: ends.start ? derivativesOf(ends.start, length, 'ends.start') : [],
    end: ends.end ? derivativesOf(ends.end, length, 'ends.end') : [],
  };
}
