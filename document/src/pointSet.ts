/** The largest set of points that is kept: a scan of a whole part at tenths of a millimetre. */
export const LARGEST_POINT_SET = { count: 1_000_000, bytes: 24_000_000 } as const;

/** x y z of a point, each a number of 64 bits. */
const POINT_BYTES = 24;
/** As in the drawing itself, in mm. */
const FARTHEST = 1e9;

/** Points packed x y z as they are kept and sent: numbers of 64 bits, the low byte first (IEEE 754 binary64). */
export function pointSetBytes(points: Float64Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(8 * points.length);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < points.length; i++) view.setFloat64(8 * i, points[i], true);
  return bytes;
}

/** The points of bytes that `pointSetProblem` finds nothing wrong with. */
export function pointsOfBytes(bytes: Uint8Array): Float64Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Float64Array.from({ length: bytes.byteLength / 8 }, (_, i) => view.getFloat64(8 * i, true));
}

/** Why bytes are no set of points, in words; null where they are one. */
export function pointSetProblem(bytes: Uint8Array): string | null {
  const count = bytes.byteLength / POINT_BYTES;
  if (!Number.isInteger(count) || count === 0) return `${bytes.byteLength} bytes are no whole number of points`;
  if (count > LARGEST_POINT_SET.count) return tooManyPoints(count);
  const points = pointsOfBytes(bytes);
  const bad = points.findIndex((value) => !(Math.abs(value) <= FARTHEST));
  return bad < 0 ? null : `the ${'xyz'[bad % 3]} of point ${Math.floor(bad / 3) + 1} is ${points[bad]}`;
}

export const tooManyPoints = (count: number): string =>
  `${count.toLocaleString('en')} points are too many: a measured set may have ${LARGEST_POINT_SET.count.toLocaleString('en')}`;
