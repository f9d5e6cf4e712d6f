import { along, cross, distance, dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, trusted } from '../curve/curve';
import { turnBetween } from '../linear/turnBetween';
import { evaluate } from '../curve/evaluate';
import { fromEnd } from './joinEnds';
import { type TooFar, withinSize } from './withinSize';
import { ellipticArc, arcAlong } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { arcLength } from '../measure/arcLength';
import { checkedContacts, type Contact, type Contacts, type Level } from '../measure/jet';
import type { End } from '../measure/ends';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeOneOf } from '../refuse';

/** What an exact shape is to stay: a straight line, an arc of a circle, or whatever it is. */
export type ExactKind = 'line' | 'arc' | 'other';

export type ExactFailure =
  /** A closed curve has no end. */
  | { readonly kind: 'closed' }
  /** It stays what it is only up to this level; with it, an arc would have the radius, in mm. */
  | { readonly kind: 'stays-exact-at'; readonly level: Level; readonly radius?: number }
  /** Only one end of it can take more than its place over. */
  | { readonly kind: 'one-end' }
  /** Both ends would lie in one place. */
  | { readonly kind: 'no-length' }
  | TooFar;

export interface ExactOptions {
  /** What a curvature may part the curves by and count as none, in mm; 0.001 when left out. */
  readonly tolerance?: number;
}

const TOLERANCE = 1e-3;

/**
 * An exact shape that goes on from others and stays exact: it moves as a whole, since there is nothing in it that could
 * bend. G0: its end goes there while the far end stays, by a similarity. G1: a line runs on along the tangent with its
 * length; an arc leaves along it for its far end, which only one radius does. G2: an arc takes the radius of curvature
 * over, turns as far as it did, and its far end moves; a line only where the leader is straight to the tolerance
 * (κ ≤ 2τ/ℓ² over its length ℓ). G3: only where the leader's rate is none to the tolerance (|e| ≤ 6τ/ℓ³).
 *
 * Fails with the highest level that it can keep: beyond that it has to become a free curve first.
 */
export function joinExact(
  curve: Curve,
  kind: ExactKind,
  given: Contacts,
  { tolerance = TOLERANCE }: ExactOptions = {},
): Result<Curve, ExactFailure> {
  const { start, end } = checkedContacts(given);
  mustBeOneOf(kind, ['line', 'arc', 'other'], 'kind');
  mustBeAbove0(tolerance, 'tolerance');
  if (curve.closing !== 'open') return failed({ kind: 'closed' });
  if (start && end && start.level > 0 && end.level > 0) return failed({ kind: 'one-end' });
  // The end with the higher level is solved; the other one says where the far end is.
  const near: End = (end?.level ?? -1) > (start?.level ?? -1) ? 'end' : 'start';
  const [contact, far] = near === 'start' ? [start, end] : [end, start];
  if (!contact) return success(curve);
  const from = fromEnd(curve, near);
  const [first, last] = domainOf(from);
  const target = far?.jet.point ?? evaluate(from, last);
  const moved =
    contact.level === 0
      ? carried(from, contact.jet.point, target)
      : kind === 'line'
        ? line(from, contact, far, tolerance)
        : kind === 'arc'
          ? arc(from, contact, target, far !== undefined, tolerance)
          : failed({ kind: 'stays-exact-at', level: 0 } as const);
  if (!moved.ok) return moved;
  return success(fromEnd(over(moved.value, first, last), near));
}

/** Over another domain: exact shapes are made over [0, 1]. */
const over = (curve: Curve, first: number, last: number): Curve => {
  const [from, to] = domainOf(curve);
  if (from === first && to === last) return curve;
  const factor = (last - first) / (to - from);
  return { ...curve, knots: curve.knots.map((u) => (u === to ? last : first + (u - from) * factor)) };
};

