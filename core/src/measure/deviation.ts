import { distance, type Vector3 } from '../linear/vector';
import { type Bernstein, product } from '../linear/bernstein';
import { leastBetween } from '../linear/goldenSection';
import { type Curve, domainOf, MAX_DEGREE, spansOf, trusted } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { bezierPieces } from '../degree/bezierPieces';
import { halvesAt } from '../degree/bezierStretch';
import { breaksOf } from '../knots/multiplicity';
import { refined } from '../knots/refineKnots';
import { SAME_KNOT, toKnot } from '../knots/sameKnot';
import { openedAt } from '../edit/openedAt';
import { closestPoint } from './closestPoint';
import { mustBeTolerance } from '../refuse';

/** How far a curve strays from another: the largest distance found, and what it is proven not to exceed, in mm. */
export interface Deviation {
  /** The largest distance found; the true one lies between it and `bound`. */
  readonly max: number;
  /** Its place: the parameter on the first curve. */
  readonly u: number;
  /** Proven, if `certified`: the two curves stay within it of each other all along (it bounds the Fréchet distance). */
  readonly bound: number;
  /** False where the curves run so differently that nothing could be proven; `max` then comes from dense sampling. */
  readonly certified: boolean;
}

export interface DeviationOptions {
  /** The search stops when `bound` is at most this share over `max` … */
  readonly relative?: number;
  /** … or this much, in mm. */
  readonly absolute?: number;
}

/** A piece of each curve that belong together, of one degree, homogeneous. */
interface Pair {
  readonly a: Float64Array;
  readonly b: Float64Array;
  readonly fromA: number;
  readonly toA: number;
  readonly bound: number;
}

const MAX_SPLITS = 4000;
const SAMPLES_PER_SPAN = 64;

/**
 * The largest distance between two curves, with proof: pieces that belong together (every knot with its closest place
 * on the other curve) are compared by their Bézier points, which bounds their distance from above, and the worst pair
 * is split at its middle, where the distance to the other whole curve bounds it from below, until the two agree.
 * Closed curves may have their seams anywhere; open ones are taken from start to start.
 *
 * Curves that run back and forth against each other are sampled instead and marked as not certified. Where a curve comes
 * near to itself, a place may lie nearer to the other curve than what belongs to it there: the bound then stays above
 * `max` by more than was asked for. Throws a RangeError for options that are no shares or lengths.
 */
export function deviation(first: Curve, second: Curve, options: DeviationOptions = {}): Deviation {
  checkOptions(options);
  const a = first;
  const closed = first.closing !== 'open' && second.closing !== 'open';
  const b = closed ? openedAt(second, closestPoint(second, evaluate(first, domainOf(first)[0])).u) : second;
  const places = pairedPlaces(a, b);
  if (!places) return sampled(first, second);
  const [cutA, cutB] = [0, 1].map((k) => {
    return piecesBetween(
      k === 0 ? a : b,
      places.map((place) => place[k]),
    );
  });
  const pairs = cutA.map((piece, i) => paired(piece, cutB[i], places[i][0], places[i + 1][0]));
  let max = 0;
  let uMax = places[0][0];
  const ends = closed ? [] : [places[0], places[places.length - 1]];
  for (const [u, v] of ends) {
    const gap = distance(evaluate(a, u), evaluate(b, v));
    if (gap > max) [max, uMax] = [gap, u];
  }
  for (const [u, , there] of places) if (there > max) [max, uMax] = [there, u];
  return bracketed(pairs, max, uMax, options, (middle) => {
    const near = closestPoint(second, middle);
    return { distance: near.distance, target: near.point };
  });
}

/**
 * The largest distance between the places of two curves at the same parameters: the price of an operation that keeps
 * the parameters. Both need the same domain; throws a RangeError otherwise. Proven as in `deviation`.
 */
