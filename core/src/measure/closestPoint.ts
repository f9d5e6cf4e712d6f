import type { Vector3 } from '../linear/vector';
import { binomials, boundOf, product, signChangesOf, wronskian } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { type BoxTree, boxTree, toBoxSquared } from './boxTree';

export interface ClosestPoint {
  readonly u: number;
  readonly point: Vector3;
  /** In mm. */
  readonly distance: number;
}

const place = new Float64Array(3);

/**
 * The place on a curve nearest to a point, of all places: a tree of boxes leaves out the pieces that lie too far, and
 * in each of the others every zero of the slope of the squared distance is found from its Bernstein coefficients.
 * Of places equally near (every one of a circle, from its centre) one is given. Throws a RangeError for a point that
 * is not finite.
 *
 * The slope is (r − q)·r' over a positive factor (The NURBS Book, 6.1); that all its zeros are found follows from
 * Descartes' rule of signs. About O(log n) for n pieces where the curve does not keep its distance.
 */
export function closestPoint(curve: Curve, target: Vector3): ClosestPoint {
  const [x, y, z] = target;
  if (!(Number.isFinite(x) && Number.isFinite(y) && Number.isFinite(z))) {
    throw new RangeError(`a point needs finite coordinates, not ${target.join(', ')}`);
  }
  const tree = boxTree(curve);
  const { boxes, leaves, pieces } = tree;
  const { breaks, spans } = pieces;
  let best = Infinity;
  let bestU = breaks[0];
  const offer = (piece: number, t: number): void => {
    const u = t === 1 ? breaks[piece + 1] : breaks[piece] + t * (breaks[piece + 1] - breaks[piece]);
    derivativesInSpan(curve, spans[piece], u, 0, place);
    const squared = (place[0] - x) ** 2 + (place[1] - y) ** 2 + (place[2] - z) ** 2;
    if (squared < best) {
      best = squared;
      bestU = u;
    }
  };
  const visit = (node: number): void => {
    if (node >= leaves - 1) {
      const piece = node - leaves + 1;
      offer(piece, 0);
      offer(piece, 1);
      minimaIn(tree, piece, x, y, z, offer);
      return;
    }
    const left = toBoxSquared(boxes, 2 * node + 1, x, y, z);
    const right = toBoxSquared(boxes, 2 * node + 2, x, y, z);
    const [near, far] = left <= right ? [1, 2] : [2, 1];
    if (Math.min(left, right) < best) visit(2 * node + near);
    if (Math.max(left, right) < best) visit(2 * node + far);
  };
  visit(0);
  const u = bestU;
  const point = pointAt(curve, tree, u);
  return { u, point, distance: Math.sqrt((point[0] - x) ** 2 + (point[1] - y) ** 2 + (point[2] - z) ** 2) };
}

function pointAt(curve: Curve, { pieces: { breaks, spans } }: BoxTree, u: number): Vector3 {
  let low = 0;
  let high = spans.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (breaks[middle] <= u) low = middle;
    else high = middle;
  }
  derivativesInSpan(curve, spans[low], u, 0, place);
  return [place[0], place[1], place[2]];
}

/** Calls `offer` with every inner place of a piece where the distance to the point stops falling and grows. */
function minimaIn(
  tree: BoxTree,
  piece: number,
  x: number,
  y: number,
  z: number,
  offer: (piece: number, t: number) => void,
): void {
  const slope = tree.rational ? rationalSlope(tree, piece, [x, y, z]) : polynomialSlope(tree, piece, x, y, z);
  for (const t of signChangesOf(slope, sizeOfRounding)) offer(piece, t);
}

/** What rounding may make of a coefficient of the slope last computed. */
let sizeOfRounding = 0;
const slopes: Float64Array[] = [];

/** (r − q)·r' over the degree, in Bernstein form of degree 2p − 1; written out because it is asked for most. */
function polynomialSlope(
  { pieces: { degree }, places }: BoxTree,
  piece: number,
  x: number,
  y: number,
  z: number,
): Float64Array {
  const slope = (slopes[degree] ??= new Float64Array(2 * degree)).fill(0);
  const [ofPlace, ofStep, ofSlope] = [binomials(degree), binomials(degree - 1), binomials(2 * degree - 1)];
  const start = 3 * piece * (degree + 1);
  let size = 0;
  for (let j = 0; j < degree; j++) {
    const index = start + 3 * j;
    const dx = places[index + 3] - places[index];
    const dy = places[index + 4] - places[index + 1];
    const dz = places[index + 5] - places[index + 2];
    for (let i = 0, k = start; i <= degree; i++, k += 3) {
      const ax = (places[k] - x) * dx;
      const ay = (places[k + 1] - y) * dy;
      const az = (places[k + 2] - z) * dz;
      size = Math.max(size, Math.abs(ax) + Math.abs(ay) + Math.abs(az));
      slope[i + j] += ofPlace[i] * ofStep[j] * (ax + ay + az);
    }
  }
  for (let k = 0; k < slope.length; k++) slope[k] /= ofSlope[k];
  sizeOfRounding = 4 * Number.EPSILON * size;
  return slope;
}

/** (r − q)·r' w³ in Bernstein form of degree 3p − 2: with X = w (r − q) it is X·(X'w − Xw'). */
function rationalSlope({ pieces: { degree, points }, places }: BoxTree, piece: number, target: Vector3): Float64Array {
  const first = piece * (degree + 1);
  const weights = Float64Array.from({ length: degree + 1 }, (_, i) => points[4 * (first + i) + 3]);
  const slope = new Float64Array(3 * degree - 1);
  let size = 0;
  for (let c = 0; c < 3; c++) {
    const across = weights.map((w, i) => w * (places[3 * (first + i) + c] - target[c]));
    const along = wronskian(across, weights);
    product(across, along, 1, slope);
    size += boundOf(across) * boundOf(across) * boundOf(weights);
  }
  sizeOfRounding = 8 * Number.EPSILON * size;
  return slope;
}
