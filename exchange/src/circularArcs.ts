import { bezierPieces, type Curve, type Vector3 } from '@pencil-bend/core';

/** A circular arc in a plane z = constant. */
export interface FlatArc {
  readonly to: readonly [number, number];
  readonly centre: readonly [number, number];
  readonly radius: number;
  /** In radians, positive anticlockwise. */
  readonly turn: number;
}

/** Legs and weights that agree to this share are those of a circle. */
const AGREE = 1e-9;

/**
 * The circular arcs that a flat curve is made of, piece by piece; null where any piece is something else. A rational
 * quadratic is an arc where its legs are equally long and its middle weight, the others made 1, is the cosine of the
 * angle between leg and chord (The NURBS Book, 7.3).
 */
export function circularArcs(curve: Curve): FlatArc[] | null {
  if (curve.degree !== 2) return null;
  const { points } = bezierPieces(curve);
  const arcs: FlatArc[] = [];
  for (let i = 0; i < points.length; i += 12) {
    const arc = arcOf(points.subarray(i, i + 12));
    if (!arc) return null;
    arcs.push(arc);
  }
  return arcs;
}

function arcOf(points: Float64Array): FlatArc | null {
  const [a, b, c] = [0, 4, 8].map((i): Vector3 => [
    points[i] / points[i + 3],
    points[i + 1] / points[i + 3],
    points[i + 3],
  ]);
  const leg = [b[0] - a[0], b[1] - a[1]];
  const other = [c[0] - b[0], c[1] - b[1]];
  const chord = [c[0] - a[0], c[1] - a[1]];
  const [size, second, width] = [leg, other, chord].map(([x, y]) => Math.hypot(x, y));
  if (!(width > 0 && size > 0) || Math.abs(size - second) > AGREE * size) return null;
  const half = Math.atan2(leg[0] * chord[1] - leg[1] * chord[0], leg[0] * chord[0] + leg[1] * chord[1]);
  const weight = b[2] / Math.sqrt(a[2] * c[2]);
  if (half === 0 || Math.abs(weight - Math.cos(half)) > AGREE) return null;
  // The centre lies on the bisector of the chord, on the side that the legs turn to.
  const height = width / (2 * Math.tan(half));
  const [x, y] = [(a[0] + c[0]) / 2 - (height * chord[1]) / width, (a[1] + c[1]) / 2 + (height * chord[0]) / width];
  return { to: [c[0], c[1]], centre: [x, y], radius: Math.hypot(a[0] - x, a[1] - y), turn: 2 * half };
}
