import { angleBetween, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import type { BoxTree } from './boxTree';

/** A part of a piece of a curve, with what it takes to tell where it can lie and which way it can run. */
export interface Part {
  readonly curve: Curve;
  readonly span: number;
  readonly from: number;
  readonly to: number;
  /** Homogeneous Bézier points of the part. */
  readonly points: Float64Array;
  /** The same as places x y z. */
  readonly places: Float64Array;
  /** Least x y z and largest x y z. */
  readonly box: Float64Array;
  /** The box's largest side in mm. */
  readonly size: number;
  /** All tangents, and so all chords, lie within `spread` radians of this unit vector, when that is less than π/2. */
  readonly axis: Vector3;
  readonly spread: number;
}

/** Places of two curves that belong together: one, or a stretch along which the curves stay within the tolerance. */
export interface Stretch {
  readonly kind: 'point' | 'stretch';
  readonly u0: number;
  readonly u1: number;
  readonly v0: number;
  readonly v1: number;
  /** The nearest of the places, and the distance of the curves there. */
  readonly u: number;
  readonly v: number;
  readonly distance: number;
  readonly spanU: number;
  readonly spanV: number;
}

export function partOf(curve: Curve, { pieces }: BoxTree, piece: number): Part {
  const size = 4 * (pieces.degree + 1);
  const points = pieces.points.slice(piece * size, (piece + 1) * size);
  return made(curve, pieces.spans[piece], pieces.breaks[piece], pieces.breaks[piece + 1], points);
}

function made(curve: Curve, span: number, from: number, to: number, points: Float64Array): Part {
  const count = points.length / 4;
  const places = new Float64Array(3 * count);
  const box = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity);
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) {
      const value = points[4 * i + c] / points[4 * i + 3];
      places[3 * i + c] = value;
      if (value < box[c]) box[c] = value;
      if (value > box[3 + c]) box[3 + c] = value;
    }
  }
  const size = Math.max(box[3] - box[0], box[4] - box[1], box[5] - box[2]);
  const { axis, spread } = coneOf([places]);
  return { curve, span, from, to, points, places, box, size, axis, spread };
}

