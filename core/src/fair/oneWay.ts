import { type Bernstein, binomials, derivativeOf, valueAt } from '../linear/bernstein';
import { type BandedEnergy, minimiseInBalls } from '../linear/barrier';
import { cross, dot, type Vector3 } from '../linear/vector';
import { findSpan } from '../curve/basis';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { blossomShares } from '../knots/blossom';
import { distinctOf } from '../knots/period';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { type Deviation, deviationInStep } from '../measure/deviation';
import { monotonePieces } from '../measure/monotonePieces';
import { failed, type Result, success } from '../result';
import { mustBeNormal, mustBeOneOf } from '../refuse';
import { energiesFor } from './fair';
import { type FreeOptions, type FreePoints, freePoints } from './freePoints';
import { leastTolerance, type ToleranceBracket } from './leastTolerance';
import { axesFor, movedCurve } from '../energy/motion';

/** Which way the signed curvature goes along the curve. */
export type Way = 'rises' | 'falls';

export interface OneWayOptions extends FreeOptions {
  /** Unit normal of the plane that the curve lies in; it signs the curvature. */
  readonly normal: Vector3;
  readonly way: Way;
}

export interface OneWay {
  readonly curve: Curve;
  /** From the curve as it was, at the same parameters, proven. */
  readonly deviation: Deviation;
  /** Into how many parts the stretch was cut until the rate was proven to have one sign on each. */
  readonly parts: number;
  /** How many control points could move. */
  readonly free: number;
}

export type NotOneWay =
  /** Nothing within the tolerance was found whose curvature goes one way: an extremum is left. */
  | { readonly kind: 'not-one-way'; readonly free: number }
  /** The degree is below 3, or there are weights. */
  | { readonly kind: 'degree-too-low' | 'rational' };

/** Coefficients are wished to lie above this share of the mean slope, so that none ends below 0. */
const MARGIN = 0.02;
/** What is smooth counts at first as much as what goes the wrong way, and then less and less. */
const SMOOTH = [1, 1e-1, 1e-2, 1e-3, 1e-5];
const LIMITS = { shrink: 0.1, gap: 1e-4, steps: 60 };
const START = 0.1;

/**
 * A curve whose curvature only rises, or only falls, along a stretch, or all of it, the control points that act on it moved
 * by at most `tolerance` mm (one for all, or one for each): proven, since the Bernstein coefficients of the rate's numerator
 * (x'y''' − y'x''')v² − 3(x'x'' + y'y'')(x'y'' − y'x'') have one sign on every part. Of what is found the smoothest. Fails where nothing was found; that is no proof that there is nothing.
 *
 * Least squares of the coefficients on the wrong side, with a little jerk, by Gauss and Newton within the tolerance
 * (Nocedal, Wright, Numerical Optimization, 17.1, for the penalty). O(n) a step. Dietz, Piper, Interpolation with cubic
 * spirals, CAGD 2004, for the certificate. Throws a RangeError as `fair` does.
 */
export function oneWay(
  curve: Curve,
  tolerance: number | ArrayLike<number>,
  options: OneWayOptions,
): Result<OneWay, NotOneWay> {
  const { normal, way } = options;
  mustBeNormal(normal);
  mustBeOneOf(way, ['rises', 'falls'], 'way');
  const free = freePoints(curve, tolerance, { ...options, ...around(curve, options) });
  if (curve.degree < 3) return failed({ kind: 'degree-too-low' });
  if (isRational(curve.points)) return failed({ kind: 'rational' });
  const answer = (made: Curve, parts: number) =>
    success({ curve: made, deviation: deviationInStep(curve, made), parts, free: free.indices.length });
  const already = provenWay(curve, options);
  if (already !== null) return answer(curve, already);
  if (free.indices.length === 0) return failed({ kind: 'not-one-way', free: 0 });
  const axes = axesFor(normal);
  const { jerk } = energiesFor(curve, free, axes);
  const energy = new WrongWay(curve, free, axes, options, jerk());
  const moves = new Float64Array(2 * free.indices.length);
  for (const smooth of SMOOTH) {
    energy.smooth = smooth;
    const value = energy.value(moves);
    const problem = { energy, dimension: 2, radii: free.tolerances, reach: free.reach };
    minimiseInBalls(problem, moves, { ...LIMITS, start: (START * value) / free.indices.length });
    const made = movedCurve(curve, free.columns, axes, moves);
    const parts = provenWay(made, options);
    // The first one is the smoothest.
    if (parts !== null) return answer(made, parts);
  }
  return failed({ kind: 'not-one-way', free: free.indices.length });
}

