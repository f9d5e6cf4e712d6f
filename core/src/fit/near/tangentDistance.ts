import { basisFunctions, findSpan } from '../../curve/basis';
import type { Curve } from '../../curve/curve';
import { derivativesAll } from '../../curve/evaluate';
import { fold } from '../../linear/cyclicBand';
import { solveBandedCholesky } from '../../linear/bandedCholesky';
import { closer, curveIn, spaceFor, type Target } from './approximation';

/** Rounds, and how much nearer one must bring the curve for another. */
const MOST_ROUNDS = 24;
const WORTH_A_ROUND = 0.95;
/** Off along the tangent counts this much at least: with nothing at all points could slide together. */
const LEAST_ALONG = 0.01;

/**
 * Parameters for points that lie unevenly along the curve wanted, found with the curve itself: the distance of a point
 * counts across the tangent at its place and little along it, so that points slide along the curve within the same
 * equations that shape it. Settles in a few rounds where moving points to their closest places, and the curve to the
 * points, takes hundreds. Null where some span is too short of points. (Tangent distance minimization: Blake, Isard,
 * Active Contours, 1998; Wang, Pottmann, Liu, Fitting B-spline curves to point clouds by curvature-based squared
 * distance minimization, ACM TOG 2006.)
 */
export function slidParameters(
  target: Target,
  inner: readonly number[],
  start: Float64Array,
  tolerance: number,
): Float64Array | null {
  let parameters = start;
  let best = start;
  let least = Infinity;
  let tangents: Float64Array | null = null;
  let along = 1;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const curve = fitted(target, inner, parameters, tangents, along);
    if (!curve) return round === 0 ? null : best;
    const moved = closer(curve, target, parameters);
    parameters = moved.parameters;
    const max = moved.distances.reduce((a, b) => Math.max(a, b), 0);
    if (!Number.isFinite(max)) return best;
    const isWorth = max < WORTH_A_ROUND * least;
    if (max < least) [least, best] = [max, parameters];
    // The first rounds, while most is along the tangents still, may go to and fro.
    if (max <= tolerance || (along === LEAST_ALONG && !isWorth)) break;
    tangents = unitTangents(curve, parameters);
    along = Math.max(LEAST_ALONG, along / 4);
  }
  return best;
}

function unitTangents(curve: Curve, parameters: Float64Array): Float64Array {
  const d = derivativesAll(curve, parameters, 1);
  const out = new Float64Array(3 * parameters.length);
  for (let i = 0; i < parameters.length; i++) {
    const size = Math.hypot(d[6 * i + 3], d[6 * i + 4], d[6 * i + 5]) || 1;
    for (let c = 0; c < 3; c++) out[3 * i + c] = d[6 * i + 3 + c] / size;
  }
  return out;
}

const basis = new Float64Array(16);

/** The curve of least squares, distances along the tangents counting `along` of those across; normal equations by blocks. */
function fitted(
  target: Target,
  inner: readonly number[],
  parameters: Float64Array,
  tangents: Float64Array | null,
  along: number,
): Curve | null {
  const { points, closed } = target;
  const space = spaceFor(target, inner);
  const { degree, knots, count } = space;
  const controls = closed ? count + degree : count;
  const rowOf = (j: number) => 3 * (closed ? fold(j % count, count) : j);
  const band = Math.min(3 * count - 1, 3 * (closed ? 2 * degree : degree) + 2);
  const width = band + 1;
  const matrix = new Float64Array(3 * count * width);
  const right = new Float64Array(3 * count);
  const [ox, oy, oz] = points;
  const origin = [ox, oy, oz];
  const block = new Float64Array(9);
  for (let i = 0; i < parameters.length; i++) {
    const span = findSpan(knots, degree, controls, parameters[i]);
    basisFunctions(knots, degree, span, parameters[i], basis);
    for (let r = 0; r < 3; r++) {
      for (let c = 0; c < 3; c++) {
        const across = tangents ? (1 - along) * tangents[3 * i + r] * tangents[3 * i + c] : 0;
        block[3 * r + c] = (r === c ? 1 : 0) - across;
      }
    }
    for (let a = 0; a <= degree; a++) {
      const row = rowOf(span - degree + a);
      for (let r = 0; r < 3; r++) {
        for (let c = 0; c < 3; c++) right[row + r] += basis[a] * block[3 * r + c] * (points[3 * i + c] - origin[c]);
      }
      for (let b = 0; b <= degree; b++) {
        const column = rowOf(span - degree + b);
        for (let r = 0; r < 3; r++) {
          for (let c = 0; c < 3; c++) {
            const offset = column + c - row - r;
            if (offset >= 0) matrix[(row + r) * width + offset] += basis[a] * basis[b] * block[3 * r + c];
          }
        }
      }
    }
  }
  if (!closed) {
    // Open curves begin and end in the first and last point: so heavy that nothing else has a say.
    const heavy = 1e8 * points.length;
    for (const [j, k] of [
      [0, 0],
      [count - 1, points.length / 3 - 1],
    ]) {
      for (let c = 0; c < 3; c++) {
        matrix[(3 * j + c) * width] += heavy;
        right[3 * j + c] += heavy * (points[3 * k + c] - origin[c]);
      }
    }
  }
  if (solveBandedCholesky(3 * count, band, matrix, right, 1) >= 0) return null;
  const control = Float64Array.from({ length: 3 * count }, (_, k) => {
    const j = Math.floor(k / 3);
    return right[rowOf(j) + (k % 3)] + origin[k % 3];
  });
  if (!control.every(Number.isFinite)) return null;
  return curveIn(space, inner, closed, control);
}
