import { LARGEST_COORDINATE } from '../../curve/curve';
import { solveBanded } from '../../linear/bandedMatrix';
import { fold } from '../../linear/cyclicBand';
import { scratch, wholeScratch } from '../../linear/scratch';
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
  const right = rightOf(3 * count);
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
    if (sites.orders[i] <= 1 && !(largest <= size)) size = largest;
    if (isPlace && !(largest <= width)) width = largest;
  }
  const control = solved(rows, right, 3);
  if (!control) return null;
  const missed = missedOf(3 * count);
  let rough = false;
  let farthest = largestOf(control);
  for (let round = 0; !isHit(rows, sites, right, control, width, farthest, missed); round++) {
    const by = round < REFINEMENTS ? solved(rows, missed, 3) : null;
    rough = !by;
    if (!by) break;
    for (let k = 0; k < control.length; k++) control[k] += by[k];
    farthest = largestOf(control);
  }
  // NaN is neither.
  rough ||= !(farthest <= FARTHEST * size);
  rough ||= stable && !(Number.EPSILON * conditionOf(rows) * farthest <= MOVED * size);
  let isHeld = true;
  for (let k = 0; k < control.length; k += 3) {
    control[k] += x0;
    control[k + 1] += y0;
    control[k + 2] += z0;
    // What is nearly undetermined may leave what a drawing can hold, or all numbers.
    isHeld &&= canBeHeld(control[k]) && canBeHeld(control[k + 1]) && canBeHeld(control[k + 2]);
  }
  return isHeld ? { control, rough } : null;
}

const canBeHeld = (coordinate: number): boolean => Math.abs(coordinate) <= LARGEST_COORDINATE;

const rightOf = scratch();
const missedOf = scratch();

/** The largest size of a number; NaN where one is. */
function largestOf(numbers: Float64Array): number {
  let most = 0;
  for (let i = 0, end = numbers.length; i < end; i++) {
    const size = Math.abs(numbers[i]);
    if (size > most || Number.isNaN(size)) most = size;
  }
  return most;
}

/** The equations at the sites: row i has p + 1 entries for the control points from `firsts[i]` on, of like size. */
interface Rows {
  readonly count: number;
  readonly width: number;
  readonly entries: Float64Array;
  readonly firsts: Int32Array;
  /** What each row was multiplied by. */
  readonly scales: Float64Array;
  /** Where each row, and each control point, stands in the banded matrix; where they stand in order, none. */
  readonly places: { readonly rowAt: Int32Array; readonly columnAt: Int32Array } | null;
  /** How many diagonals the matrix has on either side. */
  readonly lower: number;
  readonly upper: number;
}

const entriesOf = scratch();
const scalesOf = scratch();
const firstsOf = wholeScratch();

/** Null where a row has no entry. */
function rowsOf(space: SplineSpace, sites: Sites): Rows | null {
  const { degree, count, periodic } = space;
  const width = degree + 1;
  const entries = entriesOf(count * width);
  const firsts = firstsOf(count);
  const scales = scalesOf(count);
  let near = -1;
  for (let i = 0, at = 0; i < count; i++, at += width) {
    near = basisRow(space, sites, i, entries, at, near);
    firsts[i] = near;
    scales[i] = 1;
    if (sites.orders[i] === 0) continue;
    // Derivatives grow with short spans; rows of like size make pivots comparable.
    let most = 0;
    for (let e = at; e < at + width; e++) most = Math.max(most, Math.abs(entries[e]));
    if (!(most > 0)) return null;
    scales[i] = 1 / most;
    for (let e = at; e < at + width; e++) entries[e] *= scales[i];
  }
  const places = periodic ? foldedPlaces(count, width, entries, firsts) : null;
  let lower = 0;
  let upper = 0;
  for (let i = 0, e = 0; i < count; i++) {
    const row = places ? places.rowAt[i] : i;
    for (let k = firsts[i], end = k + width; k < end; k++, e++) {
      if (entries[e] === 0) continue;
      const offset = (places ? places.columnAt[k % count] : k) - row;
      if (offset > upper) upper = offset;
      else if (-offset > lower) lower = -offset;
    }
  }
  return { count, width, entries, firsts, scales, places, lower, upper };
}