/** By the similarity that takes both ends to their places, turning the short way. */
function carried(curve: Curve, start: Vector3, end: Vector3): Result<Curve, ExactFailure> {
  const [first, last] = domainOf(curve);
  const [a, b] = [evaluate(curve, first), evaluate(curve, last)];
  const [before, after] = [distance(a, b), distance(start, end)];
  if (!(before > SHORTEST && after > SHORTEST)) return failed({ kind: 'no-length' });
  const turn = turnBetween(scale(subtract(b, a), 1 / before), scale(subtract(end, start), 1 / after));
  const points = curve.points.slice();
  for (let i = 0; i < points.length; i += 4) {
    const w = points[i + 3];
    const off: Vector3 = [points[i] / w - a[0], points[i + 1] / w - a[1], points[i + 2] / w - a[2]];
    const place = along(start, turn(off), after / before);
    for (let c = 0; c < 3; c++) points[i + c] = place[c] * w;
  }
  return withinSize(trusted(curve.degree, curve.knots, points, curve.closing));
}

/** In mm: shorter ones are none, and their squares no numbers. */
const SHORTEST = 1e-50;

/** Curvature and rate that part two curves by less than the tolerance over a length. */
const floors = (tolerance: number, reach: number) => ({
  curvature: (2 * tolerance) / reach ** 2,
  rate: (6 * tolerance) / reach ** 3,
});

function line(
  curve: Curve,
  { jet, level }: Contact,
  far: Contact | undefined,
  tolerance: number,
): Result<Curve, ExactFailure> {
  const reach = arcLength(curve).total;
  const floor = floors(tolerance, reach);
  const kept: Level = length(jet.curvature) > floor.curvature ? 1 : length(jet.rate) > floor.rate ? 2 : 3;
  if (level > kept) return failed({ kind: 'stays-exact-at', level: kept });
  if (far) return failed({ kind: 'one-end' });
  return success(lineBetween(jet.point, along(jet.point, jet.tangent, reach)));
}

function arc(
  curve: Curve,
  { jet, level }: Contact,
  target: Vector3,
  isBound: boolean,
  tolerance: number,
): Result<Curve, ExactFailure> {
  const floor = floors(tolerance, arcLength(curve).total);
  const kappa = length(jet.curvature);
  const free = arcAlong(jet.point, jet.tangent, target);
  const radius = free.ok ? radiusAt(jet.point, jet.tangent, target) : undefined;
  const only = (level: Level): Result<Curve, ExactFailure> =>
    failed({ kind: 'stays-exact-at', level, ...(radius !== undefined && { radius }) });
  if (level === 1) {
    if (free.ok) return success(free.value);
    return free.failure.kind === 'straight' ? only(0) : failed({ kind: 'no-length' });
  }
  // A straight leader has no radius to take over.
  if (!(kappa > floor.curvature) || isBound) return only(1);
  if (level === 3 && length(jet.rate) > floor.rate) return only(2);
  const normal = scale(jet.curvature, 1 / kappa);
  const centre = along(jet.point, normal, 1 / kappa);
  return success(
    ellipticArc({ centre, x: scale(normal, -1 / kappa), y: scale(jet.tangent, 1 / kappa) }, 0, sweepOf(curve)),
  );
}

/** The radius of the arc from a place along a tangent to another: |Q − P|² / (2 |(Q − P) × T|). */
function radiusAt(start: Vector3, tangent: Vector3, end: Vector3): number {
  const chord = subtract(end, start);
  return dot(chord, chord) / (2 * length(cross(chord, tangent)));
}

/** By how much an arc turns, in radians: its length over its radius. */
function sweepOf(curve: Curve): number {
  const [first, last] = domainOf(curve);
  const middle = evaluate(curve, (first + last) / 2);
  const [a, b] = [evaluate(curve, first), evaluate(curve, last)];
  const area = length(cross(subtract(middle, a), subtract(b, a))) / 2;
  const radius = (distance(a, middle) * distance(middle, b) * distance(a, b)) / (4 * area);
  return Math.min(2 * Math.PI, arcLength(curve).total / radius);
}
