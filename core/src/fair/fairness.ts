import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { mustBeTolerance } from '../refuse';
import { LUMP } from '../measure/hooks';
import { lumps } from '../measure/lumps';
import { fair, fairedWithin, type FairOptions, PERFECT } from './fair';
import { leastTolerance, type ToleranceBracket } from './leastTolerance';

/**
 * How much fairer a curve could be: F over F after fairing within a tolerance in mm, ends held to curvature unless said
 * otherwise. 1 means that there is nothing to gain, and is the answer for lines and circles.
 */
export function roughness(curve: Curve, tolerance: number, options: FairOptions = {}): number {
  const { before, after } = fair(curve, tolerance, options);
  if (!(before.fairness < Infinity)) return after.fairness < Infinity ? Infinity : 1;
  return after.fairness > PERFECT
    ? Math.max(1, before.fairness / after.fairness)
    : before.fairness > PERFECT
      ? Infinity
      : 1;
}

const hasLumps = (curve: Curve, normal: Vector3 | null): boolean =>
  lumps(curve, { normal, least: LUMP }).lumps.length > 0;

/** mm; where to begin when nothing was asked for. */
const FIRST = 0.01;

/**
 * Which tolerance would let `fair` leave no lump of 5 % or more, to 5 %, where `tolerance` does not: both ends of the
 * bracket were run. 0 for a curve that has none. Null where none does, as when the lumps lie in what is held.
 */
export function fairingTolerance(curve: Curve, tolerance: number, options: FairOptions = {}): ToleranceBracket | null {
  mustBeTolerance(tolerance);
  const { normal = null } = options;
  const does = (at: number) => !hasLumps(fairedWithin(curve, at, options).curve, normal);
  if (does(0)) return { enough: 0, short: 0, tries: 1 };
  if (tolerance === 0) return leastTolerance(does, 0, FIRST);
  if (does(tolerance)) return leastTolerance(does, 0, tolerance);
  return leastTolerance(does, tolerance, 2 * tolerance);
}
