import { isRational } from '../curve/isRational';
import { type Curve, domainOf, lookedAt, spansOf } from '../curve/curve';
import { derivatives, evaluateAll } from '../curve/evaluate';
import { distance, length, scale, type Vector3, vectorAt } from '../linear/vector';
import { fewestKnots } from '../fit/near/fewestKnots';
import { derivativesOf, type EndDerivatives } from '../fit/near/heldEnds';
import { chordsOf, parametersOf } from '../fit/parameters';
import { apartFrom } from '../fit/near/apartFrom';
import type { Progress } from '../fit/near/progress';
import { breaksOf } from '../knots/multiplicity';
import { reparameterise } from '../knots/reparameterise';
import { distinctOf } from '../knots/period';
import { type CurvatureChange, curvatureChange } from '../measure/curvatureChange';
import { type Deviation, deviation } from '../measure/deviation';
import { type Frame, frameAt } from '../measure/frame';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeWhole } from '../refuse';
import { reduceDegree } from '../reduce/reduceDegree';
import { withoutRedundantKnots } from '../reduce/redundantKnots';
import { fromParts, smoothParts } from './smoothParts';

/** A curve laid anew, and its whole price. */
export interface Priced {
  readonly curve: Curve;
  readonly deviation: Deviation;
  readonly change: CurvatureChange;
}

/** No curve of fewer control points was found within the tolerance. */
export interface NoLighter {
  readonly kind: 'no-lighter';
  readonly controlPoints: number;
  readonly tolerance: number;
}

export interface LightenOptions {
  /** Of the result; when left out that of the curve, or 3 to 9 where the curve is laid anew. */
  readonly degree?: number;
  /** What each end of an open curve keeps: its place (0, when left out), tangent, curvature, rate. */
  readonly startLevel?: 0 | 1 | 2 | 3;
  readonly endLevel?: 0 | 1 | 2 | 3;
  readonly progress?: Progress;
}

/** Up to which derivative the ends of a stretch are held. */
interface Levels {
  readonly start: number;
  readonly end: number;
}

const [LEAST_DEGREE, MOST_DEGREE] = [3, 9];
/** The search aims at this share of the tolerance, so that what lies between its samples rarely spoils the proof. */
const AIM = 0.97;
const ATTEMPTS = 6;

/**
 * The curve with as few control points as can be found within `tolerance` mm of it, proven: kinks stay where they are,
 * and so do the ends, up to their rate where that is asked for. The stretches between kinks are sampled, approximated and compared with the original; where the
 * proof asks for more than the samples did, the aim is lowered and the search repeated.
 */
export function lighten(
  curve: Curve,
  tolerance: number,
  { degree, startLevel = 0, endLevel = 0, progress }: LightenOptions = {},
): Result<Priced, NoLighter> {
  mustBeAbove0(tolerance, 'tolerance');
  if (degree !== undefined) mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  const order = curve.closing === 'open' ? Math.max(startLevel, endLevel) : 0;
  if (degree !== undefined && degree < order) {
    throw new RangeError(`degree: ${order} at least is needed for what the ends keep, not ${degree}`);
  }
  const none = failed({ kind: 'no-lighter', controlPoints: distinctOf(curve), tolerance } as const);
  const lighter: Curve[] = [];
  let worst: Deviation = { max: 0, u: domainOf(curve)[0], bound: 0, certified: true };
  const parts = smoothParts(curve);
  const isOpen = curve.closing === 'open';
  for (const [i, part] of parts.entries()) {
    progress?.({ stage: 'add', controlPoints: distinctOf(part), max: Infinity });
    const levels = {
      start: isOpen && i === 0 ? startLevel : 0,
      end: isOpen && i === parts.length - 1 ? endLevel : 0,
    };
    const made = lightenedPart(part, tolerance, levels, degree, progress);
    if (!made) return none;
    lighter.push(made.curve);
    const bound = Math.max(worst.bound, made.deviation.bound);
    worst = { ...(made.deviation.max > worst.max ? made.deviation : worst), bound };
  }
  const whole = lookedAt(fromParts(lighter, curve.closing !== 'open'));
  if (distinctOf(whole) >= distinctOf(curve)) return none;
  return success({ curve: whole, deviation: worst, change: curvatureChange(curve, whole) });
}

