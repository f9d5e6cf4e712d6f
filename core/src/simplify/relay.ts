import { type Curve, domainOf, homogeneous, lookedAt, makeCurve } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { evenKnots, fewestKnots, type Search } from '../fit/near/fewestKnots';
import { derivativesOf, type EndDerivatives, fixedEnds, FREE_ENDS } from '../fit/near/heldEnds';
import { leastSquaresPoints } from '../fit/near/normalEquations';
import { parametersOf } from '../fit/parameters';
import type { Progress } from '../fit/near/progress';
import { distinctOf, periodicCurve } from '../knots/period';
import { reparameterise } from '../knots/reparameterise';
import { gaussRule } from '../linear/gaussLegendre';
import { arcLength, parameterAt } from '../measure/arcLength';
import { curvatureChange } from '../measure/curvatureChange';
import { deviation } from '../measure/deviation';
import { frameAt } from '../measure/frame';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeWhole } from '../refuse';
import { lighten, type Priced, samplesOf } from './lighten';

/** Lengths are measured to this share of the size. */
const MEASURED = 1e-12;

/** How a curve is laid anew: with so many control points, or with the fewest within a tolerance in mm. */
export type RelayTarget = { readonly count: number } | { readonly tolerance: number };

export interface RelayOptions {
  /** 3 when left out. */
  readonly degree?: number;
  /** Whether knots are evenly spaced: by default for a count, not for a tolerance. */
  readonly even?: boolean;
  /** What each end of an open curve keeps: its place (0, when left out), tangent, curvature, rate. */
  readonly startLevel?: 0 | 1 | 2 | 3;
  readonly endLevel?: 0 | 1 | 2 | 3;
  readonly progress?: Progress;
}

/** Even knots do not come within the tolerance, up to so many control points. */
export interface NotReached {
  readonly kind: 'not-reached';
  readonly controlPoints: number;
  readonly tolerance: number;
  /** What the largest number of control points came to, in mm. */
  readonly reached: number;
}

const MOST_DEGREE = 9;
const MOST_EVEN = 1024;
/** So many control points are laid in a moment. */
const MOST_COUNT = 4096;
const NODES = 20;

/**
 * A curve laid anew as one smooth curve, with its price: least squares against the whole curve, in its arc length, by
 * twenty Gauss nodes a span. Open curves keep their ends; a closed curve becomes periodic, with its seam where it was.
 * A kink is rounded off, and the deviation says by how much. With uneven knots they go where they are needed; within a
 * tolerance that is `lighten` in the degree asked for, which keeps kinks, and even knots where it finds nothing lighter.
 *
 * Fails only for a tolerance that is not reached. Throws a RangeError for a count, or a degree, that does not allow what
 * is asked for.
 */
export function relay(
  curve: Curve,
  target: RelayTarget,
  { degree = 3, even = 'count' in target, startLevel = 0, endLevel = 0, progress }: RelayOptions = {},
): Result<Priced, NotReached> {
  mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  const closed = curve.closing !== 'open';
  const order = closed ? 0 : Math.max(startLevel, endLevel);
  if (degree < order) throw new RangeError(`degree: ${order} at least is needed for what the ends keep, not ${degree}`);
  const ends = closed ? FREE_ENDS : endsOf(curve, startLevel, endLevel);
  const least = closed ? 3 : Math.max(degree + 1, ends.start.length + ends.end.length + 2);
  progress?.({ stage: 'add', controlPoints: least, max: Infinity });
  if ('count' in target) {
    mustBeWhole(target.count, least, MOST_COUNT, 'count');
    const evenly = fittedEvenly(curve, degree, target.count, ends);
    progress?.({ stage: 'add', controlPoints: target.count, max: Infinity });
    const fitted = even ? evenly : whereNeeded(curve, degree, target.count, evenly, ends, progress);
    return success(priced(curve, fitted, progress));
  }
  mustBeAbove0(target.tolerance, 'tolerance');
  if (!even) {
    const light = lighten(curve, target.tolerance, { degree, startLevel, endLevel, progress });
    if (light.ok) return light;
  }
  return fewestEven(curve, degree, target.tolerance, least, ends, progress);
}

/** Derivatives that keep the ends to their levels, of a curve whose parameter is the share of its length. */
function endsOf(curve: Curve, startLevel: number, endLevel: number): EndDerivatives {
  const [first, last] = domainOf(curve);
  const { total } = arcLength(curve);
  const held = (u: number, side: 'left' | 'right', level: number) => {
    const frame = level > 0 ? frameAt(curve, u, side) : null;
    // Where the curve stands still there is nothing to keep.
    return frame ? derivativesOf(frame, total, 'frame').slice(0, level) : [];
  };
  return { start: held(first, 'right', startLevel), end: held(last, 'left', endLevel) };
}

