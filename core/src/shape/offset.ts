import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { sizeOf } from '../measure/extent';
import { closestPoint } from '../measure/closestPoint';
import { checkPlane, type Plane } from '../plane/plane';
import { fromAxesOf, heightOf, inAxesOf, type NotFlat } from '../measure/flatten';
import { failed, type Result, success } from '../result';
import { mustBeFinite, mustBeOneOf, mustBeReachable, mustBeWhole } from '../refuse';
import { endOf, join } from '../edit/join';
import { close } from '../ends/close';
import { type OffsetPiece, offsetPieces, shifted } from './offsetPieces';
import { withoutLoops } from './offsetLoops';

/** Stretches shorter than this share of the domain are no loss that anybody would see. */
const NO_LOSS = 1e-6;

export interface OffsetOptions {
  /**
   * What bridges the gap on the outside of a kink: an arc about it, or the straight continuations up to where they
   * meet.
   */
  readonly corners?: 'round' | 'sharp';
  /** 3 when left out. */
  readonly degree?: number;
}

export interface Offset {
  /** In order along the original; several where loops were cut away. */
  readonly curves: readonly Curve[];
  /** How much the distance of the curves from the original differs from the one asked for, at most, in mm; sampled. */
  readonly error: number;
  /**
   * Stretches of the original, by its parameters, that have no offset: it would bend or come too near to itself there.
   */
  readonly lost: readonly (readonly [from: number, to: number])[];
}

export type OffsetFailure =
  | NotFlat
  /** The curve bends or comes too near to itself everywhere for an offset so far. */
  | { readonly kind: 'vanished'; readonly distance: number };

/** A curve may leave its plane by this share of the tolerance. */
const FLATNESS = 0.1;
/** An offset is looked at in so many places, and in so many of a span at least and at most. */
const CHECKS = 6000;
const LEAST_IN_A_SPAN = 6;
const MOST_IN_A_SPAN = 24;
/** A kilometre: no drawing is offset farther. */
const FARTHEST = 1e6;

/**
 * The curve at a distance from a plane curve, positive to its left seen against the plane's normal, within `tolerance`
 * mm. What would come nearer to the original than the distance, as beyond a centre of curvature or inside of a corner,
 * is cut away. Lines and arcs give exact lines and arcs.
 *
 * r + d n with n the left normal; its derivative is r' (1 − κ d), which changes its sign at a cusp (Tiller, Hanson,
 * Offsets of two-dimensional profiles, IEEE CG&A 1984; Maekawa, An overview of offset curves and surfaces, CAD 1999).
 */
export function offset(
  curve: Curve,
  by: number,
  tolerance: number,
  plane: Plane,
  { corners = 'round', degree = 3 }: OffsetOptions = {},
): Result<Offset, OffsetFailure> {
  mustBeFinite(by, 'distance');
  if (!(Math.abs(by) <= FARTHEST)) throw new RangeError(`distance: at most ${FARTHEST} mm are offset, not ${by}`);
  mustBeReachable(tolerance, Math.max(sizeOf(curve), Math.abs(by)));
  checkPlane(plane);
  mustBeOneOf(corners, ['round', 'sharp'], 'corners');
  mustBeWhole(degree, 2, 9, 'degree');
  const standing = inAxesOf(plane, curve);
  const height = heightOf(standing);
  if (!(height <= FLATNESS * tolerance)) return failed({ kind: 'not-flat', height });
  if (by === 0) return success({ curves: [curve], error: 0, lost: [] });

  const pieces = offsetPieces(standing, by, tolerance / 2, degree, corners);
  const others = offsetPieces(standing, -by, tolerance / 2, degree, 'round');
  const kept = withoutLoops(standing, pieces, others, by, tolerance);
  if (kept.length === 0) return failed({ kind: 'vanished', distance: by });
  const chains = chained(
    kept.map((piece) => piece.curve),
    tolerance,
    curve.closing !== 'open',
  );
  const error = Math.max(...chains.map((chain) => errorOf(standing, chain, Math.abs(by), corners)));
  return success({
    curves: chains.map((chain) => fromAxesOf(plane, chain)),
    error,
    lost: lostBetween(standing, kept, by),
  });
}

/** Pieces that follow each other as one curve; a chain that ends where it starts is closed. */
function chained(pieces: readonly Curve[], tolerance: number, around: boolean): Curve[] {
  if (pieces.length === 1 && pieces[0].closing !== 'open') return [pieces[0]];
  const chains: Curve[] = [];
  for (const piece of pieces) {
    const before = chains[chains.length - 1];
    const joined = before && join(before, piece, tolerance);
    if (joined?.ok) chains[chains.length - 1] = joined.value;
    else chains.push(piece);
  }
  if (around && chains.length > 1) {
    const joined = join(chains[chains.length - 1], chains[0], tolerance);
    if (joined.ok) chains.splice(0, chains.length, ...[joined.value, ...chains.slice(1, -1)]);
  }
  return chains.map((chain) => {
    const gap = distance(endOf(chain, 'start'), endOf(chain, 'end'));
    return around && gap <= tolerance ? close(chain, tolerance) : chain;
  });
}

