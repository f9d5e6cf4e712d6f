import { approximate, type Approximation, type Target } from './approximation';
import { FREE_ENDS, pointsForEnds } from './heldEnds';
import { slidParameters } from './tangentDistance';
import { removalBound } from '../../reduce/removeKnot';
import type { Progress } from './progress';

export interface Search {
  readonly tolerance: number;
  /** Knots only added; those that are easily spared taken out again; or all of them tried, shifted, and tried again. */
  readonly effort: 'add' | 'thin' | 'all';
  /** No more control points than this. */
  readonly most: number;
  readonly progress?: Progress;
}

/** The approximation found, and the least largest distance met on the way, which is what can be reached. */
export interface Found {
  readonly best: Approximation;
  readonly reachable: number;
}

/** Knots are added in at most this share of the spans at a time, the worst ones. */
const AT_ONCE = 0.2;
/** A new knot lies within the middle 60 % of its span. */
const FROM_ENDS = 0.2;
/** Knots are no longer added when this many more, as a share, have not made the largest distance this much less. */
const PATIENCE = 2;
const PROGRESS_WORTH = 0.98;
const FEW = 24;
/** Looking at every knot before each one that is taken out costs points times knots squared; so much may be spent. */
const AFFORDABLE = 250_000;
/**
 * Where adding in the spans beyond the tolerance does not reach it, spans that are within but near it get knots too.
 */
const LOWER_SHARES = [0.5, 0];
const SHIFTS = [-0.4, -0.2, 0.2, 0.4];

/**
 * The approximation within a tolerance with as few knots as can be found: knots are added where the points lie farthest
 * off, then those are taken out without which the rest, laid anew, still holds, the others shifted, and evenly spaced
 * knots tried. (Park, Lee, B-spline curve fitting based on adaptive curve refinement using dominant points, CAD 2007,
 * for the adding; Lyche, Mørken, Knot removal for parametric B-spline curves, CAGD 1987, for the taking out.)
 *
 * Knots that are known to do, `from`, are thinned without adding any. Where no curve comes so near, the lightest is
 * given that comes nearly as near as the nearest one met.
 */
export function fewestKnots(target: Target, start: Float64Array, search: Search, from?: readonly number[]): Found {
  const known = from ? approximate(target, from, start, search.tolerance, 'steady') : null;
  if (known && known.max <= search.tolerance) return thinned(target, start, known, search, known.max);

  let added = withKnotsAdded(target, start, search, 1);
  for (const share of LOWER_SHARES) {
    if (added.best.max <= search.tolerance) break;
    const again = withKnotsAdded(target, start, search, share);
    added = nearer(added, again, search.tolerance);
  }
  if (search.effort === 'all' && added.best.max > search.tolerance && start.length <= SPARSE) {
    const slid = withPointsSlid(target, start, search);
    // Only what reaches the tolerance: points that stray far would be chased with all knots there are.
    if (slid) added = { best: slid, reachable: slid.max };
  }
  if (search.effort === 'add' || added.best.max > search.tolerance) return added;
  return thinned(target, start, added.best, search, added.reachable);
}

function thinned(target: Target, start: Float64Array, found: Approximation, search: Search, reachable: number): Found {
  let best = pruned(target, found, search);
  if (search.effort === 'thin') return { best, reachable: Math.min(best.max, reachable) };
  best = shifted(target, best, search);
  best = evenIfFewer(target, start, best, search);
  return { best, reachable: Math.min(best.max, reachable) };
}

const affordable = ({ points }: Target, { inner }: Approximation): boolean =>
  (points.length / 3) * inner.length ** 2 < AFFORDABLE;

/** So many inner knots an open curve needs for what is held at its ends. */
const fewestInner = ({ degree, ends = FREE_ENDS }: Target): number => Math.max(0, pointsForEnds(ends) - degree - 1);

const controlPoints = ({ degree, closed }: Target, knots: number): number => (closed ? knots : knots + degree + 1);

/** Of two searches the one that reached the tolerance, or came nearer; both tell what can be reached. */
function nearer(a: Found, b: Found, tolerance: number): Found {
  const reachable = Math.min(a.reachable, b.reachable);
  return { best: b.best.max <= tolerance || b.reachable < a.reachable ? b.best : a.best, reachable };
}

