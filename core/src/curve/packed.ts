import { type Closing, countOf, type Curve, makeCurve } from './curve';

const CLOSINGS: readonly Closing[] = ['open', 'clamped-closed', 'periodic'];
const HEAD = 3;

/**
 * A curve as one array of its own, to be handed to another thread without being copied: degree, closing, count, knots,
 * control points. The curve keeps its arrays.
 */
export function packCurve(curve: Curve): Float64Array<ArrayBuffer> {
  const { degree, knots, points, closing } = curve;
  const packed = new Float64Array(HEAD + knots.length + points.length);
  packed.set([degree, CLOSINGS.indexOf(closing), countOf(curve)]);
  packed.set(knots, HEAD);
  packed.set(points, HEAD + knots.length);
  return packed;
}

/** The curve in such an array, its parts looked at as those of any curve: throws `InvalidCurve`. */
export function unpackCurve(packed: Float64Array): Curve {
  const [degree, closing, count] = packed;
  const end = HEAD + count + degree + 1;
  return makeCurve(degree, packed.subarray(HEAD, end), packed.subarray(end), CLOSINGS[closing]);
}