export function deviationInStep(first: Curve, second: Curve, options: DeviationOptions = {}): Deviation {
  checkOptions(options);
  const [[a0, a1], [b0, b1]] = [domainOf(first), domainOf(second)];
  if (a0 !== b0 || a1 !== b1) throw new RangeError(`domains differ: ${a0} to ${a1} and ${b0} to ${b1}`);
  const differing = differingStretch(first, second);
  if (!differing) return { max: 0, u: a0, bound: 0, certified: true };
  const [a, b] = differing;
  const places = [...new Set([...breaksOf(a), ...breaksOf(b)].map(({ u }) => u))].sort((u, v) => u - v);
  const [cutA, cutB] = [piecesBetween(a, places), piecesBetween(b, places)];
  const pairs = cutA.map((piece, i) => paired(piece, cutB[i], places[i], places[i + 1]));
  let max = 0;
  let uMax = a0;
  for (const u of places) {
    const there = distance(evaluate(first, u), evaluate(second, u));
    if (there > max) [max, uMax] = [there, u];
  }
  return bracketed(pairs, max, uMax, options, (_, opposite) => ({ distance: NaN, target: opposite }), true);
}

/** Two curves over one domain where their control points or knots differ; null where they are the same all along. */
function differingStretch(a: Curve, b: Curve): readonly [Curve, Curve] | null {
  const { degree } = a;
  if (b.degree !== degree) return [a, b];
  const points = commonLength(a.points, b.points, false) >> 2;
  const knots = commonLength(a.knots, b.knots, false);
  // A span is the same where the p + 1 control points and the 2p knots are that it is made of.
  const from = Math.max(degree, Math.min(points, knots - degree));
  const pointsBehind = commonLength(a.points, b.points, true) >> 2;
  const knotsBehind = commonLength(a.knots, b.knots, true);
  const until = (curve: Curve) => {
    const count = curve.points.length / 4;
    return Math.min(count, Math.max(count - pointsBehind + degree, curve.knots.length - knotsBehind + degree - 1));
  };
  if (!(a.knots[from] < a.knots[until(a)])) return null;
  return [spansOnly(a, from, until(a)), spansOnly(b, from, until(b))];
}

/** How many numbers are the same from the start on, or from the end. */
function commonLength(a: Float64Array, b: Float64Array, behind: boolean): number {
  const most = Math.min(a.length, b.length);
  let same = 0;
  if (behind) while (same < most && a[a.length - 1 - same] === b[b.length - 1 - same]) same++;
  else while (same < most && a[same] === b[same]) same++;
  return same;
}

/** The spans of a curve from one on and before another. */
const spansOnly = ({ degree, knots, points }: Curve, from: number, until: number): Curve =>
  trusted(degree, knots.slice(from - degree, until + degree + 1), points.slice(4 * (from - degree), 4 * until));

function checkOptions({ relative = 0.01, absolute = 1e-6 }: DeviationOptions): void {
  mustBeTolerance(absolute);
  if (!(relative > 0)) throw new RangeError(`relative: a share above 0 is needed, not ${relative}`);
}

/** Splits the pair with the largest bound until the bracket is closed. */
function bracketed(
  pairs: Pair[],
  max: number,
  uMax: number,
  { relative = 0.01, absolute = 1e-6 }: DeviationOptions,
  nearest: (middle: Vector3, opposite: Vector3) => { distance: number; target: Vector3 },
  inStep = false,
): Deviation {
  let bound = max;
  for (let round = 0; round < MAX_SPLITS; round++) {
    let worst = 0;
    for (let i = 1; i < pairs.length; i++) if (pairs[i].bound > pairs[worst].bound) worst = i;
    bound = Math.max(max, pairs[worst].bound);
    if (bound <= max * (1 + relative) || bound <= max + absolute) break;
    // Pieces this short lie as far apart as they are taken to belong together: no split brings them nearer.
    const { a, b, fromA, toA } = pairs[worst];
    if (!inStep && sizeOf(a) + sizeOf(b) <= (relative * bound) / 8) break;
    const [leftA, rightA] = halvesAt(a, 0.5);
    const middle = endPlace(leftA);
    const opposite = placeAt(b, 0.5);
    const near = nearest(middle, opposite);
    const there = inStep ? distance(middle, opposite) : near.distance;
    const u = (fromA + toA) / 2;
    if (there > max) [max, uMax] = [there, u];
    const [leftB, rightB] = halvesAt(b, inStep ? 0.5 : closestWithin(b, near.target));
    pairs[worst] = paired(leftA, leftB, fromA, u);
    pairs.push(paired(rightA, rightB, u, toA));
  }
  return { max, u: uMax, bound, certified: true };
}

