import type { Sites } from '../sites';

/** Knots this near to the end of the period, as a share of it, are the one at its start. */
const SAME_PLACE = 1e-12;

export type FitEnds = 'natural' | 'not-a-knot';

/** Where the knots of a smooth run of fit points stand, and the rows that determine its control points. */
export interface Layout {
  readonly degree: number;
  /** Open: clamped, count + p + 1 values. Closed: those of one period, `count` of them, and the period's end. */
  readonly knots: Float64Array;
  readonly count: number;
  /** One row for each control point, in order. */
  readonly sites: Sites;
  /** The fit point that each row belongs to. */
  readonly points: Int32Array;
  /** 1 for an end condition, whose value is 0, not a constraint of the user's. */
  readonly natural: Uint8Array;
}

/** Orders of the derivatives constrained at each fit point, besides its place. */
export type ConstrainedOrders = (point: number) => readonly number[];

/** Knots around a fit point lie this share of the neighbouring intervals away from it. */
const BESIDE = 1 / 3;
/** And those that constraints at an end add, at most this share of the first interval: nearer than all others there. */
const BESIDE_END = 1 / 4;

/**
 * The knots and rows of an open run through points at `parameters`.
 *
 * Knots stand at the parameters for odd degrees 2k + 1 and midway between them for even degrees 2k; k rows at each end
 * make up for the knots there. Natural ends set derivatives k + 1 to 2k to 0, those that make ∫|r^(k+1)|² least
 * (de Boor, A Practical Guide to Splines, ch. XIII); a constrained derivative j takes the place of its dual, 2k + 1 − j.
 * Not-a-knot ends drop the k knots nearest to the end instead. A constraint that replaces nothing adds a knot beside its
 * point, simple, so that the curve stays as smooth as its degree allows.
 *
 * The degree falls to what the points can determine.
 */
export function openLayout(
  parameters: Float64Array,
  wanted: number,
  ends: FitEnds,
  ordersAt: ConstrainedOrders,
): Layout {
  const points = parameters.length;
  const last = points - 1;
  let data = points;
  for (let i = 0; i < points; i++) data += ordersAt(i).length;
  let degree = Math.min(wanted, data === 2 ? 1 : MOST);
  if (ends === 'not-a-knot') degree = Math.min(degree, data - 1);
  else while (degree > 1 && (degree >> 1) + 1 > data) degree--;
  const k = degree >> 1;

  const inner: number[] = [];
  for (let i = 0; i < last; i++) {
    const [from, to] = [parameters[i], parameters[i + 1]];
    if (i > 0) putBeside(inner, parameters, i, (degree % 2) + ordersAt(i).length, parameters[i - 1]);
    if (degree % 2 === 0) inner.push(from + (to - from) / 2);
  }
  const endOf = (orders: readonly number[]) => {
    if (ends === 'not-a-knot') return { natural: [], extra: orders.length - k };
    const natural = new Set(Array.from({ length: k }, (_, i) => k + 1 + i));
    for (const j of orders) natural.delete(j <= k ? 2 * k + 1 - j : j);
    return { natural: [...natural], extra: orders.length + natural.size - k };
  };
  const [start, end] = [endOf(ordersAt(0)), endOf(ordersAt(last))];
  const dropped = [Math.max(0, -start.extra), Math.max(0, -end.extra)];
  inner.unshift(...nearEnd(parameters[0], parameters[1], start.extra));
  inner.push(...nearEnd(parameters[last], parameters[last - 1], end.extra).reverse());
  const count = inner.length - dropped[0] - dropped[1] + degree + 1;
  const knots = new Float64Array(count + degree + 1);
  knots.fill(parameters[0], 0, degree + 1);
  for (let i = degree + 1; i < count; i++) knots[i] = inner[dropped[0] + i - degree - 1];
  knots.fill(parameters[last], count);

  const rows = new Rows(count);
  const put = (point: number, natural: readonly number[]) => {
    const orders = [0, ...ordersAt(point), ...natural].sort((a, b) => (point === last ? b - a : a - b));
    for (const order of orders) rows.put(parameters[point], order, point, point === last, natural.includes(order));
  };
  put(0, start.natural);
  for (let point = 1; point < last; point++) {
    rows.put(parameters[point], 0, point, false, false);
    for (const order of ordersAt(point)) rows.put(parameters[point], order, point, false, false);
  }
  put(last, end.natural);
  return { degree, knots, count, ...rows.sorted };
}

