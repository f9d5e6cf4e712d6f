import type { Vector3 } from '../linear/vector';
import { signChangesOf } from '../linear/bernstein';
import { signChange } from '../linear/signChange';
import { findSpan } from '../curve/basis';
import { countOf, type Curve, domainOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { curvatureFrom } from './curvature';
import { curvatureIn, type CurvaturePolynomials, curvaturePolynomials } from './curvaturePolynomials';
import { stretchesOf } from './evenStretches';
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
export interface Reading extends CurvaturePlace {
  readonly noise: number;
}

/**
 * The curvature at both ends of every stretch and at each of its inner stationary places, in order: between neighbours
 * it is monotone. Where the curve stands still it has none, and grows without limit beside: it is read a little on.
 */
export function readings(curve: Curve, normal: Vector3 | null): Reading[] {
  mustBeNormal(normal);
  const list: Reading[] = [];
  for (const stretch of stretchesOf(curve)) {
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
  const closed = curve.closing !== 'open';
  const turning = turningReadings(readings(curve, normal), closed);
  return (closed ? turning : turning.slice(1, -1)).map(({ u, kappa, side, kind }) => ({ u, kappa, side, kind }));
}

/** A reading at which curvature turns; of an open curve also its first and last one, which it starts from or runs to. */
export interface TurningReading extends Reading {
  readonly kind: CurvatureExtremum['kind'];
  /** Its place in the list. */
  readonly index: number;
}

/** The readings between which curvature only rises or only falls, as far as rounding lets tell; none where it stays. */
export function turningReadings(list: readonly Reading[], isRing: boolean): TurningReading[] {
  const all = distinct(list);
  const ring = isRing && all.length > 1 && same(list[all[0]], list[all[all.length - 1]]) ? all.slice(0, -1) : all;
  const n = ring.length;
  if (n < 2) return [];
  const rises = (i: number) => list[ring[i % n]].kappa < list[ring[(i + 1) % n]].kappa;
  const found: TurningReading[] = [];
  for (let i = 0; i < n; i++) {
    const before = !isRing && i === 0 ? !rises(0) : rises(i + n - 1);
    const after = !isRing && i === n - 1 ? !before : rises(i);
    const index = ring[i];
    if (before === after) continue;
    const { u, kappa, side, noise } = list[index];
    found.push({ u, kappa, side, noise, kind: before ? 'maximum' : 'minimum', index });
  }
  return found;
}

/** Whether two readings are one value, as far as rounding lets tell. */
const same = (a: Reading, b: Reading): boolean =>
  Math.abs(a.kappa - b.kappa) <= SAME_CURVATURE * Math.max(Math.abs(a.kappa), Math.abs(b.kappa)) + a.noise + b.noise;

/** Runs of one value as the index of their first reading. */
function distinct(list: readonly Reading[]): number[] {
  const out: number[] = [];
  for (let i = 0; i < list.length; i++) if (i === 0 || !same(list[out[out.length - 1]], list[i])) out.push(i);
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
  return inflectionsAmong(curve, readings(curve, normal), normal);
}

/** The same from readings at hand: between two of them curvature is monotone, and changes its sign at most once. */
export function inflectionsAmong(curve: Curve, list: readonly Reading[], normal: Vector3): CurvaturePlace[] {
  const found: CurvaturePlace[] = [];
  const put = (u: number) => found.push({ u, kappa: 0, side: 'right' });
  let first: Reading | null = null;
  let last: Reading | null = null;
  /** Where κ is none since the last reading that has a sign. */
  let none: number[] = [];
  for (const reading of list) {
    if (Math.abs(reading.kappa) <= reading.noise) {
      none.push(reading.u);
      continue;
    }
    if (last && last.kappa > 0 !== reading.kappa > 0) {
      put(none.length > 0 ? (none[0] + none[none.length - 1]) / 2 : changeBetween(curve, last, reading, normal));
    }
    first ??= reading;
    [last, none] = [reading, []];
  }
  if (curve.closing !== 'open' && first && last && first.kappa > 0 !== last.kappa > 0) {
    found.unshift({ u: domainOf(curve)[0], kappa: 0, side: 'right' });
  }
  return found;
}

/** Of two readings on one span the place where κ is 0; at a knot where it jumps, the knot. */
function changeBetween(curve: Curve, before: Reading, after: Reading, normal: Vector3): number {
  const [low, high] = [before.u, after.u];
  const span = findSpan(curve.knots, curve.degree, countOf(curve), low, before.side);
  // On different spans only when the curve stands still between.
  if (low === high || high > curve.knots[span + 1]) return (low + high) / 2;
  return levelBetween(curve, span, low, high, normal, 0);
}

/** The place on a span between the parameters of two readings where the curvature, monotone there, comes to a level. */
export function levelBetween(
  curve: Curve,
  span: number,
  low: number,
  high: number,
  normal: Vector3 | null,
  level: number,
): number {
  const at = (u: number) => {
    derivativesInSpan(curve, span, u, 3, scratch);
    return curvatureFrom(scratch, normal).kappa - level;
  };
  return signChange(at, low, high);
}

const scratch = new Float64Array(12);

/**
 * The place of the largest |κ|, both sides of every knot considered; null for a straight curve, or one that is a
 * point. At a cusp or where the curve stands still curvature has no largest value: Infinity is never answered, a large
 * finite one beside the place is.
 */
export function smallestRadius(
  curve: Curve,
  normal: Vector3 | null = null,
): (CurvaturePlace & { readonly radius: number }) | null {
  const tightest = tightestOf(readings(curve, normal));
  if (!tightest) return null;
  const { u, kappa, side } = tightest;
  return { u, kappa, side, radius: 1 / Math.abs(kappa) };
}

/** The reading of the largest |κ|; null where all are 0. */
export function tightestOf(list: readonly Reading[]): Reading | null {
  let tightest: Reading | null = null;
  for (const reading of list) {
    if (!tightest || Math.abs(reading.kappa) > Math.abs(tightest.kappa)) tightest = reading;
  }
  return tightest?.kappa === 0 ? null : tightest;
}
