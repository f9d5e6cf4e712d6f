import { along, distance, dot, length, type Vector3, vectorAt } from '../linear/vector';
import { controlPointsOf, countOf, type Curve, domainOf, trusted } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { reverse } from '../edit/reverse';
import { packSites } from '../fit/sites';
import { basisRow } from '../fit/splineSpace';
import { spaceOf } from '../fit/through/fixedSpacing';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import { checkedContacts, type Contact, contactDerivatives, type Contacts, type Freedoms } from '../measure/jet';
import { isDecidedByRounding } from './endRounding';
import { controlPointsFor } from './enoughPoints';
import { type TooFar, withinSize } from './withinSize';
import { failed, type Result, success } from '../result';
import { type EndResponse, leastMovement } from './leastMovement';

export interface JoinedEnd {
  /** By the curve's parameter, run from that end. */
  readonly freedoms: Freedoms;
  /** Square root of the sum of the squares of how far the control points moved, in mm. */
  readonly moved: number;
  /** The curve ran the other way there: it does better reversed. */
  readonly ranAgainst: boolean;
}

export interface Joined {
  readonly curve: Curve;
  readonly start?: JoinedEnd;
  readonly end?: JoinedEnd;
}

export type JoinFailure =
  /** A closed curve has no end. */
  | { readonly kind: 'closed' }
  | { readonly kind: 'degree-too-low'; readonly degree: number; readonly needed: number }
  | { readonly kind: 'too-few-points'; readonly controlPoints: number; readonly needed: number }
  /** All control points lie in one place: nothing says how fast the curve leaves it. */
  | { readonly kind: 'no-length' }
  /** The control points at an end lie so near each other, in mm, that rounding decides how it bends there. */
  | { readonly kind: 'too-near'; readonly end: End; readonly leg: number }
  | TooFar;

/**
 * A curve whose ends go on from others with G0 to G3: of its control points only the first (last) level + 1 move, and
 * they as little as possible; knots and weights stay. Both ends are independent, since there are control points for
 * both: fails where the degree is below a level, or the count below both levels + 2 (a free end counts as level 0), and
 * where rounding would decide what is held.
 *
 * At a clamped end derivative k depends on control points 0 to k alone (The NURBS Book, 4.3, also for weights), so that
 * a triangular system gives the control points from the derivatives of `contactDerivatives`.
 */
export function joinEnds(curve: Curve, given: Contacts): Result<Joined, JoinFailure> {
  const contacts = checkedContacts(given);
  const missing = missingFor(curve, contacts);
  if (missing) return failed(missing);
  let joined: Joined = { curve: clamp(curve) };
  for (const end of ['start', 'end'] as const) {
    const contact = contacts[end];
    if (!contact) continue;
    const solved = joinedStart(fromEnd(joined.curve, end), contact);
    if (!solved) return failed({ kind: 'no-length' });
    if (isDecidedByRounding(solved.curve, contact.jet, contact.level)) {
      const places = controlPointsOf(solved.curve);
      return failed({ kind: 'too-near', end, leg: distance(vectorAt(places, 0), vectorAt(places, 1)) });
    }
    joined = { ...joined, curve: backFrom(solved.curve, end, joined.curve), [end]: solved.joined };
  }
  const held = withinSize(joined.curve);
  return held.ok ? success({ ...joined, curve: held.value }) : held;
}

/** Why a curve cannot be joined as it is, or null. */
function missingFor({ degree, closing, points }: Curve, contacts: Contacts): JoinFailure | null {
  const levels = [contacts.start?.level ?? 0, contacts.end?.level ?? 0];
  const highest = Math.max(...levels);
  if (closing !== 'open') return { kind: 'closed' };
  if (degree < highest) return { kind: 'degree-too-low', degree, needed: highest };
  const needed = controlPointsFor(levels[0], levels[1]);
  const controlPoints = points.length / 4;
  return controlPoints < needed ? { kind: 'too-few-points', controlPoints, needed } : null;
}

/** The curve run through from one of its ends; the same again gives it back, but for the rounding of its knots. */
export const fromEnd = (curve: Curve, end: End): Curve => (end === 'start' ? curve : reverse(curve));

/** A curve that was run through from an end, as it was before, with the knots that it had to the last bit. */
export const backFrom = (curve: Curve, end: End, { degree, knots, closing }: Curve): Curve =>
  trusted(degree, knots, fromEnd(curve, end).points, closing);

function joinedStart(curve: Curve, { jet, level, freedoms }: Contact): { curve: Curve; joined: JoinedEnd } | null {
  const now = derivativesAtStart(curve, Math.max(1, level));
  const speed = startSpeed(curve, now);
  if (!(speed > 0)) return null;
  const response = startResponse(curve, level);
  const least = leastMovement(jet, level, response, now, speed, freedoms);
  return {
    curve: withStart(curve, jet.point, contactDerivatives(jet, level, least.freedoms), response),
    joined: { ...least, ranAgainst: dot(now[1], jet.tangent) < 0 },
  };
}

/** Place and derivatives at the start, order by order. */
export function derivativesAtStart(curve: Curve, order: number): Vector3[] {
  const d = derivatives(curve, domainOf(curve)[0], order);
  return Array.from({ length: order + 1 }, (_, k) => vectorAt(d, k));
}

/** |r'| at the start; where the curve stands still there, as fast as runs along its chord, or its polygon. */
export function startSpeed(curve: Curve, now: readonly Vector3[]): number {
  const [first, last] = domainOf(curve);
  const places = controlPointsOf(curve);
  const count = countOf(curve);
  const chord = distance(vectorAt(places, 0), vectorAt(places, count - 1));
  const speed = length(now[1]);
  let polygon = 0;
  for (let i = 1; i < count; i++) polygon += distance(vectorAt(places, i - 1), vectorAt(places, i));
  const steady = polygon / (last - first);
  return speed > STANDSTILL * steady ? speed : (chord || polygon) / (last - first);
}

/** Slower than this share of the speed along the polygon is rounding. */
const STANDSTILL = 1e-9;

/**
 * How the first level + 1 control points answer to the place and derivatives at a clamped start: the inverse of the
 * triangular matrix of the (rational) basis functions' derivatives there. Column 0 is 1 throughout.
 */
export function startResponse(curve: Curve, level: number): EndResponse {
  const size = level + 1;
  const [u] = domainOf(curve);
  const space = spaceOf(curve);
  const sites = packSites(Array.from({ length: size }, (_, order) => ({ u, order })));
  const rows = Array.from({ length: size }, (_, k) => {
    const row = new Float64Array(curve.degree + 1);
    basisRow(space, sites, k, row);
    return row;
  });
  return Array.from({ length: size }, (_, k) => {
    const column = new Float64Array(size);
    if (k === 0) return column.fill(1);
    for (let j = k; j < size; j++) {
      let sum = j === k ? 1 : 0;
      for (let i = k; i < j; i++) sum -= rows[j][i] * column[i];
      column[j] = sum / rows[j][j];
    }
    return column;
  });
}

/** The curve with another place and derivatives at its start; whoever hands it out looks at its size. */
export function withStart(curve: Curve, point: Vector3, ahead: readonly Vector3[], response: EndResponse): Curve {
  const points = curve.points.slice();
  for (let j = 0; j <= ahead.length; j++) {
    const place = ahead.reduce((at, derivative, k) => along(at, derivative, response[k + 1][j]), point);
    const w = points[4 * j + 3];
    for (let c = 0; c < 3; c++) points[4 * j + c] = place[c] * w;
  }
  return trusted(curve.degree, curve.knots, points, curve.closing);
}
