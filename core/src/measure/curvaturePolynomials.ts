import { along, cross, dot, length, scale, type Vector3 } from '../linear/vector';
import { type Bernstein, boundOf, product, valueAt } from '../linear/bernstein';
import type { DerivativeNets } from '../degree/derivativeNets';

/**
 * Two polynomials on a stretch, in Bernstein form, whose signs are those of its curvature and of the curvature's rate;
 * and the size below which each is only rounding.
 */
export interface CurvaturePolynomials {
  readonly turn: Bernstein;
  readonly turnFloor: number;
  readonly rate: Bernstein;
  readonly rateFloor: number;
}

type Columns = readonly [Bernstein, Bernstein, Bernstein];
const AXES: readonly Vector3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
/** What rounding makes of a sum of products, in units of the last place. */
const PRODUCTS = 32 * Number.EPSILON;

/**
 * For homogeneous (X, w): V = w(X'×X'') − w'(X×X'') + w''(X×X') and S = X'w − Xw' give r'×r'' = V/w³ and r' = S/w², so
 * that with F = |S|² κ = Δw³/F^(3/2), where Δ = V·n, and dκ/du has the sign of (Δ'w + 3Δw')F − (3/2)ΔwF'. In space,
 * for |κ|: G = |V|² in place of Δ, and (G'w + 6Gw')F − 3GwF'. Without weights w = 1 and w' = 0. (The quotient rule on
 * the curvature formula; Floater, Derivatives of rational Bézier curves, CAGD 1992, for the rational one.)
 */
export function curvaturePolynomials(nets: DerivativeNets, normal: Vector3 | null): CurvaturePolynomials {
  const sizes = sizesOf(nets);
  const [w, w1] = nets.weights ?? [];
  const isQuadratic = nets.places[2][0].length === 1;
  const speed = speedVector(nets);
  const acceleration = speedVector(nets, 2);
  const vectorNoise = turnNoise(sizes, 2);
  const slopeNoise = turnNoise(sizes, 3);

  let turn: Bernstein;
  let turnSlope: Bernstein | null;
  let turnFloor: number;
  let turnSlopeFloor: number;
  let share: number;
  if (normal) {
    turn = turnAlong(nets, 2, normal);
    turnSlope = isQuadratic ? null : turnAlong(nets, 3, normal);
    turnFloor = 2 * vectorNoise;
    turnSlopeFloor = 2 * slopeNoise;
    share = 1;
  } else {
    const vector = columns((c) => turnAlong(nets, 2, AXES[c]));
    const vectorSlope = isQuadratic ? null : columns((c) => turnAlong(nets, 3, AXES[c]));
    const [size, slopeSize] = [largestOf(vector), vectorSlope ? largestOf(vectorSlope) : 0];
    turn = scalar(vector, vector);
    turnSlope = vectorSlope && scalar(vector, vectorSlope, 2);
    turnFloor = 3 * vectorNoise * (2 * size + vectorNoise);
    turnSlopeFloor = 6 * (size * slopeNoise + slopeSize * vectorNoise + slopeNoise * vectorNoise);
    share = 2;
  }
  const squared = scalar(speed, speed);
  const squaredSlope = scalar(speed, acceleration, 2);
  const times = (a: Bernstein, b: Bernstein | undefined) => (b ? product(a, b) : a);
  const rate = product(times(turn, w), squaredSlope, -1.5 * share);
  if (turnSlope) product(times(turnSlope, w), squared, 1, rate);
  if (w1) product(product(turn, w1, 3 * share), squared, 1, rate);

  const [heavy, steep] = w ? [boundOf(w), boundOf(w1)] : [1, 0];
  const [noiseOfSpeed, accelerationNoise] = [1, 2].map((k) => speedNoiseOf(sizes, k as 1 | 2));
  const [fast, fastSlope] = [largestOf(speed), largestOf(acceleration)];
  const [size, sizeSlope] = [boundOf(turn), turnSlope ? boundOf(turnSlope) : 0];
  const slope = sizeSlope * heavy + 3 * share * size * steep;
  const rateFloor =
    (turnSlopeFloor * heavy + 3 * share * turnFloor * steep) * boundOf(squared) +
    slope * 6 * fast * noiseOfSpeed +
    1.5 * share * heavy * turnFloor * boundOf(squaredSlope) +
    1.5 * share * heavy * size * 6 * (fast * accelerationNoise + fastSlope * noiseOfSpeed) +
    PRODUCTS * (slope * boundOf(squared) + 1.5 * share * heavy * size * boundOf(squaredSlope));
  return { turn, turnFloor, rate, rateFloor };
}