/** Adds knots in spans where points lie farther off than this share of the tolerance. */
function withKnotsAdded(target: Target, start: Float64Array, search: Search, share: number): Found {
  const first = target.closed ? [0, 0.25, 0.5, 0.75] : evenKnots(fewestInner(target), false);
  search.progress?.({ stage: 'add', controlPoints: controlPoints(target, first.length), max: Infinity });
  let current =
    approximate(target, first, start, search.tolerance, 'steady') ??
    // Places too near each other for their parameters to differ are spaced evenly.
    approximate(target, first, evenly(start.length, target.closed), search.tolerance, 'steady');
  if (!current) throw new Error('a curve of few control points is determined by evenly spaced points');
  const seen: Approximation[] = [current];
  let nearest = current;
  let reachedAt = 0;
  while (current.max > search.tolerance) {
    const count = controlPoints(target, current.inner.length);
    search.progress?.({ stage: 'add', controlPoints: count, max: current.max });
    if (count >= search.most || count > (1 + PATIENCE) * reachedAt + FEW) break;
    const next = finer(target, current, search, share * search.tolerance, search.most - count);
    if (!next) break;
    current = next;
    seen.push(current);
    if (current.max < PROGRESS_WORTH * nearest.max) reachedAt = controlPoints(target, current.inner.length);
    if (current.max < nearest.max) nearest = current;
  }
  if (current.max <= search.tolerance) return { best: current, reachable: current.max };
  const enough = nearest.max / PROGRESS_WORTH;
  return { best: seen.find(({ max }) => max <= enough) ?? nearest, reachable: nearest.max };
}

/** From so many knots on, their number grows by this share from one trial to the next. */
const GROWTH = 0.1;

/** Points of more than this number lie so densely that their chords tell where they belong. */
const SPARSE = 2000;

/**
 * Evenly spaced knots, more and more of them until they reach the tolerance, with parameters found along with the
 * curve: chords between points far apart tell too little of where they belong, and knots added at the worst places
 * mend nothing.
 */
function withPointsSlid(target: Target, start: Float64Array, search: Search): Approximation | null {
  const { tolerance, most, progress } = search;
  const starts = [start, evenly(start.length, target.closed)];
  let nearest: Approximation | null = null;
  for (let count = target.closed ? 3 : 0; ; count += Math.max(1, Math.floor(GROWTH * count))) {
    const controls = controlPoints(target, count);
    if (controls > most) break;
    const inner = evenKnots(count, target.closed);
    for (const from of starts) {
      progress?.({ stage: 'add', controlPoints: controls, max: nearest?.max ?? Infinity });
      const slid = slidParameters(target, inner, from, tolerance);
      const even = slid && approximate(target, inner, slid, tolerance, 'patient');
      if (even && !(even.max >= (nearest?.max ?? Infinity))) nearest = even;
    }
    if (nearest && nearest.max <= tolerance) return nearest;
  }
  return null;
}

const evenly = (count: number, closed: boolean): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => i / (closed ? count : count - 1));

/** The approximation with knots in its worst spans; null where no span has points enough for one more. */
function finer(
  target: Target,
  current: Approximation,
  { tolerance }: Search,
  limit: number,
  most: number,
): Approximation | null {
  const bounds = target.closed ? [...current.inner, current.inner[0] + 1] : [0, ...current.inner, 1];
  const spans = spansOf(target, current, bounds)
    .filter(({ worst, knot }) => worst > limit && knot !== null)
    .sort((a, b) => b.worst - a.worst);
  const wanted = Math.min(most, Math.max(1, Math.floor(AT_ONCE * spans.length)));
  for (let taken = Math.min(wanted, spans.length); taken >= 1; taken = taken >> 1) {
    const knots = spans.slice(0, taken).map(({ knot }) => knot ?? NaN);
    const inner = [...current.inner, ...knots].sort((a, b) => a - b);
    const next = approximate(target, inner, current.parameters, tolerance, 'steady');
    if (next) return next;
  }
  for (const { knot } of spans.slice(1)) {
    const next = approximate(
      target,
      [...current.inner, knot ?? NaN].sort((a, b) => a - b),
      current.parameters,
      tolerance,
      'steady',
    );
    if (next) return next;
  }
  return null;
}