/** Parameters on both curves that belong together, and how far from one of the curves the other's place is, in mm. */
type Together = readonly [u: number, v: number, distance: number];

/**
 * Knots of each curve with their closest places on the other, in order on both; null where the order is not one.
 * Neighbours may share a place of one curve: while the other runs on, beyond an end say, it stands still there.
 */
function pairedPlaces(a: Curve, b: Curve): Together[] | null {
  const [a0, a1] = domainOf(a);
  const [b0, b1] = domainOf(b);
  const inner: Together[] = [];
  for (const { u } of breaksOf(a)) {
    if (!(u > a0 && u < a1)) continue;
    const near = closestPoint(b, evaluate(a, u));
    inner.push([u, toKnot(b, near.u), near.distance]);
  }
  for (const { u: v } of breaksOf(b)) {
    if (!(v > b0 && v < b1)) continue;
    const near = closestPoint(a, evaluate(b, v));
    inner.push([toKnot(a, near.u), v, near.distance]);
  }
  inner.sort(([u, v], [s, t]) => u - s || v - t);
  const nearA = SAME_KNOT * (a1 - a0);
  const nearB = SAME_KNOT * (b1 - b0);
  const toB = (u: number) => closestPoint(b, evaluate(a, u)).distance;
  const places: Together[] = [[a0, b0, toB(a0)]];
  for (const [u, v, off] of [...inner, [a1, b1, toB(a1)] as const]) {
    const [s, t, before] = places[places.length - 1];
    if (v < t - nearB) return null;
    const next: Together = [u - s <= nearA ? s : u, v - t <= nearB ? t : v, off];
    if (next[0] !== s || next[1] !== t) places.push(next);
    else places[places.length - 1] = [s, t, Math.max(before, off)];
  }
  places[places.length - 1] = [a1, b1, places[places.length - 1][2]];
  return places;
}

/**
 * Bézier points of the stretches between places, one after the other, among which are all knots of the curve; where
 * two places are one, the curve stands still.
 */
function piecesBetween(curve: Curve, places: readonly number[]): Float64Array[] {
  const knots = new Set(curve.knots);
  const inner = [...new Set(places.slice(1, -1))].filter((u) => !knots.has(u));
  const { points, degree } = bezierPieces(refined(curve, Float64Array.from(inner)));
  const size = 4 * (degree + 1);
  let piece = 0;
  return places.slice(1).map((to, i) => {
    if (to !== places[i]) {
      const from = piece++ * size;
      return points.subarray(from, from + size);
    }
    const index = Math.max(0, piece * size - 4);
    return Float64Array.from({ length: size }, (_, k) => points[index + (k % 4)]);
  });
}

function paired(a: Float64Array, b: Float64Array, fromA: number, toA: number): Pair {
  const degree = Math.max(a.length, b.length) / 4 - 1;
  const raisedA = raisedTo(degree, a);
  const raisedB = raisedTo(degree, b);
  return { a: raisedA, b: raisedB, fromA, toA, bound: distanceBound(raisedA, raisedB) };
}

/** No place of a piece lies further than this from its start, nor from its end. */
function sizeOf(points: Float64Array): number {
  const last = points.length - 4;
  let most = 0;
  for (let i = 0; i <= last; i += 4)
    most = Math.max(most, squared(points, i, points, 0), squared(points, i, points, last));
  return Math.sqrt(most);
}

/** The squared distance of two control points. */
function squared(a: Float64Array, i: number, b: Float64Array, j: number): number {
  const x = a[i] / a[i + 3] - b[j] / b[j + 3];
  const y = a[i + 1] / a[i + 3] - b[j + 1] / b[j + 3];
  const z = a[i + 2] / a[i + 3] - b[j + 2] / b[j + 3];
  return x * x + y * y + z * z;
}