/**
 * Which tolerance would do, to 5 %, where `tolerance` in mm does not: both ends of the bracket were tried. Null where none
 * up to 1024 times of it does, and for curves that `oneWay` refuses.
 */
export function oneWayTolerance(curve: Curve, tolerance: number, options: OneWayOptions): ToleranceBracket | null {
  const does = (at: number) => oneWay(curve, at, options).ok;
  if (curve.degree < 3 || isRational(curve.points)) return null;
  return does(tolerance) ? leastTolerance(does, 0, tolerance) : leastTolerance(does, tolerance, 2 * tolerance);
}

/** The parameters between which the control points lie that act on the stretch; of closed curves all of them. */
function around(curve: Curve, { from, to }: OneWayOptions): { readonly from?: number; readonly to?: number } {
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  if (curve.closing !== 'open' || !(low >= first && high <= last)) return {};
  const { degree, knots } = curve;
  const count = distinctOf(curve);
  const before = findSpan(knots, degree, count, low) - degree;
  const after = findSpan(knots, degree, count, high, 'left') + degree + 1;
  return { from: Math.max(first, knots[before]), to: Math.min(last, knots[after]) };
}

/** In how many parts the curvature is proven to go one way along the stretch; null where it is not. */
function provenWay(curve: Curve, { normal, way, from, to }: OneWayOptions): number | null {
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  const within = (piece: { readonly from: number; readonly to: number }) =>
    high > low ? piece.from < high && piece.to > low : piece.from < high || piece.to > low;
  const { pieces, rests, parts } = monotonePieces(curve, normal);
  if (rests.some(within)) return null;
  const inside = pieces.filter(within);
  const against = inside.some(({ kind }) => kind !== way && kind !== 'stays');
  // A jump against the way ends a piece: then the next one begins where it ended, of the same kind.
  const jumps = inside.some((piece, i) => i > 0 && piece.kind === way && inside[i - 1].kind === way);
  return against || jumps ? null : parts;
}

/** A span that free control points act on, with what its rate is made of. */
interface Span {
  /** The places of its control points among the unknowns, −1 for those that stay. */
  readonly places: readonly number[];
  /**
   * Of each control point's basis function the first three derivatives, as Bernstein coefficients over the span times
   * their binomials: products are plain sums then.
   */
  readonly basis: readonly (readonly [Bernstein, Bernstein, Bernstein])[];
  /** The control points' coordinates along both axes, about the first. */
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** What the coefficients are divided by. */
  readonly scale: number;
}

/** ½ Σ of the squares of coefficients on the wrong side, and a share of the jerk. */
class WrongWay implements BandedEnergy {
  smooth = 0;
  private readonly spans: readonly Span[];
  private readonly sign: number;
  private readonly jerkAtFirst: number;

  constructor(
    curve: Curve,
    free: FreePoints,
    axes: readonly Vector3[],
    { way, from, to }: OneWayOptions,
    private readonly jerk: BandedEnergy & { readonly band: number },
  ) {
    this.sign = way === 'rises' ? 1 : -1;
    this.spans = spansOn(curve, free, axes, from, to);
    this.jerkAtFirst = jerk.value(new Float64Array(2 * free.indices.length));
  }

  value(moves: Float64Array): number {
    let sum = 0;
    for (const span of this.spans) {
      for (const coefficient of this.rateOf(span, moves).rate) {
        const off = MARGIN - (this.sign * coefficient) / span.scale;
        if (off > 0) sum += off * off;
      }
    }
    return sum / 2 + this.share * this.jerk.value(moves);
  }