/** For each span its largest distance and where a knot would go: the mean parameter, weighed by squared distance. */
function spansOf({ closed }: Target, { parameters, distances }: Approximation, bounds: readonly number[]) {
  const spans = bounds
    .slice(1)
    .map(() => ({ worst: 0, weight: 0, sum: 0, count: 0, least: Infinity, most: -Infinity }));
  let span = 0;
  for (let i = 0; i < parameters.length; i++) {
    const u = closed && parameters[i] < bounds[0] ? parameters[i] + 1 : parameters[i];
    if (u < bounds[span]) span = 0;
    while (span < spans.length - 1 && u >= bounds[span + 1]) span++;
    const here = spans[span];
    const squared = distances[i] * distances[i];
    here.worst = Math.max(here.worst, distances[i]);
    here.weight += squared;
    here.sum += squared * u;
    here.count++;
    here.least = Math.min(here.least, u);
    here.most = Math.max(here.most, u);
  }
  return spans.map(({ worst, weight, sum, count, least, most }, k) => {
    const [from, to] = [bounds[k], bounds[k + 1]];
    const room = FROM_ENDS * (to - from);
    const knot = Math.min(to - room, Math.max(from + room, weight > 0 ? sum / weight : (from + to) / 2));
    // Points on both sides of it, or the new spans stay empty.
    return { worst, knot: count >= 2 && least < knot && knot < most ? knot : null };
  });
}

/** Takes out knots for as long as the rest, laid anew, stays within the tolerance. */
function pruned(target: Target, start: Approximation, { tolerance, effort, progress }: Search): Approximation {
  let best = start;
  const needed = new Set<number>();
  const least = target.closed ? 3 : 0;
  while (best.inner.length > least) {
    const exhaustive = effort === 'all' && affordable(target, best);
    let lighter: Approximation | null = null;
    for (const knot of exhaustive ? best.inner : bySize(best)) {
      // A closed curve keeps the knot at its seam.
      if ((target.closed && knot === best.inner[0]) || (!exhaustive && needed.has(knot))) continue;
      progress?.({ stage: 'prune', controlPoints: controlPoints(target, best.inner.length), max: best.max });
      const without = approximate(
        target,
        best.inner.filter((u) => u !== knot),
        best.parameters,
        tolerance,
        exhaustive ? 'patient' : 'trial',
      );
      if (!without || without.max > tolerance) {
        needed.add(knot);
        continue;
      }
      if (!lighter || without.max < lighter.max) lighter = without;
      if (!exhaustive) break;
    }
    if (!lighter) return best;
    best = lighter;
  }
  return best;
}

/** The knots, those first that the curve misses least when they are taken out of it alone. */
function bySize({ inner, curve }: Approximation): number[] {
  const sizes = inner.map((knot) => ({ knot, size: removalBound(curve, knot) }));
  return sizes.sort((a, b) => a.size - b.size).map(({ knot }) => knot);
}

/** Shifts each knot towards its neighbours where that lowers the largest distance, and takes out what that frees. */
function shifted(target: Target, start: Approximation, search: Search): Approximation {
  let best = start;
  for (;;) {
    const before = best.inner.length;
    if (!affordable(target, best)) return best;
    for (let k = target.closed ? 1 : 0; k < best.inner.length; k++) {
      const from = best;
      for (const shift of SHIFTS) {
        search.progress?.({ stage: 'shift', controlPoints: controlPoints(target, best.inner.length), max: best.max });
        const here = from.inner[k];
        const next = shift < 0 ? (from.inner[k - 1] ?? 0) : (from.inner[k + 1] ?? 1);
        const inner = from.inner.map((u, i) => (i === k ? here + Math.abs(shift) * (next - here) : u));
        const moved = approximate(target, inner, from.parameters, search.tolerance, 'trial');
        if (moved && moved.max < best.max) best = moved;
      }
    }
    best = pruned(target, best, search);
    if (best.inner.length === before) return best;
  }
}

/** Evenly spaced knots, if fewer of them do; how near they come does not follow their number. */
function evenIfFewer(target: Target, start: Float64Array, found: Approximation, search: Search): Approximation {
  if (!affordable(target, found)) return found;
  for (let count = target.closed ? 3 : 0; count < found.inner.length; count++) {
    for (const from of [start, found.parameters]) {
      search.progress?.({ stage: 'shift', controlPoints: controlPoints(target, count), max: found.max });
      const even = approximate(target, evenKnots(count, target.closed), from, search.tolerance, 'patient');
      if (even && even.max <= search.tolerance) return even;
    }
  }
  return found;
}

/** So many evenly spaced inner knots of [0, 1]; of a closed curve the first is 0. */
export const evenKnots = (count: number, closed: boolean): number[] =>
  Array.from({ length: count }, (_, i) => (closed ? i / count : (i + 1) / (count + 1)));
