import { basisFunctions, findSpan } from '../../curve/basis';
import { MAX_DEGREE } from '../../curve/curve';
import { solveBandedCholesky } from '../../linear/bandedCholesky';
import { fold, unfold } from '../../linear/cyclicBand';
import type { SplineSpace } from '../splineSpace';
import type { FixedPoint } from './heldEnds';

export interface Weighing {
  readonly pointWeights?: ArrayLike<number>;
  /** Control points that are known; only of open curves. */
  readonly fixed: readonly FixedPoint[];
}

const basis = new Float64Array(MAX_DEGREE + 1);

/**
 * Control points (Euclidean, stride 3) of the curve nearest to points at sorted parameters in the sum of squares, or
 * the index of one that they do not determine. The normal equations are banded; those of a periodic curve after
 * numbering 0, n−1, 1, n−2, …. Places are taken about the first point, so that drawings far away lose no digits.
 */
export function leastSquaresPoints(
  { degree, knots, count, periodic, weights }: SplineSpace,
  points: Float64Array,
  parameters: Float64Array,
  { pointWeights, fixed }: Weighing,
): Float64Array | number {
  const band = Math.min(count - 1, periodic ? 2 * degree : degree);
  const width = band + 1;
  const matrix = new Float64Array(count * width);
  const right = new Float64Array(3 * count);
  const [ox, oy, oz] = points;
  const solved = (): Float64Array | number => {
    for (const { index, point } of fixed) {
      fix(matrix, right, width, index, [point[0] - ox, point[1] - oy, point[2] - oz]);
    }
    const singular = solveBandedCholesky(count, band, matrix, right, 3);
    if (singular >= 0) return periodic ? unfold(singular, count) : singular;
    const control = new Float64Array(3 * count);
    for (let j = 0; j < count; j++) {
      const from = 3 * (periodic ? fold(j, count) : j);
      control[3 * j] = right[from] + ox;
      control[3 * j + 1] = right[from + 1] + oy;
      control[3 * j + 2] = right[from + 2] + oz;
    }
    // Not only to the rounding of there and back.
    for (const { index, point } of fixed) control.set(point, 3 * index);
    return control;
  };
  const controls = periodic ? count + degree : count;
  if (degree === 3 && !periodic && !weights) {
    addCubic(knots, count, points, parameters, pointWeights, matrix, right);
    return solved();
  }
  let span = degree;
  for (let i = 0, m = parameters.length; i < m; i++) {
    const u = parameters[i];
    while (span < controls - 1 && knots[span + 1] <= u) span++;
    while (knots[span] === knots[span + 1]) span--;
    basisFunctions(knots, degree, span, u, basis);
    const first = span - degree;
    if (weights) {
      let sum = 0;
      for (let j = 0; j <= degree; j++) sum += basis[j] *= weights[(first + j) % count];
      for (let j = 0; j <= degree; j++) basis[j] /= sum;
    }
    const importance = pointWeights ? pointWeights[i] : 1;
    const x = points[3 * i] - ox;
    const y = points[3 * i + 1] - oy;
    const z = points[3 * i + 2] - oz;
    for (let a = 0; a <= degree; a++) {
      const share = importance * basis[a];
      if (periodic) {
        const row = fold((first + a) % count, count);
        right[3 * row] += share * x;
        right[3 * row + 1] += share * y;
        right[3 * row + 2] += share * z;
        for (let b = 0; b <= degree; b++) {
          const column = fold((first + b) % count, count);
          if (column >= row) matrix[row * width + column - row] += share * basis[b];
        }
        continue;
      }
      const row = first + a;
      right[3 * row] += share * x;
      right[3 * row + 1] += share * y;
      right[3 * row + 2] += share * z;
      const index = row * width - a;
      for (let b = a; b <= degree; b++) matrix[index + b] += share * basis[b];
    }
  }
  return solved();
}