  private get share(): number {
    return this.jerkAtFirst > 0 ? this.smooth / this.jerkAtFirst : 0;
  }

  model(moves: Float64Array, gradient: Float64Array, matrix: Float64Array): number {
    const { share } = this;
    const jerk = this.jerk.model(moves, gradient, matrix);
    for (let i = 0; i < gradient.length; i++) gradient[i] *= share;
    for (let i = 0; i < matrix.length; i++) matrix[i] *= share;
    const wide = matrix.length / gradient.length;
    let sum = 0;
    for (const span of this.spans) {
      const { rate, parts } = this.rateOf(span, moves);
      const factor = -this.sign / span.scale;
      const wrong = [...rate].flatMap((value, k) => (MARGIN + factor * value > 0 ? [k] : []));
      if (wrong.length === 0) continue;
      const slopes = slopesOf(span, parts);
      for (const k of wrong) {
        const off = MARGIN + factor * rate[k];
        sum += off * off;
        for (const [i, a] of slopes.entries()) {
          const value = factor * a.by[k];
          gradient[a.unknown] += value * off;
          for (let j = i; j < slopes.length; j++) {
            const b = slopes[j];
            const [row, column] = a.unknown < b.unknown ? [a.unknown, b.unknown] : [b.unknown, a.unknown];
            matrix[row * wide + column - row] += value * factor * b.by[k];
          }
        }
      }
    }
    return sum / 2 + share * jerk;
  }

  rateOf({ places, basis, x, y }: Span, moves: Float64Array) {
    const sums = (of: readonly number[], axis: number) =>
      [0, 1, 2].map((order) => {
        const out = new Float64Array(basis[0][order].length);
        basis.forEach((one, j) => {
          const at = of[j] + (places[j] < 0 ? 0 : moves[2 * places[j] + axis]);
          one[order].forEach((value, i) => (out[i] += at * value));
        });
        return out;
      });
    const [[x1, x2, x3], [y1, y2, y3]] = [sums(x, 0), sums(y, 1)];
    const speed = times(x1, x1);
    times(y1, y1, 1, speed);
    const along = times(x1, x2);
    times(y1, y2, 1, along);
    const turn = times(x1, y2);
    times(y1, x2, -1, turn);
    const twist = times(x1, y3);
    times(y1, x3, -1, twist);
    const rate = times(twist, speed);
    times(along, turn, -3, rate);
    const ofRate = binomials(rate.length - 1);
    for (let k = 0; k < rate.length; k++) rate[k] /= ofRate[k];
    return { rate, parts: { x1, x2, x3, y1, y2, y3, speed, along, turn, twist } };
  }
}

type RateParts = ReturnType<WrongWay['rateOf']>['parts'];

/** How the coefficients change with each unknown that acts on the span. */
interface Slope {
  readonly unknown: number;
  readonly by: Bernstein;
}

function slopesOf({ places, basis }: Span, { x1, x2, x3, y1, y2, y3, speed, along, turn, twist }: RateParts): Slope[] {
  const difference = (a: Bernstein, b: Bernstein, c: Bernstein, d: Bernstein) => times(c, d, -1, times(a, b));
  const sum = (a: Bernstein, b: Bernstein, c: Bernstein, d: Bernstein) => times(c, d, 1, times(a, b));
  const slope = (ofTwist: Bernstein, ofSpeed: Bernstein, ofAlong: Bernstein, ofTurn: Bernstein): Bernstein => {
    const out = times(ofTwist, speed);
    times(twist, ofSpeed, 1, out);
    times(ofAlong, turn, -3, out);
    times(along, ofTurn, -3, out);
    const ofRate = binomials(out.length - 1);
    for (let k = 0; k < out.length; k++) out[k] /= ofRate[k];
    return out;
  };
  return places.flatMap((place, j): Slope[] => {
    if (place < 0) return [];
    const [b1, b2, b3] = basis[j];
    return [
      {
        unknown: 2 * place,
        by: slope(difference(b1, y3, y1, b3), times(x1, b1, 2), sum(b1, x2, x1, b2), difference(b1, y2, y1, b2)),
      },
      {
        unknown: 2 * place + 1,
        by: slope(difference(x1, b3, b1, x3), times(y1, b1, 2), sum(b1, y2, y1, b2), difference(x1, b2, b1, x2)),
      },
    ];
  });
}

