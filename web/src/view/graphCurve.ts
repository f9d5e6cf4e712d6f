import { curvatureAt, type CurvatureProfile } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { CurveReading } from './curveReading';

/** What the strip shows over the length. */
export const QUANTITIES = ['curvature', 'rate', 'radius'] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** A curve on the axis of the strip. */
export interface GraphCurve {
  /** Null for what is only shown, as the other half in a mirror check. */
  readonly id: Id | null;
  readonly name: string;
  readonly colour: string;
  /** Where it begins on the axis, in mm; the curve that is read begins at 0. */
  readonly offset: number;
  readonly reading: CurveReading;
}

const rates = new WeakMap<CurvatureProfile, Float64Array>();

/** dκ/ds in 1/mm² at the samples of a profile; a knot stands twice there, once for each side. */
export function ratesOf({ curve, normal, profile }: CurveReading): Float64Array {
  const found = rates.get(profile);
  if (found) return found;
  const { u } = profile;
  const rate = u.map((at, i) => curvatureAt(curve, at, normal, u[i + 1] === at ? 'left' : 'right').rate);
  // At the end of the domain there is only the left side.
  if (u.length > 0) rate[u.length - 1] = curvatureAt(curve, u[u.length - 1], normal, 'left').rate;
  rates.set(profile, rate);
  return rate;
}

/** What is shown of a curve at its samples: 1/mm, 1/mm², or mm, which is Infinity where the curve is straight. */
export function valuesOf(reading: CurveReading, quantity: Quantity): Float64Array {
  if (quantity === 'rate') return ratesOf(reading);
  const { kappa } = reading.profile;
  return quantity === 'curvature' ? kappa : kappa.map((each) => 1 / Math.abs(each));
}
