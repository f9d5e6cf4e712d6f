import { scratch } from '../linear/scratch';
import { mustBeOneOf, mustBePlaces } from '../refuse';

/**
 * How far apart in the parameter neighbouring points are set: all alike; by chord length; by its square root (Lee);
 * by chord length and turning angle (Foley, Nielson); or `faded`, our default, which is chord length at gentle turns
 * and Foley-Nielson at sharp ones, with no jump between.
 */
export type Parameterisation = (typeof PARAMETERISATIONS)[number];
export const PARAMETERISATIONS = ['uniform', 'chord', 'centripetal', 'foley-nielson', 'faded'] as const;

/**
 * One parameter for each point, from 0 to 1; a closed run has one more, 1, for the return to the first point.
 *
 * `points` are packed x y z, at least two, no two neighbours in one place: throws a RangeError otherwise. At `kinks`
 * the curve is free to turn at once, so a turn there stretches nothing. Lee, Choosing
 * nodes in parametric curve interpolation, CAD 1989; Foley and Nielson, Knot selection for parametric spline
 * interpolation, 1989.
 */
export function parametersOf(
  points: Float64Array,
  closed: boolean,
  rule: Parameterisation,
  kinks: readonly number[] = [],
): Float64Array {
  mustBeOneOf(rule, PARAMETERISATIONS, 'parameterisation');
  return parametersAlong(points, chordsApart(points, closed), closed, rule, kinks);
}

/** The distances between neighbours of two points or more, all above 0; throws a RangeError otherwise. */
export function chordsApart(points: Float64Array, closed: boolean): Float64Array {
  if (points.length < 6) throw new RangeError(`points: two or more are needed, not ${points.length / 3}`);
  const chords = chordsOf(points, closed);
  const apart = chords.findIndex((chord) => !(chord > 0));
  if (apart >= 0) throw new RangeError(`points[${apart}]: the next point lies in the same place`);
  return chords;
}

/** The same for points whose distances are known, all above 0. */
export function parametersAlong(
  points: Float64Array,
  chords: Float64Array,
  closed: boolean,
  rule: Parameterisation,
  kinks: readonly number[],
): Float64Array {
  const intervals = intervalsOf(points, chords, closed, rule, kinks);
  const count = chords.length;
  const parameters = new Float64Array(count + 1);
  let total = 0;
  for (let i = 0; i < count; i++) parameters[i + 1] = total += intervals[i];
  for (let i = 1; i < count; i++) parameters[i] /= total;
  parameters[count] = 1;
  return parameters;
}

function intervalsOf(
  points: Float64Array,
  chords: Float64Array,
  closed: boolean,
  rule: Parameterisation,
  kinks: readonly number[],
): Float64Array {
  switch (rule) {
    case 'uniform':
      return chords.map(() => 1);
    case 'chord':
      return chords;
    case 'centripetal':
      return chords.map(Math.sqrt);
    case 'foley-nielson':
      return stretchedAtTurns(chords, turnsOf(points, chords, closed, 0, kinks), closed);
    case 'faded': {
      const turns = turnsOf(points, chords, closed, FADED_FROM, kinks);
      for (let i = 0; 3 * i < points.length; i++) if (turns[i] > 0) turns[i] = fade(turns[i]);
      return stretchedAtTurns(chords, turns, closed);
    }
  }
}

/** Distances between neighbours in mm; a closed run ends with the one from the last point to the first. */
export function chordsOf(points: Float64Array, closed: boolean): Float64Array {
  mustBePlaces(points, 'points');
  const count = points.length / 3;
  const chords = new Float64Array(closed ? count : Math.max(0, count - 1));
  for (let i = 0; i < chords.length; i++) {
    const from = 3 * i;
    const to = i + 1 < count ? from + 3 : 0;
    const x = points[to] - points[from];
    const y = points[to + 1] - points[from + 1];
    const z = points[to + 2] - points[from + 2];
    chords[i] = Math.sqrt(x * x + y * y + z * z);
  }
  return chords;
}

/**
 * Turning angle at each point, at most a right angle, in radians; 0 at the ends of an open run, at kinks, and where it is
 * less than `least`, which is most of a curve: the angle itself is asked for only elsewhere.
 */
function turnsOf(
  points: Float64Array,
  chords: Float64Array,
  closed: boolean,
  least: number,
  kinks: readonly number[],
): Float64Array {
  const count = points.length / 3;
  const turns = turnsIn(count).fill(0, 0, count);
  const gentle = Math.cos(least);
  for (let i = closed ? 0 : 1; i < (closed ? count : count - 1); i++) {
    const here = 3 * i;
    const before = 3 * (i > 0 ? i - 1 : count - 1);
    const after = 3 * (i + 1 < count ? i + 1 : 0);
    const ax = points[here] - points[before];
    const ay = points[here + 1] - points[before + 1];
    const az = points[here + 2] - points[before + 2];
    const bx = points[after] - points[here];
    const by = points[after + 1] - points[here + 1];
    const bz = points[after + 2] - points[here + 2];
    const along = ax * bx + ay * by + az * bz;
    if (along > gentle * chords[i > 0 ? i - 1 : count - 1] * chords[i]) continue;
    const x = ay * bz - az * by;
    const y = az * bx - ax * bz;
    const z = ax * by - ay * bx;
    const turn = Math.atan2(Math.sqrt(x * x + y * y + z * z), along);
    turns[i] = turn < Math.PI / 2 ? turn : Math.PI / 2;
  }
  for (const kink of kinks) turns[kink] = 0;
  return turns;
}

const turnsIn = scratch();
const stretchedIn = scratch();

/** Turns from this on count, in radians, and fully from a sixth of a half turn more. */
const FADED_FROM = Math.PI / 4;

/** Smooth, so that a dragged point never makes the rest jump. */
function fade(turn: number): number {
  const t = Math.min(1, Math.max(0, (turn - FADED_FROM) / (Math.PI / 6)));
  return turn * t * t * (3 - 2 * t);
}

/** Foley-Nielson: an interval grows with the turns at its two ends, the more the longer the chord beyond them. */
function stretchedAtTurns(chords: Float64Array, turns: Float64Array, closed: boolean): Float64Array {
  const { length } = chords;
  const stretched = stretchedIn(length);
  for (let i = 0; i < length; i++) {
    const chord = chords[i];
    const before = chords[i > 0 ? i - 1 : length - 1];
    const after = chords[i + 1 < length ? i + 1 : 0];
    const turnAfter = turns[closed && i + 1 === length ? 0 : i + 1];
    stretched[i] =
      chord * (1 + (1.5 * turns[i] * before) / (before + chord) + (1.5 * turnAfter * after) / (chord + after));
  }
  return stretched;
}
