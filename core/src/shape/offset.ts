import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { closestPoint } from '../measure/closestPoint';
import { checkPlane, type Plane } from '../plane/plane';
import { fromAxesOf, heightOf, inAxesOf, type NotFlat } from '../plane/flatten';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeFinite, mustBeOneOf, mustBeWhole } from '../refuse';
import { endOf, join } from './join';
import { close } from './close';
import { type OffsetPiece, offsetPieces } from './offsetPieces';
import { withoutLoops } from './offsetLoops';

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
const CHECKS_PER_SPAN = 24;

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
  mustBeAbove0(tolerance, 'tolerance');
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
  return success({ curves: chains.map((chain) => fromAxesOf(plane, chain)), error, lost: lostBetween(standing, kept) });
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
  for (const span of spansOf(made)) {
    const [from, to] = [made.knots[span], made.knots[span + 1]];
    for (let i = 0; i <= CHECKS_PER_SPAN; i++) {
      const u = i === CHECKS_PER_SPAN ? to : from + ((to - from) * i) / CHECKS_PER_SPAN;
      const off = closestPoint(original, evaluate(made, u)).distance - wanted;
      error = Math.max(error, corners === 'sharp' ? -off : Math.abs(off));
    }
  }
  return error;
}

/** Where the original goes on between the places that the ends of neighbouring pieces belong to. */
function lostBetween(original: Curve, pieces: readonly OffsetPiece[]): [number, number][] {
  const [first, last] = domainOf(original);
  const near = 1e-6 * (last - first);
  const along = pieces.filter(({ corner, curve }) => !corner && curve.closing === 'open');
  if (along.length === 0) return [];
  const ends = along.map(({ curve }) => {
    const [from, to] = domainOf(curve);
    return [footNear(original, endOf(curve, 'start'), from), footNear(original, endOf(curve, 'end'), to)] as const;
  });
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

/** The foot of a place on a curve that lies next to a parameter, by Newton's method (The NURBS Book, 6.1). */
function footNear(curve: Curve, [x, y]: Vector3, guess: number): number {
  const [first, last] = domainOf(curve);
  const inside = (u: number) => Math.min(last, Math.max(first, u));
  let u = inside(guess > last ? guess - (last - first) : guess);
  for (let round = 0; round < 20; round++) {
    const d = derivatives(curve, u, 2);
    const slope = (d[0] - x) * d[3] + (d[1] - y) * d[4];
    const speed = d[3] * d[3] + d[4] * d[4];
    const bend = speed + (d[0] - x) * d[6] + (d[1] - y) * d[7];
    if (!(speed > 0)) return u;
    u = inside(u - slope / (bend > speed / 8 ? bend : speed));
  }
  return u;
}
