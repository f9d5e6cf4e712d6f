import { type Curve, homogeneous, trusted } from '../../curve/curve';
import { periodicOver } from '../../knots/period';
import { solveBandedCholesky } from '../../linear/bandedCholesky';
import { fold } from '../../linear/cyclicBand';
import { signChange } from '../../linear/signChange';
import { type Result, success } from '../../result';
import { mustBeTolerance } from '../../refuse';
import { checkFitPoints, type FitFailure } from '../fitFailure';
import { parametersAlong } from '../parameters';

export interface SmoothingFit {
  readonly curve: Curve;
  /** The parameter of each point by chord length; a closed curve has one more. */
  readonly parameters: Float64Array;
  /** Root mean square of the points' distances at their parameters, in mm. */
  readonly rms: number;
}

/** The bound is met to this share, from below. */
const ROUNDED = 1e-12;
/** In exponents of e: how the weight is looked for, and where it is as good as without end, or 0. */
const STRIDE = 3;
const FARTHEST = 60;
/** Of a closed curve: at this share of the points' scatter about their middle it still goes around. */
const MOST_SCATTER = 0.5;

/**
 * The smoothing spline: of all curves whose points lie off theirs by a root mean square of at most `within` mm, their sum of
 * squares at most s = n · within², the one with the least ∫ |r''|² du by chord length. A natural cubic with a knot at each
 * point, of a closed run a periodic one; 0 passes through the points, and where a straight line is near enough that is it.
 * A closed curve keeps half of the points' scatter at least. O(n) for each weight tried.
 *
 * `points` are packed x y z, no two neighbours in one place. (Reinsch, Smoothing by spline functions, Numerische Mathematik
 * 1967; de Boor, A Practical Guide to Splines, ch. XIV; Green, Silverman, Nonparametric Regression and Generalized Linear
 * Models, 2.3 and 2.6.)
 */
export function smoothingSpline(
  points: Float64Array,
  within: number,
  { closed = false }: { readonly closed?: boolean } = {},
): Result<SmoothingFit, FitFailure> {
  mustBeTolerance(within);
  const checked = checkFitPoints(points, closed, closed ? 3 : 2, 0);
  if (!checked.ok) return checked;
  const parameters = parametersAlong(points, checked.value, closed, 'chord', []);
  const system = new Smoothing(points, parameters, closed);
  const bound = closed ? Math.min(within, MOST_SCATTER * scatterOf(points)) : within;
  const { rms, second, values } = smoothed(system, bound);
  return success({ curve: cubicOver(values, second, parameters, closed), parameters, rms });
}

/** Where the points lie off by the bound: the more bending counts, the further. */
function smoothed(system: Smoothing, bound: number): Smoothed {
  for (let weight = weightFor(system, bound); weight > 0; weight /= 2) {
    const found = system.at(weight);
    if (found && found.rms <= bound) return found;
  }
  const through = system.at(0);
  if (!through) throw new Error('second derivatives through points are determined');
  return through;
}

function weightFor(system: Smoothing, bound: number): number {
  if (bound === 0) return 0;
  const excess = (exponent: number) => (system.at(Math.exp(exponent))?.rms ?? Infinity) - bound * (1 - ROUNDED);
  const start = Math.log(system.usual);
  let [low, high] = [start, start];
  while (excess(high) <= 0) {
    // The straight line of least squares is near enough.
    if (high > start + FARTHEST) return Math.exp(high);
    [low, high] = [high, high + STRIDE];
  }
  while (excess(low) > 0) {
    if (low < start - FARTHEST) return 0;
    [low, high] = [low - STRIDE, low];
  }
  return Math.exp(signChange(excess, low, high));
}

function scatterOf(points: Float64Array): number {
  const count = points.length / 3;
  const mean = [0, 0, 0];
  points.forEach((x, i) => (mean[i % 3] += x / count));
  let sum = 0;
  points.forEach((x, i) => (sum += (x - mean[i % 3]) ** 2));
  return Math.sqrt(sum / count);
}

interface Smoothed {
  readonly rms: number;
  /** Places and second derivatives at the points, packed x y z. */
  readonly values: Float64Array;
  readonly second: Float64Array;
}

/** Reinsch's system (R + α QᵀQ) γ = Qᵀy for the second derivatives γ at the points; the curve is at y − α Qγ there. */
class Smoothing {
  /** A weight in whose neighbourhood most are sought. */
  readonly usual: number;
  private readonly count: number;
  /** How many second derivatives are unknown: at the ends of an open curve they are 0. */
  private readonly unknown: number;
  private readonly intervals: Float64Array;

  constructor(
    private readonly points: Float64Array,
    parameters: Float64Array,
    private readonly closed: boolean,
  ) {
    this.count = points.length / 3;
    this.unknown = closed ? this.count : this.count - 2;
    this.intervals = Float64Array.from({ length: parameters.length - 1 }, (_, i) => parameters[i + 1] - parameters[i]);
    this.usual = this.intervals.reduce((sum, h) => sum + h ** 3, 0) / this.intervals.length;
  }