/** Bézier points of a higher degree (The NURBS Book, eq. 5.36). */
function raisedTo(degree: number, points: Float64Array): Float64Array {
  let raised = points;
  for (let n = points.length / 4; n <= degree; n++) {
    const next = new Float64Array(4 * (n + 1));
    for (let i = 0; i <= n; i++) {
      for (let c = 0; c < 4; c++) {
        const before = i > 0 ? raised[4 * i - 4 + c] : 0;
        const here = i < n ? raised[4 * i + c] : 0;
        next[4 * i + c] = (i / n) * before + (1 - i / n) * here;
      }
    }
    raised = next;
  }
  return raised;
}

/** No two places of the pieces at the same share of their parameters lie further apart than this. */
function distanceBound(a: Float64Array, b: Float64Array): number {
  const count = a.length / 4;
  let plain = true;
  for (let i = 3; i < a.length; i += 4) plain &&= a[i] === a[3] && b[i] === b[3];
  let most = 0;
  if (plain) {
    for (let i = 0; i < a.length; i += 4) most = Math.max(most, squared(a, i, b, i));
    return Math.sqrt(most);
  }
  const column = (points: Float64Array, c: number, origin = 0): Bernstein =>
    Float64Array.from({ length: count }, (_, i) => points[4 * i + c] - origin * points[4 * i + 3]);
  const [weightsA, weightsB] = [column(a, 3), column(b, 3)];
  const squares = new Float64Array(2 * count - 1);
  for (let c = 0; c < 3; c++) {
    // About a place of the piece, so that the products do not lose the digits of their difference.
    const origin = a[c] / a[3];
    const difference = product(column(a, c, origin), weightsB);
    product(column(b, c, origin), weightsA, -1, difference);
    for (let k = 0; k < squares.length; k++) squares[k] += difference[k] * difference[k];
  }
  return Math.sqrt(squares.reduce((s, t) => Math.max(s, t), 0)) / (Math.min(...weightsA) * Math.min(...weightsB));
}

const endPlace = (points: Float64Array): Vector3 => {
  const [x, y, z, w] = points.subarray(points.length - 4);
  return [x / w, y / w, z / w];
};

const work = new Float64Array(4 * (MAX_DEGREE + 1));

/** The place at t, by de Casteljau's algorithm. */
function placeAt(points: Float64Array, t: number): Vector3 {
  const s = 1 - t;
  work.set(points);
  for (let end = points.length - 4; end > 0; end -= 4) {
    for (let i = 0; i < end; i++) work[i] = s * work[i] + t * work[i + 4];
  }
  return [work[0] / work[3], work[1] / work[3], work[2] / work[3]];
}

/** The share of a piece's parameter that lies next to a place: its middle if that is nearly an end. */
function closestWithin(points: Float64Array, target: Vector3): number {
  const away = (t: number) => distance(placeAt(points, t), target);
  let best = 0.5;
  let least = Infinity;
  for (let i = 1; i < 16; i++) {
    const there = away(i / 16);
    if (there < least) [least, best] = [there, i / 16];
  }
  // Where the split is off, so is the bound: by as many mm as a place moves along the piece meanwhile.
  const t = leastBetween(away, best - 1 / 16, best + 1 / 16, 26);
  return t < 0.02 || t > 0.98 ? 0.5 : t;
}

/** Both ways, densely: honest about what it found, without proof. */
function sampled(a: Curve, b: Curve): Deviation {
  let max = 0;
  let uMax = domainOf(a)[0];
  const look = (from: Curve, to: Curve, place: (u: number, near: number) => number) => {
    for (const span of spansOf(from)) {
      for (let i = 0; i <= SAMPLES_PER_SPAN; i++) {
        const share = i / SAMPLES_PER_SPAN;
        const u = (1 - share) * from.knots[span] + share * from.knots[span + 1];
        const near = closestPoint(to, evaluate(from, u));
        if (near.distance > max) [max, uMax] = [near.distance, place(u, near.u)];
      }
    }
  };
  look(a, b, (u) => u);
  look(b, a, (_, near) => near);
  return { max, u: uMax, bound: Infinity, certified: false };
}
