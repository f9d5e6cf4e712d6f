import { cutBezier } from './bezierHalves';
import { signChange } from './signChange';

/**
 * Polynomials on [0, 1] as their Bernstein coefficients, degree + 1 of them: sums of products stay exact to rounding
 * because the basis is positive (Farouki, Rajan, Algorithms for polynomials in Bernstein form, CAGD 1988).
 */
export type Bernstein = Float64Array;

const rows: Float64Array[] = [];

/** The binomial coefficients of one degree. */
export function binomials(degree: number): Float64Array {
  let row = rows[degree];
  if (!row) {
    row = new Float64Array(degree + 1);
    row[0] = 1;
    for (let k = 1; k <= degree; k++) row[k] = (row[k - 1] * (degree - k + 1)) / k;
    rows[degree] = row;
  }
  return row;
}

/** The product, of the degrees' sum; times `factor` and added to `onto` when those are given. */
export function product(a: Bernstein, b: Bernstein, factor = 1, onto?: Bernstein): Bernstein {
  const [m, n] = [a.length - 1, b.length - 1];
  const out = onto ?? new Float64Array(m + n + 1);
  const [ofA, ofB, ofBoth] = [binomials(m), binomials(n), binomials(m + n)];
  for (let k = 0; k <= m + n; k++) {
    let sum = 0;
    for (let i = Math.max(0, k - n); i <= Math.min(m, k); i++) sum += ofA[i] * a[i] * ofB[k - i] * b[k - i];
    out[k] += (factor * sum) / ofBoth[k];
  }
  return out;
}

/** The derivative, of one degree less; of a constant the constant 0. */
export function derivativeOf(a: Bernstein): Bernstein {
  const degree = a.length - 1;
  if (degree === 0) return new Float64Array(1);
  return Float64Array.from({ length: degree }, (_, i) => degree * (a[i + 1] - a[i]));
}

/** a'b − ab' for two polynomials of one degree p ≥ 1, of degree 2p − 2: the terms of degree 2p − 1 cancel in it. */
export function wronskian(a: Bernstein, b: Bernstein): Bernstein {
  const degree = a.length - 1;
  const out = new Float64Array(2 * degree - 1);
  const [of, ofOut] = [binomials(degree), binomials(2 * degree - 2)];
  for (let i = 0; i < degree; i++) {
    for (let j = i + 1; j <= degree; j++) out[i + j - 1] += (j - i) * of[i] * of[j] * (b[i] * a[j] - b[j] * a[i]);
  }
  for (let k = 0; k < out.length; k++) out[k] /= ofOut[k];
  return out;
}

/** The largest size of a coefficient, and so a bound of the polynomial on [0, 1]. */
export function boundOf(a: Bernstein): number {
  let most = 0;
  for (const value of a) most = Math.max(most, Math.abs(value));
  return most;
}

let work = new Float64Array(64);

/** The value at t, by de Casteljau's algorithm. */
export function valueAt(a: Bernstein, t: number): number {
  const count = a.length;
  if (work.length < count) work = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) work[i] = a[i];
  const s = 1 - t;
  for (let r = count - 1; r > 0; r--) {
    for (let i = 0; i < r; i++) work[i] = s * work[i] + t * work[i + 1];
  }
  return work[0];
}

function halves(a: Bernstein, t: number): [Bernstein, Bernstein] {
  const [left, right] = [new Float64Array(a.length), a.slice()];
  cutBezier(right, left, 1, t);
  return [left, right];
}

const MAX_DEPTH = 60;
/** The middle, and where to cut instead when the polynomial vanishes there. */
const CUTS = [0.5, 0.4721, 0.5387, 0.3819];

/**
 * All places strictly inside (0, 1) where the polynomial changes its sign, in order, to rounding. Coefficients of at
 * most `floor` count as zero: a polynomial below it everywhere has none. By Descartes' rule of signs on halves (Lane,
 * Riesenfeld, Bounds on a polynomial, BIT 1981), each single change polished by `signChange`.
 */
export function signChangesOf(a: Bernstein, floor: number): number[] {
  const found: number[] = [];
  const search = (part: Bernstein, low: number, high: number, depth: number): void => {
    const changes = variations(part, floor);
    if (changes === 0) return;
    const last = part.length - 1;
    const endsCount = Math.abs(part[0]) > floor && Math.abs(part[last]) > floor;
    if (changes === 1 && endsCount) {
      found.push(low + (high - low) * signChange((t) => valueAt(part, t), 0, 1));
      return;
    }
    const middle = CUTS.find((t) => Math.abs(valueAt(part, t)) > floor);
    // At most `floor` everywhere: rounding, or roots nobody can tell apart.
    if (middle === undefined || depth >= MAX_DEPTH) {
      if (changes % 2 === 1 && endsCount) found.push((low + high) / 2);
      return;
    }
    const [left, right] = halves(part, middle);
    const cut = low + (high - low) * middle;
    search(left, low, cut, depth + 1);
    search(right, cut, high, depth + 1);
  };
  search(a, 0, 1, 0);
  return found;
}

function variations(a: Bernstein, floor: number): number {
  let count = 0;
  let last = 0;
  for (const value of a) {
    if (!(Math.abs(value) > floor)) continue;
    const sign = value > 0 ? 1 : -1;
    if (last !== 0 && sign !== last) count++;
    last = sign;
  }
  return count;
}
