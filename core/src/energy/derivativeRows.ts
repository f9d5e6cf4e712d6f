import { basisDerivatives } from '../curve/basis';
import { type Curve, spansOf } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { distinctOf } from '../knots/period';
import { binomials } from '../linear/bernstein';
import { gaussRule } from '../linear/gaussLegendre';
import { dot, type Vector3 } from '../linear/vector';
import type { Columns } from './columns';

/**
 * The first three derivatives of curves at the Gauss nodes of their spans, as they are and as control points move:
 * r^(k) = base + Σ row · move. Only spans that an unknown move acts on are in it.
 */
export interface DerivativeRows {
  readonly dimension: number;
  readonly nodes: number;
  /** For each node its weight, by the parameter. */
  readonly weights: Float64Array;
  /** For each node the derivatives 1 to 3 along the axes: 3 · dimension numbers. */
  readonly base: Float64Array;
  /** How many moves act on a node, at most. */
  readonly width: number;
  /** For each node the rows of orders 1 to 3, `width` numbers each. */
  readonly rows: Float64Array;
  /** For each node which moves these are of, −1 for none. */
  readonly places: Int32Array;
}

const ORDERS = 3;

/**
 * Rows for `perSpan` nodes in each span. Derivatives are taken about the first control point of their span, so that they
 * keep their digits however far the drawing lies from the origin. (The NURBS Book, A2.3 and eq. 4.8.)
 */
export function derivativeRows(
  curve: Curve,
  columns: Columns,
  axes: readonly Vector3[],
  perSpan: number,
): DerivativeRows {
  const { degree, knots, points } = curve;
  const count = degree + 1;
  const distinct = distinctOf(curve);
  const dimension = axes.length;
  const active: { span: number; acting: number[] }[] = [];
  let width = 0;
  for (const span of spansOf(curve)) {
    const acting = new Set<number>();
    for (let i = span - degree; i <= span; i++) for (const { place } of columns[i % distinct]) acting.add(place);
    if (acting.size > 0) active.push({ span, acting: [...acting].sort((a, b) => a - b) });
    width = Math.max(width, acting.size);
  }
  const rule = gaussRule(perSpan);
  const nodes = active.length * perSpan;
  const weights = new Float64Array(nodes);
  const base = new Float64Array(nodes * ORDERS * dimension);
  const rows = new Float64Array(nodes * ORDERS * width);
  const places = new Int32Array(nodes * width).fill(-1);
  const isWeighted = isRational(points);
  const basis = new Float64Array((ORDERS + 1) * count);
  let node = 0;
  for (const { span, acting } of active) {
    const first = span - degree;
    // Which control point acts through which of the span's moves, once for all its nodes.
    const terms: { j: number; slot: number; share: number }[] = [];
    for (let j = 0; j < count; j++) {
      for (const { place, share } of columns[(first + j) % distinct]) {
        terms.push({ j, slot: acting.indexOf(place), share });
      }
    }
    const half = (knots[span + 1] - knots[span]) / 2;
    const about = aroundFirst(points, first, count, axes);
    for (let k = 0; k < perSpan; k++, node++) {
      weights[node] = rule.weights[k] * half;
      places.set(acting, node * width);
      basisDerivatives(knots, degree, span, knots[span] + half * (1 + rule.nodes[k]), ORDERS, basis);
      if (isWeighted) divide(basis, points, first, count);
      for (let order = 1; order <= ORDERS; order++) {
        const to = (node * ORDERS + order - 1) * width;
        for (const { j, slot, share } of terms) rows[to + slot] += share * basis[order * count + j];
        for (let j = 0; j < count; j++) {
          const value = basis[order * count + j];
          for (let a = 0; a < dimension; a++) {
            base[(node * ORDERS + order - 1) * dimension + a] += value * about[j * dimension + a];
          }
        }
      }
    }
  }
  return { dimension, nodes, weights, base, width, rows, places };
}

/** Control points of a span about its first one, along the axes. */
function aroundFirst(points: Float64Array, first: number, count: number, axes: readonly Vector3[]): Float64Array {
  const out = new Float64Array(count * axes.length);
  const place = (i: number, c: number) => points[4 * i + c] / points[4 * i + 3];
  for (let j = 0; j < count; j++) {
    const away: Vector3 = [
      place(first + j, 0) - place(first, 0),
      place(first + j, 1) - place(first, 1),
      place(first + j, 2) - place(first, 2),
    ];
    for (let a = 0; a < axes.length; a++) out[j * axes.length + a] = dot(away, axes[a]);
  }
  return out;
}

/** The rows of several curves that move together, one after the other. */
export function rowsTogether(list: readonly DerivativeRows[]): DerivativeRows {
  const width = Math.max(...list.map((one) => one.width));
  const nodes = list.reduce((sum, one) => sum + one.nodes, 0);
  const rows = new Float64Array(nodes * ORDERS * width);
  const places = new Int32Array(nodes * width).fill(-1);
  let node = 0;
  for (const one of list) {
    for (let k = 0; k < one.nodes; k++, node++) {
      places.set(one.places.subarray(k * one.width, (k + 1) * one.width), node * width);
      for (let order = 0; order < ORDERS; order++) {
        const from = (k * ORDERS + order) * one.width;
        rows.set(one.rows.subarray(from, from + one.width), (node * ORDERS + order) * width);
      }
    }
  }
  const joined = (column: (one: DerivativeRows) => Float64Array) =>
    Float64Array.from(list.flatMap((one) => [...column(one)]));
  return {
    dimension: list[0].dimension,
    nodes,
    width,
    rows,
    places,
    weights: joined(({ weights }) => weights),
    base: joined(({ base }) => base),
  };
}

/** Derivatives of the rational basis in place of those of the polynomial one, by the quotient rule. */
function divide(basis: Float64Array, points: Float64Array, first: number, width: number): void {
  const weight: number[] = [];
  for (let k = 0; k <= ORDERS; k++) {
    let sum = 0;
    for (let j = 0; j < width; j++) sum += basis[k * width + j] *= points[4 * (first + j) + 3];
    weight.push(sum);
  }
  for (let k = 0; k <= ORDERS; k++) {
    const choose = binomials(k);
    for (let j = 0; j < width; j++) {
      let value = basis[k * width + j];
      for (let i = 1; i <= k; i++) value -= choose[i] * weight[i] * basis[(k - i) * width + j];
      basis[k * width + j] = value / weight[0];
    }
  }
}

/** The derivatives at a node, moved, into `out` from 0 on: 3 · dimension numbers. */
export function derivativesAt(
  { dimension, base, width, rows, places }: DerivativeRows,
  node: number,
  moves: Float64Array,
  out: Float64Array,
): void {
  const count = ORDERS * dimension;
  const from = node * count;
  for (let i = 0; i < count; i++) out[i] = base[from + i];
  const first = node * ORDERS * width;
  for (let j = 0; j < width; j++) {
    const place = places[node * width + j];
    if (place < 0) continue;
    for (let order = 0, at = first + j; order < ORDERS; order++, at += width) {
      const share = rows[at];
      for (let a = 0; a < dimension; a++) out[order * dimension + a] += share * moves[place * dimension + a];
    }
  }
}
