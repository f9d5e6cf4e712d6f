import { distance, type Vector3 } from '../../linear/vector';
import { type Curve, lookedAt } from '../../curve/curve';
import { lineBetween } from '../../exact/line';
import { reparameterise } from '../../knots/reparameterise';
import { closestPoint } from '../../measure/closestPoint';
import { apartFrom } from './apartFrom';
import { fewestKnots } from './fewestKnots';
import { parametersOf } from '../parameters';

/** A smooth path that is no curve of ours: a place for every parameter. */
export interface Path {
  readonly pointAt: (t: number) => Vector3;
  /** Increasing; between neighbours the path is smooth to every order that matters. */
  readonly breaks: readonly number[];
  /** The path ends where it begins, smoothly. */
  readonly closed: boolean;
}

/** A curve near a path, over the same range, and the largest distance found between its samples. */
export interface NearPath {
  readonly curve: Curve;
  readonly error: number;
}

const FIRST_SAMPLES = 12;
const LEAST_SAMPLES = 60;
const ATTEMPTS = 5;
/** The search aims lower than the tolerance, for what lies between its samples. */
const AIM = 0.8;
const CHECKS = 3;

/**
 * A light curve within `tolerance` mm of a path: samples are approximated, and the result looked at between them; where
 * that is not near enough, there are more samples and a lower aim. The nearest is given where none is near enough.
 */
export function nearPath(path: Path, tolerance: number, degree: number): NearPath {
  const spans = path.breaks.length - 1;
  const [first, last] = [path.breaks[0], path.breaks[spans]];
  let perSpan = Math.max(FIRST_SAMPLES, Math.ceil(LEAST_SAMPLES / spans));
  let aim = AIM * tolerance;
  let best: NearPath | null = null;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const points = samplesOf(path, perSpan);
    const count = points.length / 3;
    if (count < 4) return standing(path, first, last);
    const chords = parametersOf(points, path.closed, 'chord').subarray(0, count);
    const target = { points, degree: Math.min(degree, count - 1), closed: path.closed };
    const found = fewestKnots(target, chords, { tolerance: aim, effort: 'thin', most: count >> 1 });
    const curve = reparameterise(lookedAt(found.best.curve), first, last);
    const error = errorOf(path, curve, CHECKS * perSpan);
    if (!best || error < best.error) best = { curve, error };
    if (best.error <= tolerance) return best;
    perSpan *= 2;
    aim *= 0.7;
  }
  if (!best) throw new Error('a path has been approximated');
  return best;
}

/** A path that hardly leads anywhere, as the line between its ends. */
function standing(path: Path, first: number, last: number): NearPath {
  const curve = reparameterise(lineBetween(path.pointAt(first), path.pointAt(last)), first, last);
  return { curve, error: errorOf(path, curve, FIRST_SAMPLES) };
}

/** Places of the path at so many parameters of each span, neighbours apart. */
function samplesOf({ pointAt, breaks, closed }: Path, perSpan: number): Float64Array {
  const places: number[] = [];
  for (let s = 0; s + 1 < breaks.length; s++) {
    for (let i = 0; i < perSpan; i++) places.push(...pointAt(breaks[s] + ((breaks[s + 1] - breaks[s]) * i) / perSpan));
  }
  if (!closed) places.push(...pointAt(breaks[breaks.length - 1]));
  return Float64Array.from(apartFrom(places).flatMap((i) => places.slice(3 * i, 3 * i + 3)));
}

function errorOf({ pointAt, breaks }: Path, curve: Curve, perSpan: number): number {
  let error = 0;
  for (let s = 0; s + 1 < breaks.length; s++) {
    for (let i = 0; i < perSpan; i++) {
      const place = pointAt(breaks[s] + ((breaks[s + 1] - breaks[s]) * (i + 0.5)) / perSpan);
      error = Math.max(error, distance(closestPoint(curve, place).point, place));
    }
  }
  return error;
}
