import {
  clamp,
  controlPointsOf,
  type Curve,
  failed,
  InvalidCurve,
  makeCurve,
  MAX_DEGREE,
  type Result,
  success,
} from '@pencil-bend/core';
import { curveOfNurbs, type Nurbs, nurbsOf, repeating } from './nurbs';

/** A curve as a file has it, before anybody has looked at its numbers. */
export interface ForeignCurve {
  readonly degree: number;
  readonly knots: ArrayLike<number>;
  /** Packed x y z, all of them: where a curve closes smoothly its first ones are there again. */
  readonly points: Float64Array;
  /** Of each point; null where all are 1. */
  readonly weights: ArrayLike<number> | null;
  /** What the file says of it. */
  readonly isClosed?: boolean;
}

/** Something that was changed without moving the curve. */
export interface Repair {
  readonly why: string;
  readonly detail?: string;
}

/** Curves that can be drawn, and what was changed to make them so. */
export interface MadeCurves {
  readonly curves: readonly Nurbs[];
  readonly repairs: readonly Repair[];
}

/** Nearer than this share of the domain knots are one, of the size ends meet: what other programs round to. */
const AGREE = 1e-9;
/** No drawing has a coordinate beyond this, in mm. */
export const FARTHEST = 1e9;
const [LIGHTEST, HEAVIEST] = [1e-9, 1e9];

/** The numbers of a curve of our own, as a file would have them. */
export function foreignOf(curve: Curve): ForeignCurve {
  const { degree, knots, points } = curve;
  const { points: own, weights } = nurbsOf(curve);
  const count = points.length / 4;
  return { degree, knots, points: repeating(own, 3, count), weights: weights && repeating(weights, 1, count) };
}

/**
 * Curves of a drawing from numbers that a file brings, in mm: mended where that moves nothing, with every change told,
 * else refused, and why. How it closes is measured, not believed.
 */
export function curvesFrom(foreign: ForeignCurve): Result<MadeCurves, string> {
  const problem = problemOf(foreign);
  if (problem !== null) return failed(problem);
  const repairs: Repair[] = [];
  try {
    const balanced = withBalancedWeights(foreign, repairs);
    if (balanced === null) return failed('its weights differ by more than a drawing can hold');
    const trimmed = withoutSurplus(withMergedKnots(balanced, repairs), repairs);
    const curves = partsOf(trimmed, repairs).flatMap((part) => {
      const only = onlyPlaceOf(part.points);
      if (only) repairs.push({ why: 'a piece that is only a point was left out', detail: placeInText(only) });
      return only ? [] : [closedAsItIs(part, repairs)];
    });
    curves.forEach(curveOfNurbs);
    if (curves.length > 0) return success({ curves, repairs });
    return failed(`it is only a point, at ${placeInText(onlyPlaceOf(foreign.points) ?? [0, 0, 0])}`);
  } catch (error) {
    if (!(error instanceof InvalidCurve)) throw error;
    return failed(error.message);
  }
}

const placeInText = (place: readonly number[]): string => place.map((x) => Number(x.toPrecision(6))).join(', ');

function problemOf({ degree, knots, points, weights }: ForeignCurve): string | null {
  const count = points.length / 3;
  if (degree === 0) return 'its degree is 0';
  if (!(Number.isInteger(degree) && degree >= 1)) return `its degree ${degree} is none`;
  if (degree > MAX_DEGREE) return `its degree is ${degree}; up to ${MAX_DEGREE} can be drawn`;
  if (count < degree + 1) return `degree ${degree} needs ${degree + 1} control points, and it has ${count}`;
  if (knots.length !== count + degree + 1) {
    return `${count} control points of degree ${degree} need ${count + degree + 1} knots, and it has ${knots.length}`;
  }
  if (weights && weights.length !== count) return `${count} weights are needed, and it has ${weights.length}`;
  for (let i = 0; i < knots.length; i++) {
    if (!Number.isFinite(knots[i])) return `knot ${i + 1} is no number`;
    if (i > 0 && knots[i] < knots[i - 1]) return `knot ${i + 1}, ${knots[i]}, is less than the one before it`;
  }
  if (!(knots[degree] < knots[count])) return `its knots leave nothing of it, from ${knots[degree]} to ${knots[count]}`;
  for (let i = 0; i < points.length; i++) {
    if (!Number.isFinite(points[i])) return `control point ${Math.floor(i / 3) + 1} has no place`;
    if (Math.abs(points[i]) > FARTHEST) return `it reaches ${points[i].toPrecision(3)} mm, farther than can be drawn`;
  }
  for (let i = 0; weights && i < weights.length; i++) {
    if (!(weights[i] > 0 && Number.isFinite(weights[i]))) return `weight ${i + 1} is ${weights[i]}`;
  }
  return null;
}

