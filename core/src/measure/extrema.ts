import type { Vector3 } from '../linear/vector';
import { signChangesOf } from '../linear/bernstein';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { derivativeNets } from '../degree/derivativeNets';
import { curvatureIn, type CurvaturePolynomials, curvaturePolynomials } from './curvaturePolynomials';
import { evenStretches } from './evenStretches';
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

/** Neighbouring values that differ by less than this share are one: those of a circle, all. */
const SAME_CURVATURE = 1e-9;

const NONE = { kappa: 0, noise: 0 };

/** A reading, and what rounding may have made of its curvature. */
interface Reading extends CurvaturePlace {
  readonly noise: number;
}

/**
 * The curvature at both ends of every stretch and at each of its inner stationary places, in order: between neighbours
 * it is monotone. Where the curve stands still it has none, and grows without limit beside: it is read a little on.
 */
function readings(curve: Curve, normal: Vector3 | null): Reading[] {
  mustBeNormal(normal);
  const list: Reading[] = [];
  for (const span of spansOf(curve)) {
    for (const stretch of evenStretches(derivativeNets(curve, span))) {
      const { from, to } = stretch;
      const polynomials = curve.degree > 1 ? curvaturePolynomials(stretch, normal) : null;
      const straight = !polynomials || isStraight(polynomials);
      const read = (t: number, side: 'left' | 'right') => {
        const u = t === 1 ? to : from + t * (to - from);
        const { kappa, noise } = straight ? NONE : curvatureIn(stretch, t, normal);
        if (noise < Infinity) list.push({ u, side, kappa, noise });
      };
      read(0, 'right');
      if (!straight) for (const t of signChangesOf(polynomials.rate, polynomials.rateFloor)) read(t, 'right');
      read(1, 'left');
    }
  }
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
  const ring = closed && same(list[0], list[count - 1]) ? list.slice(0, -1) : list;
  const n = ring.length;
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const { u, kappa, side } = ring[i];
    const [before, after] = [ring[(i + n - 1) % n].kappa, ring[(i + 1) % n].kappa];
    if (kappa > before && kappa > after) found.push({ u, kappa, side, kind: 'maximum' });
    if (kappa < before && kappa < after) found.push({ u, kappa, side, kind: 'minimum' });
  }
  return found;
}

/** Whether two readings are one value, as far as rounding lets tell. */
const same = (a: Reading, b: Reading): boolean =>
  Math.abs(a.kappa - b.kappa) <= SAME_CURVATURE * Math.max(Math.abs(a.kappa), Math.abs(b.kappa)) + a.noise + b.noise;

/** Runs of one value as their first reading. */
function distinct(list: readonly Reading[]): Reading[] {
  const out: Reading[] = [];
  for (const reading of list) {
    const before = out[out.length - 1];
    if (!before || !same(before, reading)) out.push(reading);
  }
  return out;
}

const isStraight = ({ turn, turnFloor }: CurvaturePolynomials): boolean =>
  turn.every((value) => Math.abs(value) <= turnFloor);

/**
 * Where the curvature against a plane's normal changes its sign, in order: inside a piece, at a knot where it jumps
 * or passes through 0, and in the middle of a straight stretch between bends to different sides. `kappa` is 0. On a
 * closed curve the seam counts too.
 */
export function inflections(curve: Curve, normal: Vector3): CurvaturePlace[] {
  mustBeNormal(normal);
  /** Ends of stretches of one sign, in order. */
  const signed: { u: number; sign: number }[] = [];
  const found: CurvaturePlace[] = [];
  const put = (u: number) => found.push({ u, kappa: 0, side: 'right' });
  if (curve.degree === 1) return found;
  for (const span of spansOf(curve)) {
    for (const stretch of evenStretches(derivativeNets(curve, span))) {
      const { from, to } = stretch;
      const { turn, turnFloor } = curvaturePolynomials(stretch, normal);
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
  }
  if (curve.closing !== 'open' && signed.length > 0 && signed[0].sign !== signed[signed.length - 1].sign) {
    found.unshift({ u: domainOf(curve)[0], kappa: 0, side: 'right' });
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