/** Knots beside an end for constraints there beyond what it replaces. */
const nearEnd = (u: number, next: number, extra: number): number[] =>
  Array.from({ length: Math.max(0, extra) }, (_, i) => u + ((next - u) * BESIDE_END * (i + 1)) / extra);

/** Rows in the making. */
class Rows {
  readonly sorted;
  private next = 0;

  constructor(count: number) {
    this.sorted = {
      sites: { parameters: new Float64Array(count), orders: new Uint8Array(count), left: new Uint8Array(count) },
      points: new Int32Array(count),
      natural: new Uint8Array(count),
    };
  }

  put(u: number, order: number, point: number, left: boolean, natural: boolean): void {
    const { sites, points } = this.sorted;
    const index = this.next++;
    sites.parameters[index] = u;
    sites.orders[index] = order;
    sites.left[index] = left ? 1 : 0;
    points[index] = point;
    this.sorted.natural[index] = natural ? 1 : 0;
  }
}

const MOST = 25;

/** Puts so many knots at a fit point: itself, or spread evenly around it. */
function putBeside(knots: number[], parameters: ArrayLike<number>, i: number, count: number, before: number): void {
  const [here, next] = [parameters[i], parameters[i + 1]];
  if (count === 1) knots.push(here);
  for (let j = 0; j < count && count > 1; j++) {
    const share = (2 * j) / (count - 1) - 1;
    knots.push(here + BESIDE * share * (share < 0 ? here - before : next - here));
  }
}

/**
 * The same for a closed run; `parameters` has one more, for the return to the first point. The domain begins at the
 * knot at or before the first point: midway knots of even degrees would be singular at the points for even counts.
 */
export function closedLayout(parameters: Float64Array, degree: number, ordersAt: ConstrainedOrders): Layout {
  const points = parameters.length - 1;
  const period = parameters[points] - parameters[0];
  const around: number[] = [];
  for (let i = 0; i < points; i++) {
    const before = i === 0 ? parameters[points - 1] - period : parameters[i - 1];
    putBeside(around, parameters, i, (degree % 2) + ordersAt(i).length, before);
    if (degree % 2 === 0) around.push(parameters[i] + (parameters[i + 1] - parameters[i]) / 2);
  }
  const [from, to] = [parameters[0], parameters[points]];
  // Those before the first point come again after the last one, and the other way round.
  const knots = around.flatMap((u) => (u < from ? [u, u + period] : u > to - period / 2 ? [u - period, u] : [u]));
  knots.sort((a, b) => a - b);
  const start = knots.findLast((u) => u <= from) ?? from;
  const base = knots.filter((u) => u >= start && u < start + period - SAME_PLACE * period);
  const end = start === from ? to : start + period;
  const rows = new Rows(base.length);
  // Those that lie beyond the domain's end, as it begins before the first point, come first.
  let beyond = points;
  while (beyond > 0 && parameters[beyond - 1] >= end) beyond--;
  for (let k = 0; k < points; k++) {
    const point = (beyond + k) % points;
    const u = point >= beyond ? parameters[point] - period : parameters[point];
    rows.put(u, 0, point, false, false);
    for (const order of ordersAt(point)) rows.put(u, order, point, false, false);
  }
  return { degree, knots: Float64Array.from([...base, end]), count: base.length, ...rows.sorted };
}
