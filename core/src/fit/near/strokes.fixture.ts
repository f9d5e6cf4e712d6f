import { randomNumbers } from '../../linear/random.fixture';
import { packVectors, type Vector3 } from '../../linear/vector';

/** Points through and near which the specs of this folder lay curves, the same in every run. */

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
