import { distance, type Vector3 } from '../linear/vector';
import { gaussRule } from '../linear/gaussLegendre';
import { type Bernstein, valueAt, wronskian } from '../linear/bernstein';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { coordinatesOf, evenPieces } from '../degree/evenPieces';
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

/** A piece in the plane's axes, homogeneous about the curve's start: x = X / W, y = Y / W, x dy − y dx = T / W² dt. */
interface FlatPiece {
  readonly X: Bernstein;
  readonly Y: Bernstein;
  readonly W: Bernstein;
  readonly T: Bernstein;
}

/**
 * Area and centroid of what a closed curve in a plane (or one parallel to it, within `tolerance` mm) encloses:
 * Green's theorem, ½ ∮ (x dy − y dx) and its moments, by Gauss-Legendre on every piece, exact for polynomial curves
 * and halved until it settles for rational ones, on pieces whose weights are of one size: beside a place much lighter
 * than its surroundings all of a span's turn happens between two nodes. Anticlockwise seen against the plane's normal is
 * positive.
 */
export function enclosedArea(curve: Curve, plane: Plane, tolerance = 1e-6): Result<EnclosedArea, AreaFailure> {
  mustBeTolerance(tolerance, Infinity);
  const normal = normalOf(plane);
  if (curve.closing === 'open') return failed({ kind: 'open' });
  const { nodes, weights } = gaussRule(Math.max(8, Math.ceil((3 * curve.degree) / 2) + 1));
  const { least, largest } = extentAlong(curve, normal);
  const box = boundingBox(curve);
  const reach = distance(box.least, box.largest);
  // Far from the origin the places carry rounding, which no halving takes out.
  const far = Math.max(...box.least.map(Math.abs), ...box.largest.map(Math.abs));
  const noise = 8 * Number.EPSILON * far * reach;
  if (!(largest - least <= tolerance)) return failed({ kind: 'not-plane', height: largest - least });
  const origin = evaluate(curve, domainOf(curve)[0]);
  const pieces = flatPieces(curve, plane, origin);
  const sums = ({ X, Y, W, T }: FlatPiece, from: number, to: number): number[] => {
    const out = [0, 0, 0, 0];
    for (let i = 0; i < nodes.length; i++) {
      const t = (from + to) / 2 + ((to - from) / 2) * nodes[i];
      const w = valueAt(W, t);
      const turn = ((valueAt(T, t) / (w * w)) * weights[i] * (to - from)) / 2;
      out[0] += turn / 2;
      out[1] += ((valueAt(X, t) / w) * turn) / 3;
      out[2] += ((valueAt(Y, t) / w) * turn) / 3;
      out[3] += Math.abs(turn) / 2;
    }
    return out;
  };
  const settled = (a: readonly number[], b: readonly number[], size: number) =>
    [1, reach, reach].every((by, i) => Math.abs(a[i] - b[i]) <= (ROUNDING * size + noise) * by);
  const gather = (
    piece: FlatPiece,
    from: number,
    to: number,
    whole: number[],
    size: number,
    depth: number,
  ): number[] => {
    const middle = (from + to) / 2;
    const [left, right] = [sums(piece, from, middle), sums(piece, middle, to)];
    const both = left.map((value, i) => value + right[i]);
    if (depth >= MAX_HALVINGS || settled(both, whole, size)) return both;
    const [l, r] = [
      gather(piece, from, middle, left, size, depth + 1),
      gather(piece, middle, to, right, size, depth + 1),
    ];
    return l.map((value, i) => value + r[i]);
  };
  const rough = pieces.map((piece) => sums(piece, 0, 1));
  // What is added up, not what is left of it: areas to both sides of the origin cancel, their rounding does not.
  const size = rough.reduce((sum, part) => sum + part[3], 0);
  const total = [0, 0, 0, 0];
  pieces.forEach((piece, i) => {
    gather(piece, 0, 1, rough[i], size, 0).forEach((value, k) => (total[k] += value));
  });
  const [area, mx, my] = total;
  if (!(Math.abs(area) > ROUNDING * size)) return success({ area: 0, centroid: null });
  const [x, y] = [mx / area, my / area];
  const centroid = [0, 1, 2].map((c) => origin[c] + x * plane.x[c] + y * plane.y[c]) as [number, number, number];
  return success({ area, centroid });
}

function flatPieces(curve: Curve, plane: Plane, origin: Vector3): FlatPiece[] {
  const pieces = evenPieces(curve);
  return pieces.spans.map((_, piece) => {
    const [x, y, z, W] = coordinatesOf(pieces, piece, origin);
    const along = (axis: Vector3) => x.map((_x, i) => axis[0] * x[i] + axis[1] * y[i] + axis[2] * z[i]);
    const [X, Y] = [along(plane.x), along(plane.y)];
    return { X, Y, W, T: wronskian(Y, X) };
  });
}
