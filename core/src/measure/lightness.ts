import type { Vector3 } from '../linear/vector';
import { type Curve, spansOf } from '../curve/curve';
import { distinctOf } from '../knots/period';
import { curvatureExtrema, inflections } from './extrema';

/** How light a curve is: few control points, few spans, few pieces of monotone curvature, few inflections. */
export interface Lightness {
  readonly controlPoints: number;
  readonly spans: number;
  /** Stretches along which (signed) curvature only grows or only falls. */
  readonly monotonePieces: number;
  /** 0 without a plane's normal. */
  readonly inflections: number;
}

/** Counts a curve's parts; curvature is signed against `normal` where one is given. */
export function lightness(curve: Curve, normal: Vector3 | null = null): Lightness {
  const extrema = curvatureExtrema(curve, normal).length;
  return {
    controlPoints: distinctOf(curve),
    spans: spansOf(curve).length,
    monotonePieces: curve.closing === 'open' ? extrema + 1 : Math.max(1, extrema),
    inflections: normal ? inflections(curve, normal).length : 0,
  };
}
