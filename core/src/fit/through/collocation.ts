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
  const stride = 2 * lower + upper;
  /** Solves for `columns` right-hand sides, packed by row as the sites come; control points in their order. */
  const solved = (right: Float64Array, columns: number): Float64Array | null => {
    const matrix = bandedMatrix(count, lower, upper);
    const ordered = new Float64Array(columns * count);
    for (let i = 0; i < count; i++) {
      const index = rowAt(i);
      for (let j = 0; j < width; j++) {
        const value = entries[i * width + j];
        if (value !== 0) matrix.values[index * stride + lower + columnAt(firsts[i] + j)] += value;
      }
      for (let c = 0; c < columns; c++) ordered[columns * index + c] = right[columns * i + c];
    }
    if (!solveBanded(matrix, ordered, columns)) return null;
    if (!periodic) return ordered;
    const control = new Float64Array(columns * count);
    for (let j = 0; j < count; j++) {
      for (let c = 0; c < columns; c++) control[columns * j + c] = ordered[columns * columnAt(j) + c];
    }
    return control;
  };

  // About a place of the drawing: far from the origin what is told apart there would be lost. Basis functions sum to 1.
  const start = Math.max(0, sites.orders.indexOf(0));
  const origin = [values[3 * start], values[3 * start + 1], values[3 * start + 2]];
  const columns = stable ? 4 : 3;
  const right = new Float64Array(columns * count);
  let size = 0;
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) {
      const value = sites.orders[i] === 0 ? values[3 * i + c] - origin[c] : values[3 * i + c] * scales[i];
      right[columns * i + c] = value;
      size = Math.max(size, Math.abs(value));
    }
    // Signs that alternate are what interpolation enlarges most.
    if (stable) right[columns * i + 3] = i % 2 === 0 ? 1 : -1;
  }
  const control = solved(right, columns);
  if (!control) return null;
  const out = new Float64Array(3 * count);
  for (let j = 0; j < count; j++) for (let c = 0; c < 3; c++) out[3 * j + c] = control[columns * j + c];
  let rough = false;
  for (let round = 0; ; round++) {
    const missed = new Float64Array(3 * count);
    let good = true;
    let reach = 0;
    for (const value of out) reach = Math.max(reach, Math.abs(value));
    for (let i = 0, e = 0; i < count; i++) {
      const r = columns * i;
      let x = right[r];
      let y = right[r + 1];
      let z = right[r + 2];
      const asked = Math.max(Math.abs(x), Math.abs(y), Math.abs(z));
      let k = 3 * (firsts[i] % count);
      for (let j = 0; j < width; j++, e++) {
        const share = entries[e];
        x -= share * out[k];
        y -= share * out[k + 1];
        z -= share * out[k + 2];
        k += 3;
        if (k === out.length) k = 0;
      }
      missed[3 * i] = x;
      missed[3 * i + 1] = y;
      missed[3 * i + 2] = z;
      const most = Math.max(Math.abs(x), Math.abs(y), Math.abs(z));
      good &&= most <= (sites.orders[i] > 0 ? MISSED * asked + ROUNDING * reach : MISSED * size);
    }
    if (good) break;
    const by = round < REFINEMENTS ? solved(missed, 3) : null;
    rough = !by;
    if (!by) break;
    for (let k = 0; k < out.length; k++) out[k] += by[k];
  }
  let farthest = 0;
  let condition = 0;
  for (let j = 0; j < count; j++) {
    for (let c = 0; c < 3; c++) farthest = Math.max(farthest, Math.abs(out[3 * j + c]));
    if (stable) condition = Math.max(condition, Math.abs(control[4 * j + 3]));
  }
  // NaN is neither.
  rough ||= !(farthest <= FARTHEST * size && Number.EPSILON * condition * farthest <= MOVED * size);
  for (let k = 0; k < out.length; k++) {
    out[k] += origin[k % 3];
    // What is nearly undetermined may leave what a drawing can hold, or all numbers.
    if (!(Math.abs(out[k]) <= LARGEST_COORDINATE)) return null;
  }
  return { control: out, rough };
}
