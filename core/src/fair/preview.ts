import { bandedTriangle, type BandedTriangle, rotateIn, solveTriangle } from '../linear/bandedLeastSquares';
import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { mustBeAbove0, mustBeNormal } from '../refuse';
import { derivativeRows } from '../energy/derivativeRows';
import { parametricNodes, parametricOrder } from './fair';
import { type FreeOptions, freePoints } from './freePoints';
import type { Columns } from '../energy/columns';
import { axesFor, movedCurve } from '../energy/motion';

export interface FairPreviewOptions extends FreeOptions {
  readonly normal?: Vector3 | null;
  /** The weight of an earlier preview, which is then not looked for again: one solve, drawn back into the tolerance. */
  readonly weight?: number;
  /**
   * An earlier preview of the same curve within another tolerance, as while that is slid: the search begins there, and
   * takes a third of the time.
   */
  readonly near?: FairPreview | null;
}

export interface FairPreview {
  readonly curve: Curve;
  /** How dear moving is against jerk; null where nothing moves. */
  readonly weight: number | null;
}

/** What previews of one curve have in common as long as the same of its control points may move. */
interface System {
  readonly of: Curve;
  readonly key: string;
  readonly jerk: BandedTriangle;
}

const systems = new WeakMap<FairPreview, System>();

/** Logarithms of the weight: about which it lies for one control point, and the lowest. */
const ABOUT = 4.4;
const LOWEST = -30;
/** How near the tolerance the largest move comes; from the weight of an earlier preview. */
const NEAR = 0.005;
const NEAR_EARLIER = 0.02;
const ROUNDS = 30;
/** The first step from the weight of an earlier preview. */
const NEARBY = 0.2;

/**
 * What `fair` will be about, at once: least jerk + λ Σ|d|²/tol², with λ such that the largest move is the tolerance; its
 * jerk lies some per cent above the least. With the `weight` of an earlier one, as while a point is dragged, it takes one
 * solve. Inside the tolerance always. O(n). Throws a RangeError as `fair` does, and for a weight that is none.
 *
 * Tikhonov regularization, by rotations (Björck, Numerical Methods for Least Squares Problems, 2.7 and 6.2): normal
 * equations have no digit left for the smooth part from some 500 control points on.
 */
