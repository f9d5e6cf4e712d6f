import { sizeAt, type Vector3 } from '../linear/vector';
import { signChangesOf } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { type BezierPieces, bezierPieces } from '../degree/bezierPieces';
import { curvatureFrom } from './curvature';
import { curvaturePolynomials } from './curvaturePolynomials';
import { mustBeNormal } from '../refuse';

/** A place where curvature does something, with the curvature there in 1/mm. */
export interface CurvaturePlace {
  readonly u: number;
  /** Signed when a plane's normal was given. */
  readonly kappa: number;
  /** Which side of a knot `kappa` was read on; between knots both are the same. */
  readonly side: 'left' | 'right';
}

export interface CurvatureExtremum extends CurvaturePlace {
  readonly kind: 'maximum' | 'minimum';
}

/** Differences of curvature below this share of the largest are one value: of a circle's, all. */
const SAME_CURVATURE = 1e-9;
const scratch = new Float64Array(12);

/** Slower than this share of a piece's fastest speed, a curve stands still: it is read this share of the piece on. */
const STANDSTILL = 1e-9;
const BESIDE = 1e-4;

/** The largest speed that a piece's control points allow, in mm per unit of the parameter. */
function fastest({ breaks, points, degree }: BezierPieces, piece: number): number {
  let most = 0;
  for (let i = piece * (degree + 1); i < (piece + 1) * (degree + 1) - 1; i++) {
    const [x, y, z] = [0, 1, 2].map(
      (c) => points[4 * i + 4 + c] / points[4 * i + 7] - points[4 * i + c] / points[4 * i + 3],
    );
    most = Math.max(most, Math.hypot(x, y, z));
  }
  return (degree * most) / (breaks[piece + 1] - breaks[piece]);
}

/**
 * The curvature at both ends of every piece and at each of its inner stationary places, in order: between neighbours
 * it is monotone. Where the curve stands still it has none, and grows without limit beside: it is read a little on.
 */
function readings(curve: Curve, normal: Vector3 | null): CurvaturePlace[] {
  mustBeNormal(normal);
  const pieces = bezierPieces(curve);
  const { breaks, spans } = pieces;
  const list: CurvaturePlace[] = [];
  spans.forEach((span, piece) => {
    const [from, to] = [breaks[piece], breaks[piece + 1]];
    const { turn, turnFloor, rate, rateFloor } = curvaturePolynomials(pieces, piece, normal);
    const straight = turn.every((value) => Math.abs(value) <= turnFloor);
    const standstill = STANDSTILL * fastest(pieces, piece);
    const kappaAt = (u: number): number => {
      derivativesInSpan(curve, span, u, 3, scratch);
      return curvatureFrom(scratch, normal).kappa;
    };
    const read = (u: number, side: 'left' | 'right') => {
      let kappa = straight ? 0 : kappaAt(u);
      if (!straight && sizeAt(scratch, 3) <= standstill) {
        kappa = kappaAt(side === 'right' ? Math.min(to, u + BESIDE * (to - from)) : u - BESIDE * (to - from));
      }
      list.push({ u, kappa, side });
    };
    read(from, 'right');
    for (const t of signChangesOf(rate, rateFloor)) read(from + t * (to - from), 'right');
    read(to, 'left');
  });
  return list;
}

/**
 * All local maxima and minima of the curvature inside the curve, in order, to rounding: signed curvature when a
 * plane's `normal` is given, else |κ|. A knot where curvature jumps counts with each side's own value. The ends of an
 * open curve are none; on a closed one the seam is a knot like others. Where curvature stays the same over a stretch,
 * the stretch counts once, at its start. A circle and a line have none.
 *
 * Every sign change of dκ/du is found, as a zero of a polynomial in Bernstein form (`curvaturePolynomials`).
 */
export function curvatureExtrema(curve: Curve, normal: Vector3 | null = null): CurvatureExtremum[] {
  const list = distinct(readings(curve, normal));
  const found: CurvatureExtremum[] = [];
  const closed = curve.closing !== 'open';
  const count = list.length;
  if (count < 3) return found;
  const ring = closed && same(list[0].kappa, list[count - 1].kappa, largestOf(list)) ? list.slice(0, -1) : list;
  const n = ring.length;
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const { u, kappa, side } = ring[i];
    const [before, after] = [ring[(i + n - 1) % n].kappa, ring[(i + 1) % n].kappa];
    if (kappa > before && kappa > after) found.push({ u, kappa, side, kind: 'maximum' });
    if (kappa < before && kappa < after) found.push({ u, kappa, side, kind: 'minimum' });
  }
  return found;
}

const largestOf = (list: readonly CurvaturePlace[]) =>
  list.reduce((most, { kappa }) => Math.max(most, Math.abs(kappa)), 0);
const same = (a: number, b: number, largest: number) => Math.abs(a - b) <= SAME_CURVATURE * largest;

/** Runs of one value as their first reading. */
function distinct(list: readonly CurvaturePlace[]): CurvaturePlace[] {
  const largest = largestOf(list);
  const out: CurvaturePlace[] = [];
  for (const reading of list) {
    const before = out[out.length - 1];
    if (!before || !same(before.kappa, reading.kappa, largest)) out.push(reading);
  }
  return out;
}

/**
 * Where the curvature against a plane's normal changes its sign, in order: inside a piece, at a knot where it jumps
 * or passes through 0, and in the middle of a straight stretch between bends to different sides. `kappa` is 0. On a
 * closed curve the seam counts too.
 */
export function inflections(curve: Curve, normal: Vector3): CurvaturePlace[] {
  mustBeNormal(normal);
  const pieces = bezierPieces(curve);
  const { breaks } = pieces;
  /** Ends of stretches of one sign, in order. */
  const signed: { u: number; sign: number }[] = [];
  const found: CurvaturePlace[] = [];
  const put = (u: number) => found.push({ u, kappa: 0, side: 'right' });
  for (let piece = 0; piece + 1 < breaks.length; piece++) {
    const [from, to] = [breaks[piece], breaks[piece + 1]];
    const { turn, turnFloor } = curvaturePolynomials(pieces, piece, normal);
    const first = turn.find((value) => Math.abs(value) > turnFloor);
    const changes = signChangesOf(turn, turnFloor);
    if (first === undefined) continue;
    const sign = Math.sign(first);
    const before = signed[signed.length - 1];
    if (before && before.sign !== sign) put((before.u + from) / 2);
    for (const t of changes) put(from + t * (to - from));
    if (signed.length === 0) signed.push({ u: from, sign });
    signed.push({ u: to, sign: changes.length % 2 === 0 ? sign : -sign });
  }
  if (curve.closing !== 'open' && signed.length > 0 && signed[0].sign !== signed[signed.length - 1].sign) {
    found.unshift({ u: breaks[0], kappa: 0, side: 'right' });
  }
  return found;
}

/**
 * The place of the largest |κ|, both sides of every knot considered; null for a straight curve, or one that is a
 * point. At a cusp or where the curve stands still curvature has no largest value: Infinity is never answered, a large
 * finite one beside the place is.
 */
export function smallestRadius(
  curve: Curve,
  normal: Vector3 | null = null,
): (CurvaturePlace & { readonly radius: number }) | null {
  let tightest: CurvaturePlace | null = null;
  for (const reading of readings(curve, normal)) {
    if (!tightest || Math.abs(reading.kappa) > Math.abs(tightest.kappa)) tightest = reading;
  }
  if (!tightest || tightest.kappa === 0) return null;
  const { u, kappa, side } = tightest;
  return { u, kappa, side, radius: 1 / Math.abs(kappa) };
}
