import {
  add,
  along,
  bezierPieces,
  cross,
  type Curve,
  dot,
  fromPlane,
  inPlane,
  normalOf,
  type Plane,
  scale,
  subtract,
  transform,
  type Vector3,
} from '@pencil-bend/core';
import type { Segment } from '@pencil-bend/core/changing';
import { circularArcs } from './circularArcs';
import { classicCount, classicError, classicHandle } from './classicArc';
import { cubicsWithin } from './cubics';
import type { Outgoing } from './outgoing';
import type { ExchangePrice } from './report';

export type Place = readonly [x: number, y: number];

/** A piece of a path in a plane, from where the one before it ended. */
export type PathPiece =
  | { readonly kind: 'line'; readonly to: Place }
  | { readonly kind: 'quadratic'; readonly by: Place; readonly to: Place }
  | { readonly kind: 'cubic'; readonly first: Place; readonly second: Place; readonly to: Place }
  /** Turned by so many radians about a centre, positive anticlockwise; less than a full turn. */
  | {
      readonly kind: 'arc';
      readonly to: Place;
      readonly centre: Place;
      readonly radius: number;
      readonly turn: number;
    };

/** What is drawn of a curve in a plane, in mm, y up. */
export interface FlatPath {
  readonly start: Place;
  readonly pieces: readonly PathPiece[];
  readonly isClosed: boolean;
  /** What it strays from the curve as it is seen; null where it is exact. */
  readonly price: ExchangePrice | null;
  /** The curve does not lie in the plane or in one parallel to it: what is drawn is how it is seen. */
  readonly isProjected: boolean;
}

export interface FlatPathOptions {
  readonly plane: Plane;
  /** In mm, for what a path has no form for. */
  readonly tolerance: number;
  /** Circular arcs have a form of their own. */
  readonly hasArcs: boolean;
}

/** Beside its size a curve that rises less over the plane is parallel to it. */
const FLAT = 1e-9;

/** A curve as it is seen in a plane, by lines, Bézier pieces of degree 2 and 3, and arcs: exact where these have its form. */
export function flatPath(item: Exclude<Outgoing, { kind: 'point' }>, options: FlatPathOptions): FlatPath {
  const { plane } = options;
  if (item.kind === 'segments') return segmentPath(item.segments, item.plane, options);
  const { curve, nurbs } = item;
  const seen = seenIn(plane, curve);
  const isProjected = !isParallel(plane, curve);
  const isClosed = curve.closing !== 'open';
  const exact =
    nurbs.weights === null && curve.degree <= 3 ? polynomialPieces(seen) : options.hasArcs ? arcPieces(seen) : null;
  if (exact) return { ...exact, isClosed, isProjected, price: null };
  const { start, pieces, price } = cubicsWithin(seen, options.tolerance);
  const at = (place: Vector3): Place => [place[0], place[1]];
  return {
    start: at(start),
    pieces: pieces.map(([first, second, to]) => ({ kind: 'cubic', first: at(first), second: at(second), to: at(to) })),
    isClosed,
    isProjected,
    price: { ...price, at: fromPlane(plane, price.at) },
  };
}

/** Whether the axes are those of the sheet: then coordinates are taken over to the last bit. */
const isFront = ({ origin, x, y }: Plane) =>
  [...origin, x[1], x[2], y[0], y[2]].every((c) => c === 0) && x[0] === 1 && y[1] === 1;

/** In the plane's coordinates, its height over it left out. */
function seenIn(plane: Plane, curve: Curve): Curve {
  if (isFront(plane)) return transform(curve, { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 0], origin: [0, 0, 0] });
  const { origin, x, y } = plane;
  const row = (c: number): Vector3 => [x[c], y[c], 0];
  return transform(curve, { x: row(0), y: row(1), z: row(2), origin: [-dot(x, origin), -dot(y, origin), 0] });
}

