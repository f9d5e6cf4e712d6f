import {
  along,
  breaksOf,
  type Curve,
  distance,
  domainOf,
  endOf,
  freedomsAt,
  directionBeyond,
  negate,
  scale,
  type Vector3,
} from '@pencil-bend/core';
import { type End, type Freedom, FREEDOMS, HANDLE_SHARE } from '@pencil-bend/document';

/** What a joint leaves free at an end, in mm: by the whole curve as if its parameter went from 0 to 1. */
export type FreedomsInMm = Readonly<Record<Freedom, number>>;

/** One of them as a stem along the tangent. */
export interface FreedomStem {
  readonly of: Freedom;
  readonly mm: number;
  readonly foot: Vector3;
  readonly tip: Vector3;
  /** What the tip goes for each mm. */
  readonly perMm: Vector3;
}

/** The strength, what bends it on, and the rate of that, as shares of what they do to the first control points. */
const SHARES: Readonly<Record<Freedom, number>> = { a: HANDLE_SHARE, b: 1 / 6, c: 1 / 24 };

/** Null where the curve stands still. */
export function freedomsInMm(curve: Curve, end: End): FreedomsInMm | null {
  const free = freedomsAt(curve, end);
  const [first, last] = domainOf(curve);
  const all = last - first;
  return free && { a: free.a * all, b: free.b * all ** 2, c: free.c * all ** 3 };
}

/** As many as the level has; each stands so far beside the one before, in mm. */
export function freedomStems(curve: Curve, end: End, level: number, beside: Vector3): FreedomStem[] {
  const free = freedomsInMm(curve, end);
  if (!free) return [];
  const breaks = breaksOf(curve).map(({ u }) => u);
  const [first, last] = domainOf(curve);
  const [near, next] = end === 'start' ? breaks : breaks.toReversed();
  const span = Math.abs(next - near) / (last - first);
  const tangent = negate(directionBeyond(curve, end));
  return FREEDOMS.slice(0, level).map((of, i) => {
    const foot = along(endOf(curve, end), beside, i);
    const perMm = scale(tangent, SHARES[of] * span ** (i + 1));
    return { of, mm: free[of], foot, tip: along(foot, perMm, free[of]), perMm };
  });
}

export const chordOf = (curve: Curve): number => distance(endOf(curve, 'start'), endOf(curve, 'end'));