/** Gives one unknown its value and takes its share out of the other equations. */
function fix(matrix: Float64Array, right: Float64Array, width: number, k: number, value: readonly number[]): void {
  const count = right.length / 3;
  for (let d = 1; d < width; d++) {
    if (k + d < count) {
      for (let c = 0; c < 3; c++) right[3 * (k + d) + c] -= matrix[k * width + d] * value[c];
      matrix[k * width + d] = 0;
    }
    if (k - d >= 0) {
      for (let c = 0; c < 3; c++) right[3 * (k - d) + c] -= matrix[(k - d) * width + d] * value[c];
      matrix[(k - d) * width + d] = 0;
    }
  }
  matrix[k * width] = 1;
  right.set(value, 3 * k);
}

/**
 * The sums of the normal equations for the curves that most are: cubic, open, without weights. Points of one span add
 * to the same 22 numbers, which are kept at hand until the span is left.
 */
function addCubic(
  knots: Float64Array,
  count: number,
  points: Float64Array,
  parameters: Float64Array,
  pointWeights: ArrayLike<number> | undefined,
  matrix: Float64Array,
  right: Float64Array,
): void {
  const [ox, oy, oz] = points;
  const m = parameters.length;
  for (let i = 0; i < m;) {
    const span = findSpan(knots, 3, count, parameters[i]);
    const [l2, l1, l0] = [knots[span - 2], knots[span - 1], knots[span]];
    const [r0, r1, r2] = [knots[span + 1], knots[span + 2], knots[span + 3]];
    const [w0, w1, w2] = [1 / (r0 - l0), 1 / (r0 - l1), 1 / (r1 - l0)];
    const [v0, v1, v2] = [1 / (r0 - l2), 1 / (r1 - l1), 1 / (r2 - l0)];
    let [aa, ab, ac, ad, bb, bc, bd, cc, cd, dd] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
    let [ax, ay, az, bx, by, bz] = [0, 0, 0, 0, 0, 0];
    let [cx, cy, cz, dx, dy, dz] = [0, 0, 0, 0, 0, 0];
    for (; i < m; i++) {
      const u = parameters[i];
      if (u >= r0 && span < count - 1) break;
      // The NURBS Book, A2.2, written out.
      const p0 = (r0 - u) * w0;
      const p1 = (u - l0) * w0;
      const q0 = p0 * w1;
      const q1 = p1 * w2;
      const s0 = (r0 - u) * q0;
      const s1 = (u - l1) * q0 + (r1 - u) * q1;
      const s2 = (u - l0) * q1;
      const t0 = s0 * v0;
      const t1 = s1 * v1;
      const t2 = s2 * v2;
      const a = (r0 - u) * t0;
      const b = (u - l2) * t0 + (r1 - u) * t1;
      const c = (u - l1) * t1 + (r2 - u) * t2;
      const d = (u - l0) * t2;
      const importance = pointWeights ? pointWeights[i] : 1;
      const x = importance * (points[3 * i] - ox);
      const y = importance * (points[3 * i + 1] - oy);
      const z = importance * (points[3 * i + 2] - oz);
      const wa = importance * a;
      const wb = importance * b;
      const wc = importance * c;
      const wd = importance * d;
      aa += wa * a;
      ab += wa * b;
      ac += wa * c;
      ad += wa * d;
      bb += wb * b;
      bc += wb * c;
      bd += wb * d;
      cc += wc * c;
      cd += wc * d;
      dd += wd * d;
      ax += a * x;
      ay += a * y;
      az += a * z;
      bx += b * x;
      by += b * y;
      bz += b * z;
      cx += c * x;
      cy += c * y;
      cz += c * z;
      dx += d * x;
      dy += d * y;
      dz += d * z;
    }
    const index = 4 * (span - 3);
    [aa, ab, ac, ad, bb, bc, bd, 0, cc, cd, 0, 0, dd].forEach((sum, k) => (matrix[index + k] += sum));
    [ax, ay, az, bx, by, bz, cx, cy, cz, dx, dy, dz].forEach((sum, k) => (right[3 * (span - 3) + k] += sum));
  }
}