/** A cone around the chord that holds the steps between control points, and so all tangents. */
function coneOf(runs: readonly Float64Array[]): { axis: Vector3; spread: number } {
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

/** The two halves by parameter (de Casteljau). */
export function halves({ curve, span, from, to, points }: Part): [Part, Part] {
  const count = points.length / 4;
  const left = new Float64Array(points.length);
  const right = points.slice();
  for (let r = 0; r < count; r++) {
    left.set(right.subarray(0, 4), 4 * r);
    for (let i = 0; i < 4 * (count - 1 - r); i++) right[i] = (right[i] + right[i + 4]) / 2;
  }
  const middle = (from + to) / 2;
  return [made(curve, span, from, middle, left), made(curve, span, middle, to, right)];
}

export function mayMeet(a: Part, b: Part, tolerance: number): boolean {
  for (let c = 0; c < 3; c++) {
    if (a.box[c] > b.box[3 + c] + tolerance || b.box[c] > a.box[3 + c] + tolerance) return false;
  }
  return true;
}

const atA = new Float64Array(6);
const atB = new Float64Array(6);

function read(part: Part, u: number, out: Float64Array): void {
  derivativesInSpan(part.curve, part.span, u, 1, out);
}

/**
 * The one place where two parts with separate directions can meet, by Gauss-Newton on their distance inside their
 * parameters; 'unclear' when the directions overlap or the search does not settle.
 */
export function meetTransversally(a: Part, b: Part, tolerance: number): Stretch | 'apart' | 'unclear' {
  if (!(a.spread < Math.PI / 2 && b.spread < Math.PI / 2)) return 'unclear';
  const turned = angleBetween(a.axis, b.axis);
  if (!(Math.min(turned, Math.PI - turned) > (a.spread + b.spread) * 1.0001 + 1e-7)) return 'unclear';
  let u = (a.from + a.to) / 2;
  let v = (b.from + b.to) / 2;
  for (let round = 0; round < 50; round++) {
    read(a, u, atA);
    read(b, v, atB);
    const [dx, dy, dz] = [atA[0] - atB[0], atA[1] - atB[1], atA[2] - atB[2]];
    const aa = atA[3] * atA[3] + atA[4] * atA[4] + atA[5] * atA[5];
    const bb = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    const ab = atA[3] * atB[3] + atA[4] * atB[4] + atA[5] * atB[5];
    const da = dx * atA[3] + dy * atA[4] + dz * atA[5];
    const db = dx * atB[3] + dy * atB[4] + dz * atB[5];
    const det = aa * bb - ab * ab;
    if (!(det > 1e-14 * aa * bb)) return 'unclear';
    let nextU = clampTo(a, u + (ab * db - bb * da) / det);
    let nextV = clampTo(b, v + (aa * db - ab * da) / det);
    // At an end of one part the other's best place is its own foot.
    if (nextU === a.from || nextU === a.to) nextV = clampTo(b, v + (db + ab * (nextU - u)) / bb);
    else if (nextV === b.from || nextV === b.to) nextU = clampTo(a, u + (ab * (nextV - v) - da) / aa);
    const settled =
      Math.abs(nextU - u) <= 4 * Number.EPSILON * (Math.abs(u) + a.to - a.from) &&
      Math.abs(nextV - v) <= 4 * Number.EPSILON * (Math.abs(v) + b.to - b.from);
    const gap = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (settled || (round > 8 && gap <= 1e-3 * tolerance) || gap === 0) {
      if (gap <= tolerance)
        return { kind: 'point', u0: u, u1: u, v0: v, v1: v, u, v, distance: gap, spanU: a.span, spanV: b.span };
      // Farther than rounding can explain: with separate directions there is no other place.
      return gap > 4 * tolerance || (u > a.from && u < a.to && v > b.from && v < b.to) ? 'apart' : 'unclear';
    }
    u = nextU;
    v = nextV;
  }
  return 'unclear';
}

const clampTo = (part: Part, u: number) => Math.min(part.to, Math.max(part.from, u));

/** How many places of a part are looked at before it counts as running along another curve. */
const LOOKS = 9;

/** The whole of one part as a stretch, when it runs within half the tolerance of the other; null when it does not. */
export function togetherAlong(a: Part, b: Part, tolerance: number): Stretch | null {
  if (!(a.spread < 0.3 && b.spread < 0.3)) return null;
  return along(a, b, tolerance) ?? swapped(along(b, a, tolerance));
}

function along(a: Part, b: Part, tolerance: number): Stretch | null {
  let best = { u: a.from, v: b.from, distance: Infinity };
  const feet: number[] = [];
  let v = NaN;
  for (const i of [0, LOOKS - 1, ...Array.from({ length: LOOKS - 2 }, (_, k) => k + 1)]) {
    const u = a.from + ((a.to - a.from) * i) / (LOOKS - 1);
    read(a, u, atA);
    v = footOn(b, atA, v);
    const there = Math.hypot(atA[0] - atB[0], atA[1] - atB[1], atA[2] - atB[2]);
    if (!(there <= tolerance / 2)) return null;
    feet.push(v);
    if (there < best.distance) best = { u, v, distance: there };
  }
  return {
    kind: 'stretch',
    u0: a.from,
    u1: a.to,
    v0: Math.min(...feet),
    v1: Math.max(...feet),
    ...best,
    spanU: a.span,
    spanV: b.span,
  };
}

const swapped = (s: Stretch | null): Stretch | null =>
  s && { ...s, u0: s.v0, u1: s.v1, v0: s.u0, v1: s.u1, u: s.v, v: s.u, spanU: s.spanV, spanV: s.spanU };

/** The foot of a place on a part that hardly turns, by Newton's method; the part's place there stays in `atB`. */
function footOn(part: Part, place: Float64Array, start: number): number {
  let v = Number.isNaN(start) ? (part.from + part.to) / 2 : start;
  for (let round = 0; round < 12; round++) {
    read(part, v, atB);
    const slope = (place[0] - atB[0]) * atB[3] + (place[1] - atB[1]) * atB[4] + (place[2] - atB[2]) * atB[5];
    const speed = atB[3] * atB[3] + atB[4] * atB[4] + atB[5] * atB[5];
    const next = speed > 0 ? clampTo(part, v + slope / speed) : v;
    if (next === v || Math.abs(next - v) <= 1e-14 * (part.to - part.from)) break;
    v = next;
  }
  return v;
}

/**
 * For parts that are straight within a quarter of the tolerance: the stretch of their chords that lies within it, or
 * 'apart'. null for parts that still bend.
 */
export function straightMeeting(a: Part, b: Part, tolerance: number): Stretch | 'apart' | null {
  const shortest = 4 * Number.EPSILON;
  const tiny = (part: Part) => part.size <= tolerance || part.to - part.from <= shortest * Math.abs(part.to);
  if (!((tiny(a) || isStraight(a, tolerance / 4)) && (tiny(b) || isStraight(b, tolerance / 4)))) return null;
  const last = a.places.length - 3;
  const end = b.places.length - 3;
  const b0 = b.places.subarray(0, 3);
  const along = [0, 1, 2].map((c) => b.places[end + c] - b.places[c]);
  const squared = along[0] ** 2 + along[1] ** 2 + along[2] ** 2;
  let stretch: [number, number] | null = null;
  let best = { s: 0, t: 0, distance: Infinity };
  // A chord's distance from another is convex along it: the stretch within the tolerance is one.
  const LOOK = 32;
  for (let i = 0; i <= LOOK; i++) {
    const s = i / LOOK;
    const p = [0, 1, 2].map((c) => (1 - s) * a.places[c] + s * a.places[last + c] - b0[c]);
    const t =
      squared > 0 ? Math.min(1, Math.max(0, (p[0] * along[0] + p[1] * along[1] + p[2] * along[2]) / squared)) : 0;
    const there = Math.hypot(p[0] - t * along[0], p[1] - t * along[1], p[2] - t * along[2]);
    if (there < best.distance) best = { s, t, distance: there };
    if (there <= tolerance) stretch = stretch ? [stretch[0], s] : [s, s];
  }
  if (!stretch) return 'apart';
  const [low, high] = [Math.max(0, stretch[0] - 1 / LOOK), Math.min(1, stretch[1] + 1 / LOOK)];
  const place = (part: Part, s: number) => part.from + s * (part.to - part.from);
  return {
    kind: 'stretch',
    u0: place(a, low),
    u1: place(a, high),
    v0: b.from,
    v1: b.to,
    u: place(a, best.s),
    v: place(b, best.t),
    distance: best.distance,
    spanU: a.span,
    spanV: b.span,
  };
}

/** Control points within `tolerance` of the chord, one after the other along it. */
function isStraight(part: Part, tolerance: number): boolean {
  if (!(part.spread < Math.PI / 2)) return false;
  const { places, axis } = part;
  for (let i = 3; i < places.length - 3; i += 3) {
    const [x, y, z] = [places[i] - places[0], places[i + 1] - places[1], places[i + 2] - places[2]];
    const along = x * axis[0] + y * axis[1] + z * axis[2];
    if (x * x + y * y + z * z - along * along > tolerance * tolerance) return false;
  }
  return true;
}
