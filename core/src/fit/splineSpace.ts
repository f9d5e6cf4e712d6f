import { basisDerivativesOf, basisFunctionsOf, findSpan } from '../curve/basis';
import { binomials } from '../linear/bernstein';
import { scratch } from '../linear/scratch';
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
 * Derivatives of one order of the p + 1 (rational) basis functions that do not vanish beside a site, into `out` from
 * `at` on; returns the index of the first. Sites asked for in order find their spans from the one before, `near`.
 * (The NURBS Book, A2.3; the quotient rule, eq. 4.8, for weights.)
 */
export function basisRow(
  { degree, knots, count, periodic, weights }: SplineSpace,
  sites: Sites,
  row: number,
  out: Float64Array,
  at = 0,
  near = -1,
): number {
  const order = sites.orders[row];
  const controls = periodic ? count + degree : count;
  const { parameters } = sites;
  const side = sites.left[row] === 1 ? 'left' : 'right';
  const from = near + degree;
  const span =
    near >= 0 && side === 'right' && parameters[row] >= knots[from] && parameters[row] < knots[controls]
      ? spanOnFrom(knots, from, parameters, row)
      : findSpan(knots, degree, controls, parameters[row], side);
  const width = degree + 1;
  if (order === 0 && !weights) {
    basisFunctionsOf(knots, degree, span, parameters, row, out, at);
    return span - degree;
  }
  const table = scratchOf(width * (order + 1));
  basisDerivativesOf(knots, degree, span, parameters, row, order, table);
  if (weights) toRational(table, width, order, (j) => weights[(span - degree + j) % count]);
  for (let j = 0; j < width; j++) out[at + j] = table[order * width + j];
  return span - degree;
}

const scratchOf = scratch();

/** The last k from a span on with knots[k] <= parameters[row], which lies before the last knot. */
function spanOnFrom(knots: Float64Array, from: number, parameters: Float64Array, row: number): number {
  let span = from;
  while (knots[span + 1] <= parameters[row]) span++;
  return span;
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
