import { LARGEST_COORDINATE } from '../../curve/curve';
import { bandedMatrix, solveBanded } from '../../linear/bandedMatrix';
import { fold } from '../../linear/cyclicBand';
import type { Sites } from '../sites';
import { basisRow, type SplineSpace } from '../splineSpace';

/** Rounding may leave this share of the drawing's size, or of a derivative, of what was asked for at a site. */
const MISSED = 1e-9;
/** Control points this many times as far out as the data are wide leave nothing but rounding where they cancel. */
const FARTHEST = 1e4;
/** Rounding of the data may move a control point by this share of the drawing's size. */
const MOVED = 1e-8;
const REFINEMENTS = 2;
const ROUNDING = 64 * Number.EPSILON;

/**
 * Control points (Euclidean, stride 3) of the curve over given knots that has given values at the sites, one for each
 * control point; `values` are packed x y z by site. O(n p²): the rows are banded, of a periodic curve after folding.
 *
 * Null where the sites do not determine a curve: each needs a basis function of its own (Schoenberg, Whitney, On Pólya
 * frequency functions III, 1953). `rough` where rounding decides: what the control points give at the sites is looked
 * at, refined (Golub, Van Loan, Matrix Computations, 3.5.3), and may still miss, or they lie too far out; with `stable`
 * also where rounding of the data would move a control point far, which one more right-hand side tells.
 */
export function collocate(
  space: SplineSpace,
  sites: Sites,
  values: ArrayLike<number>,
  { stable = false }: { readonly stable?: boolean } = {},
): { readonly control: Float64Array; readonly rough: boolean } | null {
  const { count } = space;
  const rows = rowsOf(space, sites);
  if (!rows) return null;
  // About a place of the drawing: far from the origin what is told apart there would be lost. Basis functions sum to 1.
  const start = 3 * Math.max(0, sites.orders.indexOf(0));
  const x0 = values[start];
  const y0 = values[start + 1];
  const z0 = values[start + 2];
  const right = new Float64Array(3 * count);
  // How wide the places lie, and how far tangents reach; higher derivatives may be those of a fit that went astray.
  let width = 0;
  let size = 0;
  for (let i = 0, k = 0; i < count; i++, k += 3) {
    const isPlace = sites.orders[i] === 0;
    const scale = rows.scales[i];
    right[k] = isPlace ? values[k] - x0 : values[k] * scale;
    right[k + 1] = isPlace ? values[k + 1] - y0 : values[k + 1] * scale;
    right[k + 2] = isPlace ? values[k + 2] - z0 : values[k + 2] * scale;
    const largest = Math.max(Math.abs(right[k]), Math.abs(right[k + 1]), Math.abs(right[k + 2]));
    if (sites.orders[i] <= 1) size = Math.max(size, largest);
    if (isPlace) width = Math.max(width, largest);
  }
  const control = solved(rows, right, 3);
  if (!control) return null;
  const missed = new Float64Array(3 * count);
  let rough = false;
  for (let round = 0; !isHit(rows, sites, right, control, width, missed); round++) {
    const by = round < REFINEMENTS ? solved(rows, missed, 3) : null;
    rough = !by;
    if (!by) break;
    for (let k = 0; k < control.length; k++) control[k] += by[k];
  }
  const farthest = largestOf(control);
  // NaN is neither.
  rough ||= !(farthest <= FARTHEST * size);
  rough ||= stable && !(Number.EPSILON * conditionOf(rows) * farthest <= MOVED * size);
  for (let k = 0; k < control.length; k += 3) {
    control[k] += x0;
    control[k + 1] += y0;
    control[k + 2] += z0;
  }
  // What is nearly undetermined may leave what a drawing can hold, or all numbers.
  return largestOf(control) <= LARGEST_COORDINATE ? { control, rough } : null;
}

/** The largest size of a number; NaN where one is. */
function largestOf(numbers: Float64Array): number {
  let most = 0;
  for (const number of numbers) most = Math.max(most, Math.abs(number));
  return most;
}

/** The equations at the sites: row i has p + 1 entries for the control points from `firsts[i]` on, of like size. */
interface Rows {
  readonly width: number;
  readonly entries: Float64Array;
  readonly firsts: Int32Array;
  /** What each row was multiplied by. */
  readonly scales: Float64Array;
  /** Where each row, and each control point, stands in the banded matrix. */
  readonly rowAt: Int32Array;
  readonly columnAt: Int32Array;
  /** How many diagonals the matrix has on either side. */
  readonly lower: number;
  readonly upper: number;
}

