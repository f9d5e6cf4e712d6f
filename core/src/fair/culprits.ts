import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { distinctOf } from '../knots/period';
import type { Stretch } from '../measure/straightStretches';
import { mustBeFinite, mustBeNormal } from '../refuse';
import { energiesFor } from './fair';
import { type FreeOptions, freePoints } from './freePoints';
import { axesFor } from '../energy/motion';

/** A control point, the move that alone would make the curve fairest, and what it would gain. */
export interface Culprit {
  /** Among the distinct control points. */
  readonly index: number;
  /** In mm. */
  readonly move: Vector3;
  /** The share of the jerk that goes. */
  readonly gain: number;
}

export interface CulpritOptions extends FreeOptions {
  readonly normal?: Vector3 | null;
  /** Only those that act on a stretch, from one parameter to another: of a closed curve it may go over the seam. */
  readonly stretch?: Stretch;
}

/**
 * Which control points make a curve unfair: of jerk, moving point i alone to its optimum gains |(QP)ᵢ|²/(2Qᵢᵢ), by the move
 * −(QP)ᵢ/Qᵢᵢ. The largest gain first; held end points are never among them.
 */
export function culprits(curve: Curve, options: CulpritOptions = {}): Culprit[] {
  const { normal = null, stretch } = options;
  mustBeNormal(normal);
  if (stretch) {
    mustBeFinite(stretch.from, 'from');
    mustBeFinite(stretch.to, 'to');
  }
  const free = freePoints(curve, Number.MAX_VALUE, options);
  const count = free.indices.length;
  if (count === 0 || curve.degree === 1) return [];
  const axes = axesFor(normal);
  const jerk = energiesFor(curve, free, axes).jerk();
  const gradient = jerk.gradient();
  const energy = jerk.value(new Float64Array(gradient.length));
  const found: Culprit[] = [];
  free.indices.forEach((index, place) => {
    if (stretch && !actsOn(curve, index, stretch.from, stretch.to)) return;
    const stiffness = jerk.matrix[place * (jerk.band + 1)];
    const move: [number, number, number] = [0, 0, 0];
    let squared = 0;
    axes.forEach((axis, a) => {
      const pull = gradient[place * axes.length + a];
      squared += pull * pull;
      for (let c = 0; c < 3; c++) move[c] -= (pull / stiffness) * axis[c];
    });
    // Of a straight curve there is nothing to gain.
    if (stiffness > 0 && squared > 0) found.push({ index, move, gain: squared / (2 * stiffness * energy) });
  });
  return found.sort((a, b) => b.gain - a.gain || a.index - b.index);
}

/** Whether a control point acts on a stretch of the curve. */
export function actsOn(curve: Curve, index: number, from: number, to: number): boolean {
  const { degree, knots } = curve;
  const [low, high] = [knots[index], knots[index + degree + 1]];
  if (curve.closing !== 'periodic') return low < to && high > from;
  const count = distinctOf(curve);
  const period = knots[count + degree] - knots[degree];
  // Over the seam a stretch ends before it begins.
  const end = to > from ? to : to + period;
  return [-1, 0, 1].some((turn) => low + turn * period < end && high + turn * period > from);
}
