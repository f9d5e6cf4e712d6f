/** A point or a vector in space, in mm. A flat drawing has z = 0. */
export type Vector3 = readonly [x: number, y: number, z: number];

export const subtract = (a: Vector3, b: Vector3): Vector3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

export const add = (a: Vector3, b: Vector3): Vector3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];

export const scale = (a: Vector3, factor: number): Vector3 => [a[0] * factor, a[1] * factor, a[2] * factor];

export const dot = (a: Vector3, b: Vector3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const cross = (a: Vector3, b: Vector3): Vector3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The same size the other way; zeros stay without a sign. */
export const negate = (a: Vector3): Vector3 => [0 - a[0], 0 - a[1], 0 - a[2]];

/** The point so many times a direction away from another one. */
export const along = (from: Vector3, direction: Vector3, times: number): Vector3 => [
  from[0] + direction[0] * times,
  from[1] + direction[1] * times,
  from[2] + direction[2] * times,
];

/** The point at a share of the way between two; shares outside 0 to 1 lie beyond them. */
export const lerp = (from: Vector3, to: Vector3, share: number): Vector3 => along(from, subtract(to, from), share);

export const middle = (a: Vector3, b: Vector3): Vector3 => scale(add(a, b), 0.5);

/** The part of a vector at right angles to a unit vector. */
export const across = (a: Vector3, direction: Vector3): Vector3 => along(a, direction, -dot(a, direction));

/** For sizes whose squares a number can hold, as all lengths in mm are. */
export const length = (a: Vector3): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);

export const distance = (a: Vector3, b: Vector3): number => length(subtract(a, b));

/** The vector of length 1 in the same direction. Throws a RangeError for one of no length. */
export function unit(a: Vector3): Vector3 {
  const size = length(a);
  if (!(size > 0)) throw new RangeError(`a direction is needed, not ${a.join(', ')}`);
  return scale(a, 1 / size);
}

/** Coordinates to so many decimals, without minus zero: sums of round numbers stay round. */
export const rounded = ([x, y, z]: Vector3, decimals: number): Vector3 => [
  Number(x.toFixed(decimals)) + 0,
  Number(y.toFixed(decimals)) + 0,
  Number(z.toFixed(decimals)) + 0,
];

/** Turning angle between two directions in radians, 0 to π; atan2, because acos loses small angles. */
export const angleBetween = (a: Vector3, b: Vector3): number => Math.atan2(length(cross(a, b)), dot(a, b));

/** The vector at `index` of an array packed with stride 3. */
export const vectorAt = (packed: ArrayLike<number>, index: number): Vector3 => [
  packed[3 * index],
  packed[3 * index + 1],
  packed[3 * index + 2],
];

/** Length of the vector packed from `offset` on; for sizes whose squares a number can hold. */
export function sizeAt(packed: Float64Array, offset: number): number {
  const x = packed[offset];
  const y = packed[offset + 1];
  const z = packed[offset + 2];
  return Math.sqrt(x * x + y * y + z * z);
}

/** Packs vectors with stride 3. */
export function packVectors(vectors: readonly Vector3[]): Float64Array {
  const packed = new Float64Array(vectors.length * 3);
  // Number by number: to set small arrays one after the other takes several times as long.
  for (let i = 0; i < vectors.length; i++) {
    const vector = vectors[i];
    packed[3 * i] = vector[0];
    packed[3 * i + 1] = vector[1];
    packed[3 * i + 2] = vector[2];
  }
  return packed;
}

/** The vector with one of its coordinates (0 to 2) replaced. */
export const withCoordinate = ([x, y, z]: Vector3, axis: number, value: number): Vector3 =>
  axis === 0 ? [value, y, z] : axis === 1 ? [x, value, z] : [x, y, value];