interface Proven {
  readonly curve: Curve;
  readonly deviation: Deviation;
}

/** The lightest proven curve for a smooth stretch: its own without surplus, that thinned further, or one laid anew. */
function lightenedPart(
  part: Curve,
  tolerance: number,
  levels: Levels,
  wanted?: number,
  progress?: Progress,
): Proven | null {
  const frames = framesAt(part);
  // Nothing to hold where the curve stands still.
  if ((levels.start > 0 && !frames.start) || (levels.end > 0 && !frames.end)) return null;
  const degree = wanted ?? Math.min(MOST_DEGREE, Math.max(LEAST_DEGREE, part.degree));
  const surplus = wanted !== undefined && part.degree < wanted ? null : withoutSurplus(part, tolerance, degree);
  const own = surplus && keepsEnds(part, surplus.curve, levels) ? surplus : null;
  let best = own;
  const offer = (one: Proven | null) => {
    if (one && (!best || distinctOf(one.curve) < distinctOf(best.curve))) best = one;
  };
  if (surplus) offer(thinnedFromOwn(part, surplus, tolerance, levels, progress));
  offer(refitted(part, tolerance, degree, best ? distinctOf(best.curve) : Infinity, levels, progress));
  return best;
}

/** The stretch in the degree without the knots it hardly needs; null where the degree itself is too dear. */
function withoutSurplus(part: Curve, tolerance: number, degree: number): Proven | null {
  const reduced = part.degree > degree ? reduceDegree(part, degree) : success({ curve: part });
  if (!reduced.ok) return null;
  const curve = withoutRedundantKnots(reduced.value.curve, SURPLUS * tolerance);
  return proven(part, curve, tolerance);
}

function thinnedFromOwn(
  part: Curve,
  own: Proven,
  tolerance: number,
  levels: Levels,
  progress?: Progress,
): Proven | null {
  const { curve } = own;
  const [first, last] = domainOf(curve);
  const inner = breaksOf(curve).filter(({ u }) => u > first && u < last);
  const plain = !isRational(curve.points) && inner.every(({ multiplicity }) => multiplicity === 1);
  const closed = part.closing !== 'open';
  if (!plain || inner.length > MOST_OWN || (closed && part.closing !== 'periodic')) return null;
  const share = (u: number) => (u - first) / (last - first);
  const { places, parameters } = samplesOf(part);
  const knots = [...(closed ? [0] : []), ...inner.map(({ u }) => share(u))];
  if (curve.degree < Math.max(levels.start, levels.end)) return null;
  const ends = {
    start: derivativesBy(part, first, 'right', levels.start),
    end: derivativesBy(part, last, 'left', levels.end),
  };
  const within = { degree: curve.degree, most: distinctOf(curve), ends };
  return searched(part, places, parameters.map(share), within, tolerance, progress, knots);
}

/** Laid anew, with at most half as many control points again before thinning as are known to do. */
function refitted(
  part: Curve,
  tolerance: number,
  degree: number,
  known: number,
  levels: Levels,
  progress?: Progress,
): Proven | null {
  const closed = part.closing !== 'open';
  const { places } = samplesOf(part);
  const count = places.length / 3;
  if (count < 2) return null;
  const chords = parametersOf(places, closed, 'chord').subarray(0, count);
  const most = Math.min(Math.ceil(count / 2), Math.ceil(MARGIN * Math.min(known, distinctOf(part))));
  const frames = framesAt(part);
  const total = chordsOf(places, false).reduce((sum, chord) => sum + chord, 0);
  const held = (frame: Frame | null, level: number) =>
    frame && level > 0 ? derivativesOf(frame, total, 'frame').slice(0, level) : [];
  const ends = { start: held(frames.start, levels.start), end: held(frames.end, levels.end) };
  return searched(part, places, chords, { degree: Math.min(degree, count - 1), most, ends }, tolerance, progress);
}