function isParallel(plane: Plane, { points }: Curve): boolean {
  const normal = normalOf(plane);
  let [least, most, size] = [Infinity, -Infinity, 0];
  for (let i = 0; i < points.length; i += 4) {
    const at = scale([points[i], points[i + 1], points[i + 2]], 1 / points[i + 3]);
    const height = dot(at, normal);
    [least, most] = [Math.min(least, height), Math.max(most, height)];
    size = Math.max(size, ...at.map(Math.abs));
  }
  return most - least <= FLAT * size;
}

function polynomialPieces(curve: Curve): Pick<FlatPath, 'start' | 'pieces'> {
  const { degree, points } = bezierPieces(curve);
  const place = (i: number): Place => [points[4 * i] / points[4 * i + 3], points[4 * i + 1] / points[4 * i + 3]];
  const pieces: PathPiece[] = [];
  for (let i = 0; i < points.length / 4; i += degree + 1) {
    const [first, second, third] = [place(i + 1), place(i + Math.min(2, degree)), place(i + degree)];
    if (degree === 1) pieces.push({ kind: 'line', to: third });
    else if (degree === 2) pieces.push({ kind: 'quadratic', by: first, to: third });
    else pieces.push({ kind: 'cubic', first, second, to: third });
  }
  return { start: place(0), pieces };
}

function arcPieces(curve: Curve): Pick<FlatPath, 'start' | 'pieces'> | null {
  const arcs = circularArcs(curve);
  if (!arcs) return null;
  const { points } = bezierPieces(curve);
  return {
    start: [points[0] / points[3], points[1] / points[3]],
    pieces: arcs.map((arc) => ({ kind: 'arc', ...arc })),
  };
}

function segmentPath(
  segments: readonly Segment[],
  own: Plane,
  { plane, tolerance, hasArcs }: FlatPathOptions,
): FlatPath {
  const at = (point: Vector3): Place => {
    const [x, y] = isFront(plane) ? point : inPlane(plane, point);
    return [x, y];
  };
  const facing = dot(normalOf(plane), normalOf(own));
  const isProjected = !(Math.abs(facing) > 1 - FLAT);
  const start = at(segments[0].from);
  const last = segments[segments.length - 1].to;
  const isClosed = segments.length > 1 && segments[0].from.every((x, c) => x === last[c]);
  let price: ExchangePrice | null = null;
  const pieces = segments.flatMap((segment): PathPiece[] => {
    if (segment.kind === 'line') return [{ kind: 'line', to: at(segment.to) }];
    const turn = segment.turn * Math.sign(facing || 1);
    const centre = at(segment.centre);
    if (hasArcs && !isProjected) return [{ kind: 'arc', to: at(segment.to), centre, radius: segment.radius, turn }];
    const made = arcCubics(segment, own, tolerance);
    if (made.error > (price?.max ?? 0)) price = { max: made.error, at: segment.from, bound: made.error };
    return made.pieces.map(([first, second, to]) => ({
      kind: 'cubic',
      first: at(first),
      second: at(second),
      to: at(to),
    }));
  });
  return { start, pieces, isClosed, isProjected, price };
}

/** A circular arc by cubics with the classic handles. */
function arcCubics(
  { centre, from, to, radius, turn }: Segment & { readonly kind: 'arc' },
  plane: Plane,
  tolerance: number,
) {
  const count = classicCount(radius, turn, tolerance);
  const step = turn / count;
  const handle = classicHandle(step);
  const normal = normalOf(plane);
  const arm = (angle: number): Vector3 => turned(subtract(from, centre), normal, angle);
  const pieces = Array.from({ length: count }, (_, k): [Vector3, Vector3, Vector3] => {
    const [a, b] = [arm(k * step), arm((k + 1) * step)];
    const [ahead, back] = [turned(a, normal, Math.PI / 2), turned(b, normal, -Math.PI / 2)];
    const end = k + 1 === count ? to : add(centre, b);
    return [along(add(centre, a), ahead, handle), along(add(centre, b), back, handle), end];
  });
  return { pieces, error: classicError(radius, step) };
}

/** A vector at right angles to a unit normal, turned about it. */
const turned = (v: Vector3, normal: Vector3, angle: number): Vector3 =>
  along(scale(v, Math.cos(angle)), cross(normal, v), Math.sin(angle));