/** The spans of the stretch that free control points act on. */
function spansOn(curve: Curve, { columns }: FreePoints, axes: readonly Vector3[], from?: number, to?: number): Span[] {
  const { degree, knots, points } = curve;
  const count = distinctOf(curve);
  const slope = meanSlope(curve, axes, from, to);
  return spansOf(curve).flatMap((span): Span[] => {
    const acting = Array.from({ length: degree + 1 }, (_, j) => (span - degree + j) % count);
    const places = acting.map((i) => columns[i][0]?.place ?? -1);
    const [a, b] = [knots[span], knots[span + 1]];
    if (places.every((place) => place < 0) || !overlaps(curve, a, b, from, to)) return [];
    const shares = new Float64Array(degree + 1);
    const ofBasis = acting.map(() => new Float64Array(degree + 1));
    for (let i = 0; i <= degree; i++) {
      const args = Float64Array.from({ length: degree }, (_, k) => (k < degree - i ? a : b));
      blossomShares(knots, degree, span, args, 0, shares);
      ofBasis.forEach((one, j) => (one[i] = shares[j]));
    }
    const plain = ofBasis.map((one) => {
      const by = (net: Bernstein) => derivativeOf(net).map((value) => value / (b - a));
      const first = by(one);
      const second = by(first);
      return [first, second, by(second)] as const;
    });
    const weighted = (net: Bernstein) => net.map((value, i) => value * binomials(net.length - 1)[i]);
    const basis = plain.map(([first, second, third]) => [weighted(first), weighted(second), weighted(third)] as const);
    const at = (i: number): Vector3 => [points[4 * i], points[4 * i + 1], points[4 * i + 2]];
    const origin = at(span - degree);
    const place = (i: number, axis: Vector3) => dot(at(i), axis) - dot(origin, axis);
    const indices = Array.from({ length: degree + 1 }, (_, j) => span - degree + j);
    const [x, y] = axes.map((axis) => indices.map((i) => place(i, axis)));
    const middle = (of: readonly number[]) => plain.reduce((sum, [one], j) => sum + of[j] * valueAt(one, 0.5), 0);
    const speed = Math.hypot(middle(x), middle(y));
    return [{ places, basis, x, y, scale: speed ** 6 * slope }];
  });
}

/** Whether a span has part in a stretch, which of a closed curve may lead over the seam. */
function overlaps(curve: Curve, a: number, b: number, from?: number, to?: number): boolean {
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  return high > low ? a < high && b > low : a < high || b > low;
}

/** By how much the curvature changes along the stretch, for each mm of it: what coefficients are measured by. */
function meanSlope(curve: Curve, axes: readonly Vector3[], from?: number, to?: number): number {
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  const span = high > low ? high - low : last - first;
  const { total } = arcLength(curve);
  let [least, most] = [Infinity, -Infinity];
  const normal = cross(axes[0], axes[1]);
  for (let i = 0; i <= SAMPLES; i++) {
    const u = high > low ? low + (span * i) / SAMPLES : first + (span * i) / SAMPLES;
    const { kappa } = curvatureAt(curve, Math.min(last, u), normal);
    [least, most] = [Math.min(least, kappa), Math.max(most, kappa)];
  }
  const length = (total * span) / (last - first);
  return Math.max(most - least, 1e-3 / total) / length;
}
const SAMPLES = 64;

/** The product of two polynomials in weighted Bernstein form; times `factor` and added to `onto` when those are given. */
function times(
  a: Bernstein,
  b: Bernstein,
  factor = 1,
  onto: Bernstein = new Float64Array(a.length + b.length - 1),
): Bernstein {
  for (let i = 0; i < a.length; i++) {
    const by = factor * a[i];
    if (by === 0) continue;
    for (let j = 0; j < b.length; j++) onto[i + j] += by * b[j];
  }
  return onto;
}
