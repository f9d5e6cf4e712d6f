import type { Vector3 } from '../linear/vector';
import { signChangesOf } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { bezierPieces } from '../degree/bezierPieces';
import { curvatureFrom } from './curvature';
import { type CurvaturePolynomials, curvaturePolynomials } from './curvaturePolynomials';

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

interface Reading extends CurvaturePlace {
  readonly piece: number;
}

/**
 * The curvature at both ends of every piece and at each of its inner stationary places, in order: between neighbours
 * it is monotone.
 */
function readings(curve: Curve, normal: Vector3 | null): Reading[] {
  const pieces = bezierPieces(curve);
  const { breaks, spans } = pieces;
  const list: Reading[] = [];
  spans.forEach((span, piece) => {
    const [from, to] = [breaks[piece], breaks[piece + 1]];
    const { rate, rateFloor } = curvaturePolynomials(pieces, piece, normal);
    const read = (u: number, side: 'left' | 'right') => {
      derivativesInSpan(curve, span, u, 3, scratch);
      list.push({ u, kappa: curvatureFrom(scratch, normal).kappa, side, piece });
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

const largestOf = (list: readonly Reading[]) => list.reduce((most, { kappa }) => Math.max(most, Math.abs(kappa)), 0);
const same = (a: number, b: number, largest: number) => Math.abs(a - b) <= SAME_CURVATURE * largest;

/** Runs of one value as their first reading. */
function distinct(list: readonly Reading[]): Reading[] {
  const largest = largestOf(list);
  const out: Reading[] = [];
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
 * point. At a cusp or a kink inside a span curvature has no largest value: Infinity is never answered, the largest
 * finite one is.
 */
export function smallestRadius(
  curve: Curve,
  normal: Vector3 | null = null,
): (CurvaturePlace & { readonly radius: number }) | null {
  let tightest: Reading | null = null;
  for (const reading of readings(curve, normal)) {
    if (!tightest || Math.abs(reading.kappa) > Math.abs(tightest.kappa)) tightest = reading;
  }
  if (!tightest || isStraight(curve, normal)) return null;
  const { u, kappa, side } = tightest;
  return { u, kappa, side, radius: 1 / Math.abs(kappa) };
}

function isStraight(curve: Curve, normal: Vector3 | null): boolean {
  const pieces = bezierPieces(curve);
  return pieces.spans.every((_, piece) => {
    const { turn, turnFloor }: CurvaturePolynomials = curvaturePolynomials(pieces, piece, normal);
    return turn.every((value) => Math.abs(value) <= turnFloor);
  });
}