/** Null where a row has no entry. */
function rowsOf(space: SplineSpace, sites: Sites): Rows | null {
  const { degree, count, periodic } = space;
  const width = degree + 1;
  const entries = new Float64Array(count * width);
  const firsts = new Int32Array(count);
  const scales = new Float64Array(count);
  const row = new Float64Array(width);
  let centre = 0;
  for (let i = 0; i < count; i++) {
    firsts[i] = basisRow(space, sites, i, row);
    let most = 0;
    let middle = 0;
    for (let j = 0; j < width; j++) {
      const size = Math.abs(row[j]);
      if (size >= most) middle = j;
      if (size > most) most = size;
    }
    if (!(most > 0)) return null;
    // Derivatives grow with short spans; rows of like size make pivots comparable.
    const scale = sites.orders[i] === 0 ? 1 : 1 / most;
    scales[i] = scale;
    for (let j = 0; j < width; j++) entries[i * width + j] = row[j] * scale;
    centre += firsts[i] + middle - i;
  }
  const shift = Math.round(centre / count);
  const rowAt = periodic ? Int32Array.from(firsts, (_, i) => fold(i, count)) : inOrder(count);
  const columnAt = periodic
    ? Int32Array.from(firsts, (_, j) => fold((((j - shift) % count) + count) % count, count))
    : rowAt;
  let lower = 0;
  let upper = 0;
  for (let i = 0, e = 0; i < count; i++) {
    let k = firsts[i] % count;
    for (let j = 0; j < width; j++, e++) {
      if (entries[e] !== 0) {
        const offset = columnAt[k] - rowAt[i];
        if (offset > upper) upper = offset;
        else if (-offset > lower) lower = -offset;
      }
      if (++k === count) k = 0;
    }
  }
  return { width, entries, firsts, scales, rowAt, columnAt, lower, upper };
}

let numbers = new Int32Array();
/** 0, 1, 2 and on, so many at least: an array of its own for each fit would cost more than its solution. */
function inOrder(count: number): Int32Array {
  if (numbers.length < count) numbers = Int32Array.from({ length: 2 * count }, (_, i) => i);
  return numbers;
}

/** The control points for `columns` right-hand sides, packed by row; null where the rows determine none. */
function solved(rows: Rows, right: Float64Array, columns: number): Float64Array | null {
  const { width, entries, firsts, rowAt, columnAt, lower, upper } = rows;
  const count = firsts.length;
  const { values } = bandedMatrix(count, lower, upper);
  const ordered = new Float64Array(columns * count);
  const stride = 2 * lower + upper;
  for (let i = 0, e = 0; i < count; i++) {
    const from = rowAt[i] * stride + lower;
    let k = firsts[i] % count;
    for (let j = 0; j < width; j++, e++) {
      // What vanishes may lie outside the band.
      if (entries[e] !== 0) values[from + columnAt[k]] += entries[e];
      if (++k === count) k = 0;
    }
    for (let c = 0; c < columns; c++) ordered[columns * rowAt[i] + c] = right[columns * i + c];
  }
  if (!solveBanded({ size: count, lower, upper, values }, ordered, columns)) return null;
  const control = new Float64Array(columns * count);
  for (let j = 0; j < count; j++) {
    for (let c = 0; c < columns; c++) control[columns * j + c] = ordered[columns * columnAt[j] + c];
  }
  return control;
}

/** Whether the control points give what is asked for at all sites, to rounding; what they miss goes into `missed`. */
function isHit(
  rows: Rows,
  { orders }: Sites,
  right: Float64Array,
  control: Float64Array,
  width: number,
  missed: Float64Array,
): boolean {
  const { entries, firsts } = rows;
  const farthest = ROUNDING * largestOf(control);
  let isHit = true;
  for (let i = 0, e = 0, r = 0; i < firsts.length; i++, r += 3) {
    let x = right[r];
    let y = right[r + 1];
    let z = right[r + 2];
    const asked = orders[i] > 0 ? Math.max(Math.abs(x), Math.abs(y), Math.abs(z)) : width;
    const allowed = MISSED * asked + farthest;
    let k = (3 * firsts[i]) % control.length;
    for (let j = 0; j < rows.width; j++, e++) {
      const share = entries[e];
      x -= share * control[k];
      y -= share * control[k + 1];
      z -= share * control[k + 2];
      k += 3;
      if (k === control.length) k = 0;
    }
    missed[r] = x;
    missed[r + 1] = y;
    missed[r + 2] = z;
    isHit &&= Math.abs(x) <= allowed && Math.abs(y) <= allowed && Math.abs(z) <= allowed;
  }
  return isHit;
}

/** How far a control point may move for data that move by 1; signs that alternate are what interpolation enlarges most. */
function conditionOf(rows: Rows): number {
  const alternating = Float64Array.from(rows.firsts, (_, i) => (i % 2 === 0 ? 1 : -1));
  const moved = solved(rows, alternating, 1);
  return moved ? largestOf(moved) : Infinity;
}
