import type { Curve } from '../curve/curve';
import { lineBetween } from '../exact/line';
import { evaluate } from '../curve/evaluate';
import { arcLength, lengthAt, parameterAt } from '../measure/arcLength';
import type { Plane } from '../plane/plane';
import { failed, type Result, success } from '../result';
import { mustBeAbove0 } from '../refuse';
import { cornerBetween, type CornerFailure, type CornerOptions, type KeptEnd } from './corner';
import { type CutCorner, keptParts } from './fillet';

export type ChamferFailure =
  | CornerFailure
  /** A setback is longer than the side that stays, whose length in mm is given. */
  | {
      readonly kind: 'too-long';
      readonly which: 'first' | 'second';
      readonly setback: number;
      readonly length: number;
    };

/**
 * A corner between two plane curves cut by a straight line, so far from the corner along each of them, in mm measured
 * on the curve.
 */
export function chamfer(
  first: Curve,
  second: Curve,
  setbacks: readonly [first: number, second: number],
  plane: Plane,
  options: CornerOptions = {},
): Result<CutCorner, ChamferFailure> {
  setbacks.forEach((setback) => mustBeAbove0(setback, 'setback'));
  const corner = cornerBetween(first, second, plane, options);
  if (!corner.ok) return corner;
  const { u: atFirst, v: atSecond, keep } = corner.value;
  const places: number[] = [];
  for (const [which, curve, corner, end, setback] of [
    ['first', first, atFirst, keep[0], setbacks[0]],
    ['second', second, atSecond, keep[1], setbacks[1]],
  ] as const) {
    const place = placeAlong(curve, corner, end, setback);
    if (typeof place !== 'number') return failed({ kind: 'too-long', which, setback, length: place.length });
    places.push(place);
  }
  const [u, v] = places;
  const parts = keptParts(first, second, u, v, keep);
  if (!parts) return failed({ kind: 'too-long', which: 'first', setback: setbacks[0], length: 0 });
  return success({ ...parts, between: lineBetween(evaluate(first, u), evaluate(second, v)), u, v });
}

/** The parameter a length away from the corner into the side that stays, or how long that is. */
function placeAlong(curve: Curve, u: number, end: KeptEnd, setback: number): number | { length: number } {
  const measured = arcLength(curve);
  const corner = lengthAt(measured, u);
  const length = end === 'start' ? corner : measured.total - corner;
  if (!(setback < length)) return { length };
  return parameterAt(measured, end === 'start' ? corner - setback : corner + setback);
}
