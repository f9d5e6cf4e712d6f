import { distance, type Vector3 } from '../linear/vector';
import { gaussRule } from '../linear/gaussLegendre';
import { type Curve, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { normalOf, type Plane } from '../plane/plane';
import { boundingBox, extentAlong } from './extent';
import { failed, type Result, success } from '../result';
import { mustBeTolerance } from '../refuse';

/** Areas are added up to this share of all that is added: their rounding. */
const ROUNDING = 1e-14;

/** What a closed plane curve encloses. */
export interface EnclosedArea {
  /** In mm², positive when the curve runs anticlockwise seen against the normal; loops count with their sign. */
  readonly area: number;
  /** In the curve's plane; null when the area is 0. */
  readonly centroid: Vector3 | null;
}

export type AreaFailure =
  | { readonly kind: 'open' }
  /** The curve's extent along the plane's normal, in mm. */
  | { readonly kind: 'not-plane'; readonly height: number };

const MAX_HALVINGS = 30;
const scratch = new Float64Array(6);

/**
 * Area and centroid of what a closed curve in a plane (or one parallel to it, within `tolerance` mm) encloses:
 * Green's theorem, ½ ∮ (x dy − y dx) and its moments, by Gauss-Legendre on every span, exact for polynomial curves
 * and halved until it settles for rational ones. Anticlockwise seen against the plane's normal is positive.
 */
export function enclosedArea(curve: Curve, plane: Plane, tolerance = 1e-6): Result<EnclosedArea, AreaFailure> {
  mustBeTolerance(tolerance, Infinity);
  const normal = normalOf(plane);
  if (curve.closing === 'open') return failed({ kind: 'open' });
  const spans = spansOf(curve);
  derivativesInSpan(curve, spans[0], curve.knots[spans[0]], 0, scratch);
  const origin: Vector3 = [scratch[0], scratch[1], scratch[2]];
  const { nodes, weights } = gaussRule(Math.max(8, Math.ceil((3 * curve.degree) / 2) + 1));
  const { least, largest } = extentAlong(curve, normal);
  const box = boundingBox(curve);
  const reach = distance(box.least, box.largest);
  // Far from the origin the places carry rounding, which no halving takes out.
  const far = Math.max(...box.least.map(Math.abs), ...box.largest.map(Math.abs));
  const noise = 8 * Number.EPSILON * far * reach;
  if (!(largest - least <= tolerance)) return failed({ kind: 'not-plane', height: largest - least });
  const sums = (span: number, from: number, to: number): number[] => {
    const out = [0, 0, 0, 0];
    for (let i = 0; i < nodes.length; i++) {
      derivativesInSpan(curve, span, (from + to) / 2 + ((to - from) / 2) * nodes[i], 1, scratch);
      const d = [scratch[0] - origin[0], scratch[1] - origin[1], scratch[2] - origin[2]];
      const along = (axis: Vector3, index: number, of: ArrayLike<number>) =>
        axis[0] * of[index] + axis[1] * of[index + 1] + axis[2] * of[index + 2];
      const [x, y] = [along(plane.x, 0, d), along(plane.y, 0, d)];
      const turn = (x * along(plane.y, 3, scratch) - y * along(plane.x, 3, scratch)) * weights[i] * ((to - from) / 2);
      out[0] += turn / 2;
      out[1] += (x * turn) / 3;
      out[2] += (y * turn) / 3;
      out[3] += Math.abs(turn) / 2;
    }
    return out;
  };
  const settled = (a: readonly number[], b: readonly number[], size: number) =>
    [1, reach, reach].every((by, i) => Math.abs(a[i] - b[i]) <= (ROUNDING * size + noise) * by);
  const gather = (span: number, from: number, to: number, whole: number[], size: number, depth: number): number[] => {
    const middle = (from + to) / 2;
    const [left, right] = [sums(span, from, middle), sums(span, middle, to)];
    const both = left.map((value, i) => value + right[i]);
    if (depth >= MAX_HALVINGS || settled(both, whole, size)) return both;
    const [l, r] = [
      gather(span, from, middle, left, size, depth + 1),
      gather(span, middle, to, right, size, depth + 1),
    ];
    return l.map((value, i) => value + r[i]);
  };
  const rough = spans.map((span) => sums(span, curve.knots[span], curve.knots[span + 1]));
  // What is added up, not what is left of it: areas to both sides of the origin cancel, their rounding does not.
  const size = rough.reduce((sum, part) => sum + part[3], 0);
  const total = [0, 0, 0, 0];
  spans.forEach((span, i) => {
    gather(span, curve.knots[span], curve.knots[span + 1], rough[i], size, 0).forEach(
      (value, k) => (total[k] += value),
    );
  });
  const [area, mx, my] = total;
  if (!(Math.abs(area) > ROUNDING * size)) return success({ area: 0, centroid: null });
  const [x, y] = [mx / area, my / area];
  const centroid = [0, 1, 2].map((c) => origin[c] + x * plane.x[c] + y * plane.y[c]) as [number, number, number];
  return success({ area, centroid });
}