/** Approximates the samples, aiming lower until the result is proven to be within the tolerance. */
function searched(
  part: Curve,
  points: Float64Array,
  start: Float64Array,
  { degree, most, ends }: { degree: number; most: number; ends: EndDerivatives },
  tolerance: number,
  progress?: Progress,
  from?: readonly number[],
): Proven | null {
  const closed = part.closing !== 'open';
  // A stretch that is hardly more than a point has no places to go by.
  if (points.length / 3 < Math.max(degree + 1, closed ? 4 : 2)) return null;
  const target = { points, degree, closed, ends };
  if (degree < Math.max(ends.start.length, ends.end.length)) return null;
  let aim = AIM * tolerance;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const { best } = fewestKnots(target, start, { tolerance: aim, effort: 'all', most, progress }, from);
    const made = reparameterise(best.curve, ...domainOf(part));
    progress?.({ stage: 'prove', controlPoints: distinctOf(made), max: best.max });
    const price = deviation(part, made);
    if (price.certified && price.bound <= tolerance) return { curve: made, deviation: price };
    if (best.max > aim) return null;
    aim *= Math.min(0.9, price.certified ? (AIM * tolerance) / price.bound : 0.5);
  }
  return null;
}

function framesAt(part: Curve): { start: Frame | null; end: Frame | null } {
  const [first, last] = domainOf(part);
  return { start: frameAt(part, first), end: frameAt(part, last, 'left') };
}

/** Derivatives by a parameter that runs from 0 to 1 as the curve's own does. */
function derivativesBy(part: Curve, u: number, side: 'left' | 'right', level: number): Vector3[] {
  const [first, last] = domainOf(part);
  const d = derivatives(part, u, level, side);
  return Array.from({ length: level }, (_, i) => scale(vectorAt(d, i + 1), (last - first) ** (i + 1)));
}

/** Two vectors that differ by this share of their size are the same but for rounding. */
const ROUNDING = 1e-9;

/** Whether the ends of two curves that begin and end together have the same frames, as far as they are held. */
function keepsEnds(a: Curve, b: Curve, { start, end }: Levels): boolean {
  const [ofA, ofB] = [framesAt(a), framesAt(b)];
  const same = (one: Frame | null, other: Frame | null, level: number): boolean => {
    if (level === 0) return true;
    if (!one || !other) return false;
    const near = (v: Vector3, w: Vector3) => distance(v, w) <= ROUNDING * Math.max(length(v), length(w));
    return (
      near(one.tangent, other.tangent) &&
      (level < 2 || near(one.curvature, other.curvature)) &&
      (level < 3 || near(one.rate, other.rate))
    );
  };
  return same(ofA.start, ofB.start, start) && same(ofA.end, ofB.end, end);
}

function proven(part: Curve, curve: Curve, tolerance: number): Proven | null {
  const price = deviation(part, curve);
  return price.certified && price.bound <= tolerance ? { curve, deviation: price } : null;
}

/** A stretch's own knots may go at this share of the tolerance, so that thinning has room left. */
const SURPLUS = 0.05;
const MARGIN = 1.5;
/** Beyond so many, thinning a stretch's own knots takes longer than laying it anew. */
const MOST_OWN = 60;
const LEAST_SAMPLES = 240;
const LEAST_PER_SPAN = 4;

/** Places in every span with their parameters, of a closed curve without the return; neighbours in one place once. */
export function samplesOf(curve: Curve): { places: Float64Array; parameters: Float64Array } {
  const spans = spansOf(curve);
  const perSpan = Math.max(LEAST_PER_SPAN, curve.degree + 1, Math.ceil(LEAST_SAMPLES / spans.length));
  const parameters: number[] = [];
  for (const span of spans) {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    for (let i = 0; i < perSpan; i++) parameters.push(from + ((to - from) * i) / perSpan);
  }
  if (curve.closing === 'open') parameters.push(domainOf(curve)[1]);
  const all = evaluateAll(curve, parameters);
  const kept = apartFrom(all);
  return {
    places: Float64Array.from(kept.flatMap((i) => [all[3 * i], all[3 * i + 1], all[3 * i + 2]])),
    parameters: Float64Array.from(kept, (i) => parameters[i]),
  };
}
