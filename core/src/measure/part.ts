import { angleBetween, cross, dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import { bezierHalves } from '../linear/bezierHalves';
import type { Curve } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import type { BoxTree } from './boxTree';

/**
 * A part of a piece of a curve, with what it takes to tell where it can lie and which way it can run. Parts are made by
 * the thousand and soon forgotten: plain arrays of this length cost a fraction of typed ones.
 */
export interface Part {
  readonly curve: Curve;
  readonly span: number;
  readonly from: number;
  readonly to: number;
  /** Homogeneous Bézier points of the part. */
  readonly points: readonly number[];
  /** The same as places x y z. */
  readonly places: readonly number[];
  /** Least x y z and largest x y z. */
  readonly box: readonly number[];
  /** The box's largest side in mm. */
  readonly size: number;
  /** All tangents, and so all chords, lie within `spread` radians of this unit vector, when that is less than π/2. */
  readonly axis: Vector3;
  readonly spread: number;
}

export function partOf(curve: Curve, { pieces }: BoxTree, piece: number): Part {
  const size = 4 * (pieces.degree + 1);
  const points: number[] = [];
  for (let i = piece * size; i < (piece + 1) * size; i++) points.push(pieces.points[i]);
  return made(curve, pieces.spans[piece], pieces.breaks[piece], pieces.breaks[piece + 1], points);
}

function made(curve: Curve, span: number, from: number, to: number, points: readonly number[]): Part {
  const places: number[] = [];
  const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      const value = points[i + c] / points[i + 3];
      places.push(value);
      if (value < box[c]) box[c] = value;
      if (value > box[3 + c]) box[3 + c] = value;
    }
  }
  const size = Math.max(box[3] - box[0], box[4] - box[1], box[5] - box[2]);
  const { axis, spread } = coneOf([places]);
  return { curve, span, from, to, points, places, box, size, axis, spread };
}

/** A cone around the chord that holds the steps between control points, and so all tangents. */
function coneOf(runs: readonly (readonly number[])[]): { axis: Vector3; spread: number } {
  let [x, y, z] = [0, 0, 0];
  for (const places of runs) {
    const last = places.length - 3;
    x += places[last] - places[0];
    y += places[last + 1] - places[1];
    z += places[last + 2] - places[2];
  }
  const size = Math.sqrt(x * x + y * y + z * z);
  if (!(size > 0)) return { axis: [1, 0, 0], spread: Math.PI };
  const axis: Vector3 = [x / size, y / size, z / size];
  let spread = 0;
  for (const places of runs) {
    for (let i = 3; i < places.length; i += 3) {
      const dx = places[i] - places[i - 3];
      const dy = places[i + 1] - places[i - 2];
      const dz = places[i + 2] - places[i - 1];
      if (dx === 0 && dy === 0 && dz === 0) continue;
      const along = dx * axis[0] + dy * axis[1] + dz * axis[2];
      const across = Math.sqrt(Math.max(0, dx * dx + dy * dy + dz * dz - along * along));
      spread = Math.max(spread, Math.atan2(across, along));
    }
  }
  return { axis, spread };
}

/** The spread of two parts together, around their common chord. */
export const adjoining = (a: Part, b: Part): number => coneOf([a.places, b.places]).spread;

/** The two halves by parameter. */
export function halves({ curve, span, from, to, points }: Part): [Part, Part] {
  const [left, right] = bezierHalves(points, 4, 0.5);
  const middle = (from + to) / 2;
  return [made(curve, span, from, middle, left), made(curve, span, middle, to, right)];
}

/** Whether a part is too short in its parameter to be halved further. */
export const isAtom = ({ from, to }: Part): boolean =>
  to - from <= 8 * Number.EPSILON * Math.max(Math.abs(from), Math.abs(to));

/**
 * Whether the control points, and so the parts, are proven to lie more than `tolerance` mm apart: along an axis; across
 * the one part towards the other, where two arcs side by side show the gap between them; or across both, where one
 * passes over the other.
 */
