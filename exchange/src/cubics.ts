import {
  add,
  along,
  type ArcLength,
  arcLength,
  type Curve,
  closestPoint,
  derivatives,
  distance,
  domainOf,
  dot,
  evaluate,
  lengthAt,
  parameterAt,
  scale,
  spansOf,
  subCurve,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import type { ExchangePrice } from './report';

/** Cubic Bézier pieces one after the other: x y z of three points each, after the start. */
export interface Cubics {
  readonly start: Vector3;
  readonly pieces: readonly (readonly [Vector3, Vector3, Vector3])[];
  /** How far they stray from the curve, and where; sampled. */
  readonly price: ExchangePrice;
}

/** A piece is looked at in so many places, and must lie within this share of the tolerance there. */
const [PLACES, SHARE] = [16, 0.9];
/** Handles of other lengths, as shares of the chord, make pieces that nobody expects. */
const [SHORTEST, LONGEST] = [0.05, 1.5];
/** A span is halved no more often than this. */
const DEEPEST = 14;
/** Of the size of a curve: finer pieces would be thousands, and rounding would decide where they end. */
const FINEST = 1e-8;

/**
 * A curve as cubic Bézier pieces within a tolerance, in mm, one for each span where that is enough, else halved: each
 * with the ends and end tangents of its stretch, and handles for which its middle comes nearest to the place at half
 * the length. Kinks stay. No tolerance is finer than 1e-8 of the curve's length; the price says what was reached.
 */
export function cubicsWithin(curve: Curve, tolerance: number): Cubics {
  const { knots } = curve;
  const lengths = arcLength(curve);
  const within = SHARE * Math.max(tolerance, FINEST * lengths.total);
  const pieces: [Vector3, Vector3, Vector3][] = [];
  let price: ExchangePrice = { max: 0, at: evaluate(curve, domainOf(curve)[0]), bound: null };
  const add = (from: number, to: number, depth: number): void => {
    const piece = cubicOver(curve, lengths, from, to);
    const worst = farthest(piece, curve, from, to);
    const middle = (from + to) / 2;
    if (worst.max > within && depth < DEEPEST && middle > from && middle < to) {
      add(from, middle, depth + 1);
      add(middle, to, depth + 1);
      return;
    }
    if (worst.max > price.max) price = { ...worst, bound: null };
    pieces.push([piece[1], piece[2], piece[3]]);
  };
  for (const k of spansOf(curve)) add(knots[k], knots[k + 1], 0);
  return { start: evaluate(curve, domainOf(curve)[0]), pieces, price };
}

type Cubic = readonly [Vector3, Vector3, Vector3, Vector3];

function cubicOver(curve: Curve, lengths: ArcLength, from: number, to: number): Cubic {
  const [start, end] = [motionAt(curve, from, 'right'), motionAt(curve, to, 'left')];
  const half = (lengthAt(lengths, from) + lengthAt(lengths, to)) / 2;
  const middle = evaluate(curve, parameterAt(lengths, half));
  const chord = distance(start.at, end.at);
  const fair = (handle: number, speed: number) =>
    handle > SHORTEST * chord && handle < LONGEST * chord ? handle : (speed * (to - from)) / 3;
  // 3 α T0 - 3 β T1 = 8 M - 4 (P0 + P3), in the sense of least squares.
  const target = along(scale(middle, 8 / 3), add(start.at, end.at), -4 / 3);
  const across = dot(start.tangent, end.tangent);
  const [p, q] = [dot(target, start.tangent), dot(target, end.tangent)];
  const determinant = 1 - across * across;
  // Along one line the two share what is to be reached.
  const [alpha, beta] =
    determinant > 1e-12 ? [(p - across * q) / determinant, (across * p - q) / determinant] : [NaN, NaN];
  const [a, b] = [fair(alpha, start.speed), fair(beta, end.speed)];
  return [start.at, along(start.at, start.tangent, a), along(end.at, end.tangent, -b), end.at];
}

function motionAt(curve: Curve, u: number, side: 'left' | 'right') {
  const d = derivatives(curve, u, 1, side);
  const [at, velocity] = [vectorAt(d, 0), vectorAt(d, 1)];
  const speed = Math.hypot(...velocity);
  const tangent: Vector3 = speed > 0 ? [velocity[0] / speed, velocity[1] / speed, velocity[2] / speed] : [0, 0, 0];
  return { at, tangent, speed };
}

function farthest(
  [a, b, c, d]: Cubic,
  curve: Curve,
  from: number,
  to: number,
): { readonly max: number; readonly at: Vector3 } {
  const cut = subCurve(curve, from, to);
  const stretch = cut.ok ? cut.value : curve;
  let worst: { max: number; at: Vector3 } = { max: 0, at: a };
  for (let i = 1; i <= PLACES; i++) {
    const t = i / (PLACES + 1);
    const s = 1 - t;
    const [wa, wb, wc, wd] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    const at = along(along(along(scale(a, wa), b, wb), c, wc), d, wd);
    const nearest = closestPoint(stretch, at);
    if (nearest.distance > worst.max) worst = { max: nearest.distance, at };
  }
  return worst;
}
