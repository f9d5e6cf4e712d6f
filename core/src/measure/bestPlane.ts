import { cross, length, scale, sizeAt, type Vector3 } from '../linear/vector';
import { gaussRule } from '../linear/gaussLegendre';
import { symmetricAxes } from '../linear/symmetricAxes';
import { type Curve, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { normalOf, type Plane } from '../plane/plane';
import { extentAlong } from './extent';

/** A plane through a curve, and how far the curve strays from it. */
export interface BestPlane {
  /** Its origin is the curve's centre of length, its x runs along the curve's longest extent. */
  readonly plane: Plane;
  /** The largest distance of the curve from the plane in mm, to rounding; 0 for a plane curve. */
  readonly deviation: number;
  /** What the curve leaves open: a straight curve lies in many planes, a point in all. */
  readonly kind: 'plane' | 'line' | 'point';
}

const scratch = new Float64Array(6);

/**
 * The plane with the least ∫ distance² ds: through the centre of the curve's length, along the two larger principal
 * axes of its scatter (Pearson, On lines and planes of closest fit, 1901). Does not depend on the parameter.
 */
export function bestPlane(curve: Curve): BestPlane {
  const { nodes, weights } = gaussRule(12);
  const places: number[] = [];
  let total = 0;
  const centre = [0, 0, 0];
  for (const span of spansOf(curve)) {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    nodes.forEach((node, i) => {
      derivativesInSpan(curve, span, (from + to) / 2 + ((to - from) / 2) * node, 1, scratch);
      const share = weights[i] * (to - from) * sizeAt(scratch, 3);
      places.push(scratch[0], scratch[1], scratch[2], share);
      total += share;
    });
  }
  const origin = places.slice(0, 3);
  for (let i = 0; i < places.length; i += 4) {
    for (let c = 0; c < 3; c++) centre[c] += total > 0 ? ((places[i + c] - origin[c]) * places[i + 3]) / total : 0;
  }
  const middle: Vector3 = [origin[0] + centre[0], origin[1] + centre[1], origin[2] + centre[2]];
  const scatter = new Float64Array(9);
  for (let i = 0; i < places.length; i += 4) {
    for (let j = 0; j < 9; j++) {
      const [a, b] = [Math.floor(j / 3), j % 3];
      scatter[j] += places[i + 3] * (places[i + a] - middle[a]) * (places[i + b] - middle[b]);
    }
  }
  const { axes, values } = symmetricAxes(scatter);
  // Below the rounding of the sums there is no direction.
  const floor = 1e-24 * values[0];
  const kind = !(values[0] > 0) ? 'point' : values[1] > floor ? 'plane' : 'line';
  const x = kind === 'point' ? ([1, 0, 0] as const) : axes[0];
  const y = kind === 'plane' ? axes[1] : acrossTo(x);
  const plane: Plane = { origin: middle, x, y };
  const normal = normalOf(plane);
  const { least, largest } = extentAlong(curve, normal);
  const height = normal[0] * middle[0] + normal[1] * middle[1] + normal[2] * middle[2];
  return { plane, deviation: Math.max(largest - height, height - least, 0), kind };
}

/** Any unit vector at right angles: to the axis that the direction is farthest from. */
function acrossTo(x: Vector3): Vector3 {
  const sizes = x.map(Math.abs);
  const least = sizes.indexOf(Math.min(...sizes));
  const side = cross(x, [Number(least === 0), Number(least === 1), Number(least === 2)]);
  return scale(side, 1 / length(side));
}
