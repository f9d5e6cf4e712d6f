import {
  arcLength,
  type Curve,
  directionBeyond,
  domainOf,
  evaluate,
  lengthAt,
  parameterAt,
  type Vector3,
} from '@pencil-bend/core';
import type { Value } from '../schema/kit';
import type { reference } from '../schema/references';

/** What an item is made from: a curve as a whole, an end of one, or a place along one by its share of the length. */
export type Reference = Value<typeof reference>;
export type EndReference = Extract<Reference, { readonly kind: 'end' }>;
export type PlaceReference = Extract<Reference, { readonly kind: 'place' }>;

const ENDS = ['start', 'end'] as const;

/** An end of an open curve: its place, and the unit direction in which the curve would go on (0 where it stands still). */
export interface EndOfCurve {
  readonly end: (typeof ENDS)[number];
  readonly at: Vector3;
  readonly beyond: Vector3;
}

export function endsOf(curve: Curve): readonly EndOfCurve[] {
  if (curve.closing !== 'open') return [];
  const domain = domainOf(curve);
  return ENDS.map((end, i) => ({ end, at: evaluate(curve, domain[i]), beyond: directionBeyond(curve, end) }));
}

/** Where a share of a curve's length lies. */
export function placeAt(curve: Curve, share: number): Vector3 {
  const measured = arcLength(curve);
  return evaluate(curve, parameterAt(measured, share * measured.total));
}

/** The share of a curve's length at which a parameter lies. */
export function shareAt(curve: Curve, u: number): number {
  const measured = arcLength(curve);
  return Math.min(1, Math.max(0, lengthAt(measured, u) / measured.total));
}
