/** A step of Newton's method that changes no digit of a node. */
const ROUNDING = 1e-16;

/** Nodes on [-1, 1] in increasing order, and their weights. */
export interface GaussRule {
  readonly nodes: Float64Array;
  readonly weights: Float64Array;
}

const rules: GaussRule[] = [];

/**
 * The Gauss-Legendre rule with `count` nodes, exact for polynomials up to degree 2 count − 1: zeros of the Legendre
 * polynomial by Newton's method (Davis, Rabinowitz, Methods of Numerical Integration, 2.7; Abramowitz, Stegun, 25.4).
 */
export function gaussRule(count: number): GaussRule {
  return (rules[count] ??= made(count));
}

function made(count: number): GaussRule {
  const nodes = new Float64Array(count);
  const weights = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let x = -Math.cos((Math.PI * (i + 0.75)) / (count + 0.5));
    let slope = 1;
    for (let round = 0; round < 100; round++) {
      let [before, value] = [0, 1];
      for (let k = 1; k <= count; k++) [before, value] = [value, ((2 * k - 1) * x * value - (k - 1) * before) / k];
      slope = (count * (x * value - before)) / (x * x - 1);
      const step = value / slope;
      x -= step;
      if (Math.abs(step) <= ROUNDING) break;
    }
    nodes[i] = x;
    weights[i] = 2 / ((1 - x * x) * slope * slope);
  }
  return { nodes, weights };
}

export const EIGHT = gaussRule(8);

const bernstein: Float64Array[] = [];

/** The Bernstein polynomials of a degree at the 8 nodes, seen over [0, 1]: degree + 1 values for each node. */
export function bernsteinRows(degree: number): Float64Array {
  return (bernstein[degree] ??= rowsOf(degree));
}

function rowsOf(degree: number): Float64Array {
  const width = degree + 1;
  const rows = new Float64Array(8 * width);
  EIGHT.nodes.forEach((node, k) => {
    const t = (1 + node) / 2;
    rows[k * width] = 1;
    for (let n = 1; n <= degree; n++) {
      for (let i = n; i > 0; i--) rows[k * width + i] = (1 - t) * rows[k * width + i] + t * rows[k * width + i - 1];
      rows[k * width] *= 1 - t;
    }
  });
  return rows;
}

/** The integral of `f` from a to b by 8 nodes; exact for polynomials up to degree 15. */
export function integrate(f: (t: number) => number, a: number, b: number): number {
  const middle = (a + b) / 2;
  const half = (b - a) / 2;
  let sum = 0;
  for (let i = 0; i < 8; i++) sum += EIGHT.weights[i] * f(middle + half * EIGHT.nodes[i]);
  return sum * half;
}