/** Sharp corners lie further from the original than asked for, as they should. */
function errorOf(original: Curve, made: Curve, wanted: number, corners: 'round' | 'sharp'): number {
  let error = 0;
  const spans = spansOf(made);
  const checks = Math.min(MOST_IN_A_SPAN, Math.max(LEAST_IN_A_SPAN, Math.floor(CHECKS / spans.length)));
  for (const span of spans) {
    const [from, to] = [made.knots[span], made.knots[span + 1]];
    for (let i = 0; i <= checks; i++) {
      const u = i === checks ? to : from + ((to - from) * i) / checks;
      const off = closestPoint(original, evaluate(made, u)).distance - wanted;
      error = Math.max(error, corners === 'sharp' ? -off : Math.abs(off));
    }
  }
  return error;
}

/** Where the original goes on between the places that the ends of neighbouring pieces belong to. */
function lostBetween(original: Curve, pieces: readonly OffsetPiece[], by: number): [number, number][] {
  const [first, last] = domainOf(original);
  const near = NO_LOSS * (last - first);
  const ends = pieces.flatMap(({ curve, whole }) => {
    if (!whole || curve.closing !== 'open') return [];
    const [from, to] = domainOf(curve);
    return [[footAlong(original, whole, from, by), footAlong(original, whole, to, by)] as const];
  });
  if (ends.length === 0) return [];
  const lost: [number, number][] = [];
  const put = (from: number, to: number) => {
    if (to - from > near) lost.push([from, to]);
  };
  const [begin, end] = [ends[0][0], ends[ends.length - 1][1]];
  if (original.closing === 'open') put(first, begin);
  for (let i = 0; i + 1 < ends.length; i++) put(ends[i][1], ends[i + 1][0]);
  if (original.closing === 'open') put(end, last);
  else if (begin - first + (last - end) > near && begin - first + (last - end) < last - first) {
    put(first, begin);
    put(end, last);
  }
  return lost;
}

/** Chords by which an offset and its original are measured along. */
const CHORDS = 512;
/** What that leaves open, as a share of the piece. */
const FOOT_REACH = 0.03;

/**
 * The parameter on the original that belongs to the place of a whole offset piece at v. Where the offset crosses itself
 * one place belongs to two: it is found by the length along the piece, which is that of r + d n, and then polished.
 * (Newton's method on the foot: The NURBS Book, 6.1.)
 */
function footAlong(original: Curve, whole: Curve, v: number, by: number): number {
  const [from, to] = domainOf(whole);
  if (v <= from || v >= to) return within(original, v <= from ? from : to);
  const along = lengthsAlong((t) => evaluate(whole, t), from, to);
  const wanted = along((v - from) / (to - from)) / along(1);
  const exact = lengthsAlong((u) => shifted(original, within(original, u), by), from, to);
  let [low, high] = [0, 1];
  for (let round = 0; round < 50; round++) {
    const middle = (low + high) / 2;
    if (exact(middle) < wanted * exact(1)) low = middle;
    else high = middle;
  }
  const [least, most] = [low - FOOT_REACH, low + FOOT_REACH].map((share) => from + share * (to - from));
  const [x, y] = evaluate(whole, v);
  let u = from + low * (to - from);
  for (let round = 0; round < 20; round++) {
    const d = derivatives(original, within(original, u), 2);
    const slope = (d[0] - x) * d[3] + (d[1] - y) * d[4];
    const speed = d[3] * d[3] + d[4] * d[4];
    const bend = speed + (d[0] - x) * d[6] + (d[1] - y) * d[7];
    if (!(speed > 0)) break;
    u = Math.min(most, to, Math.max(least, from, u - slope / (bend > speed / 8 ? bend : speed)));
  }
  return within(original, u);
}

/** The length of a path by chords, from its start to a share of its parameters. */
function lengthsAlong(placeAt: (t: number) => Vector3, from: number, to: number): (share: number) => number {
  const lengths = [0];
  let before = placeAt(from);
  for (let i = 1; i <= CHORDS; i++) {
    const place = placeAt(i === CHORDS ? to : from + ((to - from) * i) / CHORDS);
    lengths.push(lengths[i - 1] + distance(before, place));
    before = place;
  }
  return (share) => {
    const i = Math.min(CHORDS - 1, Math.floor(share * CHORDS));
    return lengths[i] + (share * CHORDS - i) * (lengths[i + 1] - lengths[i]);
  };
}

/** A parameter of a closed curve counted on past its seam, in its domain. */
function within(curve: Curve, u: number): number {
  const [first, last] = domainOf(curve);
  return Math.min(last, Math.max(first, u > last ? u - (last - first) : u));
}
