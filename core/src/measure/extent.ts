import { isRational } from '../curve/isRational';
import type { Vector3 } from '../linear/vector';
import { type Bernstein, derivativeOf, signChangesOf, valueAt, wronskian } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { evenPieces } from '../degree/evenPieces';
import { mustBeDirection } from '../refuse';

/** A box along the axes, in mm. */
export interface Box {
  readonly least: Vector3;
  readonly largest: Vector3;
}

/**
 * Least and largest value of r·direction over the curve, tight to rounding, with their parameters: at ends of pieces
 * and at every zero of its derivative.
 */
export function extentAlong(
  curve: Curve,
  direction: Vector3,
): { least: number; largest: number; at: [number, number] } {
  mustBeDirection(direction, 'direction');
  const pieces = evenPieces(curve);
  const { breaks, points, degree } = pieces;
  let [least, largest] = [Infinity, -Infinity];
  const at: [number, number] = [breaks[0], breaks[0]];
  for (let piece = 0; piece + 1 < breaks.length; piece++) {
    const from = 4 * piece * (degree + 1);
    const height: Bernstein = new Float64Array(degree + 1);
    const weights: Bernstein = new Float64Array(degree + 1);
    for (let i = 0; i <= degree; i++) {
      weights[i] = points[from + 4 * i + 3];
      for (let c = 0; c < 3; c++) height[i] += direction[c] * points[from + 4 * i + c];
    }
    // About the piece's start, so that places far from the origin keep their digits.
    const origin = height[0] / weights[0];
    const local = height.map((value, i) => value - origin * weights[i]);
    const plain = !isRational(points, from, from + 4 * (degree + 1));
    const slope = plain ? derivativeOf(local) : wronskian(local, weights);
    let size = 0;
    for (const value of height) size = Math.max(size, Math.abs(value));
    let heaviest = 0;
    for (const w of weights) heaviest = Math.max(heaviest, w);
    const floor = 8 * Number.EPSILON * degree * size * (plain ? 1 : heaviest);
    for (const t of [0, ...signChangesOf(slope, floor), 1]) {
      const value = origin + valueAt(local, t) / valueAt(weights, t);
      const u = t === 1 ? breaks[piece + 1] : breaks[piece] + t * (breaks[piece + 1] - breaks[piece]);
      if (value < least) [least, at[0]] = [value, u];
      if (value > largest) [largest, at[1]] = [value, u];
    }
  }
  return { least, largest, at };
}

/** The smallest box along the axes that holds the curve (not only its control points). */
export function boundingBox(curve: Curve): Box {
  const [x, y, z] = (
    [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const
  ).map((axis) => extentAlong(curve, axis));
  return { least: [x.least, y.least, z.least], largest: [x.largest, y.largest, z.largest] };
}

/** The box around the control points: the curve lies within it (its weights are positive). */
export function controlBox({ points }: Curve): Box {
  const least: [number, number, number] = [Infinity, Infinity, Infinity];
  const largest: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      const value = points[i + c] / points[i + 3];
      least[c] = Math.min(least[c], value);
      largest[c] = Math.max(largest[c], value);
    }
  }
  return { least, largest };
}

/** The diagonal of that box in mm: no two places of the curve lie further apart. */
export function sizeOf(curve: Curve): number {
  const { least, largest } = controlBox(curve);
  return Math.hypot(largest[0] - least[0], largest[1] - least[1], largest[2] - least[2]);
}
