import type { Vector3 } from '../linear/vector';
import { domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { mustBeAbove0, mustBeWhole } from '../refuse';
import { type ArcLength, atEqualLengths, MOST_PLACES, parameterAt } from './arcLength';

/** A step goes into the length when a whole number of them misses it by no more than this share. */
const FITS = 1e-9;
const ROUNDING = 1e-12;

/** Places along a curve, with what is left beyond the last. */
export interface Division {
  readonly parameters: Float64Array;
  readonly points: readonly Vector3[];
  /** Length in mm from one place to the next. */
  readonly step: number;
  /** Length in mm from the last place to the end of the curve; on a closed curve to its start. */
  readonly rest: number;
}

/** Divides a curve into `count` parts of equal length; the places include both ends of an open curve. */
export function divideByCount(measured: ArcLength, count: number): Division {
  mustBeWhole(count, 1, MOST_PLACES, 'count');
  const closed = measured.curve.closing !== 'open';
  const parameters = atEqualLengths(measured, closed ? count : count + 1);
  const step = measured.total / count;
  return { parameters, points: placesAt(measured, parameters), step, rest: closed ? step : 0 };
}

/**
 * Places every `step` mm along a curve from its start on. On a closed curve the start is not given again at the end.
 * Throws a RangeError for a step that is not above 0, or so short that it gives more than a million places.
 */
export function divideByLength(measured: ArcLength, step: number): Division {
  mustBeAbove0(step, 'step');
  const { curve, total } = measured;
  const whole = total / step;
  if (whole > MOST_PLACES) throw new RangeError(`a step of ${step} mm gives more than ${MOST_PLACES} places`);
  // A step that goes into the length to rounding ends at the end.
  const steps = Math.floor(whole * (1 + ROUNDING) + ROUNDING);
  const exact = Math.abs(steps * step - total) <= FITS * total;
  const last = exact && curve.closing !== 'open' ? Math.max(0, steps - 1) : steps;
  const parameters = Float64Array.from({ length: last + 1 }, (_, i) =>
    i === steps && exact ? domainOf(curve)[1] : parameterAt(measured, Math.min(total, i * step)),
  );
  parameters[0] = domainOf(curve)[0];
  const rest = last === steps && exact ? 0 : total - last * step;
  return { parameters, points: placesAt(measured, parameters), step, rest };
}

const placesAt = ({ curve }: ArcLength, parameters: Float64Array): Vector3[] =>
  Array.from(parameters, (u) => evaluate(curve, u));
