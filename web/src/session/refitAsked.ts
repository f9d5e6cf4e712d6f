import { type Curve, distinctOf } from '@pencil-bend/core';
import type { Id, Project } from '@pencil-bend/document';
import type { OfferNotes } from './lossyPreview';
import type { FairTarget, RefitTarget } from './refitTarget';

/** A curve that is fitted anew, as it was when that began. */
export interface AskedCurve {
  readonly project: Project;
  readonly item: Id;
  readonly curve: Curve;
}

/** The same with what became of it. */
export interface Refitted extends AskedCurve {
  readonly after: Curve;
}

export interface Asked<Target extends RefitTarget = RefitTarget> extends AskedCurve {
  readonly target: Target;
  /** Whether it is still wanted. */
  readonly isCurrent: () => boolean;
}

/** What the worker made of a curve. */
export interface Made {
  readonly curve: Curve;
  readonly notes?: OfferNotes;
}

/** One tolerance for all control points, or one for each. */
export function tolerancesOf(curve: Curve, { tolerance, own }: FairTarget): number | Float64Array {
  if (Object.keys(own).length === 0) return tolerance;
  return Float64Array.from({ length: distinctOf(curve) }, (_, i) => own[i] ?? tolerance);
}

/** The largest tolerance that any control point has. */
export const mostOf = (target: { readonly tolerance: number; readonly own?: FairTarget['own'] }): number =>
  Math.max(target.tolerance, ...Object.values(target.own ?? {}));
