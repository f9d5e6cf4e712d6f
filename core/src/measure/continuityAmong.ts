import type { Vector3 } from '../linear/vector';
import { distance } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { mustBeAbove0 } from '../refuse';
import { closestPoint } from './closestPoint';
import { type Continuity, continuityInside, type ContinuityOptions, continuityOfEnds, knotsBelow } from './continuity';
import type { End } from './ends';
import { type Box, controlBox, sizeOf } from './extent';

/** A place of one of several curves, the curve by its number: an end, or a place inside. */
export type PlaceOfMeeting =
  { readonly curve: number; readonly end: End } | { readonly curve: number; readonly u: number };

/** How two curves meet, or one curve goes on over a knot: then both places are that knot. */
export interface CurveMeeting extends Continuity {
  readonly first: PlaceOfMeeting;
  readonly second: PlaceOfMeeting;
}

export interface AmongOptions extends ContinuityOptions {
  /** Ends up to so many mm from an end, or from another curve, meet it; 0.1 when left out. */
  readonly within?: number;
  /** Only meetings of these curves, by their number, with any other; all when left out. */
  readonly of?: readonly number[];
  /** Knots at which a curve goes on with a lower level than this are listed; 2 when left out, 0 for none. */
  readonly knotsBelow?: 0 | 1 | 2 | 3;
}

const WITHIN = 0.1;
const KNOTS_BELOW = 2;

interface CurveEnd {
  readonly curve: number;
  readonly end: End;
  readonly at: Vector3;
}

/**
 * Every meeting among curves: end to end, an end somewhere on another curve, and the knots (of a closed curve the seam
 * too) over which a curve does not go on smoothly, each with its continuity figures. An end that meets an end does not
 * meet that curve inside as well; the ends of a curve that is no longer than twice the distance do not meet each other.
 * Throws a RangeError for thresholds and a distance that are not above 0.
 *
 * About O(n²) box tests for n curves, O(n) for each of a few that are asked for, and few curves asked for their nearest place.
 */
export function continuityAmong(curves: readonly Curve[], options: AmongOptions = {}): CurveMeeting[] {
  const { within = WITHIN, of, knotsBelow: below = KNOTS_BELOW, ...thresholds } = options;
  mustBeAbove0(within, 'distance within which ends meet');
  const wanted = of ? new Set(of) : null;
  const isWanted = (...numbers: readonly number[]) => !wanted || numbers.some((number) => wanted.has(number));
  const boxes = curves.map((curve) => placesOf(curve).box);
  const all = curves.map((_, number) => number);
  const onlyWanted = wanted ? [...wanted] : all;
  // Of hundreds of curves few have an end near those that are asked for.
  const canMeet = ({ curve, at }: CurveEnd) =>
    isWanted(curve) || onlyWanted.some((number) => isInside(at, boxes[number], within));
  const ends = curves
    .flatMap((curve, number) => placesOf(curve).ends.map(({ end, at }): CurveEnd => ({ curve: number, end, at })))
    .filter(canMeet);
  const found: CurveMeeting[] = [];
  const met = new Set<string>();
  for (const [a, b] of pairsWithin(ends, within, isWanted)) {
    const [first, second] = [curves[a.curve], curves[b.curve]];
    if (first === second && sizeOf(first) <= 2 * within) continue;
    met.add(`${a.curve} ${a.end} ${b.curve}`).add(`${b.curve} ${b.end} ${a.curve}`);
    const figures = continuityOfEnds(first, a.end, second, b.end, thresholds);
    found.push({ first: placeOf(a), second: placeOf(b), ...figures });
  }
  for (const each of ends) {
    for (const number of isWanted(each.curve) ? all : onlyWanted) {
      if (number === each.curve || !isInside(each.at, boxes[number], within)) continue;
      if (met.has(`${each.curve} ${each.end} ${number}`)) continue;
      const leader = curves[number];
      const { u, distance: away } = closestPoint(leader, each.at);
      const [first, last] = domainOf(leader);
      // Beyond the end of the other curve it is near, but meets nothing.
      if (away > within || (leader.closing === 'open' && (u === first || u === last))) continue;
      const figures = continuityInside(leader, u, curves[each.curve], each.end, thresholds);
      found.push({ first: { curve: number, u }, second: placeOf(each), ...figures });
    }
  }
  curves.forEach((curve, number) => {
    if (below === 0 || !isWanted(number)) return;
    for (const { u, ...figures } of knotsBelow(curve, below, thresholds)) {
      found.push({ first: { curve: number, u }, second: { curve: number, u }, ...figures });
    }
  });
  return found;
}

/** What is asked of the same curves with every move of a drag. */
interface Places {
  readonly box: Box;
  /** None of a closed curve. */
  readonly ends: readonly { readonly end: End; readonly at: Vector3 }[];
}

const known = new WeakMap<Curve, Places>();

function placesOf(curve: Curve): Places {
  const before = known.get(curve);
  if (before) return before;
  const [first, last] = domainOf(curve);
  const ends = [
    { end: 'start', at: evaluate(curve, first) },
    { end: 'end', at: evaluate(curve, last) },
  ] as const;
  const places = { box: controlBox(curve), ends: curve.closing === 'open' ? ends : [] };
  known.set(curve, places);
  return places;
}

/** Whether a point lies within a distance of a box. */
const isInside = ([x, y, z]: Vector3, { least, largest }: Box, reach: number): boolean =>
  x >= least[0] - reach &&
  x <= largest[0] + reach &&
  y >= least[1] - reach &&
  y <= largest[1] + reach &&
  z >= least[2] - reach &&
  z <= largest[2] + reach;

const placeOf = ({ curve, end }: CurveEnd): PlaceOfMeeting => ({ curve, end });

/** All wanted pairs of ends no further apart than `within`, by a sweep along x. */
function pairsWithin(
  ends: readonly CurveEnd[],
  within: number,
  isWanted: (a: number, b: number) => boolean,
): [CurveEnd, CurveEnd][] {
  const sorted = ends.map((end, rank) => ({ end, rank })).sort((a, b) => a.end.at[0] - b.end.at[0]);
  const pairs: [number, number][] = [];
  for (let i = 0; i < sorted.length; i++) {
    for (let j = i + 1; j < sorted.length && sorted[j].end.at[0] - sorted[i].end.at[0] <= within; j++) {
      const [a, b] = [sorted[i].end, sorted[j].end];
      if (!isWanted(a.curve, b.curve) || distance(a.at, b.at) > within) continue;
      pairs.push(sorted[i].rank < sorted[j].rank ? [sorted[i].rank, sorted[j].rank] : [sorted[j].rank, sorted[i].rank]);
    }
  }
  return pairs.sort((a, b) => a[0] - b[0] || a[1] - b[1]).map(([a, b]) => [ends[a], ends[b]]);
}
