import { type Curve, distance, homogeneous, makeCurve, type Vector3 } from '@pencil-bend/core';

/**
 * Straight legs through corners as a curve of degree 1, its parameter the length; closed where it ends where it began.
 * Corners that rounding cannot tell from the one before them count once. Throws `InvalidCurve` where fewer than two are
 * left.
 */
export function polylineOf(corners: readonly Vector3[]): Curve {
  const kept: Vector3[] = [];
  const knots: number[] = [];
  for (const corner of corners) {
    const at = kept.length === 0 ? 0 : knots[knots.length - 1] + distance(kept[kept.length - 1], corner);
    if (kept.length > 0 && at === knots[knots.length - 1]) kept.pop();
    else knots.push(at);
    kept.push(corner);
  }
  const isClosed = kept.length > 2 && distance(kept[0], kept[kept.length - 1]) === 0;
  const around = [knots[0], ...knots, knots[knots.length - 1]];
  return makeCurve(1, around, homogeneous(kept.flat()), isClosed ? 'clamped-closed' : 'open');
}
