import { distance } from '../linear/vector';
import { countOf, type Curve, domainOf, LARGEST_COORDINATE, roomFor, spansOf, trusted } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { firstAfter, firstFrom } from './multiplicity';
import { unrolled } from './period';
import { pointsOver } from './pointsOver';
import { failed, type Result, success } from '../result';

/**
 * The same curve over its domain with both end knots repeated p + 1 times, so that it begins and ends in its first
 * and last control points. A periodic curve becomes a clamped closed one.
 */
export function clamp(curve: Curve): Curve {
  const { degree, knots } = curve;
  const count = countOf(curve);
  const [first, last] = domainOf(curve);
  if (knots[0] === first && knots[count + degree] === last) return curve;
  return trusted(
    ...clampedBetween(curve, first, last),
    curve.closing === 'periodic' ? 'clamped-closed' : curve.closing,
  );
}

/** Degree, knots and points of the stretch between two parameters of the domain, which are knots or lie well off. */
export function clampedBetween(curve: Curve, from: number, to: number): [number, Float64Array, Float64Array] {
  const { degree } = curve;
  const source = unrolled(curve);
  const { knots } = source;
  const low = firstAfter(knots, from);
  const high = firstFrom(knots, to);
  const count = high - low + degree + 1;
  const made = roomFor(degree, count);
  made.knots.fill(from, 0, degree + 1);
  made.knots.set(knots.subarray(low, high), degree + 1);
  made.knots.fill(to, count);
  pointsOver(source, made.knots, count, made.points);
  return [degree, made.knots, made.points];
}

/** Why a curve cannot have free ends. */
export type UnclampFailure =
  | { readonly kind: 'weights' }
  /** The control points would lie so far out, in mm, that their rounding moves the curve by `moves` mm. */
  | { readonly kind: 'ill-conditioned'; readonly farthest: number; readonly moves: number };

/** A curve moved by less than this share of its largest coordinate is the same. */
const SAME_SHAPE = 1e-11;

/**
 * The same curve over its domain with the given knots outside of it: p values before the start and p after the end,
 * both in increasing order and outside the domain; by default the inner spacing goes on, as around a periodic curve.
 * The outermost control points then lie off the curve: beside a short span so far that what is left of the shape is
 * looked at, and refused where it is another; where weights fall towards an end there may be no positive ones. Throws a
 * RangeError for knots that do not fit. (The NURBS Book, A12.1, which this generalises to any outer knots by blossoms.)
 */
export function unclamp(
  curve: Curve,
  before?: ArrayLike<number>,
  after?: ArrayLike<number>,
): Result<Curve, UnclampFailure> {
  const { degree } = curve;
  const [first, last] = domainOf(curve);
  const { knots, points } = clamp(curve);
  const count = points.length / 4;
  for (const outer of [before, after]) {
    if (outer && outer.length !== degree) {
      throw new RangeError(`${degree} knots are needed outside each end of the domain, not ${outer.length}`);
    }
  }
  const target = knots.slice();
  const steps = (i: number) => knots[i + 1] - knots[i];
  for (let i = 1; i <= degree; i++) {
    // The spacing at the other end, as if the curve went on into it.
    target[degree - i] = before ? before[degree - i] : target[degree - i + 1] - steps(Math.max(degree, count - i));
    target[count + i] = after ? after[i - 1] : target[count + i - 1] + steps(Math.min(count - 1, degree + i - 1));
  }
  for (let i = 1; i < target.length; i++) {
    if (!(target[i] >= target[i - 1]) || !Number.isFinite(target[i])) {
      throw new RangeError(
        `knots outside the domain ${first} to ${last} must increase: ${target[i]} follows ${target[i - 1]}`,
      );
    }
  }
  const moved = pointsOver({ degree, knots, points }, target);
  for (let i = 3; i < moved.length; i += 4) if (!(moved[i] > 0)) return failed({ kind: 'weights' });
  const free = trusted(degree, target, moved);
  const moves = farthestApart(trusted(degree, knots, points), free);
  const farthest = largestCoordinate(moved);
  if (!(moves <= SAME_SHAPE * largestCoordinate(points) && farthest <= LARGEST_COORDINATE)) {
    return failed({ kind: 'ill-conditioned', farthest, moves });
  }
  return success(free);
}

/** The largest distance in mm at the same parameters, looked at on the spans that the outer knots have a say in. */
function farthestApart(a: Curve, b: Curve): number {
  const spans = spansOf(a);
  let most = 0;
  spans.forEach((span, i) => {
    if (i >= a.degree && i < spans.length - a.degree) return;
    for (let k = 0; k <= 2 * a.degree; k++) {
      const t = k / (2 * a.degree);
      const u = t === 1 ? a.knots[span + 1] : a.knots[span] + t * (a.knots[span + 1] - a.knots[span]);
      most = Math.max(most, distance(evaluate(a, u), evaluate(b, u)));
    }
  });
  return most;
}

function largestCoordinate(points: Float64Array): number {
  let most = 0;
  for (let i = 0; i < points.length; i++) {
    if (i % 4 < 3) most = Math.max(most, Math.abs(points[i] / points[i - (i % 4) + 3]));
  }
  return most;
}