export function liesApart(a: Part, b: Part, tolerance: number): boolean {
  for (let c = 0; c < 3; c++) {
    if (a.box[c] > b.box[3 + c] + tolerance || b.box[c] > a.box[3 + c] + tolerance) return true;
  }
  const last = a.places.length - 3;
  const end = b.places.length - 3;
  const middle = (c: number) => (b.places[c] + b.places[end + c] - a.places[c] - a.places[last + c]) / 2;
  const between: Vector3 = [middle(0), middle(1), middle(2)];
  const across = (axis: Vector3): Vector3 => subtract(between, scale(axis, dot(between, axis)));
  return [across(a.axis), across(b.axis), cross(a.axis, b.axis)].some((n) => gapAlong(a, b, n) > tolerance * length(n));
}

/** The gap between the control points along a direction, times its length; negative where they overlap. */
function gapAlong(a: Part, b: Part, [x, y, z]: Vector3): number {
  const [ox, oy, oz] = a.places;
  let [leastA, mostA, leastB, mostB] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < a.places.length; i += 3) {
    const along = (a.places[i] - ox) * x + (a.places[i + 1] - oy) * y + (a.places[i + 2] - oz) * z;
    leastA = Math.min(leastA, along);
    mostA = Math.max(mostA, along);
  }
  for (let i = 0; i < b.places.length; i += 3) {
    const along = (b.places[i] - ox) * x + (b.places[i + 1] - oy) * y + (b.places[i + 2] - oz) * z;
    leastB = Math.min(leastB, along);
    mostB = Math.max(mostB, along);
  }
  return Math.max(leastB - mostA, leastA - mostB);
}

/** A place of one part and the place of another that goes with it. */
export interface PlacePair {
  readonly u: number;
  readonly v: number;
  readonly distance: number;
}

const atA = new Float64Array(6);
const atB = new Float64Array(6);

function read(part: Part, u: number, out: Float64Array): void {
  derivativesInSpan(part.curve, part.span, u, 1, out);
}

const clampTo = (part: Part, u: number) => Math.min(part.to, Math.max(part.from, u));

/**
 * The one place where two parts with separate directions meet, by Gauss-Newton on their distance; when that leads out
 * of them, the nearest of what lies at an end of either. null when the directions overlap, or no place within the
 * tolerance was found: which does not prove that there is none.
 */
export function meetTransversally(a: Part, b: Part, tolerance: number): PlacePair | null {
  if (!(a.spread < Math.PI / 2 && b.spread < Math.PI / 2)) return null;
  const turned = angleBetween(a.axis, b.axis);
  if (!(Math.min(turned, Math.PI - turned) > (a.spread + b.spread) * 1.0001 + 1e-7)) return null;
  const inner = crossingInside(a, b, tolerance);
  if (inner && inner.distance <= tolerance) return inner;
  const nearest = [
    ...[a.from, a.to].map((u) => {
      read(a, u, atA);
      const foot = footOn(b, atA[0], atA[1], atA[2]);
      return { u, v: foot.u, distance: foot.distance };
    }),
    ...[b.from, b.to].map((v) => {
      read(b, v, atA);
      const foot = footOn(a, atA[0], atA[1], atA[2]);
      return { u: foot.u, v, distance: foot.distance };
    }),
  ].reduce((best, place) => (place.distance < best.distance ? place : best));
  return nearest.distance <= tolerance ? nearest : null;
}