  /** Null where bending counts so much that rounding has the rest. */
  at(weight: number): Smoothed | null {
    const { points, count, closed } = this;
    const second = this.secondDerivatives(weight);
    if (!second) return null;
    const values = points.slice();
    let sum = 0;
    for (let i = 0; i < count; i++) {
      for (let c = 0; c < 3; c++) {
        let bend = 0;
        const at = (j: number) => second[3 * j + c];
        const before = i > 0 || closed ? (i + count - 1) % count : -1;
        const after = i + 1 < count || closed ? (i + 1) % count : -1;
        // Row i of Q: slopes of the second derivatives, what jumps of the third there would be.
        if (before >= 0) bend += (at(before) - at(i)) / this.before(i);
        if (after >= 0) bend += (at(after) - at(i)) / this.intervals[i];
        const off = weight * bend;
        values[3 * i + c] -= off;
        sum += off * off;
      }
    }
    return { rms: Math.sqrt(sum / count), values, second };
  }

  /** The interval before a point. */
  private before(i: number): number {
    return this.intervals[(i + this.intervals.length - 1) % this.intervals.length];
  }

  /** At every point, x y z; of an open curve 0 at its ends. */
  private secondDerivatives(weight: number): Float64Array | null {
    const { points, count, unknown, closed, intervals } = this;
    const out = new Float64Array(3 * count);
    if (unknown <= 0) return out;
    const band = Math.min(unknown - 1, closed ? 4 : 2);
    const width = band + 1;
    const matrix = new Float64Array(unknown * width);
    const right = new Float64Array(3 * unknown);
    /** The point of an unknown, and its row. */
    const pointOf = (k: number) => (closed ? k : k + 1);
    const rowOf = (k: number) => (closed ? fold(k, unknown) : k);
    const add = (i: number, j: number, value: number): void => {
      const [a, b] = [rowOf(i), rowOf(j)];
      if (b >= a) matrix[a * width + b - a] += value;
      else matrix[b * width + a - b] += value;
    };
    const columns = Array.from({ length: unknown }, (_, k) => {
      const i = pointOf(k);
      const [h, g] = [this.before(i), intervals[i]];
      return { at: [(i + count - 1) % count, i, (i + 1) % count], shares: [1 / h, -1 / h - 1 / g, 1 / g], h, g };
    });
    columns.forEach(({ at, shares, h, g }, k) => {
      add(k, k, (h + g) / 3);
      const next = closed ? (k + 1) % unknown : k + 1;
      if (next < unknown && next !== k) add(k, next, g / 6);
      at.forEach((point, e) => {
        for (let c = 0; c < 3; c++) right[3 * rowOf(k) + c] += shares[e] * (points[3 * point + c] - points[c]);
      });
      // QᵀQ: columns that share points are at most two apart.
      for (let d = 0; d <= 2; d++) {
        const other = closed ? (k + d) % unknown : k + d;
        // Around a small ring two meet both ways.
        if (other >= unknown || (other < k && (k - other) % unknown <= 2)) continue;
        const theirs = columns[other];
        let product = 0;
        at.forEach((point, e) =>
          theirs.at.forEach((their, f) => (product += point === their ? shares[e] * theirs.shares[f] : 0)),
        );
        add(k, other, weight * product);
      }
    });
    if (solveBandedCholesky(unknown, band, matrix, right, 3) >= 0) return null;
    for (let k = 0; k < unknown; k++) out.set(right.subarray(3 * rowOf(k), 3 * rowOf(k) + 3), 3 * pointOf(k));
    return out;
  }
}

/**
 * The C² cubic with these values and second derivatives at its knots: a control point whose knots are a, b, c lies where
 * b's polynomial has its blossom, r + (x + y)/3 r' + xy/6 r'' with x = a − b and y = c − b. (Ramshaw, Blossoming, 1987.)
 */
function cubicOver(values: Float64Array, second: Float64Array, parameters: Float64Array, closed: boolean): Curve {
  const count = values.length / 3;
  const legs = parameters.length - 1;
  const interval = (i: number) => parameters[i + 1] - parameters[i];
  /** Control point about knot i, its neighbours at x before and y after. */
  const about = (i: number, x: number, y: number): number[] => {
    const leg = i < legs ? i : i - 1;
    const h = interval(leg);
    const [from, to] = [leg % count, (leg + 1) % count];
    return [0, 1, 2].map((c) => {
      const [g, d] = [values[3 * from + c], values[3 * to + c]];
      const [bend, next] = [second[3 * from + c], second[3 * to + c]];
      const slope = i === leg ? (d - g) / h - (h * (2 * bend + next)) / 6 : (d - g) / h + (h * (bend + 2 * next)) / 6;
      return values[3 * (i % count) + c] + ((x + y) * slope) / 3 + (x * y * second[3 * (i % count) + c]) / 6;
    });
  };
  if (closed) {
    const base = parameters.slice(0, count);
    return periodicOver(3, base, parameters[0], parameters[count], () =>
      homogeneous(
        Float64Array.from(
          // Control point j has the knots of j − 2 to j: it stands about that of j − 1.
          Array.from({ length: count }, (_, j) => {
            const i = (j + count - 1) % count;
            return about(i, -interval((i + count - 1) % count), interval(i));
          }).flat(),
        ),
      ),
    );
  }
  const last = count - 1;
  const control: number[][] = [about(0, 0, 0), about(0, 0, interval(0))];
  for (let i = 1; i < last; i++) control.push(about(i, -interval(i - 1), interval(i)));
  control.push(about(last, -interval(last - 1), 0), about(last, 0, 0));
  const knots = Float64Array.from([0, 0, 0, ...parameters, 1, 1, 1]);
  return trusted(3, knots, homogeneous(Float64Array.from(control.flat())));
}
