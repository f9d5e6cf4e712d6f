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

/** How many derivatives are constrained at each fit point besides its place, from the first on: r', r' and r'', … */
export type Constrained = Readonly<Uint8Array>;

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
export function openLayout(parameters: Float64Array, wanted: number, ends: FitEnds, constrained: Constrained): Layout {
  const points = parameters.length;
  const last = points - 1;
  let data = points;
  for (let i = 0; i < points; i++) data += constrained[i];
  let degree = Math.min(wanted, data === 2 ? 1 : MOST);
  if (ends === 'not-a-knot') degree = Math.min(degree, data - 1);
  else while (degree > 1 && (degree >> 1) + 1 > data) degree--;
  const k = degree >> 1;
  const odd = degree % 2;

  // Orders of end conditions as bits, which are few and asked for often.
  const endOf = (held: number) => {
    if (ends === 'not-a-knot') return { natural: 0, extra: held - k };
    let natural = 0;
    let rows = held - k;
    for (let order = k + 1; order <= 2 * k; order++) {
      if (order <= held || 2 * k + 1 - order <= Math.min(held, k)) continue;
      natural |= 1 << order;
      rows++;
    }
    return { natural, extra: rows };
  };
  const start = endOf(constrained[0]);
  const end = endOf(constrained[last]);
  let inner = start.extra + end.extra + (last - 1) * odd + last * (1 - odd);
  for (let i = 1; i < last; i++) inner += constrained[i];
  const count = inner + degree + 1;
  const knots = new Float64Array(count + degree + 1);
  // Those that an end without knots drops are written over by the ones of the end.
  let next = nearEnd(knots, degree + 1 + Math.min(0, start.extra), parameters[0], parameters[1], start.extra);
  for (let i = 0; i < last; i++) {
    const from = parameters[i];
    if (i > 0) next = putBeside(knots, next, parameters, i, odd + constrained[i], parameters[i - 1]);
    if (odd === 0) knots[next++] = from + (parameters[i + 1] - from) / 2;
  }
  nearEnd(knots, next, parameters[last], parameters[last - 1], end.extra);
  knots.subarray(next, next + Math.max(0, end.extra)).reverse();
  knots.fill(parameters[0], 0, degree + 1);
  knots.fill(parameters[last], count);

  const rows = new Rows(count);
  for (let point = 0; point <= last; point++) {
    const natural = point === 0 ? start.natural : point === last ? end.natural : 0;
    rows.putAll(parameters[point], constrained[point], natural, point, point === last);
  }
  return { degree, knots, count, ...rows.sorted };
}

/** Puts knots beside an end for constraints there beyond what it replaces; returns where the next one goes. */
function nearEnd(knots: Float64Array, at: number, u: number, next: number, extra: number): number {
  for (let i = 0; i < extra; i++) knots[at++] = u + ((next - u) * BESIDE_END * (i + 1)) / extra;
  return at;
}

/** Rows in the making, in one buffer: five of their own would cost more than what is written there. */
class Rows {
  readonly sorted;
  private next = 0;

  constructor(count: number) {
    const buffer = new ArrayBuffer(15 * count);
    this.sorted = {
      sites: {
        parameters: new Float64Array(buffer, 0, count),
        orders: new Uint8Array(buffer, 12 * count, count),
        left: new Uint8Array(buffer, 13 * count, count),
      },
      points: new Int32Array(buffer, 8 * count, count),
      natural: new Uint8Array(buffer, 14 * count, count),
    };
  }

  /**
   * The place of a point, so many derivatives there, and end conditions, whose orders are bits; on the left the highest
   * first.
   */
  putAll(u: number, held: number, natural: number, point: number, left: boolean): void {
    const top = natural === 0 ? held : MOST;
    for (let i = 0; i <= top; i++) {
      const order = left ? top - i : i;
      const isNatural = (natural >> order) & 1;
      if (order > held && isNatural === 0) continue;
      const { sites, points } = this.sorted;
      const index = this.next++;
      sites.parameters[index] = u;
      sites.orders[index] = order;
      sites.left[index] = left ? 1 : 0;
      points[index] = point;
      this.sorted.natural[index] = isNatural;
    }
  }
}

const MOST = 25;

/** Puts so many knots at a fit point: itself, or spread evenly around it. Returns where the next one goes. */
function putBeside(
  knots: Float64Array | number[],
  at: number,
  parameters: ArrayLike<number>,
  i: number,
  count: number,
  before: number,
): number {
  const here = parameters[i];
  if (count === 1) {
    knots[at] = here;
    return at + 1;
  }
  for (let j = 0; j < count; j++) {
    const share = (2 * j) / (count - 1) - 1;
    knots[at++] = here + BESIDE * share * (share < 0 ? here - before : parameters[i + 1] - here);
  }
  return at;
}

/**
 * The same for a closed run; `parameters` has one more, for the return to the first point. The domain begins at the
 * knot at or before the first point: midway knots of even degrees would be singular at the points for even counts.
 */
export function closedLayout(parameters: Float64Array, degree: number, constrained: Constrained): Layout {
  const points = parameters.length - 1;
  const period = parameters[points] - parameters[0];
  const around: number[] = [];
  for (let i = 0; i < points; i++) {
    const before = i === 0 ? parameters[points - 1] - period : parameters[i - 1];
    putBeside(around, around.length, parameters, i, (degree % 2) + constrained[i], before);
    if (degree % 2 === 0) around.push(parameters[i] + (parameters[i + 1] - parameters[i]) / 2);
  }
  const from = parameters[0];
  const to = parameters[points];
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
    rows.putAll(u, constrained[point], 0, point, false);
  }
  return { degree, knots: Float64Array.from([...base, end]), count: base.length, ...rows.sorted };
}
