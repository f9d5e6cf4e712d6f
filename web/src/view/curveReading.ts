import { type Curve, curvatureProfile, type CurvatureProfile, type Vector3 } from '@pencil-bend/core';

/** What is read of one curve. */
export interface CurveReading {
  readonly curve: Curve;
  /** The normal that gives curvature its sign; null for a curve that leaves its plane. */
  readonly normal: Vector3 | null;
  /** Extrema, radius and inflections are proven; else they are those of the samples, as while it is dragged. */
  readonly exact: boolean;
  readonly profile: CurvatureProfile;
  /** How often curvature changes its sign; null in space, where it has none. */
  readonly inflections: number | null;
}

const MANY_KNOTS = 80;
const COARSE = { intervals: 2, tolerance: 0.05 } as const;
const HUNDREDS = 300;
const COARSEST = { intervals: 1, tolerance: 0.2 } as const;

const known = new WeakMap<Curve, CurveReading[]>();

/** So many curves that are on the move are remembered: the next frame has nearly the same ones. */
const MOVING = 8;
let moving: readonly CurveReading[] = [];

/** The last reading of a curve that may be this one a frame before. */
const before = ({ degree, points }: Curve): CurvatureProfile | undefined =>
  moving.find(({ curve }) => curve.degree === degree && curve.points.length === points.length)?.profile;

/** Whether a curve at rest was read already. */
export const isRead = (curve: Curve, normal: Vector3 | null): boolean =>
  known.get(curve)?.some((each) => each.exact && each.normal?.join() === normal?.join()) ?? false;

/** Reads a curve: proven where it rests, from samples where it is on the move. The same curve is read once each way. */
export function curveReading(curve: Curve, normal: Vector3 | null, exact: boolean): CurveReading {
  const readings = known.get(curve) ?? [];
  const found = readings.find((each) => each.exact === exact && each.normal?.join() === normal?.join());
  if (found) return found;
  // A long curve is read more coarsely, so that it follows the pointer.
  const density = exact || curve.knots.length <= MANY_KNOTS ? {} : curve.knots.length <= HUNDREDS ? COARSE : COARSEST;
  const last = exact ? undefined : before(curve);
  const profile = curvatureProfile(curve, { normal, proven: exact, ...density, ...(last && { before: last }) });
  const reading = { curve, normal, exact, profile, inflections: normal && profile.inflections.length };
  known.set(curve, [...readings, reading]);
  if (!exact) moving = [reading, ...moving.filter(({ profile: old }) => old !== last)].slice(0, MOVING);
  return reading;
}
