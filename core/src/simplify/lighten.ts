import { type Curve, domainOf, spansOf } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { lookedAt } from '../fit/approximation';
import { fewestKnots } from '../fit/fewestKnots';
import { parametersOf } from '../fit/parameters';
import { withoutRepeats } from '../fit/withoutRepeats';
import type { Progress } from '../fit/progress';
import { reparameterise } from '../knots/reparameterise';
import { distinctOf } from '../knots/period';
import { type CurvatureChange, curvatureChange } from '../measure/curvatureChange';
import { type Deviation, deviation } from '../measure/deviation';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeWhole } from '../refuse';
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
  /** That of the curve when left out, within 3 to 9. */
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
  { degree = Math.min(MOST_DEGREE, Math.max(LEAST_DEGREE, curve.degree)), progress }: LightenOptions = {},
): Result<Priced, NoLighter> {
  mustBeAbove0(tolerance, 'tolerance');
  mustBeWhole(degree, 1, MOST_DEGREE, 'degree');
  const none = failed({ kind: 'no-lighter', controlPoints: distinctOf(curve), tolerance } as const);
  const lighter: Curve[] = [];
  let worst: Deviation = { max: 0, at: domainOf(curve)[0], bound: 0, certified: true };
  for (const part of smoothParts(curve)) {
    const made = lightenedPart(part, tolerance, degree, progress);
    if (!made) return none;
    lighter.push(made.curve);
    if (made.deviation.max > worst.max)
      worst = { ...made.deviation, bound: Math.max(worst.bound, made.deviation.bound) };
    else worst = { ...worst, bound: Math.max(worst.bound, made.deviation.bound) };
  }
  const whole = lookedAt(fromParts(lighter, curve.closing !== 'open'));
  if (distinctOf(whole) >= distinctOf(curve)) return none;
  return success({ curve: whole, deviation: worst, change: curvatureChange(curve, whole) });
}

/** A smooth stretch within the tolerance; null where none was proven. */
function lightenedPart(part: Curve, tolerance: number, degree: number, progress?: Progress) {
  const closed = part.closing !== 'open';
  const points = samplesOf(part);
  const count = points.length / 3;
  if (count < (closed ? 4 : 2)) return null;
  const chords = parametersOf(points, closed, 'chord').subarray(0, count);
  const target = { points, degree: Math.min(degree, count - 1), closed };
  let aim = AIM * tolerance;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const { best } = fewestKnots(target, chords, {
      tolerance: aim,
      thorough: true,
      most: Math.ceil(count / 2),
      progress,
    });
    const made = reparameterise(best.curve, ...domainOf(part));
    progress?.({ stage: 'prove', controlPoints: distinctOf(made), max: best.max });
    const price = deviation(part, made);
    if (price.certified && price.bound <= tolerance) return { curve: made, deviation: price };
    if (best.max > aim) return null;
    aim *= Math.min(0.9, price.certified ? (AIM * tolerance) / price.bound : 0.5);
  }
  return null;
}

const LEAST_SAMPLES = 240;
const LEAST_PER_SPAN = 4;

/** Places in every span, of a closed curve without the return; neighbours in one place once. */
export function samplesOf(curve: Curve): Float64Array {
  const spans = spansOf(curve);
  const perSpan = Math.max(LEAST_PER_SPAN, curve.degree + 1, Math.ceil(LEAST_SAMPLES / spans.length));
  const parameters: number[] = [];
  for (const span of spans) {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    for (let i = 0; i < perSpan; i++) parameters.push(from + ((to - from) * i) / perSpan);
  }
  if (curve.closing === 'open') parameters.push(domainOf(curve)[1]);
  return withoutRepeats(evaluateAll(curve, parameters));
}
