import { along, angleBetween, cross, dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import { bezierHalves } from '../linear/bezierHalves';
import { type Curve, MAX_DEGREE } from '../curve/curve';
import type { BoxTree } from './boxTree';

/** Parallel where the square of the sine is no more than rounding. */
const PARALLEL = 1e-14;
/** Cones of tangents are apart with this much to spare, for the rounding of their angles. */
const SPARE_SHARE = 1.0001;
const SPARE = 1e-7;
/** A share of a part is settled when it changes by no more than its rounding. */
const SETTLED = 1e-15;
/** Going to and fro near a crossing, a gap of this share of the tolerance will do. */
const NEARLY = 1e-3;

/**
 * A part of a piece of a curve, with what it takes to tell where it can lie and which way it can run. Parts are made by
 * the thousand and soon forgotten: plain arrays of this length cost a fraction of typed ones.
 */
export interface Part {
  readonly curve: Curve;
  readonly from: number;
  readonly to: number;
  /** How often it was halved. */
  readonly depth: number;
  /** Some weight differs from the others. */
  readonly rational: boolean;
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

export function partOf(curve: Curve, { pieces, rational }: BoxTree, piece: number): Part {
  const size = 4 * (pieces.degree + 1);
  const points: number[] = [];
  for (let i = piece * size; i < (piece + 1) * size; i++) points.push(pieces.points[i]);
  return made(curve, pieces.breaks[piece], pieces.breaks[piece + 1], 0, rational, points);
}

function made(
  curve: Curve,
  from: number,
  to: number,
  depth: number,
  rational: boolean,
  points: readonly number[],
): Part {
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
  return { curve, from, to, depth, rational, points, places, box, size, axis, spread };
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
export function halves({ curve, from, to, depth, rational, points }: Part): [Part, Part] {
  const [left, right] = bezierHalves(points, 4, 0.5);
  const middle = (from + to) / 2;
  return [made(curve, from, middle, depth + 1, rational, left), made(curve, middle, to, depth + 1, rational, right)];
}

/** Whether a part is too short a share of its piece to be halved further. */
export const isAtom = ({ depth }: Part): boolean => depth >= MAX_HALVINGS;

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
  /** Where the first is, told more finely than a parameter may tell it. */
  readonly point?: Vector3;
}

const atA = new Float64Array(6);
const atB = new Float64Array(6);
/** After so many halvings what is left of a piece is below the rounding of its points. */
const MAX_HALVINGS = 50;
const basis = new Float64Array(MAX_DEGREE);
const lastTwo = new Float64Array(8);

/**
 * The place at the share t of a part and its derivative by t, from the part's own points: in a short span a parameter
 * of the whole curve would tell places apart too coarsely. Both follow from the last two points of de Casteljau's
 * scheme, sums by the Bernstein polynomials of degree p − 1; with weights r' = p (r₁ − r₀) w₀ w₁ / w².
 */
function read({ rational, points, places }: Part, t: number, out: Float64Array): void {
  const s = 1 - t;
  const stride = rational ? 4 : 3;
  const from = rational ? points : places;
  const degree = from.length / stride - 1;
  basis[0] = 1;
  for (let n = 1; n < degree; n++) {
    basis[n] = t * basis[n - 1];
    for (let i = n - 1; i > 0; i--) basis[i] = s * basis[i] + t * basis[i - 1];
    basis[0] *= s;
  }
  for (let c = 0; c < stride; c++) {
    let before = 0;
    let after = 0;
    for (let i = 0, k = c; i < degree; i++, k += stride) {
      before += basis[i] * from[k];
      after += basis[i] * from[k + stride];
    }
    lastTwo[c] = before;
    lastTwo[4 + c] = after;
  }
  if (!rational) {
    for (let c = 0; c < 3; c++) {
      out[c] = s * lastTwo[c] + t * lastTwo[4 + c];
      out[3 + c] = degree * (lastTwo[4 + c] - lastTwo[c]);
    }
    return;
  }
  const [w0, w1] = [lastTwo[3], lastTwo[7]];
  const w = s * w0 + t * w1;
  const speed = (degree * w0 * w1) / (w * w);
  for (let c = 0; c < 3; c++) {
    out[c] = (s * lastTwo[c] + t * lastTwo[4 + c]) / w;
    out[3 + c] = speed * (lastTwo[4 + c] / w1 - lastTwo[c] / w0);
  }
}

const inside = (t: number): number => Math.min(1, Math.max(0, t));
const parameterOf = ({ from, to }: Part, t: number): number => (t === 1 ? to : from + t * (to - from));

/** Whether no tangent of the one part runs along one of the other: then they cross once at most. */
export function runSeparately(a: Part, b: Part): boolean {
  if (!(a.spread < Math.PI / 2 && b.spread < Math.PI / 2)) return false;
  const angle = angleBetween(a.axis, b.axis);
  return Math.min(angle, Math.PI - angle) > (a.spread + b.spread) * SPARE_SHARE + SPARE;
}

/**
 * The one place where two parts with separate directions meet, by Gauss-Newton on their distance; when that leads out
 * of them, the nearest of what lies at an end of either. null when no place within the tolerance was found: which does
 * not prove that there is none, where weights make the speed uneven.
 */
export function meetTransversally(a: Part, b: Part, tolerance: number): PlacePair | null {
  const isRational = a.rational || b.rational;
  const inner =
    crossingInside(a, b, tolerance, nearestOfChords(a, b)) ??
    (isRational ? crossingInside(a, b, tolerance, nearestAlong(a, b)) : null);
  if (inner && inner.distance <= tolerance) return inner;
  let nearest: PlacePair | null = null;
  for (const t of ENDS) {
    // An end that lies off the other's box lies off the other.
    if (endNear(a, t, b, tolerance)) nearest = nearer(nearest, placeAgainst(a, t, b));
    if (endNear(b, t, a, tolerance)) nearest = nearer(nearest, turned(placeAgainst(b, t, a)));
  }
  if (!nearest || !(nearest.distance <= tolerance)) return null;
  const polished = crossingInside(a, b, tolerance, [shareOf(a, nearest.u), shareOf(b, nearest.v)]);
  return polished && polished.distance < nearest.distance ? polished : nearest;
}

const shareOf = ({ from, to }: Part, u: number): number => (to > from ? inside((u - from) / (to - from)) : 0.5);

const nearer = (a: PlacePair | null, b: PlacePair): PlacePair => (a && a.distance <= b.distance ? a : b);

/** Whether an end of a part lies within the tolerance of the other's box. */
function endNear({ places }: Part, t: 0 | 1, { box }: Part, tolerance: number): boolean {
  const from = t === 0 ? 0 : places.length - 3;
  for (let c = 0; c < 3; c++) {
    if (!(places[from + c] >= box[c] - tolerance && places[from + c] <= box[3 + c] + tolerance)) return false;
  }
  return true;
}

const ENDS = [0, 1] as const;
const turned = ({ u, v, distance }: PlacePair): PlacePair => ({ u: v, v: u, distance });

/** A place of a part, at its share t, and the place of another that is nearest to it. */
export function placeAgainst(a: Part, t: number, b: Part): PlacePair {
  read(a, t, atA);
  const foot = footOn(b, atA[0], atA[1], atA[2]);
  return { u: parameterOf(a, t), v: foot.u, distance: foot.distance };
}

/** Whether the chords of two straight parts cross at an angle, and are not side by side for long. */
export function chordsCross(a: Part, b: Part, tolerance: number): boolean {
  const [, da] = chordOf(a);
  const [, db] = chordOf(b);
  const [aa, bb, ab] = [dot(da, da), dot(db, db), dot(da, db)];
  return aa * bb - ab * ab > 64 * tolerance * tolerance * Math.max(aa, bb);
}

/** The shares of their chords at which two parts come nearest to each other. */
function nearestOfChords(a: Part, b: Part): [number, number] {
  const [oa, da] = chordOf(a);
  const [ob, db] = chordOf(b);
  const [aa, bb, ab] = [dot(da, da), dot(db, db), dot(da, db)];
  const det = aa * bb - ab * ab;
  if (!(det > PARALLEL * aa * bb)) return [0.5, 0.5];
  const between = subtract(ob, oa);
  const [p, q] = [dot(between, da), dot(between, db)];
  return [inside((p * bb - q * ab) / det), inside((p * ab - q * aa) / det)];
}

/** The same where the speed is uneven: the shares of the parts that belong to those of the chords. */
function nearestAlong(a: Part, b: Part): [number, number] {
  const [o, d] = chordOf(a);
  const on = along(o, d, nearestOfChords(a, b)[0]);
  const foot = footOn(a, on[0], on[1], on[2]);
  return [foot.t, footOn(b, foot.x, foot.y, foot.z).t];
}

function chordOf({ places }: Part): [Vector3, Vector3] {
  const last = places.length - 3;
  const start: Vector3 = [places[0], places[1], places[2]];
  return [start, subtract([places[last], places[last + 1], places[last + 2]], start)];
}

/** Where Gauss-Newton on the distance of two parts settles strictly inside both; null when it leads out of them. */
function crossingInside(a: Part, b: Part, tolerance: number, start: readonly [number, number]): PlacePair | null {
  let [s, t] = start;
  for (let round = 0; round < 50; round++) {
    read(a, s, atA);
    read(b, t, atB);
    const [dx, dy, dz] = [atA[0] - atB[0], atA[1] - atB[1], atA[2] - atB[2]];
    const gap = Math.sqrt(dx * dx + dy * dy + dz * dz);
    const aa = atA[3] * atA[3] + atA[4] * atA[4] + atA[5] * atA[5];
    const bb = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    const ab = atA[3] * atB[3] + atA[4] * atB[4] + atA[5] * atB[5];
    const da = dx * atA[3] + dy * atA[4] + dz * atA[5];
    const db = dx * atB[3] + dy * atB[4] + dz * atB[5];
    const det = aa * bb - ab * ab;
    if (!(det > PARALLEL * aa * bb)) return null;
    const nextS = inside(s + (ab * db - bb * da) / det);
    const nextT = inside(t + (aa * db - ab * da) / det);
    // Near the crossing the last digits may go to and fro.
    const settled =
      gap === 0 ||
      (round > 8 && gap <= NEARLY * tolerance) ||
      (Math.abs(nextS - s) <= 4 * Number.EPSILON && Math.abs(nextT - t) <= 4 * Number.EPSILON);
    if (settled) {
      const isInside = s > 0 && s < 1 && t > 0 && t < 1;
      if (!isInside) return null;
      return { u: parameterOf(a, s), v: parameterOf(b, t), distance: gap, point: [atA[0], atA[1], atA[2]] };
    }
    s = nextS;
    t = nextT;
  }
  return null;
}

/** A place of a part: its parameter, its share of the part, where it is; and how far from what it was asked for. */
interface Foot {
  readonly u: number;
  readonly t: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly distance: number;
}

/**
 * The place of a part nearest to a point, for a part that hardly turns: Newton's method from where the point falls on
 * the chord.
 */
export function footOn(part: Part, x: number, y: number, z: number): Foot {
  const { places, axis } = part;
  const last = places.length - 3;
  const chord =
    (places[last] - places[0]) * axis[0] +
    (places[last + 1] - places[1]) * axis[1] +
    (places[last + 2] - places[2]) * axis[2];
  const along = (x - places[0]) * axis[0] + (y - places[1]) * axis[1] + (z - places[2]) * axis[2];
  let t = chord > 0 ? inside(along / chord) : 0.5;
  // What the part hardly turning means: ahead of the foot the slope leads back, behind it forward.
  let [low, high] = [0, 1];
  for (let round = 0; round < 100; round++) {
    read(part, t, atB);
    const slope = (x - atB[0]) * atB[3] + (y - atB[1]) * atB[4] + (z - atB[2]) * atB[5];
    const speed = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    if (slope > 0) low = t;
    else high = t;
    const step = speed > 0 ? inside(t + slope / speed) : t;
    // Rounds of Newton's method that have not settled by now never do: weights may make the speed very uneven.
    const next = round < 20 && step >= low && step <= high ? step : (low + high) / 2;
    const settled = Math.abs(next - t) <= SETTLED;
    t = next;
    if (settled) break;
  }
  read(part, t, atB);
  const [px, py, pz] = atB;
  return { u: parameterOf(part, t), t, x: px, y: py, z: pz, distance: Math.hypot(x - px, y - py, z - pz) };
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
    read(a, share, atA);
    const [x, y, z] = atA;
    if (!(footOn(b, x, y, z).distance <= tolerance)) return false;
  }
  return true;
}
