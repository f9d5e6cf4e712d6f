import { across, add, cross, unit, type Vector3, withCoordinate } from '../linear/vector';
import { derivativeOf, valueAt, wronskian } from '../linear/bernstein';
import { gaussRule } from '../linear/gaussLegendre';
import { symmetricAxes } from '../linear/symmetricAxes';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { isRational } from '../curve/isRational';
import { coordinatesOf, evenPieces } from '../degree/evenPieces';
import { normalOf, type Plane } from '../plane/plane';
import { controlBox, extentAlong } from './extent';

/** A plane through a curve, and how far the curve strays from it. */
export interface BestPlane {
  /** Its origin is the curve's centre of length, its x runs along the curve's longest extent. */
  readonly plane: Plane;
  /** The largest distance of the curve from the plane in mm, to rounding; 0 for a plane curve. */
  readonly deviation: number;
  /** What the curve leaves open: a straight curve lies in many planes, a point in all. */
  readonly kind: 'plane' | 'line' | 'point';
}

/**
 * The plane with the least ∫ distance² ds: through the centre of the curve's length, along the two larger principal
 * axes of its scatter (Pearson, On lines and planes of closest fit, 1901). Does not depend on the parameter.
 */
export function bestPlane(curve: Curve): BestPlane {
  const origin = evaluate(curve, domainOf(curve)[0]);
  const places = placesByLength(curve, origin);
  let total = 0;
  for (let i = 3; i < places.length; i += 4) total += places[i];
  const centre: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < places.length; i += 4) {
    for (let c = 0; c < 3; c++) centre[c] += total > 0 ? (places[i + c] * places[i + 3]) / total : 0;
  }
  const middle = add(origin, centre);
  const box = controlBox(curve);
  const far = Math.max(...box.least.map(Math.abs), ...box.largest.map(Math.abs));
  const scatter = new Float64Array(9);
  const second = new Float64Array(9);
  eachOffset(places, centre, (d, share) => addSquares(scatter, d, share));
  const [x, spread] = principal(scatter);
  // Anew, across the longest extent: beside it the next one would be lost in the rounding of the sums.
  eachOffset(places, centre, (d, share) => addSquares(second, across(d, x), share));
  const [side, width] = principal(second);
  // What the rounding of the places alone would make of it.
  const floor = total * (16 * Number.EPSILON * far) ** 2;
  const kind = !(spread > floor) ? 'point' : width > floor ? 'plane' : 'line';
  const y = kind === 'plane' ? upright(side, x) : acrossTo(x);
  const plane: Plane = { origin: middle, x, y };
  const normal = normalOf(plane);
  const { least, largest } = extentAlong(curve, normal);
  const height = normal[0] * middle[0] + normal[1] * middle[1] + normal[2] * middle[2];
  return { plane, deviation: Math.max(largest - height, height - least, 0), kind };
}

/** Twelve Gauss nodes integrate what has its pole at the end of such a weight to eleven digits. */
const EVEN = 4;

/**
 * Places of the curve about `origin`, each with the length it stands for: Gauss nodes of pieces whose weights are of one
 * size. Of a span with others nearly all length can lie between two nodes.
 */
function placesByLength(curve: Curve, origin: Vector3): number[] {
  const pieces = evenPieces(curve, EVEN);
  const rational = isRational(pieces.points);
  const { nodes, weights } = gaussRule(12);
  const found: number[] = [];
  for (let piece = 0; piece < pieces.spans.length; piece++) {
    const [x, y, z, W] = coordinatesOf(pieces, piece, origin);
    // (X / W)' = (X' W − X W') / W², where W is one number X' / W.
    const [dx, dy, dz] = [x, y, z].map((X) => (rational ? wronskian(X, W) : derivativeOf(X)));
    for (let i = 0; i < nodes.length; i++) {
      const t = (1 + nodes[i]) / 2;
      const w = rational ? valueAt(W, t) : W[0];
      const speed = Math.hypot(valueAt(dx, t), valueAt(dy, t), valueAt(dz, t)) / (rational ? w * w : w);
      found.push(valueAt(x, t) / w, valueAt(y, t) / w, valueAt(z, t) / w, (weights[i] * speed) / 2);
    }
  }
  return found;
}

function eachOffset(places: readonly number[], middle: Vector3, visit: (d: Vector3, share: number) => void): void {
  for (let i = 0; i < places.length; i += 4) {
    visit([places[i] - middle[0], places[i + 1] - middle[1], places[i + 2] - middle[2]], places[i + 3]);
  }
}

function addSquares(matrix: Float64Array, d: Vector3, share: number): void {
  for (let j = 0; j < 9; j++) matrix[j] += share * d[Math.floor(j / 3)] * d[j % 3];
}

/** The axis of the largest scatter, and that scatter. */
function principal(matrix: Float64Array): [Vector3, number] {
  const { axes, values } = symmetricAxes(matrix);
  return [axes[0], values[0]];
}

/** The part of a vector at right angles to a unit vector, as a unit vector. */
function upright(v: Vector3, x: Vector3): Vector3 {
  return unit(across(v, x));
}

/** Any unit vector at right angles: to the axis that the direction is farthest from. */
function acrossTo(x: Vector3): Vector3 {
  const sizes = x.map(Math.abs);
  const least = sizes.indexOf(Math.min(...sizes));
  return unit(cross(x, withCoordinate([0, 0, 0], least, 1)));
}
