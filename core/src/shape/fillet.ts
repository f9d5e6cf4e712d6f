import { angleBetween, distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { arcAlong } from '../exact/arc';
import { closestPoint } from '../measure/closestPoint';
import { crossings } from '../measure/crossings';
import { fromAxesOf } from '../measure/flatten';
import type { Plane } from '../plane/plane';
import { displayPolyline } from '../simplify/polyline';
import { failed, type Result, success } from '../result';
import { mustBeAbove0 } from '../refuse';
import { type Corner, cornerBetween, type CornerFailure, type CornerOptions, type KeptEnd } from './corner';
import { subCurve } from '../edit/split';

/** The two offset places meet when they are this near, as a share of the radius. */
const MET = 1e-11;
/** The arc's radius is the one asked for to this share; where the tangents hardly differ rounding may make another. */
const SAME_RADIUS = 1e-6;

/** Two curves cut back, and what joins them. */
export interface CutCorner {
  readonly first: Curve;
  readonly second: Curve;
  /** The arc or line between, from the first to the second. */
  readonly between: Curve;
  /** Where the curves were cut, by their parameters. */
  readonly u: number;
  readonly v: number;
}

export type FilletFailure =
  | CornerFailure
  /** No circle of this radius touches the sides of the corner that stay. */
  | { readonly kind: 'does-not-fit'; readonly radius: number };

/** The offsets are laid out so finely, as a share of the radius, for a first guess. */
const GUESS = 1e-2;
const NEWTON_ROUNDS = 40;
/** Tangents at the arc's ends agree to this many radians. */
const TANGENT = 1e-6;

/**
 * A corner between two plane curves rounded by an arc of a radius, tangent to both; the curves are cut back to it. Its
 * centre lies at the radius from both: where their offsets cross, by Newton's method from where polylines of them do.
 * (Rossignac, Requicha, Constant-radius blending in solid modelling, 1984, for the centre.)
 */
export function fillet(
  first: Curve,
  second: Curve,
  radius: number,
  plane: Plane,
  options: CornerOptions = {},
): Result<CutCorner, FilletFailure> {
  mustBeAbove0(radius, 'radius');
  const corner = cornerBetween(first, second, plane, options);
  if (!corner.ok) return corner;
  const { first: a, second: b, keep } = corner.value;
  const touching = touchingPlaces(corner.value, radius);
  for (const [u, v] of touching) {
    const between = arcBetween(a, b, u, v, radius, keep);
    const parts = between && keptParts(first, second, u, v, keep);
    if (parts) return success({ ...parts, between: fromAxesOf(plane, between), u, v });
  }
  return failed({ kind: 'does-not-fit', radius });
}

/** Both curves up to where they are cut; null where nothing of one is left. */
export function keptParts(
  first: Curve,
  second: Curve,
  u: number,
  v: number,
  keep: readonly [KeptEnd, KeptEnd],
): { first: Curve; second: Curve } | null {
  const part = (curve: Curve, u: number, end: KeptEnd) => {
    const [from, to] = domainOf(curve);
    return end === 'start' ? subCurve(curve, from, u) : subCurve(curve, u, to);
  };
  const [a, b] = [part(first, u, keep[0]), part(second, v, keep[1])];
  return a.ok && b.ok ? { first: a.value, second: b.value } : null;
}

/** Where circles of the radius touch the sides that stay, the nearest to the corner first. */
function touchingPlaces({ first, second, u, v, keep }: Corner, radius: number): [number, number][] {
  const found: { places: [number, number]; far: number }[] = [];
  const stays = (end: KeptEnd, touch: number, corner: number) => (end === 'start' ? touch < corner : touch > corner);
  const corner = evaluate(first, u);
  for (const [s, t] of [
    [1, 1],
    [1, -1],
    [-1, 1],
    [-1, -1],
  ]) {
    const [p, q] = [offsetPolyline(first, s * radius), offsetPolyline(second, t * radius)];
    if (!p || !q) continue;
    for (const crossing of crossings(p, q)) {
      const centre = crossing.kind === 'point' ? crossing.point : evaluate(p, crossing.u[0]);
      const guess: [number, number] = [closestPoint(first, centre).u, closestPoint(second, centre).u];
      const places = polished(first, second, guess, s * radius, t * radius);
      if (!places || !stays(keep[0], places[0], u) || !stays(keep[1], places[1], v)) continue;
      found.push({ places, far: distance(evaluate(first, places[0]), corner) });
    }
  }
  return found.sort((a, b) => a.far - b.far).map(({ places }) => places);
}

/** Vertices of a curve moved along its left normal, as a curve of degree 1 to be crossed with another. */
function offsetPolyline(curve: Curve, by: number): Curve | null {
  const { parameters } = displayPolyline(curve, GUESS * Math.abs(by));
  const places: number[] = [];
  for (const u of parameters) {
    const ray = rayOf(curve, u);
    if (ray) places.push(ray.place[0] + by * ray.normal[0], ray.place[1] + by * ray.normal[1], 0);
  }
  const count = places.length / 3;
  if (count < 2) return null;
  const knots = [0, ...Array.from({ length: count }, (_, i) => i), count - 1];
  return makeCurve(1, knots, homogeneous(places));
}

interface Ray {
  readonly place: Vector3;
  readonly tangent: Vector3;
  readonly normal: Vector3;
  readonly speed: number;
  readonly kappa: number;
}

function rayOf(curve: Curve, u: number): Ray | null {
  const [first] = domainOf(curve);
  const d = derivatives(curve, u, 2, u === first ? 'right' : 'left');
  const speed = Math.hypot(d[3], d[4]);
  if (!(speed > 0)) return null;
  return {
    place: [d[0], d[1], 0],
    tangent: [d[3] / speed, d[4] / speed, 0],
    normal: [-d[4] / speed, d[3] / speed, 0],
    speed,
    kappa: (d[3] * d[7] - d[4] * d[6]) / speed ** 3,
  };
}

/** Newton's method on r₁ + s n₁ = r₂ + t n₂, whose derivatives are r₁' (1 − κ₁ s) and −r₂' (1 − κ₂ t). */
function polished(a: Curve, b: Curve, guess: [number, number], s: number, t: number): [number, number] | null {
  let [u, v] = guess;
  const within = (curve: Curve, u: number) => Math.min(domainOf(curve)[1], Math.max(domainOf(curve)[0], u));
  for (let round = 0; round < NEWTON_ROUNDS; round++) {
    const [p, q] = [rayOf(a, u), rayOf(b, v)];
    if (!p || !q) return null;
    const x = p.place[0] + s * p.normal[0] - q.place[0] - t * q.normal[0];
    const y = p.place[1] + s * p.normal[1] - q.place[1] - t * q.normal[1];
    if (Math.hypot(x, y) <= MET * Math.abs(s)) return [u, v];
    const [fu, fv] = [p.speed * (1 - p.kappa * s), -q.speed * (1 - q.kappa * t)];
    const [a1, a2, b1, b2] = [fu * p.tangent[0], fu * p.tangent[1], fv * q.tangent[0], fv * q.tangent[1]];
    const determinant = a1 * b2 - a2 * b1;
    if (determinant === 0) return null;
    u = within(a, u - (x * b2 - y * b1) / determinant);
    v = within(b, v - (y * a1 - x * a2) / determinant);
  }
  return null;
}

/** The arc between the places that leaves the first curve and enters the second along their tangents, or null. */
function arcBetween(
  a: Curve,
  b: Curve,
  u: number,
  v: number,
  radius: number,
  keep: readonly [KeptEnd, KeptEnd],
): Curve | null {
  const [p, q] = [rayOf(a, u), rayOf(b, v)];
  if (!p || !q) return null;
  const towards = (ray: Ray, end: KeptEnd): Vector3 =>
    end === 'start' ? ray.tangent : [-ray.tangent[0], -ray.tangent[1], 0];
  const leaving = towards(p, keep[0]);
  const entering = towards(q, keep[1]);
  const arc = arcAlong(p.place, leaving, q.place);
  if (!arc.ok) return null;
  const [from, to] = domainOf(arc.value);
  const end = derivatives(arc.value, to, 1, 'left');
  const start = derivatives(arc.value, from, 2);
  const meets = angleBetween([end[3], end[4], 0], [-entering[0], -entering[1], 0]) <= TANGENT;
  const found = Math.hypot(start[3], start[4]) ** 3 / Math.abs(start[3] * start[7] - start[4] * start[6]);
  return meets && Math.abs(found - radius) <= SAME_RADIUS * radius ? arc.value : null;
}
