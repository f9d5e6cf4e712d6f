import { along, angleBetween, cross, dot, subtract, type Vector3 } from '../linear/vector';
import { signChange } from '../linear/signChange';
import type { Curve } from '../curve/curve';
import { type Reading, turningReadings } from './extrema';
import { type Frame, frameAt } from './frame';

/** A curve turns to the other side where curvature falls below half of what it is on both sides … */
const DEEP = 2;
/** … and its direction, carried along without twist, turns by more than this (90°) over the dip. */
const TURNED = Math.PI / 2;
/** A dip down to 0 is looked at where curvature is this share of what it is beside. */
const LOWEST = 1e-3;
/** Steps of the carried frame over a dip: its error falls with their fourth power. */
const STEPS = 16;

/** Readings of |κ| with the sign of a curve in its plane, and where that changes. */
export interface SignedReadings {
  readonly list: readonly Reading[];
  /** Indices in the list at which curvature is 0 now: near-inflections, and knots where the curve turns over. */
  readonly flips: readonly number[];
}

/**
 * |κ| of a curve in space with a sign that changes where the curve passes from one side to the other, as an S that is
 * not quite flat: at a local minimum of at most half of both neighbouring maxima, when the curvature vector, carried
 * along without twist, turns by more than 90° between the two places beside it where |κ| is twice the minimum (a
 * straight pass turns it by 120°), and at a knot where it turns over by more than 90°. Depends on no sampling. Carried
 * by double reflection: Wang, Jüttler, Zheng, Liu, Computation of rotation minimizing frames, ACM TOG 27, 2008.
 */
export function signedInSpace(curve: Curve, list: readonly Reading[]): SignedReadings {
  const isRing = curve.closing !== 'open';
  const turning = turningReadings(list, isRing);
  const dips = new Set<number>();
  turning.forEach((low, i) => {
    const [before, after] = [turning[i - 1], turning[i + 1]];
    // A dip over the seam of a closed curve is none: the sign starts anew there.
    if (low.kind !== 'minimum' || !before || !after) return;
    if (DEEP * low.kappa > Math.min(before.kappa, after.kappa)) return;
    const level = Math.max(DEEP * low.kappa, LOWEST * Math.min(before.kappa, after.kappa));
    const from = crossingOf(curve, list, low.index, before.index, level);
    const to = crossingOf(curve, list, low.index, after.index, level);
    if (turnBetween(curve, from, to) > TURNED) dips.add(low.index);
  });
  const flips: number[] = [];
  let sign = 1;
  const signed = list.map((reading, i): Reading => {
    const { u, kappa, side, noise } = reading;
    if (dips.has(i)) {
      sign = -sign;
      flips.push(i);
      return { u, kappa: 0, side, noise };
    }
    if (i > 0 && !dips.has(i - 1) && turnsOver(curve, list[i - 1], reading)) {
      sign = -sign;
      flips.push(i);
    }
    return { u, kappa: sign * kappa, side, noise };
  });
  return { list: signed, flips };
}

/** The place between two readings, the curvature being monotone, where |κ| reaches a level. */
function crossingOf(curve: Curve, list: readonly Reading[], low: number, high: number, level: number): number {
  const step = Math.sign(high - low);
  let i = low;
  while (i !== high && list[i].kappa < level) i += step;
  const [inner, outer] = [list[i - step], list[i]];
  if (i === low || inner.u === outer.u) return outer.u;
  const side = outer.u < inner.u ? 'left' : 'right';
  const at = (u: number) => (frameAt(curve, u, side)?.kappa ?? 0) - level;
  return signChange(at, Math.min(inner.u, outer.u), Math.max(inner.u, outer.u));
}

/** By how much the curvature vector turns from one place to another, beside what the tangent turns, in radians. */
function turnBetween(curve: Curve, from: number, to: number): number {
  const frames: Frame[] = [];
  for (let k = 0; k <= STEPS; k++) {
    const frame = frameAt(curve, k === STEPS ? to : from + ((to - from) * k) / STEPS, k === STEPS ? 'left' : 'right');
    if (frame) frames.push(frame);
  }
  if (frames.length < 2) return 0;
  let carried = frames[0].curvature;
  for (let k = 1; k < frames.length; k++) carried = transported(carried, frames[k - 1], frames[k]);
  return angleBetween(carried, frames[frames.length - 1].curvature);
}

function transported(vector: Vector3, from: Frame, to: Frame): Vector3 {
  const chord = subtract(to.point, from.point);
  const across = reflected(vector, chord);
  return reflected(across, subtract(to.tangent, reflected(from.tangent, chord)));
}

function reflected(vector: Vector3, normal: Vector3): Vector3 {
  const squared = dot(normal, normal);
  return squared > 0 ? along(vector, normal, (-2 * dot(vector, normal)) / squared) : vector;
}

function turnsOver(curve: Curve, left: Reading, right: Reading): boolean {
  if (left.u !== right.u || left.kappa === 0 || right.kappa === 0) return false;
  const [before, after] = [frameAt(curve, left.u, 'left'), frameAt(curve, right.u)];
  if (!before || !after || left.side === right.side) return false;
  // The same turn of a corner is no turn of the curvature.
  if (angleBetween(before.tangent, after.tangent) > TURNED / 3) return false;
  return (
    dot(cross(before.tangent, before.curvature), cross(after.tangent, after.curvature)) < 0 &&
    angleBetween(before.curvature, after.curvature) > TURNED
  );
}
