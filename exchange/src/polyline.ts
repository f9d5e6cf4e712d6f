import { type Curve, distance, homogeneous, makeCurve, type Vector3 } from '@pencil-bend/core';

/** Straight legs through corners as a curve of degree 1, its parameter the length; closed where it ends where it began. */
export function polylineOf(corners: readonly Vector3[]): Curve {
  const knots = [0, 0];
  for (let i = 1; i < corners.length; i++) knots.push(knots[i] + distance(corners[i - 1], corners[i]));
  knots.push(knots[knots.length - 1]);
  const isClosed = corners.length > 2 && distance(corners[0], corners[corners.length - 1]) === 0;
  return makeCurve(1, knots, homogeneous(corners.flat()), isClosed ? 'clamped-closed' : 'open');
}
