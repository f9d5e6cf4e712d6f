import * as core from '../src/whole.fixture';
import type { Curve, Vector3 } from '../src/whole.fixture';

/** The largest coordinate in mm. */
export function reach(curve: Curve): number {
  let most = 0;
  for (let i = 0; i < curve.points.length; i++) {
    if (i % 4 < 3) most = Math.max(most, Math.abs(curve.points[i] / curve.points[i - (i % 4) + 3]));
  }
  return most;
}

export const withinDomain = (curve: Curve, u: number) => {
  const [first, last] = core.domainOf(curve);
  return Math.min(last, Math.max(first, u));
};

/** How far apart places are at parameters a few roundings to both sides of one. */
export function blurAt(curve: Curve, u: number): number {
  const step = 4 * Number.EPSILON * Math.max(Math.abs(u), Number.MIN_VALUE);
  const [a, b] = [u - step, u + step].map((v) => core.evaluate(curve, withinDomain(curve, v)));
  return core.distance(a, b);
}

/** The largest distance at the same parameters. */
export function apart(a: Curve, b: Curve): number {
  const [first, last] = core.domainOf(a);
  let most = 0;
  for (let i = 0; i <= 60; i++) {
    const u = i === 60 ? last : first + ((last - first) * i) / 60;
    most = Math.max(most, core.distance(core.evaluate(a, u), core.evaluate(b, u)));
  }
  return most;
}

/** Places at so many even steps of the parameter, and at both ends. */
export function placesOf(curve: Curve, count: number): { readonly u: number; readonly place: Vector3 }[] {
  const [first, last] = core.domainOf(curve);
  return Array.from({ length: count + 1 }, (_, i) => {
    const u = i === count ? last : first + ((last - first) * i) / count;
    return { u, place: core.evaluate(curve, u) };
  });
}

/** The largest distance of sampled places of a curve from another, in mm. */
export const strays = (from: Curve, to: Curve, count = 200): number =>
  Math.max(...placesOf(from, count).map(({ place }) => core.closestPoint(to, place).distance));