/** Where Gauss-Newton on the distance of two parts settles strictly inside both; null when it leads out of them. */
function crossingInside(a: Part, b: Part, tolerance: number): PlacePair | null {
  let u = (a.from + a.to) / 2;
  let v = (b.from + b.to) / 2;
  for (let round = 0; round < 50; round++) {
    read(a, u, atA);
    read(b, v, atB);
    const [dx, dy, dz] = [atA[0] - atB[0], atA[1] - atB[1], atA[2] - atB[2]];
    const gap = Math.sqrt(dx * dx + dy * dy + dz * dz);
    const aa = atA[3] * atA[3] + atA[4] * atA[4] + atA[5] * atA[5];
    const bb = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    const ab = atA[3] * atB[3] + atA[4] * atB[4] + atA[5] * atB[5];
    const da = dx * atA[3] + dy * atA[4] + dz * atA[5];
    const db = dx * atB[3] + dy * atB[4] + dz * atB[5];
    const det = aa * bb - ab * ab;
    if (!(det > 1e-14 * aa * bb)) return null;
    const nextU = clampTo(a, u + (ab * db - bb * da) / det);
    const nextV = clampTo(b, v + (aa * db - ab * da) / det);
    // Near the crossing the last digits may go to and fro.
    const settled =
      gap === 0 ||
      (round > 8 && gap <= 1e-3 * tolerance) ||
      (Math.abs(nextU - u) <= 4 * Number.EPSILON * (Math.abs(u) + a.to - a.from) &&
        Math.abs(nextV - v) <= 4 * Number.EPSILON * (Math.abs(v) + b.to - b.from));
    if (settled) {
      const inside = u > a.from && u < a.to && v > b.from && v < b.to;
      return inside ? { u, v, distance: gap } : null;
    }
    u = nextU;
    v = nextV;
  }
  return null;
}

/**
 * The place of a part nearest to a point, for a part that hardly turns: Newton's method from where the point falls on
 * the chord.
 */
export function footOn(part: Part, x: number, y: number, z: number): { u: number; distance: number } {
  const { places, axis, from, to } = part;
  const last = places.length - 3;
  const chord =
    (places[last] - places[0]) * axis[0] +
    (places[last + 1] - places[1]) * axis[1] +
    (places[last + 2] - places[2]) * axis[2];
  const along = (x - places[0]) * axis[0] + (y - places[1]) * axis[1] + (z - places[2]) * axis[2];
  let u = chord > 0 ? clampTo(part, from + (to - from) * (along / chord)) : (from + to) / 2;
  for (let round = 0; round < 20; round++) {
    read(part, u, atB);
    const slope = (x - atB[0]) * atB[3] + (y - atB[1]) * atB[4] + (z - atB[2]) * atB[5];
    const speed = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    const next = speed > 0 ? clampTo(part, u + slope / speed) : u;
    const settled = Math.abs(next - u) <= 1e-15 * (to - from);
    u = next;
    if (settled) break;
  }
  read(part, u, atB);
  return { u, distance: Math.hypot(x - atB[0], y - atB[1], z - atB[2]) };
}

/** Control points within `tolerance` of the chord, one after the other along it; or all in one place. */
export function isStraight(part: Part, tolerance: number): boolean {
  if (part.size <= tolerance) return true;
  if (!(part.spread < Math.PI / 2)) return false;
  const { places, axis } = part;
  for (let i = 3; i < places.length - 3; i += 3) {
    const [x, y, z] = [places[i] - places[0], places[i + 1] - places[1], places[i + 2] - places[2]];
    const along = x * axis[0] + y * axis[1] + z * axis[2];
    if (x * x + y * y + z * z - along * along > tolerance * tolerance) return false;
  }
  return true;
}

/** Whether a part that hardly turns stays within `tolerance` of another one all along, as far as its looks tell. */
export function runsAlong(a: Part, b: Part, tolerance: number): boolean {
  // Turning less than this, the foot of a place is one, and moves one way.
  if (!(a.spread < 0.3 && b.spread < 0.3)) return false;
  const looks = (2 * Math.max(a.places.length, b.places.length)) / 3 + 3;
  // The ends first: they tell most often.
  for (let i = 0; i < looks; i++) {
    const share = i === 0 ? 0 : i === 1 ? 1 : (i - 1) / (looks - 1);
    read(a, a.from + (a.to - a.from) * share, atA);
    const [x, y, z] = atA;
    if (!(footOn(b, x, y, z).distance <= tolerance)) return false;
  }
  return true;
}