export function fairPreview(
  curve: Curve,
  tolerance: number | ArrayLike<number>,
  options: FairPreviewOptions = {},
): FairPreview {
  const { normal = null, weight, near = null } = options;
  mustBeNormal(normal);
  if (weight !== undefined) mustBeAbove0(weight, 'weight');
  const free = freePoints(curve, tolerance, options);
  const { tolerances, columns } = free;
  const count = free.indices.length;
  if (count === 0 || curve.degree === 1) return { curve, weight: null };
  const axes = axesFor(normal);
  const dimension = axes.length;
  const band = Math.min(free.reach, count - 1);
  const known = near && systems.get(near);
  const key = [...free.indices, normal].join();
  const system =
    known?.of === curve && known.key === key
      ? known
      : { of: curve, key, jerk: jerkOf(curve, columns, axes, count, band) };
  const { jerk } = system;
  const scale = jerk.values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  if (!(scale > 0) || jerk.right.every((value) => value === 0)) return { curve, weight: null };
  const shortest = tolerances.reduce((least, value) => Math.min(least, value), Infinity);
  const width = band + 1;
  const row = new Float64Array(width);
  const right = new Float64Array(dimension);
  let moves: Float64Array = new Float64Array(0);

  /** Solves for a weight; how far the farthest point goes, as a share of its tolerance. */
  const solve = (at: number): number => {
    const triangle = bandedTriangle(count, band, dimension);
    const pull = Math.sqrt(at) * scale;
    for (let i = 0; i < count; i++) {
      for (let e = 0; e < width; e++) row[e] = jerk.values[i * width + e];
      for (let c = 0; c < dimension; c++) right[c] = jerk.right[i * dimension + c];
      rotateIn(triangle, i, row, right);
      row.fill(0);
      row[0] = (pull * shortest) / tolerances[i];
      right.fill(0);
      rotateIn(triangle, i, row, right);
    }
    if (!solveTriangle(triangle)) return Infinity;
    moves = triangle.right;
    let most = 0;
    for (let i = 0; i < count; i++) {
      let squared = 0;
      for (let c = 0; c < dimension; c++) squared += moves[i * dimension + c] ** 2;
      most = Math.max(most, Math.sqrt(squared) / tolerances[i]);
    }
    return most;
  };
  const answer = (most: number, at: number): FairPreview => {
    if (most > 1) for (let i = 0; i < moves.length; i++) moves[i] /= most;
    const preview = { curve: movedCurve(curve, columns, axes, moves), weight: at };
    systems.set(preview, system);
    return preview;
  };
  if (weight !== undefined) return answer(solve(weight), weight);

  // From about where noise ends and shape begins, downwards or upwards in growing steps.
  const noiseEnds = ABOUT - 2 * parametricOrder(curve) * Math.log10(count);
  const from = near?.weight ?? null;
  const [about, first, short] = from === null ? [noiseEnds, 1, NEAR] : [Math.log10(from), NEARBY, NEAR_EARLIER];
  let [at, most] = [about, solve(10 ** about)];
  let [low, mostLow, high, mostHigh] = [NaN, NaN, NaN, NaN];
  for (let step = first; Number.isNaN(low) || Number.isNaN(high); step *= 2) {
    if (most > 1) [low, mostLow] = [at, most];
    else [high, mostHigh] = [at, most];
    // Nowhere near the tolerance: the least jerk itself.
    if (at <= LOWEST && !(most > 1)) return answer(most, 10 ** at);
    if (Number.isNaN(high)) at += step;
    else if (Number.isNaN(low)) at = Math.max(LOWEST, at - step);
    else break;
    most = solve(10 ** at);
  }
  for (let round = 0; round < ROUNDS && !(most <= 1 && most >= 1 - short); round++) {
    const isKnown = mostLow < Infinity && mostHigh > 0;
    const share = isKnown ? Math.log(mostLow) / Math.log(mostLow / mostHigh) : 0.5;
    at = low + (high - low) * Math.min(0.9, Math.max(0.1, share + short));
    most = solve(10 ** at);
    if (most > 1) [low, mostLow] = [at, most];
    else [high, mostHigh] = [at, most];
  }
  if (most > 1) most = solve(10 ** (at = high));
  return answer(most, 10 ** at);
}

/** The rows of the jerk as a triangle, with what they are to be as right-hand sides. */
function jerkOf(curve: Curve, columns: Columns, axes: readonly Vector3[], count: number, band: number): BandedTriangle {
  const order = parametricOrder(curve);
  const rows = derivativeRows(curve, columns, axes, parametricNodes(curve));
  const { dimension, width, nodes, places, weights, base } = rows;
  const triangle = bandedTriangle(count, band, dimension);
  const row = new Float64Array(band + 1);
  const right = new Float64Array(dimension);
  const firsts = Array.from({ length: nodes }, (_, node) => {
    let first = Infinity;
    for (let j = 0; j < width; j++) {
      const place = places[node * width + j];
      if (place >= 0) first = Math.min(first, place);
    }
    return { node, first };
  });
  for (const { node, first } of firsts.sort((a, b) => a.first - b.first)) {
    const root = Math.sqrt(weights[node]);
    row.fill(0);
    for (let j = 0; j < width; j++) {
      const place = places[node * width + j];
      if (place >= 0) row[place - first] = root * rows.rows[(node * 3 + order - 1) * width + j];
    }
    for (let c = 0; c < dimension; c++) right[c] = -root * base[(node * 3 + order - 1) * dimension + c];
    rotateIn(triangle, first, row, right);
  }
  return triangle;
}
