import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { mustBeTolerance } from '../refuse';
import { LUMP } from '../measure/hooks';
import { lumps } from '../measure/lumps';
import { actsOn } from './culprits';
import { fair, fairedWithin, type FairOptions, PERFECT } from './fair';
import { freePoints } from './freePoints';
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

/** Whether there is a lump that one of these control points acts on. */
const hasLumps = (curve: Curve, normal: Vector3 | null, free: Int32Array): boolean =>
  lumps(curve, { normal, least: LUMP }).lumps.some(({ from, to }) => free.some((i) => actsOn(curve, i, from, to)));

/** mm; where to begin when nothing was asked for. */
const FIRST = 0.01;

/**
 * Which tolerance would let `fair` leave no lump of 5 % or more where control points may move, to 5 %, where `tolerance`
 * does not: both ends of the bracket were run. 0 where there is none. Null where none does.
 */
export function fairingTolerance(curve: Curve, tolerance: number, options: FairOptions = {}): ToleranceBracket | null {
  mustBeTolerance(tolerance);
  const { normal = null } = options;
  const { indices } = freePoints(curve, Number.MAX_VALUE, options);
  const does = (at: number) => !hasLumps(fairedWithin(curve, at, options).curve, normal, indices);
  if (does(0)) return { enough: 0, short: 0, tries: 1 };
  if (tolerance === 0) return leastTolerance(does, 0, FIRST);
  if (does(tolerance)) return leastTolerance(does, 0, tolerance);
  return leastTolerance(does, tolerance, 2 * tolerance);
}
