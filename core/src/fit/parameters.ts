import { angleBetween, subtract, vectorAt } from '../linear/vector';
import { mustBeOneOf, mustBePlaces } from '../refuse';

/**
 * How far apart in the parameter neighbouring points are set: all alike; by chord length; by its square root (Lee);
 * by chord length and turning angle (Foley, Nielson); or `faded`, our default, which is chord length at gentle turns
 * and Foley-Nielson at sharp ones, with no jump between.
 */
export type Parameterisation = 'uniform' | 'chord' | 'centripetal' | 'foley-nielson' | 'faded';

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
  mustBeOneOf(rule, ['uniform', 'chord', 'centripetal', 'foley-nielson', 'faded'], 'parameterisation');
  if (points.length < 6) throw new RangeError(`points: two or more are needed, not ${points.length / 3}`);
  const apart = chordsOf(points, closed).findIndex((chord) => !(chord > 0));
  if (apart >= 0) throw new RangeError(`points[${apart}]: the next point lies in the same place`);
  const intervals = intervalsOf(points, closed, rule, kinks);
  const parameters = new Float64Array(intervals.length + 1);
  for (let i = 0; i < intervals.length; i++) parameters[i + 1] = parameters[i] + intervals[i];
  const total = parameters[intervals.length];
  for (let i = 1; i < intervals.length; i++) parameters[i] /= total;
  parameters[intervals.length] = 1;
  return parameters;
}

function intervalsOf(
  points: Float64Array,
  closed: boolean,
  rule: Parameterisation,
  kinks: readonly number[],
): Float64Array {
  const chords = chordsOf(points, closed);
  const turns = () => {
    const all = turnsOf(points, closed);
    for (const kink of kinks) all[kink] = 0;
    return all;
  };
  switch (rule) {
    case 'uniform':
      return chords.fill(1);
    case 'chord':
      return chords;
    case 'centripetal':
      return chords.map(Math.sqrt);
    case 'foley-nielson':
      return stretchedAtTurns(chords, turns());
    case 'faded':
      return stretchedAtTurns(chords, turns().map(fade));
  }
}

/** Distances between neighbours in mm; a closed run ends with the one from the last point to the first. */
export function chordsOf(points: Float64Array, closed: boolean): Float64Array {
  mustBePlaces(points, 'points');
  const count = points.length / 3;
  const chords = new Float64Array(closed ? count : Math.max(0, count - 1));
  for (let i = 0; i < chords.length; i++) {
    const [from, to] = [3 * i, 3 * ((i + 1) % count)];
    const x = points[to] - points[from];
    const y = points[to + 1] - points[from + 1];
    const z = points[to + 2] - points[from + 2];
    chords[i] = Math.sqrt(x * x + y * y + z * z);
  }
  return chords;
}

/** Turning angle at each point, at most a right angle, in radians; 0 at the ends of an open run. */
function turnsOf(points: Float64Array, closed: boolean): Float64Array {
  const count = points.length / 3;
  const turns = new Float64Array(count);
  for (let i = closed ? 0 : 1; i < (closed ? count : count - 1); i++) {
    const here = vectorAt(points, i);
    const before = subtract(here, vectorAt(points, (i + count - 1) % count));
    const after = subtract(vectorAt(points, (i + 1) % count), here);
    turns[i] = Math.min(angleBetween(before, after), Math.PI / 2);
  }
  return turns;
}

/** Lets a turn count from 45° on, and fully from 75°; smooth, so that a dragged point never makes the rest jump. */
function fade(turn: number): number {
  const t = Math.min(1, Math.max(0, (turn - Math.PI / 4) / (Math.PI / 6)));
  return turn * t * t * (3 - 2 * t);
}

/** Foley-Nielson: an interval grows with the turns at its two ends, the more the longer the chord beyond them. */
function stretchedAtTurns(chords: Float64Array, turns: Float64Array): Float64Array {
  const { length } = chords;
  return chords.map((chord, i) => {
    const before = chords[(i + length - 1) % length];
    const after = chords[(i + 1) % length];
    const turnAfter = turns[(i + 1) % turns.length];
    return chord * (1 + (1.5 * turns[i] * before) / (before + chord) + (1.5 * turnAfter * after) / (chord + after));
  });
}
