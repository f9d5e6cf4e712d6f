import { length, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { closestPoint } from './closestPoint';
import { frameAt } from './frame';
import { smallestRadius } from './extrema';

/** How much a curve's curvature differs from another's at the places that belong together. */
export interface CurvatureChange {
  /** The largest |K₁ − K₂| found, in 1/mm; K are the curvature vectors. */
  readonly max: number;
  /** Its place: the parameter on the second curve. */
  readonly u: number;
  /** The smallest radius of curvature of each, in mm; Infinity where it is straight. */
  readonly radii: readonly [first: number, second: number];
}

const PER_SPAN = 16;

/**
 * The largest change of curvature from one curve to another that lies close to it: at sixteen places of every span,
 * both sides of knots among them, against the closest place. Sampled, not proven. Places where either stands still are
 * left out: they have no curvature.
 */
export function curvatureChange(first: Curve, second: Curve): CurvatureChange {
  let max = 0;
  let [uMax] = domainOf(second);
  for (const span of spansOf(second)) {
    const [from, to] = [second.knots[span], second.knots[span + 1]];
    for (let i = 0; i <= PER_SPAN; i++) {
      const u = i === PER_SPAN ? to : from + ((to - from) * i) / PER_SPAN;
      const there = frameAt(second, u, i === PER_SPAN ? 'left' : 'right');
      if (!there) continue;
      const near = closestPoint(first, there.point);
      const change = least(first, near.u, there.curvature);
      if (change > max && change < Infinity) [max, uMax] = [change, u];
    }
  }
  return {
    max,
    u: uMax,
    radii: [smallestRadius(first)?.radius ?? Infinity, smallestRadius(second)?.radius ?? Infinity],
  };
}

/** At a knot of the first curve the side that differs less counts. */
function least(curve: Curve, u: number, curvature: Vector3): number {
  let change = Infinity;
  for (const side of ['left', 'right'] as const) {
    const frame = frameAt(curve, u, side);
    if (frame) change = Math.min(change, length(subtract(curvature, frame.curvature)));
  }
  return change;
}