/** Curvature at the share t of a stretch, and what rounding may have made of it; Infinity at a standstill. */
export function curvatureIn(
  nets: DerivativeNets,
  t: number,
  normal: Vector3 | null,
): { readonly kappa: number; readonly noise: number } {
  const { places, weights } = nets;
  const at = ([x, y, z]: Columns): Vector3 => [valueAt(x, t), valueAt(y, t), valueAt(z, t)];
  const [x, d, dd] = [at(places[0]), at(places[1]), at(places[2])];
  const w = weights ? [valueAt(weights[0], t), valueAt(weights[1], t), valueAt(weights[2], t)] : [1, 0, 0];
  const sizeOf = (place: Vector3, k: number): Size => {
    return {
      place: length(place),
      placeNoise: nets.noise[k],
      weight: Math.abs(w[k]),
      weightNoise: nets.weightNoise[k],
    };
  };
  const sizes = [sizeOf(x, 0), sizeOf(d, 1), sizeOf(dd, 2)];
  const speed = weights ? length(along(scale(d, w[0]), x, -w[1])) : sizes[1].place;
  const slowest = 2 * speedNoiseOf(sizes, 1);
  if (!(speed > slowest)) return { kappa: 0, noise: Infinity };
  const factor = (w[0] / speed) ** 3;
  const plain = cross(d, dd);
  const vector = weights ? along(along(scale(plain, w[0]), cross(x, dd), -w[1]), cross(x, d), w[2]) : plain;
  const kappa = (normal ? dot(vector, normal) : length(vector)) * factor;
  return { kappa, noise: 2 * turnNoise(sizes, 2) * factor + (3 * Math.abs(kappa) * slowest) / speed };
}

/** S, or its derivative X''w − Xw''. */
export function speedVector({ places, weights }: DerivativeNets, order: 1 | 2 = 1): Columns {
  if (!weights) return places[order];
  return columns((c) => product(places[0][c], weights[order], -1, product(places[order][c], weights[0])));
}

/** V·n, or with `order` 3 its derivative (w(X'×X''') − w'(X×X''') + w'''(X×X'))·n, for degrees of 3 and more. */
function turnAlong({ places, weights }: DerivativeNets, order: 2 | 3, normal: Vector3): Bernstein {
  const [x, d] = places;
  const high = places[order];
  if (!weights) return crossedAlong(d, high, normal);
  const out = product(crossedAlong(d, high, normal), weights[0]);
  product(crossedAlong(x, high, normal), weights[1], -1, out);
  return product(crossedAlong(x, d, normal), weights[order], 1, out);
}

/** (a × b)·n. */
function crossedAlong(a: Columns, b: Columns, normal: Vector3): Bernstein {
  const out = new Float64Array(a[0].length + b[0].length - 1);
  for (let c = 0; c < 3; c++) {
    if (normal[c] === 0) continue;
    const [i, j] = [(c + 1) % 3, (c + 2) % 3];
    product(a[i], b[j], normal[c], out);
    product(a[j], b[i], -normal[c], out);
  }
  return out;
}

const columns = (column: (c: 0 | 1 | 2) => Bernstein): Columns => [column(0), column(1), column(2)];

function scalar(a: Columns, b: Columns, factor = 1): Bernstein {
  const out = product(a[0], b[0], factor);
  product(a[1], b[1], factor, out);
  return product(a[2], b[2], factor, out);
}

const largestOf = ([x, y, z]: Columns): number => Math.max(boundOf(x), boundOf(y), boundOf(z));

/** How large a derivative of X and of w is, and how much of that is rounding. */
interface Size {
  readonly place: number;
  readonly placeNoise: number;
  readonly weight: number;
  readonly weightNoise: number;
}

const sizesOf = ({ places, weights, noise, weightNoise }: DerivativeNets): Size[] =>
  places.map((all, k) => ({
    place: largestOf(all),
    placeNoise: noise[k],
    weight: weights ? boundOf(weights[k]) : k === 0 ? 1 : 0,
    weightNoise: weightNoise[k],
  }));

/** The rounding of w_i (X_j × X_k). */
function tripleNoise({ weight, weightNoise }: Size, a: Size, b: Size): number {
  return (
    2 * weight * (a.placeNoise * b.place + a.place * b.placeNoise) +
    2 * weightNoise * a.place * b.place +
    PRODUCTS * weight * a.place * b.place
  );
}

/** That of V (order 2) or its derivative (order 3). */
const turnNoise = (s: readonly Size[], order: 2 | 3): number =>
  tripleNoise(s[0], s[1], s[order]) + tripleNoise(s[1], s[0], s[order]) + tripleNoise(s[order], s[0], s[1]);

/** What rounding may have made of S all along a stretch. */
export const speedNoise = (nets: DerivativeNets): number => 2 * speedNoiseOf(sizesOf(nets), 1);

/** That of S (order 1) or its derivative (order 2). */
function speedNoiseOf(s: readonly Size[], order: 1 | 2): number {
  const product = (w: Size, x: Size) =>
    w.weight * x.placeNoise + w.weightNoise * x.place + PRODUCTS * w.weight * x.place;
  return product(s[0], s[order]) + product(s[order], s[0]);
}
