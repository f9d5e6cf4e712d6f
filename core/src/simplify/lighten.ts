import { isRational } from '../curve/isRational';
import { type Curve, domainOf, lookedAt, spansOf } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { fewestKnots } from '../fit/near/fewestKnots';
import { parametersOf } from '../fit/parameters';
import { apartFrom } from '../fit/near/apartFrom';
import type { Progress } from '../fit/near/progress';
import { breaksOf } from '../knots/multiplicity';
import { reparameterise } from '../knots/reparameterise';
import { distinctOf } from '../knots/period';
import { type CurvatureChange, curvatureChange } from '../measure/curvatureChange';
import { type Deviation, deviation } from '../measure/deviation';
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
  readonly progress?: Progress;
}

const [LEAST_DEGREE, MOST_DEGREE] = [3, 9];
/** The search aims at this share of the tolerance, so that what lies between its samples rarely spoils the proof. */
const AIM = 0.97;
const ATTEMPTS = 6;

/**
 * The curve with as few control points as can be found within `tolerance` mm of it, proven: kinks stay where they are,
 * and so do the ends. The stretches between kinks are sampled, approximated and compared with the original; where the
 * proof asks for more than the samples did, the aim is lowered and the search repeated.
 */
export function lighten(
  curve: Curve,
  tolerance: number,
  { degree, progress }: LightenOptions = {},
): Result<Priced, NoLighter> {
  mustBeAbove0(tolerance, 'tolerance');
  if (degree !== undefined) mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  const none = failed({ kind: 'no-lighter', controlPoints: distinctOf(curve), tolerance } as const);
  const lighter: Curve[] = [];
  let worst: Deviation = { max: 0, u: domainOf(curve)[0], bound: 0, certified: true };
  for (const part of smoothParts(curve)) {
    progress?.({ stage: 'add', controlPoints: distinctOf(part), max: Infinity });
    const made = lightenedPart(part, tolerance, degree, progress);
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
function lightenedPart(part: Curve, tolerance: number, wanted?: number, progress?: Progress): Proven | null {
  const degree = wanted ?? Math.min(MOST_DEGREE, Math.max(LEAST_DEGREE, part.degree));
  const own = wanted !== undefined && part.degree < wanted ? null : withoutSurplus(part, tolerance, degree);
  let best = own;
  const offer = (one: Proven | null) => {
    if (one && (!best || distinctOf(one.curve) < distinctOf(best.curve))) best = one;
  };
  if (own) offer(thinnedFromOwn(part, own, tolerance, progress));
  offer(refitted(part, tolerance, degree, best ? distinctOf(best.curve) : Infinity, progress));
  return best;
}

/** The stretch in the degree without the knots it hardly needs; null where the degree itself is too dear. */
function withoutSurplus(part: Curve, tolerance: number, degree: number): Proven | null {
  const reduced = part.degree > degree ? reduceDegree(part, degree) : success({ curve: part });
  if (!reduced.ok) return null;
  const curve = withoutRedundantKnots(reduced.value.curve, SURPLUS * tolerance);
  return proven(part, curve, tolerance);
}

function thinnedFromOwn(part: Curve, own: Proven, tolerance: number, progress?: Progress): Proven | null {
  const { curve } = own;
  const [first, last] = domainOf(curve);
  const inner = breaksOf(curve).filter(({ u }) => u > first && u < last);
  const plain = !isRational(curve.points) && inner.every(({ multiplicity }) => multiplicity === 1);
  const closed = part.closing !== 'open';
  if (!plain || inner.length > MOST_OWN || (closed && part.closing !== 'periodic')) return null;
  const share = (u: number) => (u - first) / (last - first);
  const { places, parameters } = samplesOf(part);
  const knots = [...(closed ? [0] : []), ...inner.map(({ u }) => share(u))];
  const within = { degree: curve.degree, most: distinctOf(curve) };
  return searched(part, places, parameters.map(share), within, tolerance, progress, knots);
}

/** Laid anew, with at most half as many control points again before thinning as are known to do. */
function refitted(part: Curve, tolerance: number, degree: number, known: number, progress?: Progress): Proven | null {
  const closed = part.closing !== 'open';
  const { places } = samplesOf(part);
  const count = places.length / 3;
  if (count < 2) return null;
  const chords = parametersOf(places, closed, 'chord').subarray(0, count);
  const most = Math.min(Math.ceil(count / 2), Math.ceil(MARGIN * Math.min(known, distinctOf(part))));
  return searched(part, places, chords, { degree: Math.min(degree, count - 1), most }, tolerance, progress);
}

/** Approximates the samples, aiming lower until the result is proven to be within the tolerance. */
function searched(
  part: Curve,
  points: Float64Array,
  start: Float64Array,
  { degree, most }: { degree: number; most: number },
  tolerance: number,
  progress?: Progress,
  from?: readonly number[],
): Proven | null {
  const closed = part.closing !== 'open';
  // A stretch that is hardly more than a point has no places to go by.
  if (points.length / 3 < Math.max(degree + 1, closed ? 4 : 2)) return null;
  const target = { points, degree, closed };
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
