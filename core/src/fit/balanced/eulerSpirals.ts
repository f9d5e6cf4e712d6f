import { fold } from '../../linear/cyclicBand';
import { addEntry, bandedMatrix, solveBanded } from '../../linear/bandedMatrix';
import { eulerSegment, type EulerSegment } from './eulerSegment';

/** Euler spirals in a row, one for each chord. */
export interface EulerSpirals {
  /** Angle of the tangent at each point, in radians. */
  readonly angles: Float64Array;
  readonly segments: readonly EulerSegment[];
  /** In mm. */
  readonly chords: Float64Array;
  readonly steps: number;
}

/** A step of Newton's method turns no tangent by more than this. */
const MOST_TURN = 0.7;
const MOST_STEPS = 40;
const SETTLED = 1e-12;

/**
 * Euler spirals from point to point with one tangent and one curvature where they meet; the ends of an open one are arcs of
 * circles. `points` are packed x y in the plane. Null where Newton's method on the jumps of curvature finds none. (Levien,
 * From Spiral to Spline, 2009, ch. 8 and 10.)
 */
export function eulerSpirals(points: Float64Array, closed: boolean): EulerSpirals | null {
  const count = points.length / 2;
  const legs = closed ? count : count - 1;
  const chords = new Float64Array(legs);
  const directions = new Float64Array(legs);
  for (let i = 0; i < legs; i++) {
    const [j, k] = [2 * i, 2 * ((i + 1) % count)];
    chords[i] = Math.hypot(points[k] - points[j], points[k + 1] - points[j + 1]);
    directions[i] = Math.atan2(points[k + 1] - points[j + 1], points[k] - points[j]);
  }
  const angles = startAngles(chords, directions, count, closed);
  for (let step = 0; step <= MOST_STEPS; step++) {
    const segments: EulerSegment[] = [];
    for (let i = 0; i < legs; i++) {
      const segment = eulerSegment(turned(directions[i] - angles[i]), turned(angles[(i + 1) % count] - directions[i]));
      if (!segment) return null;
      segments.push(segment);
    }
    const move = newtonStep(segments, chords, count, closed);
    if (!move) return null;
    const most = move.reduce((sum, by) => Math.max(sum, Math.abs(by)), 0);
    if (!(most < Infinity)) return null;
    if (most <= SETTLED) return { angles, segments, chords, steps: step };
    const share = Math.min(1, MOST_TURN / most);
    for (let i = 0; i < count; i++) angles[i] += share * move[i];
  }
  return null;
}

/** An angle brought into a half turn to both sides. */
const turned = (angle: number): number => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

/** The tangents of circles through each three points in a row; at the ends those that the first and last arcs ask for. */
function startAngles(chords: Float64Array, directions: Float64Array, count: number, closed: boolean): Float64Array {
  const angles = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    if (!closed && (i === 0 || i === count - 1)) continue;
    const before = (i + chords.length - 1) % chords.length;
    const turn = turned(directions[i] - directions[before]);
    angles[i] = directions[before] + (turn * chords[before]) / (chords[before] + chords[i]);
  }
  if (closed) return angles;
  const last = count - 1;
  angles[0] = count === 2 ? directions[0] : 2 * directions[0] - angles[1];
  angles[last] = count === 2 ? directions[0] : 2 * directions[last - 1] - angles[last - 1];
  return angles;
}

/** By how much each tangent turns until, to first order, curvatures meet; null where that is left open. */
function newtonStep(
  segments: readonly EulerSegment[],
  chords: Float64Array,
  count: number,
  closed: boolean,
): Float64Array | null {
  if (count === 2) return new Float64Array(2);
  const reach = Math.min(count - 1, closed ? 2 : 1);
  const matrix = bandedMatrix(count, reach, reach);
  const right = new Float64Array(count);
  const rowOf = (i: number) => (closed ? fold(i % count, count) : i);
  for (let i = 0; i < count; i++) {
    const row = rowOf(i);
    if (!closed && (i === 0 || i === count - 1)) {
      // An arc: its two angles are alike.
      const { first, second } = segments[i === 0 ? 0 : i - 1];
      right[row] = first - second;
      addEntry(matrix, row, row, 1);
      addEntry(matrix, row, i === 0 ? 1 : i - 1, 1);
      continue;
    }
    const before = (i + chords.length - 1) % chords.length;
    // Rows of like size: the jump counts in turns over the two chords.
    const scale = (chords[before] + chords[i]) / 2;
    const [left, after] = [scale / chords[before], scale / chords[i]];
    const [a, b] = [segments[before], segments[i]];
    right[row] = after * b.start - left * a.end;
    addEntry(matrix, row, rowOf(before), -left * a.slopes.end[0]);
    addEntry(matrix, row, row, left * a.slopes.end[1] + after * b.slopes.start[0]);
    addEntry(matrix, row, rowOf(i + 1), -after * b.slopes.start[1]);
  }
  if (!solveBanded(matrix, right, 1)) return null;
  return closed ? Float64Array.from({ length: count }, (_, i) => right[rowOf(i)]) : right;
}
