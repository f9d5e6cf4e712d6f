import {
  arcLength,
  type Curve,
  curvatureProfile,
  type CurvatureProfile,
  inflections,
  lengthAt,
  smallestRadius,
  type Vector3,
} from '@pencil-bend/core';

/** What is read of one curve. */
export interface CurveReading {
  readonly curve: Curve;
  /** The normal that gives curvature its sign; null for a curve that leaves its plane. */
  readonly normal: Vector3 | null;
  /** Radius and inflections are proven; else they are those of the samples, as while it is dragged. */
  readonly exact: boolean;
  readonly profile: CurvatureProfile;
  /** The place of the smallest radius, by its length from the start in mm; null of a straight curve. */
  readonly tightest: { readonly s: number; readonly kappa: number } | null;
  /** How often curvature changes its sign; null in space, where it has none. */
  readonly inflections: number | null;
}

const MANY_KNOTS = 80;
const COARSE = { intervals: 2, tolerance: 0.05 } as const;

const known = new WeakMap<Curve, CurveReading[]>();

/** Reads a curve: proven where it rests, from samples where it is on the move. The same curve is read once each way. */
export function curveReading(curve: Curve, normal: Vector3 | null, exact: boolean): CurveReading {
  const before = known.get(curve) ?? [];
  const found = before.find((each) => each.exact === exact && each.normal?.join() === normal?.join());
  if (found) return found;
  const reading = exact ? provenReading(curve, normal) : sampledReading(curve, normal);
  known.set(curve, [...before, reading]);
  return reading;
}

function sampledReading(curve: Curve, normal: Vector3 | null): CurveReading {
  // A long curve is read more coarsely, so that it follows the pointer.
  const coarse = curve.knots.length > MANY_KNOTS;
  const profile = curvatureProfile(curve, { normal, ...(coarse && COARSE) });
  const { tightest } = profile;
  return { curve, normal, exact: false, profile, tightest, inflections: normal && profile.inflections.length };
}

function provenReading(curve: Curve, normal: Vector3 | null): CurveReading {
  const profile = curvatureProfile(curve, { normal });
  const smallest = smallestRadius(curve, normal);
  const tightest = smallest && { s: lengthAt(arcLength(curve), smallest.u), kappa: smallest.kappa };
  return { curve, normal, exact: true, profile, tightest, inflections: normal && inflections(curve, normal).length };
}
