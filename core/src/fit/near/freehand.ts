import { domainOf, type Curve } from '../../curve/curve';
import { reparameterise } from '../../knots/reparameterise';
import { join } from '../../edit/join';
import { failed, type Result, success } from '../../result';
import { mustBeAbove0, mustBePacked } from '../../refuse';
import { apartFrom } from './apartFrom';
import { cornersOf } from './corners';
import type { FitFailure } from '../fitFailure';
import { nearPoints, type NearFit, type NearPointsOptions } from './nearPoints';
import { nearnessOf } from './nearness';
import { chordsOf } from '../parameters';

export interface FreehandOptions extends Omit<NearPointsOptions, 'closed'> {
  /** The turn from which on a corner is kept, in radians; 45° when left out. Infinity smooths them all. */
  readonly cornerTurn?: number;
}

/** A curve near the samples of a stroke; the deviation is that of all samples. */
export interface Freehand extends Omit<NearFit, 'parameters'> {
  /** Indices of the samples where the curve has its corners. */
  readonly corners: readonly number[];
}

/** A corner is looked for over so many tolerances, and no fewer than so many samples, to both sides. */
const REACH_TOLERANCES = 12;
const REACH_SAMPLES = 4;

/**
 * A curve within `tolerance` mm of the samples of a freehand stroke, in smooth stretches between the corners found.
 * Samples in one place, as of a pen at rest, count once. With `quick` it is there at once, without it lighter a moment
 * later.
 */
export function freehand(
  samples: Float64Array,
  tolerance: number,
  { cornerTurn = Math.PI / 4, ...options }: FreehandOptions = {},
): Result<Freehand, FitFailure> {
  mustBePacked(samples, 3, 'samples');
  mustBeAbove0(tolerance, 'tolerance');
  if (!(cornerTurn > 0)) throw new RangeError(`cornerTurn: an angle above 0 is needed, not ${cornerTurn}`);
  const { points, origins } = withoutRests(samples);
  const count = origins.length;
  if (count < 2) return failed({ kind: 'too-few-points', count, needed: 2 });
  const chords = chordsOf(points, false);
  const middle = [...chords].sort((a, b) => a - b)[chords.length >> 1];
  const reach = Math.max(REACH_TOLERANCES * tolerance, REACH_SAMPLES * middle);
  const corners = cornerTurn === Infinity ? [] : cornersOf(points, reach, cornerTurn);

  const stops = [0, ...corners, count - 1];
  let whole: Curve | null = null;
  let reachable = 0;
  for (let s = 0; s + 1 < stops.length; s++) {
    const part = nearPoints(points.slice(3 * stops[s], 3 * stops[s + 1] + 3), tolerance, options);
    if (!part.ok) return part;
    reachable = Math.max(reachable, part.value.reachable);
    // Parameters run about evenly over the whole.
    const length = chords.subarray(stops[s], stops[s + 1]).reduce((sum, chord) => sum + chord, 0);
    const begin: number = whole ? domainOf(whole)[1] : 0;
    const placed = reparameterise(part.value.curve, begin, begin + length);
    const joined: Result<Curve, unknown> = whole ? join(whole, placed, Infinity) : success(placed);
    if (!joined.ok) throw new Error('open stretches do not join');
    whole = joined.value;
  }
  if (!whole) throw new Error('a stroke of two samples has a stretch');
  const curve = reparameterise(whole, 0, 1);
  return success({
    curve,
    corners: corners.map((i) => origins[i]),
    ...nearnessOf(samples, curve, tolerance, reachable),
  });
}

/** The samples without those in the place of the one before, and the index of each. */
function withoutRests(samples: Float64Array): { points: Float64Array; origins: number[] } {
  const origins = apartFrom(samples);
  const points = new Float64Array(3 * origins.length);
  origins.forEach((i, k) => points.set(samples.subarray(3 * i, 3 * i + 3), 3 * k));
  return { points, origins };
}