/** Equal weights as none, and those beyond what can be held times one factor; null where they differ by too much. */
function withBalancedWeights(foreign: ForeignCurve, repairs: Repair[]): ForeignCurve | null {
  const { weights } = foreign;
  if (!weights) return foreign;
  let [least, largest] = [weights[0], weights[0]];
  for (let i = 1; i < weights.length; i++) {
    least = Math.min(least, weights[i]);
    largest = Math.max(largest, weights[i]);
  }
  if (least === largest) {
    if (least !== 1) repairs.push({ why: 'equal weights became 1', detail: String(least) });
    return { ...foreign, weights: null };
  }
  if (least >= LIGHTEST && largest <= HEAVIEST) return foreign;
  const factor = 1 / (Math.sqrt(least) * Math.sqrt(largest));
  if (!(least * factor >= LIGHTEST && largest * factor <= HEAVIEST)) return null;
  repairs.push({ why: 'all its weights were taken times one factor', detail: factor.toPrecision(3) });
  return { ...foreign, weights: Float64Array.from(weights, (weight) => weight * factor) };
}

/** Knots that only rounding parts are one, where the degree allows so many. */
function withMergedKnots(foreign: ForeignCurve, repairs: Repair[]): ForeignCurve {
  const { degree, knots: given } = foreign;
  const knots = Float64Array.from(given);
  const last = knots.length - 1;
  const near = AGREE * (knots[last - degree] - knots[degree]);
  let [run, merged] = [1, 0];
  for (let i = 1; i <= last; i++) {
    const gap = knots[i] - knots[i - 1];
    const most = knots[i - 1] === knots[0] || knots[last] - knots[i] < near ? degree + 1 : degree;
    const isMeant = gap > 0 && gap < near && run < most;
    if (isMeant) {
      knots[i] = knots[i - 1];
      merged++;
    }
    run = knots[i] === knots[i - 1] ? run + 1 : 1;
  }
  if (merged === 0) return foreign;
  repairs.push({ why: 'knots that only rounding parted became one', detail: `${merged} of them` });
  return { ...foreign, knots };
}

/** Without the knots and points at its ends that do nothing: more than degree + 1 knots in one place. */
function withoutSurplus(foreign: ForeignCurve, repairs: Repair[]): ForeignCurve {
  const { degree, knots } = foreign;
  let [start, end] = [0, 0];
  const last = knots.length - 1;
  while (start < last && knots[start + degree + 1] === knots[0]) start++;
  while (end < last && knots[last - end - degree - 1] === knots[last]) end++;
  if (start + end === 0 || start + end >= last - 2 * degree) return foreign;
  repairs.push({ why: 'knots beyond its ends that did nothing went', detail: `${start + end} of them` });
  return part(foreign, start, foreign.points.length / 3 - end);
}

/** The control points from one up to another with their knots. */
function part({ degree, knots, points, weights }: ForeignCurve, from: number, to: number): ForeignCurve {
  return {
    degree,
    knots: Float64Array.from(Array.prototype.slice.call(knots, from, to + degree + 1) as number[]),
    points: points.slice(3 * from, 3 * to),
    weights: weights && Float64Array.from(Array.prototype.slice.call(weights, from, to) as number[]),
  };
}