function priced(before: Curve, fitted: Curve, progress?: Progress): Priced {
  const curve = lookedAt(fitted);
  const price = deviation(before, curve);
  progress?.({ stage: 'prove', controlPoints: distinctOf(curve), max: price.max });
  return { curve, deviation: price, change: curvatureChange(before, curve) };
}

function fewestEven(
  curve: Curve,
  degree: number,
  tolerance: number,
  least: number,
  ends: EndDerivatives,
  progress?: Progress,
): Result<Priced, NotReached> {
  const within = (count: number) => {
    const fitted = fittedEvenly(curve, degree, count, ends);
    const price = deviation(curve, fitted);
    progress?.({ stage: 'prove', controlPoints: count, max: price.max });
    return { within: price.certified && price.bound <= tolerance, price };
  };
  let high = least;
  let low = least - 1;
  for (let tried = within(high); !tried.within; tried = within(high)) {
    if (high >= MOST_EVEN) {
      return failed({ kind: 'not-reached', controlPoints: high, tolerance, reached: tried.price.max });
    }
    low = high;
    high = Math.min(MOST_EVEN, 2 * high);
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (within(middle).within) high = middle;
    else low = middle;
  }
  return success(priced(curve, fittedEvenly(curve, degree, high, ends), progress));
}

/** Least squares in the arc length over evenly spaced knots: the integral over each span, by Gauss nodes. */
function fittedEvenly(curve: Curve, degree: number, count: number, ends: EndDerivatives): Curve {
  const closed = curve.closing !== 'open';
  const spans = closed ? count : count - degree;
  const size = curve.points.reduce((most, value) => Math.max(most, Math.abs(value)), 1);
  const measured = arcLength(curve, MEASURED * size);
  const { nodes, weights } = gaussRule(NODES);
  const shares = new Float64Array(spans * NODES + 2);
  const importance = new Float64Array(shares.length);
  for (let span = 0; span < spans; span++) {
    for (let i = 0; i < NODES; i++) {
      shares[1 + span * NODES + i] = (span + (1 + nodes[i]) / 2) / spans;
      importance[1 + span * NODES + i] = weights[i];
    }
  }
  shares[shares.length - 1] = 1;
  const parameters = Array.from(shares, (share) =>
    parameterAt(measured, Math.min(measured.total, share * measured.total)),
  );
  [parameters[0], parameters[parameters.length - 1]] = domainOf(curve);
  for (let i = 1; i < parameters.length; i++) parameters[i] = Math.max(parameters[i], parameters[i - 1]);
  const points = evaluateAll(curve, parameters);
  const inner = evenKnots(closed ? count : spans - 1, closed);
  const frame = closed
    ? periodicCurve(degree, homogeneous(new Float64Array(3 * count)))
    : makeCurve(degree, clampedKnots(degree, inner), homogeneous(new Float64Array(3 * count)));
  const space = { degree, knots: frame.knots, count, periodic: closed };
  const control = leastSquaresPoints(space, points, shares, {
    pointWeights: importance,
    fixed: closed ? [] : fixedEnds(space, points, ends),
  });
  if (typeof control === 'number') throw new Error('every span has its nodes, and yet some point is not determined');
  const fitted = closed
    ? periodicCurve(degree, homogeneous(control))
    : makeCurve(degree, frame.knots, homogeneous(control));
  return reparameterise(fitted, ...domainOf(curve));
}

const clampedKnots = (degree: number, inner: readonly number[]): Float64Array =>
  Float64Array.from([...new Array<number>(degree + 1).fill(0), ...inner, ...new Array<number>(degree + 1).fill(1)]);

/** With knots added one by one where the curve is missed most; the evenly laid one where that is not nearer. */
function whereNeeded(
  curve: Curve,
  degree: number,
  count: number,
  evenly: Curve,
  ends: EndDerivatives,
  progress?: Progress,
): Curve {
  const closed = curve.closing !== 'open';
  const { places: points } = samplesOf(curve);
  const samples = points.length / 3;
  if (samples < 4 * count || (closed && count < 5)) return evenly;
  const even = deviation(curve, evenly).max;
  if (even === 0) return evenly;
  const chords = parametersOf(points, closed, 'chord').subarray(0, samples);
  const target = { points, degree, closed, ends };
  // A tolerance that so many knots just do not reach keeps the search from ending before.
  const search: Search = { tolerance: even / 8, effort: 'add', most: count, progress };
  const { best } = fewestKnots(target, chords, search);
  const made = reparameterise(best.curve, ...domainOf(curve));
  return distinctOf(made) === count && deviation(curve, made).max < even ? made : evenly;
}
