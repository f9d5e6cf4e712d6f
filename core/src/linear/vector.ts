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

/** For sizes whose squares a number can hold, as all lengths in mm are. */
export const length = (a: Vector3): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);

export const distance = (a: Vector3, b: Vector3): number => length(subtract(a, b));

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
  vectors.forEach((vector, index) => packed.set(vector, index * 3));
  return packed;
}

/** The vector with one of its coordinates (0 to 2) replaced. */
export const withCoordinate = ([x, y, z]: Vector3, axis: number, value: number): Vector3 =>
  axis === 0 ? [value, y, z] : axis === 1 ? [x, value, z] : [x, y, value];