/** A ring's rows and control points, numbered so that a row's largest entry stands near the diagonal. */
function foldedPlaces(count: number, width: number, entries: Float64Array, firsts: Int32Array) {
  let centre = 0;
  for (let i = 0; i < count; i++) {
    let middle = 0;
    for (let j = 1; j < width; j++) {
      if (Math.abs(entries[i * width + j]) >= Math.abs(entries[i * width + middle])) middle = j;
    }
    centre += firsts[i] + middle - i;
  }
  const shift = Math.round(centre / count);
  const rowAt = Int32Array.from({ length: count }, (_, i) => fold(i, count));
  const columnAt = Int32Array.from(rowAt, (_, j) => fold((((j - shift) % count) + count) % count, count));
  return { rowAt, columnAt };
}

const matrixOf = scratch();

/** The control points for `columns` right-hand sides, packed by row; null where the rows determine none. */
function solved(rows: Rows, right: Float64Array, columns: number): Float64Array | null {
  const { count, width, entries, firsts, places, lower, upper } = rows;
  const stride = 2 * lower + upper;
  const values = matrixOf(count * (stride + 1));
  values.fill(0, 0, count * (stride + 1));
  const matrix = { size: count, lower, upper, values };
  if (!places) {
    for (let i = 0, e = 0; i < count; i++) {
      // What vanishes may lie outside the band.
      for (let to = i * stride + lower + firsts[i], end = to + width; to < end; to++, e++) {
        if (entries[e] !== 0) values[to] = entries[e];
      }
    }
    const control = right.slice(0, columns * count);
    return solveBanded(matrix, control, columns) ? control : null;
  }
  const { rowAt, columnAt } = places;
  const ordered = new Float64Array(columns * count);
  for (let i = 0, e = 0; i < count; i++) {
    const from = rowAt[i] * stride + lower;
    for (let k = firsts[i], end = k + width; k < end; k++, e++) {
      if (entries[e] !== 0) values[from + columnAt[k % count]] += entries[e];
    }
    for (let c = 0; c < columns; c++) ordered[columns * rowAt[i] + c] = right[columns * i + c];
  }
  if (!solveBanded(matrix, ordered, columns)) return null;
  const control = new Float64Array(columns * count);
  for (let j = 0; j < count; j++) {
    for (let c = 0; c < columns; c++) control[columns * j + c] = ordered[columns * columnAt[j] + c];
  }
  return control;
}

/**
 * Whether the control points, as far out as `farthest`, give what is asked for at all sites, to rounding: places to a
 * share of their `size`. What they miss goes into `missed`.
 */
function isHit(
  rows: Rows,
  { orders }: Sites,
  right: Float64Array,
  control: Float64Array,
  size: number,
  farthest: number,
  missed: Float64Array,
): boolean {
  const { count, width, entries, firsts } = rows;
  const rounding = ROUNDING * farthest;
  let isHit = true;
  for (let i = 0, e = 0, r = 0; i < count; i++, r += 3) {
    let x = right[r];
    let y = right[r + 1];
    let z = right[r + 2];
    const asked = orders[i] > 0 ? Math.max(Math.abs(x), Math.abs(y), Math.abs(z)) : size;
    const allowed = MISSED * asked + rounding;
    let k = 3 * firsts[i];
    if (k >= control.length) k -= control.length;
    for (const end = e + width; e < end; e++) {
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
  const alternating = Float64Array.from({ length: rows.count }, (_, i) => (i % 2 === 0 ? 1 : -1));
  const moved = solved(rows, alternating, 1);
  return moved ? largestOf(moved) : Infinity;
}
