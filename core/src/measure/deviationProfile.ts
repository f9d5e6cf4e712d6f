import { cross, distance, dot, subtract, type Vector3, vectorAt } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { breaksOf } from '../knots/multiplicity';
import { arcLength, atEqualLengths, lengthAt } from './arcLength';
import { closestPoint } from './closestPoint';
import { type CurveStretch, levelStretches } from './levelStretches';
import { mustBeNormal, mustBeTolerance, mustBeWhole } from '../refuse';

/** How far a curve lies from another, read at many places of it, as packed columns in its order. */
export interface DeviationProfile {
  /** Parameter on the curve; where it changes to the other side without touching, the place stands twice. */
  readonly u: Float64Array;
  /** Length from the curve's start in mm. */
  readonly s: Float64Array;
  /** To the nearest place of the reference in mm; with a normal positive where the curve lies on its left. */
  readonly away: Float64Array;
  /** Places on the curve, x y z. */
  readonly feet: Float64Array;
  /** Of the reference the places nearest to them, x y z. */
  readonly nearest: Float64Array;
  /** Of the whole curve in mm. */
  readonly length: number;
  /** Of the distances, by length, in mm. */
  readonly mean: number;
}

export interface DeviationProfileOptions {
  /** Unit normal of the plane in which both lie: it gives the distance a side. */
  readonly normal?: Vector3 | null;
  /** Intervals of equal length, 200 when left out; every knot is read as well. */
  readonly intervals?: number;
}

interface Sample {
  readonly u: number;
  readonly s: number;
  readonly away: number;
  readonly foot: Vector3;
  readonly near: Vector3;
}

/**
 * The distance from a curve to the nearest place of another all along the first: what is read off it, as the mean and
 * where it is too far, is as good as a straight line between two readings. The largest distance with a proof comes from
 * `deviation`, which also sees where the other goes on alone. Throws a RangeError for a normal that is none and for 1 to
 * 10,000 intervals not being asked for.
 */
export function deviationProfile(
  curve: Curve,
  reference: Curve,
  { normal = null, intervals = 200 }: DeviationProfileOptions = {},
): DeviationProfile {
  mustBeNormal(normal);
  mustBeWhole(intervals, 1, 10_000, 'intervals');
  const measured = arcLength(curve);
  const places = new Set([...atEqualLengths(measured, intervals + 1), ...breaksOf(curve).map(({ u }) => u)]);
  const read = (u: number): Sample => {
    const foot = evaluate(curve, u);
    const { u: v, point, distance: size } = closestPoint(reference, foot);
    const side = normal ? dot(cross(vectorAt(derivatives(reference, v, 1), 1), subtract(foot, point)), normal) : 1;
    return { u, s: lengthAt(measured, u), away: side < 0 ? -size : size, foot, near: point };
  };
  const samples: Sample[] = [];
  for (const u of [...places].sort((a, b) => a - b)) {
    const next = read(u);
    const last = samples.at(-1);
    // A distance cannot change faster than the place: so the other side was reached round an end.
    if (last && last.away * next.away < 0 && Math.abs(last.away - next.away) > distance(last.foot, next.foot)) {
      const between = read((last.u + u) / 2);
      const size = Math.abs(between.away);
      for (const { away } of [last, next]) samples.push({ ...between, away: size * Math.sign(away) });
    }
    samples.push(next);
  }
  const away = Float64Array.from(samples, (each) => each.away);
  const s = Float64Array.from(samples, (each) => each.s);
  return {
    u: Float64Array.from(samples, (each) => each.u),
    s,
    away,
    feet: Float64Array.from(samples.flatMap(({ foot }) => foot)),
    nearest: Float64Array.from(samples.flatMap(({ near }) => near)),
    length: measured.total,
    mean: meanSize(s, away),
  };
}

/** The stretches of the curve that lie further from the reference than a tolerance in mm, in its order. */
export function deviationStretches({ u, s, away }: DeviationProfile, tolerance: number): CurveStretch[] {
  mustBeTolerance(tolerance);
  return levelStretches({ u, s, value: away }, 'above', tolerance);
}

/** Of the curve's length, the share that lies within a tolerance in mm of the reference. */
export function shareWithin(profile: DeviationProfile, tolerance: number): number {
  if (!(profile.length > 0)) return Math.abs(profile.away[0]) <= tolerance ? 1 : 0;
  const beyond = deviationStretches(profile, tolerance).reduce((sum, { start, end }) => sum + end - start, 0);
  return Math.min(1, Math.max(0, 1 - beyond / profile.length));
}

/** Whether two curves run the same way where they lie beside each other. */
export function runsAlike(curve: Curve, reference: Curve): boolean {
  const [from, to] = domainOf(curve);
  let sum = 0;
  for (let i = 0; i <= PLACES; i++) {
    const d = derivatives(curve, from + ((to - from) * i) / PLACES, 1);
    const { u } = closestPoint(reference, vectorAt(d, 0));
    sum += dot(vectorAt(d, 1), vectorAt(derivatives(reference, u, 1), 1));
  }
  return sum >= 0;
}

const PLACES = 16;

/** The mean of |a| where a is straight from place to place. */
function meanSize(s: Float64Array, values: Float64Array): number {
  const total = s[s.length - 1] - s[0];
  if (!(total > 0)) return Math.abs(values[0]);
  let sum = 0;
  for (let i = 1; i < s.length; i++) {
    const [a, b] = [Math.abs(values[i - 1]), Math.abs(values[i])];
    const turns = values[i - 1] * values[i] < 0;
    sum += (s[i] - s[i - 1]) * (turns ? (a * a + b * b) / (2 * (a + b)) : (a + b) / 2);
  }
  return sum / total;
}
