/**
 * Index k of the knot span that holds u: knots[k] <= u < knots[k+1], and the last non-empty span at the end of the
 * domain. With `side` 'left' a knot belongs to the span before it. `count` is the number of control points.
 *
 * Throws a RangeError outside the domain: a curve is never continued silently. (The NURBS Book, A2.1.)
 */
export function findSpan(
  knots: Float64Array,
  degree: number,
  count: number,
  u: number,
  side: 'left' | 'right' = 'right',
): number {
  const first = knots[degree];
  const last = knots[count];
  if (!(u >= first && u <= last)) throw new RangeError(`parameter ${u} lies outside the domain ${first} to ${last}`);
  let low = degree;
  let high = count;
  if (u === last || (side === 'left' && u > first)) {
    // The last k with knots[k] < u.
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (knots[middle] < u) low = middle;
      else high = middle;
    }
    return low;
  }
  // The last k with knots[k] <= u; it cannot be `count`, since u < last.
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (knots[middle] <= u) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * The p + 1 basis functions that do not vanish on `span`, at u, into `out` (N[span-p] .. N[span]).
 * (The NURBS Book, A2.2.)
 */
export function basisFunctions(
  knots: Float64Array,
  degree: number,
  span: number,
  u: number,
  out: Float64Array = new Float64Array(degree + 1),
): Float64Array {
  single[0] = u;
  return basisFunctionsOf(knots, degree, span, single, 0, out, 0);
}

const single = new Float64Array(1);

/** The same at parameters[index], from out[at] on: a number handed to another function by itself would be put on the heap. */
export function basisFunctionsOf(
  knots: Float64Array,
  degree: number,
  span: number,
  parameters: ArrayLike<number>,
  index: number,
  out: Float64Array,
  at: number,
): Float64Array {
  const u = parameters[index];
  // At the span's own knot the last of each degree vanish, as sites of fits mostly have it.
  const own = u === knots[span] ? 1 : 0;
  out[at] = 1;
  if (own === 1) out[at + 1] = 0;
  for (let j = 1 + own; j <= degree; j++) {
    let saved = 0;
    for (let r = 0; r < j - own; r++) {
      const right = knots[span + r + 1] - u;
      const left = u - knots[span + 1 - j + r];
      const term = out[at + r] / (right + left);
      out[at + r] = saved + right * term;
      saved = left * term;
    }
    out[at + j - own] = saved;
    if (own === 1) out[at + j] = 0;
  }
  return out;
}

/** Scratch of `basisDerivatives`, one for each degree, so that hot loops allocate nothing. */
interface Scratch {
  readonly table: Float64Array;
  readonly alternating: Float64Array;
}
const scratchByDegree: Scratch[] = [];

function scratchFor(degree: number): Scratch {
  return (scratchByDegree[degree] ??= {
    table: new Float64Array((degree + 1) * (degree + 1)),
    alternating: new Float64Array(2 * (degree + 1)),
  });
}

/**
 * Derivatives 0 to `order` of the p + 1 basis functions of `span` at u, into `out` by rows of p + 1: the k-th
 * derivative of N[span-p+j] stands at out[k (p+1) + j]. Orders above the degree are 0. (The NURBS Book, A2.3.)
 */
export function basisDerivatives(
  knots: Float64Array,
  degree: number,
  span: number,
  u: number,
  order: number,
  out = new Float64Array((order + 1) * (degree + 1)),
): Float64Array {
  single[0] = u;
  return basisDerivativesOf(knots, degree, span, single, 0, order, out);
}

/** The same at parameters[index]: a number handed to another function by itself would be put on the heap. */
export function basisDerivativesOf(
  knots: Float64Array,
  degree: number,
  span: number,
  parameters: ArrayLike<number>,
  index: number,
  order: number,
  out: Float64Array,
): Float64Array {
  const u = parameters[index];
  const width = degree + 1;
  const { table, alternating } = scratchFor(degree);
  // Basis functions in the upper triangle, knot differences in the lower one.
  table[0] = 1;
  for (let j = 1; j <= degree; j++) {
    let saved = 0;
    for (let r = 0; r < j; r++) {
      const right = knots[span + r + 1] - u;
      const left = u - knots[span + 1 - j + r];
      table[j * width + r] = right + left;
      const term = table[r * width + j - 1] / table[j * width + r];
      table[r * width + j] = saved + right * term;
      saved = left * term;
    }
    table[j * width + j] = saved;
  }
  for (let j = 0; j <= degree; j++) out[j] = table[j * width + degree];
  out.fill(0, width, (order + 1) * width);

  const top = Math.min(order, degree);
  for (let r = 0; r <= degree; r++) {
    let current = 0;
    let next = width;
    alternating[0] = 1;
    for (let k = 1; k <= top; k++) {
      let d = 0;
      const rk = r - k;
      const pk = degree - k;
      if (r >= k) {
        alternating[next] = alternating[current] / table[(pk + 1) * width + rk];
        d = alternating[next] * table[rk * width + pk];
      }
      const from = rk >= -1 ? 1 : -rk;
      const to = r - 1 <= pk ? k - 1 : degree - r;
      for (let j = from; j <= to; j++) {
        alternating[next + j] =
          (alternating[current + j] - alternating[current + j - 1]) / table[(pk + 1) * width + rk + j];
        d += alternating[next + j] * table[(rk + j) * width + pk];
      }
      if (r <= pk) {
        alternating[next + k] = -alternating[current + k - 1] / table[(pk + 1) * width + r];
        d += alternating[next + k] * table[r * width + pk];
      }
      out[k * width + r] = d;
      [current, next] = [next, current];
    }
  }
  let factor = degree;
  for (let k = 1; k <= top; k++) {
    for (let j = 0; j <= degree; j++) out[k * width + j] *= factor;
    factor *= degree - k;
  }
  return out;
}