/** Cut where a knot stands more often than a kink's, unless the curve goes on from the very point where it stopped. */
function partsOf(foreign: ForeignCurve, repairs: Repair[]): ForeignCurve[] {
  const { degree, knots, points, weights } = foreign;
  const count = points.length / 3;
  const goesOn = (before: number, after: number) =>
    [0, 1, 2].every((c) => points[3 * before + c] === points[3 * after + c]) &&
    (!weights || weights[before] === weights[after]);
  // Of each part the points that count, by their indices, and its knots.
  const parts: { knots: number[]; indices: number[] }[] = [{ knots: [], indices: [] }];
  let doubled = 0;
  let from = 0;
  const take = (to: number, knotsTo: number, skipped: number) => {
    const { knots: own, indices } = parts[parts.length - 1];
    for (let i = from + skipped; i < to; i++) indices.push(i);
    for (let i = from + (skipped > 0 ? degree + 1 : 0); i < knotsTo; i++) own.push(knots[i]);
  };
  let skipped = 0;
  for (let i = degree + 1; i < count; i++) {
    let run = 1;
    while (i + run < knots.length && knots[i + run] === knots[i]) run++;
    const isInner = knots[i] > knots[degree] && knots[i] < knots[count];
    if (isInner && run > degree) {
      // Before the knot the points up to i - 1 count, from it on those from i + run - degree - 1.
      const next = i + run - degree - 1;
      const isOne = goesOn(i - 1, next);
      take(i, i + degree + (isOne ? 0 : 1), skipped);
      from = next;
      skipped = isOne ? 1 : 0;
      if (isOne) doubled++;
      else parts.push({ knots: [], indices: [] });
    }
    i += run - 1;
  }
  if (parts.length === 1 && doubled === 0) return [foreign];
  take(count, knots.length, skipped);
  if (parts.length > 1) repairs.push({ why: 'cut where it jumps', detail: `into ${parts.length}` });
  if (doubled > 0) repairs.push({ why: 'a point that stood twice at a kink went', detail: `${doubled} of them` });
  return parts.map(({ knots: own, indices }) => ({
    degree,
    knots: own,
    points: Float64Array.from(indices.flatMap((i) => [points[3 * i], points[3 * i + 1], points[3 * i + 2]])),
    weights: weights && indices.map((i) => weights[i]),
  }));
}

/** The one place where all control points lie, or null. */
function onlyPlaceOf(points: Float64Array): readonly number[] | null {
  for (let i = 3; i < points.length; i++) if (points[i] !== points[i % 3]) return null;
  return [points[0], points[1], points[2]];
}

function closedAsItIs(foreign: ForeignCurve, repairs: Repair[]): Nurbs {
  const { degree, knots, points, weights, isClosed } = foreign;
  const size = sizeOf(points);
  const isClamped = knots[0] === knots[degree] && knots[knots.length - 1] === knots[knots.length - 1 - degree];
  if (!isClamped && isWrapped(foreign, AGREE * size)) {
    const distinct = points.length / 3 - degree;
    const own = { points: points.slice(0, 3 * distinct), weights: weights && Array.from(weights).slice(0, distinct) };
    return { degree, closing: 'periodic', knots, ...own };
  }
  const open: Nurbs = { degree, closing: 'open', knots, points, weights };
  const ends = isClamped ? points : controlPointsOf(clamp(curveOfNurbs(open)));
  const gap = Math.hypot(...[0, 1, 2].map((c) => ends[c] - ends[ends.length - 3 + c]));
  if (gap <= AGREE * size && points.length / 3 > 2) {
    if (isClamped) return { ...open, closing: 'clamped-closed' };
    repairs.push({ why: 'its ends were clamped, where it closes' });
    const clamped = clamp(curveOfNurbs(open));
    return nurbsOf(makeCurve(degree, clamped.knots, clamped.points, 'clamped-closed'));
  }
  if (isClosed)
    repairs.push({
      why: 'it is said to be closed, but is open',
      detail: `its ends are ${gap.toPrecision(3)} mm apart`,
    });
  return open;
}

/** Of what rounding is a share: the extent of the points, or their largest coordinate where that is less. */
function sizeOf(points: Float64Array): number {
  const [least, largest] = [points.slice(0, 3), points.slice(0, 3)];
  let farthest = 0;
  for (let i = 0; i < points.length; i++) {
    least[i % 3] = Math.min(least[i % 3], points[i]);
    largest[i % 3] = Math.max(largest[i % 3], points[i]);
    farthest = Math.max(farthest, Math.abs(points[i]));
  }
  return Math.min(farthest, Math.hypot(...largest.map((x, c) => x - least[c])));
}

/** Whether points, weights and knots begin again where it ends. */
function isWrapped({ degree, knots, points, weights }: ForeignCurve, near: number): boolean {
  const distinct = points.length / 3 - degree;
  if (distinct < 1) return false;
  const period = knots[distinct + degree] - knots[degree];
  for (let i = 0; i + distinct < knots.length; i++) {
    if (!(Math.abs(knots[i + distinct] - knots[i] - period) <= AGREE * period)) return false;
  }
  for (let i = 0; i < 3 * degree; i++) {
    if (!(Math.abs(points[3 * distinct + i] - points[i]) <= near)) return false;
  }
  return (
    !weights ||
    Array.from({ length: degree }, (_, i) => i).every((i) => Math.abs(weights[distinct + i] / weights[i] - 1) <= AGREE)
  );
}
