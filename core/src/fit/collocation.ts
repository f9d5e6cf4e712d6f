import { basisDerivativesOf, basisFunctions, findSpan } from '../curve/basis';
import { LARGEST_COORDINATE } from '../curve/curve';
import { bandedMatrix, solveBanded } from '../linear/bandedMatrix';
import { binomials } from '../linear/bernstein';
import { fold } from '../linear/cyclicBand';
import type { Sites } from './sites';

/** The curves of a degree over given knots and weights, whose control points are sought. */
export interface SplineSpace {
  readonly degree: number;
  readonly knots: Float64Array;
  /** Number of different control points. */
  readonly count: number;
  readonly periodic: boolean;
  readonly weights?: ArrayLike<number>;
}

/**
 * Derivatives of one order of the p + 1 (rational) basis functions that do not vanish beside a site, into `out`;
 * returns the index of the first. (The NURBS Book, A2.3; the quotient rule, eq. 4.8, for weights.)
 */
export function basisRow(
  { degree, knots, count, periodic, weights }: SplineSpace,
  sites: Sites,
  row: number,
  out: Float64Array,
): number {
  const order = sites.orders[row];
  const controls = periodic ? count + degree : count;
  const side = sites.left[row] === 1 ? 'left' : 'right';
  const span = findSpan(knots, degree, controls, sites.parameters[row], side);
  const width = degree + 1;
  if (order === 0 && !weights) {
    basisFunctions(knots, degree, span, sites.parameters[row], out);
    return span - degree;
  }
  const table = scratch(width * (order + 1));
  basisDerivativesOf(knots, degree, span, sites.parameters, row, order, table);
  if (weights) toRational(table, width, order, (j) => weights[(span - degree + j) % count]);
  for (let j = 0; j < width; j++) out[j] = table[order * width + j];
  return span - degree;
}

let room = new Float64Array(64);
function scratch(length: number): Float64Array {
  if (room.length < length) room = new Float64Array(length);
  return room;
}

/** Turns derivatives of N into those of R = N w / Σ N w, in place, order by order. */
function toRational(table: Float64Array, width: number, order: number, weightOf: (j: number) => number): void {
  const sums: number[] = [];
  for (let k = 0; k <= order; k++) {
    let sum = 0;
    for (let j = 0; j < width; j++) sum += table[k * width + j] *= weightOf(j);
    sums.push(sum);
    const choose = binomials(k);
    for (let j = 0; j < width; j++) {
      let value = table[k * width + j];
      for (let i = 1; i <= k; i++) value -= choose[i] * sums[i] * table[(k - i) * width + j];
      table[k * width + j] = value / sums[0];
    }
  }
}

/**
 * Control points (Euclidean, stride 3) of the curve over given knots that has given values at the sites, one for each
 * control point; `values` are packed x y z by site. Null where the sites do not determine a curve: each needs a basis
 * function of its own (Schoenberg, Whitney, On Pólya frequency functions III, 1953). O(n p²): the rows are banded, of a
 * periodic curve after numbering 0, n−1, 1, n−2, …, which folds the cyclic band into a plain one.
 */
export function collocate(space: SplineSpace, sites: Sites, values: ArrayLike<number>): Float64Array | null {
  const { degree, count, periodic } = space;
  const width = degree + 1;
  const entries = new Float64Array(count * width);
  const firsts = new Int32Array(count);
  const scales = new Float64Array(count);
  const row = new Float64Array(width);
  let centre = 0;
  for (let i = 0; i < count; i++) {
    firsts[i] = basisRow(space, sites, i, row);
    // Derivatives grow with short spans; rows of like size make pivots comparable.
    let most = 0;
    for (let j = 0; j < width; j++) most = Math.max(most, Math.abs(row[j]));
    if (!(most > 0)) return null;
    scales[i] = sites.orders[i] === 0 ? 1 : 1 / most;
    let middle = 0;
    for (let j = 0; j < width; j++) {
      entries[i * width + j] = row[j] * scales[i];
      if (Math.abs(row[j]) === most) middle = j;
    }
    centre += firsts[i] + middle - i;
  }
  const shift = Math.round(centre / count);
  const rowAt = periodic ? (i: number) => fold(i, count) : (i: number) => i;
  const columnAt = periodic ? (j: number) => fold((((j - shift) % count) + count) % count, count) : (j: number) => j;

  let lower = 0;
  let upper = 0;
  for (let i = 0; i < count; i++) {
    for (let j = 0; j < width; j++) {
      if (entries[i * width + j] === 0) continue;
      const offset = columnAt(firsts[i] + j) - rowAt(i);
      lower = Math.max(lower, -offset);
      upper = Math.max(upper, offset);
    }
  }
  const matrix = bandedMatrix(count, lower, upper);
  const right = new Float64Array(3 * count);
  const stride = 2 * lower + upper;
  for (let i = 0; i < count; i++) {
    const index = rowAt(i);
    for (let j = 0; j < width; j++) {
      const value = entries[i * width + j];
      if (value !== 0) matrix.values[index * stride + lower + columnAt(firsts[i] + j)] += value;
    }
    for (let c = 0; c < 3; c++) right[3 * index + c] = values[3 * i + c] * scales[i];
  }
  if (!solveBanded(matrix, right, 3)) return null;
  // What is nearly undetermined may leave what a drawing can hold, or all numbers.
  for (const x of right) if (!(Math.abs(x) <= LARGEST_COORDINATE)) return null;
  if (!periodic) return right;
  const control = new Float64Array(3 * count);
  for (let j = 0; j < count; j++) control.set(right.subarray(3 * columnAt(j), 3 * columnAt(j) + 3), 3 * j);
  return control;
}
