import { length, scale, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { mustBeOneOf } from '../refuse';
import { arcLength, lengthAt } from './arcLength';

export type End = 'start' | 'end';

/**
 * The unit direction in which an open curve would go on beyond an end: of a clamped one from its control points.
 * 0, 0, 0 where the curve stands still.
 */
export function directionBeyond(curve: Curve, end: End): Vector3 {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const { points, knots, degree } = curve;
  const [first, last] = domainOf(curve);
  const isStart = end === 'start';
  const clamped = isStart ? knots[0] === first : knots[knots.length - 1] === last;
  const controlPoint = (i: number): Vector3 => {
    const w = points[4 * i + 3];
    return [points[4 * i] / w, points[4 * i + 1] / w, points[4 * i + 2] / w];
  };
  const index = isStart ? 0 : points.length / 4 - 1;
  const leg = subtract(controlPoint(index), controlPoint(isStart ? 1 : index - 1));
  if (clamped && degree > 0 && length(leg) > 0) return towards(leg, 1);
  const d = derivatives(curve, isStart ? first : last, 1, isStart ? 'right' : 'left');
  return towards([d[3], d[4], d[5]], isStart ? -1 : 1);
}

/** Without minus zeros. */
function towards(v: Vector3, way: 1 | -1): Vector3 {
  const [x, y, z] = scale(v, way / (length(v) || 1));
  return [x + 0, y + 0, z + 0];
}

/** The end of a curve that is nearer to a parameter along it. Throws a RangeError outside of the domain. */
export function nearerEnd(curve: Curve, u: number): End {
  const measured = arcLength(curve);
  return lengthAt(measured, u) * 2 < measured.total ? 'start' : 'end';
}
