import {
  type Affine,
  along,
  closestPoint,
  type Curve,
  distance,
  domainOf,
  dot,
  ellipticArc,
  evaluate,
  homogeneous,
  join,
  lineBetween,
  makeCurve,
  reverse,
  scale,
  subCurve,
  subtract,
  type Vector3,
} from '@pencil-bend/core';

/** A curve with a parameter of its own, of which files name stretches. */
export interface Parametric {
  /** Null where it goes on without end. */
  readonly domain: readonly [number, number] | null;
  /** After so much it begins again; null where it does not. */
  readonly period: number | null;
  pointAt(u: number): Vector3;
  /** Of the place on it that is nearest to a point. */
  parameterOf(point: Vector3): number;
  /** From one parameter up to a larger one, at most one period; null where nothing lies between. */
  piece(from: number, to: number): Curve | null;
}

/** Point + u times a vector. */
export const endlessLine = (origin: Vector3, vector: Vector3): Parametric => ({
  domain: null,
  period: null,
  pointAt: (u) => along(origin, vector, u),
  parameterOf: (point) => dot(subtract(point, origin), vector) / dot(vector, vector),
  piece: (from, to) => straight(along(origin, vector, from), along(origin, vector, to)),
});

export const straight = (from: Vector3, to: Vector3): Curve | null =>
  distance(from, to) > 0 ? lineBetween(from, to) : null;

/** Centre + a x cos u + b y sin u, in a frame; u in units of so many radians. */
export function wholeEllipse(frame: Affine, a: number, b: number, radians = 1): Parametric {
  const { origin: centre, x, y } = frame;
  const half = { centre, x: scale(x, a), y: scale(y, b) };
  return {
    domain: [0, (2 * Math.PI) / radians],
    period: (2 * Math.PI) / radians,
    pointAt: (u) => along(along(centre, half.x, Math.cos(u * radians)), half.y, Math.sin(u * radians)),
    parameterOf: (point) => {
      const from = subtract(point, centre);
      const angle = Math.atan2(dot(from, y) / b, dot(from, x) / a);
      return (angle < 0 ? angle + 2 * Math.PI : angle) / radians;
    },
    piece: (from, to) => {
      const sweep = Math.min(2 * Math.PI, (to - from) * radians);
      return sweep > 0 ? ellipticArc(half, from * radians, sweep) : null;
    },
  };
}

/** Vertex + f (u² x + 2 u y), in a frame (ISO 10303-42, 4.4.29). */
export function wholeParabola({ origin, x, y }: Affine, f: number): Parametric {
  const pointOf = (along0: number, across0: number) => along(along(origin, x, f * along0), y, f * across0);
  return {
    domain: null,
    period: null,
    pointAt: (u) => pointOf(u * u, 2 * u),
    parameterOf: (point) => dot(subtract(point, origin), y) / (2 * f),
    piece: (from, to) =>
      bow([pointOf(from * from, 2 * from), pointOf(from * to, from + to), pointOf(to * to, 2 * to)], 1),
  };
}

/** Centre + a x cosh u + b y sinh u, in a frame (ISO 10303-42, 4.4.30). */
export function wholeHyperbola({ origin, x, y }: Affine, a: number, b: number): Parametric {
  const pointAt = (u: number) => along(along(origin, x, a * Math.cosh(u)), y, b * Math.sinh(u));
  return {
    domain: null,
    period: null,
    pointAt,
    parameterOf: (point) => Math.asinh(dot(subtract(point, origin), y) / b),
    piece: (from, to) => {
      // The tangents at the ends meet over the middle of the parameters.
      const weight = Math.cosh((to - from) / 2);
      const middle = subtract(pointAt((from + to) / 2), origin);
      return bow([pointAt(from), along(origin, middle, 1 / weight), pointAt(to)], weight);
    },
  };
}

function bow(points: readonly Vector3[], weight: number): Curve | null {
  if (distance(points[0], points[2]) === 0) return null;
  return makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous(points.flat(), [1, weight, 1]));
}

/** A curve that is there, by its own parameter. */
export function parametricOf(curve: Curve): Parametric {
  const [first, last] = domainOf(curve);
  const isClosed = curve.closing !== 'open';
  const between = (from: number, to: number): Curve | null => {
    if (from <= first && to >= last) return curve;
    const cut = subCurve(curve, Math.max(first, from), Math.min(last, to));
    return cut.ok ? cut.value : null;
  };
  return {
    domain: [first, last],
    period: isClosed ? last - first : null,
    pointAt: (u) => evaluate(curve, Math.min(last, Math.max(first, u))),
    parameterOf: (point) => closestPoint(curve, point).u,
    piece: (from, to) => {
      if (!isClosed || to <= last) return between(from, to);
      if (to - from >= last - first && from === first) return curve;
      if (curve.closing === 'periodic') {
        const cut = subCurve(curve, from, to);
        return cut.ok ? cut.value : null;
      }
      const [before, after] = [between(from, last), between(first, to - (last - first))];
      if (!before || !after) return before ?? after;
      const both = join(asOpen(before), asOpen(after), Infinity);
      return both.ok ? both.value : null;
    },
  };
}

const asOpen = (curve: Curve): Curve => makeCurve(curve.degree, curve.knots, curve.points);

/** The share of a parameter's range that rounding may take it beyond. */
const ROUNDING = 1e-9;

/**
 * A stretch from one parameter to another, run through in the direction of the parameter or against it; of a closed
 * curve over its seam where that is the way, and all round where both are one. Null where nothing is left.
 */
export function stretchOf(whole: Parametric, from: number, to: number, isForward: boolean): Curve | null {
  if (!isForward) {
    const ahead = stretchOf(whole, to, from, true);
    return ahead && reverse(ahead);
  }
  const { period, domain } = whole;
  if (period === null) {
    if (to < from) {
      const back = whole.piece(to, from);
      return back && reverse(back);
    }
    return whole.piece(from, to);
  }
  // Begun within the domain, ended within a period after that.
  const start = from - Math.floor((from - (domain?.[0] ?? 0)) / period) * period;
  const turns = (to - from) / period;
  const share = turns - Math.ceil(turns - ROUNDING) + 1;
  return whole.piece(start, start + (Math.abs(share - 1) < ROUNDING || share <= 0 ? 1 : share) * period);
}
