import {
  controlPointsOf,
  type Curve,
  crossings,
  derivatives,
  domainOf,
  dot,
  subCurve,
  subtract,
  type Vector3,
} from '@pencil-bend/core';

/** A stretch of a curve near the pointer, by its parameters. */
export interface Window {
  readonly curve: Curve;
  readonly from: number;
  readonly to: number;
}

/** Signs are looked for in so many parts of a window, and a change of one is halved so often. */
const PARTS = 8;
const HALVINGS = 60;
/** A zero must be one to this share of the sizes in it: a sign that jumps at a kink is none. */
const ZERO = 1e-6;

/** The stretch around u that stays within `reach` mm of it at the curve's speed there. */
export function windowAround(curve: Curve, u: number, reach: number): Window {
  const d = derivatives(curve, u, 1);
  const [first, last] = domainOf(curve);
  const speed = Math.hypot(d[3], d[4], d[5]);
  const half = speed > 0 ? Math.min((1.5 * reach) / speed, last - first) : (last - first) / 50;
  return { curve, from: Math.max(first, u - half), to: Math.min(last, u + half) };
}

type Reading = (at: Vector3, velocity: Vector3) => { readonly value: number; readonly size: number };

/** Places of the window where a reading of place and velocity is 0. */
function zeros({ curve, from, to }: Window, read: Reading): { u: number; at: Vector3 }[] {
  const at = (u: number) => {
    const d = derivatives(curve, u, 1, u === to ? 'left' : 'right');
    const place: Vector3 = [d[0], d[1], d[2]];
    return { u, place, ...read(place, [d[3], d[4], d[5]]) };
  };
  const found: { u: number; at: Vector3 }[] = [];
  let before = at(from);
  for (let i = 1; i <= PARTS; i++) {
    const after = at(from + ((to - from) * i) / PARTS);
    // Where it is 0 all along, as of a level line, there is no place to name.
    if (before.value * after.value < 0 || (after.value === 0 && before.value !== 0)) {
      let [low, high] = [before, after];
      for (let k = 0; k < HALVINGS && high.value !== 0; k++) {
        const middle = at((low.u + high.u) / 2);
        if (low.value * middle.value <= 0) high = middle;
        else low = middle;
      }
      if (Math.abs(high.value) <= ZERO * high.size) found.push({ u: high.u, at: high.place });
    }
    before = after;
  }
  return found;
}

const size = (v: Vector3): number => Math.hypot(v[0], v[1], v[2]);

/** Where a line from a place touches the curve, in the plane across `normal`. */
export const touchingFrom = (window: Window, from: Vector3, normal: Vector3) =>
  zeros(window, (at, v) => {
    const to = subtract(at, from);
    const across = normal[0] * (to[1] * v[2] - to[2] * v[1]) + normal[1] * (to[2] * v[0] - to[0] * v[2]) + normal[2] * (to[0] * v[1] - to[1] * v[0]); // prettier-ignore
    return { value: across, size: size(to) * size(v) };
  });

/** Where a line from a place meets the curve squarely. */
export const squareFrom = (window: Window, from: Vector3) =>
  zeros(window, (at, v) => {
    const to = subtract(at, from);
    return { value: dot(to, v), size: size(to) * size(v) };
  });

/** Where the curve runs across a direction: its quadrants. */
export const runsAcross = (window: Window, direction: Vector3) =>
  zeros(window, (_at, v) => ({ value: dot(v, direction), size: size(v) }));

/** Curves whose control points lie on different sides along an axis do not cross. */
function isApart(a: Curve, b: Curve): boolean {
  const [p, q] = [a, b].map(controlPointsOf);
  return [0, 1, 2].some((c) => {
    const [first, second] = [extent(p, c), extent(q, c)];
    return first[1] < second[0] || second[1] < first[0];
  });
}

function extent(points: Float64Array, axis: number): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (let i = axis; i < points.length; i += 3) {
    least = Math.min(least, points[i]);
    most = Math.max(most, points[i]);
  }
  return [least, most];
}

/** Where two curves cross within their windows. */
export function crossingsIn(a: Window, b: Window): Vector3[] {
  const [first, second] = [a, b].map(({ curve, from, to }) => subCurve(curve, from, to));
  if (!first.ok || !second.ok || isApart(first.value, second.value)) return [];
  return crossings(first.value, second.value).flatMap((found) => (found.kind === 'point' ? [found.point] : []));
}
