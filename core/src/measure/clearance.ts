import { distance, type Vector3 } from '../linear/vector';
import { leastBetween } from '../linear/goldenSection';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { evenPieces } from '../degree/evenPieces';
import { halvesAt } from '../degree/bezierStretch';
import { closestPoint } from './closestPoint';

/** The shortest way between two curves. */
export interface Clearance {
  /** In mm; 0 where they touch or cross. */
  readonly distance: number;
  /** Proven: they come no nearer than this, in mm. */
  readonly bound: number;
  readonly first: ClearancePlace;
  readonly second: ClearancePlace;
}

export interface ClearancePlace {
  readonly u: number;
  readonly point: Vector3;
}

/** A piece of the first curve. */
interface Piece {
  /** Homogeneous Bézier points. */
  readonly points: Float64Array;
  readonly from: number;
  readonly to: number;
  /** No place of it is nearer to the second curve. */
  readonly bound: number;
}

/** The search ends where the bound is within this share of the distance, or so near in mm. */
const RELATIVE = 1e-4;
const ABSOLUTE = 1e-9;
/** Of curves that run side by side every place is as near as another: then the bound is less exact. */
const MOST_SPLITS = 600;
const ROUNDS = 80;

/**
 * The least distance between two curves. A piece of the first comes at most by its size nearer to the second than its
 * middle does, so pieces that cannot hold the nearest place are left out, and the others halved (branch and bound with a
 * Lipschitz constant: Piyavskii, USSR Computational Mathematics and Mathematical Physics 12, 1972); the best place is then
 * found by golden section. Where the two run side by side for long, `bound` may stay below `distance` by more than a
 * ten-thousandth of it.
 */
export function clearance(first: Curve, second: Curve): Clearance {
  let best = { u: domainOf(first)[0], distance: Infinity, width: 0 };
  const look = (u: number, width: number): number => {
    const away = closestPoint(second, evaluate(first, u)).distance;
    if (away < best.distance) best = { u, distance: away, width };
    return away;
  };
  const looked = (points: Float64Array, from: number, to: number): Piece => {
    const middle = (from + to) / 2;
    const away = look(middle, to - from);
    return { points, from, to, bound: Math.max(0, away - reachOf(points, evaluate(first, middle))) };
  };
  const { breaks, points, degree } = evenPieces(first);
  const size = 4 * (degree + 1);
  const pieces: Piece[] = [];
  for (let k = 0; k + 1 < breaks.length; k++) {
    look(breaks[k], breaks[k + 1] - breaks[k]);
    pieces.push(looked(points.subarray(k * size, (k + 1) * size), breaks[k], breaks[k + 1]));
  }
  look(breaks[breaks.length - 1], breaks[breaks.length - 1] - breaks[breaks.length - 2]);

  for (let split = 0; ; split++) {
    let least = 0;
    for (let i = 1; i < pieces.length; i++) if (pieces[i].bound < pieces[least].bound) least = i;
    const { points: nearest, from, to, bound } = pieces[least];
    const middle = (from + to) / 2;
    const isDone = bound >= best.distance * (1 - RELATIVE) - ABSOLUTE;
    if (isDone || split === MOST_SPLITS || middle <= from || middle >= to) return refined(first, second, best, bound);
    const [left, right] = halvesAt(nearest, 0.5);
    pieces[least] = looked(left, from, middle);
    pieces.push(looked(right, middle, to));
  }
}

/** No place of a piece lies further than this from a place of it. */
function reachOf(points: Float64Array, [x, y, z]: Vector3): number {
  let most = 0;
  for (let i = 0; i < points.length; i += 4) {
    const w = points[i + 3];
    most = Math.max(most, Math.hypot(points[i] / w - x, points[i + 1] / w - y, points[i + 2] / w - z));
  }
  return most;
}

/** The nearest place around the best one that was looked at. */
function refined(
  first: Curve,
  second: Curve,
  { u, width, distance: looked }: { u: number; width: number; distance: number },
  bound: number,
): Clearance {
  const [from, to] = domainOf(first);
  const away = (t: number) => closestPoint(second, evaluate(first, t)).distance;
  const found = leastBetween(away, Math.max(from, u - width), Math.min(to, u + width), ROUNDS);
  const at = away(found) < looked ? found : u;
  const point = evaluate(first, at);
  const near = closestPoint(second, point);
  const least = distance(point, near.point);
  return {
    distance: least,
    bound: Math.min(bound, least),
    first: { u: at, point },
    second: { u: near.u, point: near.point },
  };
}
