import type { Vector3 } from '../linear/vector';
import { type Bernstein, boundOf, derivativeOf, product, wronskian } from '../linear/bernstein';
import type { BezierPieces } from '../degree/bezierPieces';

/**
 * Two polynomials on a piece, in Bernstein form, whose signs are those of its curvature and of the curvature's rate;
 * and the size below which each is only rounding.
 */
export interface CurvaturePolynomials {
  readonly turn: Bernstein;
  readonly turnFloor: number;
  readonly rate: Bernstein;
  readonly rateFloor: number;
}

/**
 * For homogeneous (X, w): V = w(X'×X'') − w'(X×X'') + w''(X×X') and F = |X'w − Xw'|² give r'×r'' = V/w³ and
 * |r'|² = F/w⁴, so that κ = Δw³/F^(3/2) with Δ = V·n, and dκ/du has the sign of (Δ'w + 3Δw')F − (3/2)ΔwF'. In space,
 * for |κ|: G = |V|² in place of Δ, and (G'w + 6Gw')F − 3GwF'. Without weights w = 1 and w' = 0. (The quotient rule on
 * the curvature formula; Floater, Derivatives of rational Bézier curves, CAGD 1992, for the rational one.)
 */
export function curvaturePolynomials(
  pieces: BezierPieces,
  piece: number,
  normal: Vector3 | null,
): CurvaturePolynomials {
  const { degree, points } = pieces;
  const from = 4 * piece * (degree + 1);
  const lead = points[from + 3];
  // About the piece's first point and with its first weight 1: far from the origin no digits are lost.
  const weights = Float64Array.from({ length: degree + 1 }, (_, i) => points[from + 4 * i + 3] / lead);
  const rational = weights.some((w) => w !== 1);
  let far = 0;
  const coordinates = [0, 1, 2].map((c) => {
    const origin = points[from + c] / lead;
    return weights.map((w, i) => {
      const value = points[from + 4 * i + c] / lead;
      far = Math.max(far, Math.abs(value));
      return value - origin * w;
    });
  });
  const w = rational ? weights : Float64Array.of(1);
  const first = coordinates.map(derivativeOf);
  const second = first.map(derivativeOf);
  const w1 = derivativeOf(w);
  const w2 = derivativeOf(w1);

  const turns = [0, 1, 2].map((c) => {
    const [i, j] = [(c + 1) % 3, (c + 2) % 3];
    const crossed = (a: Bernstein[], b: Bernstein[]) => product(a[j], b[i], -1, product(a[i], b[j]));
    const sum = product(w, crossed(first, second));
    if (!rational) return sum;
    product(w1, crossed(coordinates, second), -1, sum);
    return product(w2, crossed(coordinates, first), 1, sum);
  });
  const speed = new Float64Array(rational ? 4 * degree - 3 : 2 * degree - 1);
  for (let c = 0; c < 3; c++) {
    const step = rational ? wronskian(coordinates[c], weights) : first[c];
    product(step, step, 1, speed);
  }
  // Coordinates carry rounding of `far`; second differences carry four times as much.
  const [d1, d2, heaviest] = [Math.max(...first.map(boundOf)), Math.max(...second.map(boundOf)), boundOf(w)];
  const rounding = 2 * Number.EPSILON * far;
  const turnRounding =
    heaviest * (8 * degree * degree * rounding * d1 + 4 * degree * rounding * d2 + 32 * Number.EPSILON * d1 * d2);

  let turn: Bernstein;
  let turnFloor: number;
  let share: number;
  if (normal) {
    turn = turns[0].map((_, k) => turns[0][k] * normal[0] + turns[1][k] * normal[1] + turns[2][k] * normal[2]);
    turnFloor = turnRounding;
    share = 1;
  } else {
    turn = new Float64Array(2 * turns[0].length - 1);
    for (const part of turns) product(part, part, 1, turn);
    turnFloor = turnRounding * (2 * Math.max(...turns.map(boundOf)) + turnRounding);
    share = 2;
  }
  const slope = product(derivativeOf(turn), w);
  if (rational) product(turn, w1, 3 * share, slope);
  const rate = product(slope, speed);
  const speedSlope = derivativeOf(speed);
  const weighted = product(turn, w);
  // One degree lower where there are no weights and Δ is constant: both sides of the difference are raised alike.
  add(rate, product(weighted, speedSlope, -1.5 * share));
  const rateFloor =
    turnFloor *
    heaviest *
    (2 * turn.length * boundOf(speed) + 1.5 * share * boundOf(speedSlope) + 3 * share * boundOf(w1) * boundOf(speed));
  return { turn, turnFloor, rate, rateFloor };
}

/** Adds b to a; they differ in degree only where one of them is the constant 0. */
function add(a: Bernstein, b: Bernstein): void {
  if (b.length !== a.length) {
    if (boundOf(b) === 0) return;
    throw new Error(`degrees ${a.length - 1} and ${b.length - 1} do not add up`);
  }
  for (let k = 0; k < a.length; k++) a[k] += b[k];
}
