import { randomNumbers } from '../linear/random.fixture';
import { distance, packVectors, type Vector3, vectorAt } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';

/** Points through and near which the specs of fits lay curves, the same in every run. */

type Shape = (share: number) => Vector3;

/** 200 mm wide, one bend. */
export const profile: Shape = (s) => [200 * s, 50 * Math.sin(0.8 * Math.PI * s), 0];
/** 200 mm wide, one full wave. */
export const sShape: Shape = (s) => [200 * s, 20 * Math.sin(2 * Math.PI * s), 0];
/** Straight, a quarter turn of R 12.7, straight. */
export const bend: Shape = (s) => {
  const [leg, radius] = [60, 12.7];
  const arc = (Math.PI / 2) * radius;
  const along = s * (2 * leg + arc);
  if (along < leg) return [along, 0, 0];
  if (along > leg + arc) return [leg + radius, radius + along - leg - arc, 0];
  const turn = (along - leg) / radius;
  return [leg + radius * Math.sin(turn), radius * (1 - Math.cos(turn)), 0];
};

/** Points evenly along a shape, each off by at most `noise` mm to any side in the plane. */
export function noisy(shape: Shape, count: number, noise: number, seed = 1): Float64Array {
  const random = randomNumbers(seed);
  const points = new Float64Array(3 * count);
  for (let i = 0; i < count; i++) {
    const [angle, radius] = [2 * Math.PI * random(), noise * Math.sqrt(random())];
    const [x, y, z] = shape(i / (count - 1));
    points.set([x + radius * Math.cos(angle), y + radius * Math.sin(angle), z], 3 * i);
  }
  return points;
}

const flat = (pairs: readonly (readonly [number, number])[]) => packVectors(pairs.map(([x, y]): Vector3 => [x, y, 0]));

/** Points of check FI: sharp turns, and a smooth arch unevenly sampled. */
export const ZIG_ZAG = flat([[0, 0], [60, 4], [64, 24], [70, 2], [73, 22], [120, 25], [124, 3], [180, 0], [182, 12], [200, 12]]); // prettier-ignore
export const ARCH = flat(
  [0, 0.05, 0.1, 0.35, 0.4, 0.62, 0.8, 0.95, 1].map((t) => [200 * t, 60 * Math.sin(Math.PI * t)]),
);

/** So many points evenly over a turn about the z axis that rises `rise` mm a radian. */
export const around = (count: number, radius: number, rise: number, turn: number): Float64Array =>
  packVectors(
    Array.from({ length: count }, (_, i): Vector3 => {
      const t = (turn * i) / (count - 1);
      return [radius * Math.cos(t), radius * Math.sin(t), rise * t];
    }),
  );

/**
 * A line of points whose distances are up to `ratio` times each other and which turns by between half and all of `most`
 * degrees at each, to one side or the other.
 */
export function randomLine(count: number, ratio: number, most: number, random: () => number): Float64Array {
  const points: Vector3[] = [[0, 0, 0]];
  let angle = 0;
  for (let i = 1; i < count; i++) {
    const [x, y] = points[i - 1];
    const leg = 20 * ratio ** (random() - 0.5);
    points.push([x + leg * Math.cos(angle), y + leg * Math.sin(angle), 0]);
    angle += (random() < 0.5 ? -1 : 1) * (0.5 + random() / 2) * most * (Math.PI / 180);
  }
  return packVectors(points);
}

/** The length of the lines between points, in mm. */
export const polylineLength = (points: Float64Array) => {
  let sum = 0;
  for (let i = 0; i + 1 < points.length / 3; i++) sum += distance(vectorAt(points, i), vectorAt(points, i + 1));
  return sum;
};

/** Largest distance from densely sampled places of the curve to the polyline of the points. */
export function distanceFromPolyline(curve: Curve, points: Float64Array): number {
  let largest = 0;
  for (let i = 0; i <= 4000; i++) {
    const p = evaluate(curve, i / 4000);
    let nearest = Infinity;
    for (let k = 0; k + 1 < points.length / 3; k++) {
      const a = vectorAt(points, k);
      const b = vectorAt(points, k + 1);
      const dx = b[0] - a[0];
      const dy = b[1] - a[1];
      const t = Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy)));
      nearest = Math.min(nearest, Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy));
    }
    largest = Math.max(largest, nearest);
  }
  return largest;
}
