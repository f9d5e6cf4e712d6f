import { type Vector3 } from '../linear/vector';
import { countOf, type Curve } from '../curve/curve';
import type { End } from '../measure/ends';

/**
 * What a curve has at an end, by finite differences in numbers of 320 bits and by formulas of its own: it shares
 * nothing with what builds joints or reads continuity.
 */

const BITS = 320n;
const ONE = 1n << BITS;
type Fixed = bigint;

/** A double, exactly, unless it is finer than 2^-320. */
function fixed(x: number): Fixed {
  let value = 0n;
  let rest = x;
  let shift = BITS;
  for (let k = 0; k < 40 && rest !== 0 && shift >= 0n; k++) {
    const whole = Math.trunc(rest);
    value += BigInt(whole) << shift;
    rest = (rest - whole) * 2 ** 30;
    shift -= 30n;
  }
  return value;
}
const times = (a: Fixed, b: Fixed): Fixed => (a * b) >> BITS;
const over = (a: Fixed, b: Fixed): Fixed => (a << BITS) / b;
const toNumber = (a: Fixed): number => Number((a << 100n) / ONE) / 2 ** 100;

/** The homogeneous place at u, in the span that begins with knot k, by de Boor's algorithm. */
function place(curve: Curve, span: number, u: Fixed): Fixed[] {
  const { degree, knots, points } = curve;
  const row = Array.from({ length: degree + 1 }, (_, j) =>
    Array.from({ length: 4 }, (_, c) => fixed(points[4 * (span - degree + j) + c])),
  );
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = fixed(knots[span - degree + j]);
      const high = fixed(knots[span + 1 + j - r]);
      const alpha = over(u - low, high - low);
      for (let c = 0; c < 4; c++) row[j][c] = times(ONE - alpha, row[j - 1][c]) + times(alpha, row[j][c]);
    }
  }
  return row[degree];
}

/** Weights of the derivative of an order at 0 from values at 0, 1, .., count − 1 (Fornberg, Math. Comp. 51, 1988). */
function weightsOf(count: number, order: number): Fixed[] {
  // Coefficients of the Lagrange polynomials, exactly, as products of bigint fractions.
  return Array.from({ length: count }, (_, i) => {
    let coefficients = [1n];
    let denominator = 1n;
    for (let j = 0; j < count; j++) {
      if (j === i) continue;
      const next = new Array<bigint>(coefficients.length + 1).fill(0n);
      coefficients.forEach((value, k) => {
        next[k + 1] += value;
        next[k] -= value * BigInt(j);
      });
      coefficients = next;
      denominator *= BigInt(i - j);
    }
    const factorial = [1n, 1n, 2n, 6n][order];
    return (coefficients[order] * factorial * ONE) / denominator;
  });
}

const NODES = 10;

/** Place, unit tangent, curvature vector and rate vector at an end, run through in the direction of the parameter. */
export function measuredAtEnd(curve: Curve, end: End) {
  const { degree, knots } = curve;
  const count = countOf(curve);
  let span = end === 'start' ? degree : count - 1;
  while (knots[span] === knots[span + 1]) span += end === 'start' ? 1 : -1;
  const from = fixed(end === 'start' ? knots[degree] : knots[count]);
  const width = fixed(knots[span + 1]) - fixed(knots[span]);
  const step = (end === 'start' ? 1n : -1n) * (width >> 24n);
  const values = Array.from({ length: NODES }, (_, i) => {
    const [x, y, z, w] = place(curve, span, from + step * BigInt(i));
    return [over(x, w), over(y, w), over(z, w)];
  });
  const derivative = (order: number): Vector3 => {
    const weights = weightsOf(NODES, order);
    return [0, 1, 2].map((c) => {
      let sum = values.reduce((total, value, i) => total + times(weights[i], value[c]), 0n);
      for (let k = 0; k < order; k++) sum = over(sum, step);
      return toNumber(sum);
    }) as unknown as Vector3;
  };
  const [r1, r2, r3] = [derivative(1), derivative(2), derivative(3)];
  const product = (a: Vector3, b: Vector3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  const combine = (...terms: readonly (readonly [number, Vector3])[]): Vector3 =>
    [0, 1, 2].map((c) => terms.reduce((sum, [factor, v]) => sum + factor * v[c], 0)) as unknown as Vector3;
  const v2 = product(r1, r1);
  const v = Math.sqrt(v2);
  const tangent = combine([1 / v, r1]);
  const [d12, d22, d13] = [product(r1, r2), product(r2, r2), product(r1, r3)];
  // K = (v² r'' − (r'·r'') r') / v⁴ and its derivative by the parameter.
  const curvature = combine([1 / v2, r2], [-d12 / v2 ** 2, r1]);
  const change = combine([1 / v2, r3], [d12 / v2 ** 2, r2], [-(d22 + d13) / v2 ** 2, r1], [(-4 * d12) / v2, curvature]);
  const rate = combine([1 / v, change], [-product(change, tangent) / v, tangent]);
  return { point: derivative(0), tangent, curvature, rate };
}
