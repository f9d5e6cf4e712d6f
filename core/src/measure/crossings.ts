import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { boxTree } from './boxTree';
import { type Meeting, meetingsOf, meetingsWithin } from './meetings';
import type { PlacePair } from './part';
import { type Pair, placeOn, type Stretch, stretchesAmong, within } from './stretches';
import { mustBeAbove0 } from '../refuse';

/** Far from the origin curves are as large as this share of how far: their coordinates hold no finer shape. */
const FAR_AWAY = 1e-6;

/** Where two curves, or two places of one curve, meet within the tolerance. */
export type Crossing =
  | {
      readonly kind: 'point';
      /** Parameter on the first curve, and on the second. */
      readonly u: number;
      readonly v: number;
      /** The place on the first curve, and how far in mm the second passes from it. */
      readonly point: Vector3;
      readonly distance: number;
      /** The curves touch: for a stretch longer than the tolerance they lie within it. */
      readonly touching: boolean;
    }
  | {
      /** The curves lie on each other, or side by side within the tolerance, from one place to another. */
      readonly kind: 'overlap';
      /** On a closed curve counted on past the seam. */
      readonly u: readonly [number, number];
      /** Of the second curve; falling when it runs the other way. */
      readonly v: readonly [number, number];
    };

/** The share of the curves' size within which they count as meeting, unless the caller says otherwise in mm. */
const MEETING = 1e-8;

/**
 * All places where two curves meet, once each, in order on the first: crossings, touches and overlaps, in space as in
 * the plane, within `tolerance` mm (by default 1e-8 of the size of their control polygons). Crossings are polished to
 * rounding, and a finer tolerance counts as that. What cannot be told apart within the tolerance, as two crossings with
 * less than it between the curves, is one touch.
 *
 * Throws a RangeError for a tolerance that is not above 0, or when the curves run side by side for so long, and just so
 * much wider than the tolerance, that no answer can be had.
 */
export function crossings(first: Curve, second: Curve, tolerance = meetingOf(first, second)): Crossing[] {
  mustBeAbove0(tolerance, 'tolerance');
  const pair: Pair = { first, second, tolerance: Math.max(tolerance, roundingOf(first, second)) };
  return sorted(contactsOf(meetingsOf(first, second, pair.tolerance), pair));
}

/**
 * All places where a curve meets itself, once each, `u` below `v`; as `crossings`. Neighbouring places do not count,
 * nor do the seam of a closed curve and the two sides of a cusp; a curve that runs back over itself does.
 */
export function selfCrossings(curve: Curve, tolerance = meetingOf(curve, curve)): Crossing[] {
  mustBeAbove0(tolerance, 'tolerance');
  const pair: Pair = { first: curve, second: curve, tolerance: Math.max(tolerance, roundingOf(curve)) };
  return sorted(
    contactsOf(meetingsWithin(curve, pair.tolerance), pair).filter(
      ({ crossing, lo, hi }) =>
        crossing.kind === 'overlap' || ![lo, hi].some((place) => isNeighbour(curve, place, pair.tolerance)),
    ),
  );
}

const sorted = (contacts: readonly Contact[]): Crossing[] =>
  [...contacts].sort((a, b) => a.lo.u - b.lo.u || a.lo.v - b.lo.v).map(({ crossing }) => crossing);

// Of the control points: the curve itself is hardly smaller, and not worth the search here.
const farthestOf = (curve: Curve): number => Math.max(...Array.from(boxTree(curve).boxes.subarray(0, 6), Math.abs));

/** Nearer than this, in mm, only rounding tells places of the curves apart. */
const roundingOf = (...curves: readonly Curve[]): number => 16 * Number.EPSILON * Math.max(...curves.map(farthestOf));

/** The tolerance that goes without saying, in mm. */
function meetingOf(...curves: readonly Curve[]): number {
  const sizes = curves.map((curve) => {
    const [x, y, z, X, Y, Z] = boxTree(curve).boxes;
    // Far from the origin the rounding of the coordinates is what can be told apart.
    return Math.max(Math.hypot(X - x, Y - y, Z - z), FAR_AWAY * farthestOf(curve));
  });
  // All control points of both in the origin: any distance will do.
  return MEETING * Math.max(...sizes) || 1;
}

interface Contact {
  readonly lo: PlacePair;
  readonly hi: PlacePair;
  readonly crossing: Crossing;
}

const contactsOf = (meetings: readonly Meeting[], pair: Pair): Contact[] =>
  stretchesAmong(meetings, pair).flatMap((stretch) => {
    const contact = contactOf(stretch, pair);
    return stretch.minor && contact.crossing.kind === 'point' ? [] : [contact];
  });

function contactOf({ lo, hi, best, away }: Stretch, { first, second, tolerance }: Pair): Contact {
  const at = placeOn(first, lo.u);
  const along = (t: number) => lo.u + t * (hi.u - lo.u);
  const long = lo !== hi && [0.25, 0.5, 0.75, 1].some((t) => distance(at, placeOn(first, along(t))) > 2 * tolerance);
  if (long) {
    // From its nearest place on a touch leaves the tolerance as a square or faster; an overlap keeps its distance.
    const near = best.distance + (tolerance - best.distance) / 8;
    const LOOKS = 33;
    let on = 0;
    for (let i = 0; i < LOOKS; i++) if (away(along(i / (LOOKS - 1))).distance <= near) on++;
    if (on >= 0.85 * LOOKS) return { lo, hi, crossing: { kind: 'overlap', u: [lo.u, hi.u], v: [lo.v, hi.v] } };
  }
  const [u, v] = [within(first, best.u), within(second, best.v)];
  const point = best.point ?? evaluate(first, u);
  const gap = best.point ? best.distance : distance(point, evaluate(second, v));
  return { lo, hi, crossing: { kind: 'point', u, v, point, distance: gap, touching: long } };
}

/** One place of a curve found as two: the curve does not go away between the parameters, or over its seam. */
function isNeighbour(curve: Curve, { u, v }: PlacePair, tolerance: number): boolean {
  const [first, last] = domainOf(curve);
  const period = curve.closing === 'open' ? 0 : last - first;
  return [v, v - period].some((to) => {
    const at = placeOn(curve, u);
    return [0.25, 0.5, 0.75, 1].every((t) => distance(at, placeOn(curve, u + t * (to - u))) <= 16 * tolerance);
  });
}
